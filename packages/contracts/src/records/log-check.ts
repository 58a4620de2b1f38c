import type { JointPlan } from '@hephaist/core/joint/plan';
import { asksWith, type LogFinding, logFindings } from '@hephaist/core/joint-log/findings';
import { MAKING_SAYS, nextMakings } from '@hephaist/core/joint-log/makings';
import { isCutOut } from '@hephaist/core/joint-log/rejects';
import { dayIn } from '@hephaist/core/qualification/continuity';
import { type BrazerRecord, mayBraze, type Permission } from '@hephaist/core/qualification/may-braze';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { skippedIn } from '@hephaist/core/way/way-told';
import type { Joint } from './joint.js';
import type { JointLog } from './joint-log.js';
import { inForceOn, namedProcedure, type Procedure } from './procedure.js';

/** What an entry of the log is held against. */
export interface LogContext {
  readonly joint: Joint;
  readonly plan: JointPlan;
  readonly timeZone: string;
  /** Everything on file for who brazed it; null where nobody is named. */
  readonly record: BrazerRecord | null;
  readonly procedures: readonly Procedure[];
}

const ms = (at: string | null | undefined): number | null => (at ? Date.parse(at) : null);

/** Whether the brazer may braze the joint with the rod that was used, on the day in the job's zone. */
export function brazerOn(
  log: Pick<JointLog, 'fillerId' | 'brazedAt' | 'procedureId'>,
  context: LogContext,
): Permission | null {
  const { plan, record, timeZone, procedures } = context;
  const by = procedures.find((p) => p.id === log.procedureId)?.variables;
  const { withdrawn } = record ?? {};
  // Withdrawn later that day: what was brazed before stays good.
  const stood = withdrawn?.at !== undefined && Date.parse(log.brazedAt) < Date.parse(withdrawn.at);
  return (
    record &&
    mayBraze(
      stood ? { ...record, withdrawn: null } : record,
      asksWith(plan, log.fillerId, by),
      dayIn(log.brazedAt, timeZone),
    )
  );
}

/** Everything that speaks against an entry of the log; what asks for a signed reason first. */
export function logFindingsOf(log: JointLog, context: LogContext): LogFinding[] {
  const { plan, procedures, timeZone, joint } = context;
  const named = procedures.find((p) => p.id === log.procedureId);
  const inForce = named ? inForceOn(named, procedures, dayIn(log.brazedAt, timeZone), log.brazedAt) : false;
  const made = {
    fillerId: log.fillerId,
    ...(log.fluxId === undefined ? {} : { fluxId: log.fluxId }),
    cleanedMs: ms(log.cleanedAt),
    brazedMs: Date.parse(log.brazedAt),
    oxygen: log.oxygen,
    nitrogenStoppedMs: ms(log.nitrogenStoppedAt),
    gapKnown: joint.fitUp.mode !== 'nominal',
    skipped: skippedIn(log.steps),
  };
  return logFindings(plan, made, brazerOn(log, context), named ? { ...namedProcedure(named), inForce } : null);
}

/** Why nothing but cutting out is left. */
function whyCutOut(before: readonly JointLog[]): string {
  const last = [...before].sort((a, b) => Date.parse(a.brazedAt) - Date.parse(b.brazedAt)).at(-1);
  return isCutOut(last?.visualReason)
    ? `: ${last?.visualReason ?? ''} is never repaired in place`
    : ': it was repaired once (NFPA 99, from memory)';
}

/** A lot is of one class of rod: one that is logged for another was carried over. Empty where it is not. */
export function lotProblems(
  log: Pick<JointLog, 'id' | 'fillerId' | 'fillerLot'>,
  others: readonly JointLog[],
): FieldProblem[] {
  const lot = log.fillerLot.trim().toLowerCase();
  const other = others.find(
    (l) => l.id !== log.id && l.fillerId !== log.fillerId && l.fillerLot.trim().toLowerCase() === lot,
  );
  return lot && other
    ? [
        {
          field: 'fillerLot',
          says: `lot ${log.fillerLot.trim()} is logged as ${other.fillerId}: read it from this rod`,
        },
      ]
    : [];
}

/** Whether an entry may follow those of the same joint: repaired once, then cut out. Empty when it may. */
export function makingProblems(log: JointLog, before: readonly JointLog[]): FieldProblem[] {
  const may = nextMakings(before);
  const madeAs = log.madeAs ?? 'first';
  if (!may.includes(madeAs))
    return [
      {
        field: 'madeAs',
        says: before.length
          ? `this joint can only be ${may.map((m) => MAKING_SAYS[m]).join(' or ')} now${may.includes('repaired') ? '' : whyCutOut(before)}`
          : 'nothing was brazed here before',
      },
    ];
  const last = before.map((l) => Date.parse(l.brazedAt)).sort((a, b) => b - a)[0];
  if (last !== undefined && Date.parse(log.brazedAt) <= last)
    return [{ field: 'brazedAt', says: 'after it was last brazed' }];
  return [];
}
