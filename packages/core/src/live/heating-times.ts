import type { HeatingTime } from '../heat/fit-efficiency.js';
import type { Mark } from './marks.js';

/** What the plan says of a joint's flame, s: to heat, and all of it with the feeding. */
export interface PlannedFlame {
  readonly seconds: number;
  readonly flameS: number;
}

/**
 * Heating times of joints that were made in a session: from flame on to made, less the feeding as planned. A joint that
 * was stopped in between, or that has no plan, says nothing.
 */
export function heatingTimes(marks: readonly Mark[], planned: (jointId: string) => PlannedFlame | null): HeatingTime[] {
  const begun = new Map<string, number>();
  const out: HeatingTime[] = [];
  for (const m of [...marks].sort((a, b) => a.atMs - b.atMs)) {
    if (m.jointId === null) continue;
    if (m.kind === 'joint begun') begun.set(m.jointId, m.atMs);
    if (m.kind === 'joint stopped') begun.delete(m.jointId);
    const from = begun.get(m.jointId);
    if (m.kind !== 'joint brazed' || from === undefined) continue;
    begun.delete(m.jointId);
    const plan = planned(m.jointId);
    if (!plan) continue;
    const loggedS = (m.atMs - from) / 1000 - (plan.flameS - plan.seconds);
    out.push({ plannedS: plan.seconds, loggedS });
  }
  return out;
}
