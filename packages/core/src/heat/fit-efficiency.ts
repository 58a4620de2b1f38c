import { derived, practice } from '../source/source.js';

/** One joint that was heated. */
export interface HeatingTime {
  /** Seconds by the plan with the share that practice gives, and those that were logged. */
  readonly plannedS: number;
  readonly loggedS: number;
}

/** What a company's own times say of its torch. */
export interface FittedEfficiency {
  readonly value: number;
  readonly low: number;
  readonly high: number;
  /** Times that were used, and those too wild to count. */
  readonly used: number;
  readonly wild: number;
}

export const FIT_SOURCE = derived(
  'median of planned over logged heating times, weighed against practice; wild times do not move it',
);
/** Fewest times that say anything. */
export const FEWEST_TIMES = 5;
/** Least spread of a hand's times, as a share: few that agree by chance say little. Source: practice. */
export const HAND_SPREAD = 0.2;
export const HAND_SPREAD_SOURCE = practice('times of one hand on alike joints differ by a fifth');
/** How far from the others, in their own spread, a time is wild. */
const WILD = 3.5;
/** Times that cannot be. */
const POSSIBLE_S = { min: 1, max: 3600 } as const;

const medianOf = (sorted: readonly number[]): number => {
  const k = sorted.length / 2;
  return Number.isInteger(k)
    ? ((sorted[k - 1] as number) + (sorted[k] as number)) / 2
    : (sorted[Math.floor(k)] as number);
};

/**
 * The share of its heat that a torch gives to the work, from logged times. A joint heated in half the planned time took
 * twice the heat: the share goes with planned over logged. What practice says of the kind of torch is weighed against it,
 * so few data say little.
 * @param prior share by practice, and its range
 * @returns null under FEWEST_TIMES
 */
export function fitEfficiency(
  times: readonly HeatingTime[],
  prior: { readonly value: number; readonly low: number; readonly high: number },
): FittedEfficiency | null {
  const possible = times.filter((t) =>
    [t.loggedS, t.plannedS].every((s) => s >= POSSIBLE_S.min && s <= POSSIBLE_S.max),
  );
  const logs = possible.map((t) => Math.log(t.plannedS / t.loggedS)).sort((a, b) => a - b);
  if (logs.length < FEWEST_TIMES) return null;
  const middle = medianOf(logs);
  const spread = medianOf(logs.map((x) => Math.abs(x - middle)).sort((a, b) => a - b)) * 1.4826;
  const kept = logs.filter((x) => Math.abs(x - middle) <= WILD * Math.max(spread, HAND_SPREAD));
  const own = medianOf(kept);
  const sd = (1.2533 * Math.max(spread, HAND_SPREAD)) / Math.sqrt(kept.length);
  // Weighed against what practice says of this kind of torch.
  const priorSd = Math.log(prior.high / prior.low) / 4;
  const weight = priorSd ** 2 / (priorSd ** 2 + sd ** 2);
  const at = own * weight;
  const width = 2 * Math.sqrt(1 / (1 / sd ** 2 + 1 / priorSd ** 2));
  const share = (x: number): number => Math.min(0.9, prior.value * Math.exp(x));
  return {
    value: share(at),
    low: share(at - width),
    high: share(at + width),
    used: kept.length,
    wild: times.length - kept.length,
  };
}
