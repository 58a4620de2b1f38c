import type { DropSeen } from './drop-seen.js';
import type { CheckRound } from './rounds.js';

/** A round as it was gone through. */
export interface DoneRound {
  readonly round: CheckRound;
  readonly steps: readonly { readonly id: string; readonly answer: 'done' | 'skipped' | 'wrong' }[];
  readonly drop: { readonly fuel: DropSeen; readonly oxygen: DropSeen | null } | null;
}

/** Whether a shut-in rig moved at any gauge. */
export const leaks = (drop: DoneRound['drop']): boolean => [drop?.fuel, drop?.oxygen].some((d) => d && d !== 'stands');

/** Whether something was found that keeps the rig from being lit. */
export const foundWrong = ({ steps, drop }: Pick<DoneRound, 'steps' | 'drop'>): boolean =>
  leaks(drop) || steps.some((s) => s.answer === 'wrong');
