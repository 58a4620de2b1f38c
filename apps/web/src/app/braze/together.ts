import type { Joint } from '@hephaist/contracts/records/joint';
import { type JointLog, jointLogSchema } from '@hephaist/contracts/records/joint-log';
import { type LogContext, logFindingsOf, makingProblems } from '@hephaist/contracts/records/log-check';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { nextMakings } from '@hephaist/core/joint-log/makings';
import { doneMs, type Way } from '@hephaist/core/way/way';
import { minuteOf } from '../time/zone';
import { stepsOf } from './taken';

/** A joint that may be filed with another, by one confirmation. */
export interface Beside {
  readonly joint: Joint;
  readonly plan: JointPlan;
  /** How it was gone through; null where it was not. */
  readonly way: Way | null;
}

/** The entry of one filed beside another, or why it is filed by itself. */
export interface Filed {
  readonly joint: Joint;
  readonly entry: JointLog;
  readonly against: string | null;
}

/** Whether one confirmation can speak for both: the same line, rod, flux and nitrogen. */
export function areAlike(a: Omit<Beside, 'way'>, b: Omit<Beside, 'way'>): boolean {
  const chosen = ({ plan }: Omit<Beside, 'way'>): string => {
    const of = plan.selection.chosen;
    return of ? `${of.filler.id} ${of.flux?.id ?? ''} ${plan.purge ? 'purged' : ''}` : '';
  };
  return a.joint.lineId === b.joint.lineId && chosen(a) !== '' && chosen(a) === chosen(b);
}

/** What a way knows of its own joint; where the joint was made by it, what it does not know is not known. */
function ownOf(way: Way): Partial<JointLog> {
  const at = (ms: number | null): string | null => (ms === null ? null : minuteOf(ms));
  const [cleaned, made, cool] = [doneMs(way, 'clean'), doneMs(way, 'feed'), doneMs(way, 'cool')].map(at);
  const whole = made !== null;
  return {
    ...(made ? { brazedAt: made } : {}),
    ...(cleaned || whole ? { cleanedAt: cleaned ?? null } : {}),
    ...(cool || whole ? { nitrogenStoppedAt: cool ?? null } : {}),
    ...(way.oxygen !== null || whole ? { oxygen: way.oxygen } : {}),
    ...(way.flowM3s !== null || whole ? { nitrogenFlow: way.flowM3s } : {}),
    ...(way.visual ? { visual: way.visual } : {}),
    ...(way.pictureIds.length ? { pictureIds: [...way.pictureIds] } : {}),
    ...(way.marks.length ? { steps: stepsOf(way) } : {}),
  };
}

/**
 * The entry of a joint that is filed beside another: what the two share from the first, its own times, readings and
 * photographs; with what is against filing it so.
 * @param before what was logged of it
 */
export function filedBeside(
  first: JointLog,
  beside: Beside,
  about: Omit<LogContext, 'joint' | 'plan'> & {
    readonly id: string;
    readonly sessionId: string | null;
    readonly before: readonly JointLog[];
  },
): Filed {
  const { joint, plan, way } = beside;
  const { pictureIds: _p, steps: _s, ...shared } = first;
  const entry: JointLog = {
    ...shared,
    ...(way ? ownOf(way) : {}),
    id: about.id,
    jointId: joint.id,
    sessionId: about.sessionId,
    madeAs: nextMakings(about.before)[0] ?? 'first',
    outOfRangeReason: null,
  };
  const problem = [...problemsOf(jointLogSchema, entry), ...makingProblems(entry, about.before)][0];
  const asks = entry.brazedAt ? logFindingsOf(entry, { ...about, joint, plan }).find((f) => f.asksReason) : undefined;
  const looked = entry.visual === 'accepted' ? null : 'only what is accepted is filed with another';
  return { joint, entry, against: looked ?? asks?.says ?? problem?.says ?? null };
}
