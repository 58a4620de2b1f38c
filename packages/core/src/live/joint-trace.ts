import { STALE_S } from './instruments.js';
import { allReadings, type Mark, type PurgeReading, readingsOf } from './marks.js';
import { goodForMs, type ProofWishes } from './proof.js';

/** The purge of one joint as it was read, from flame on to cool, with what speaks against it. */
export interface JointTrace {
  readonly fromMs: number;
  /** When the flame left; null while it burns. */
  readonly brazedMs: number | null;
  /** When it was cool; null until then. */
  readonly toMs: number | null;
  readonly readings: readonly PurgeReading[];
  /** The last oxygen read before flame on, or null without a fresh one. */
  readonly strikeOxygen: number | null;
  /** Highest oxygen read, or null without a reading. */
  readonly worstOxygen: number | null;
  readonly leastFlowM3s: number | null;
  /** Longest time without an oxygen reading, s. */
  readonly longestSilenceS: number;
  readonly byHand: number;
  /** What went against the plan; empty for a clean trace. */
  readonly faults: readonly string[];
}

export interface TraceWishes extends ProofWishes {
  readonly leastFlowM3s: number;
}

const percent = (c: number): string => `${(100 * c).toFixed(2)} %`;

/** The last making of a joint in a session, or null where it was not begun. */
export function jointTrace(
  received: readonly PurgeReading[],
  marks: readonly Mark[],
  jointId: string,
  wishes: TraceWishes,
): JointTrace | null {
  const own = marks.filter((m) => m.jointId === jointId).sort((a, b) => a.atMs - b.atMs);
  const begun = own.filter((m) => m.kind === 'joint begun').at(-1);
  if (!begun) return null;
  const after = own.filter((m) => m.atMs >= begun.atMs);
  const brazedMs = after.find((m) => m.kind === 'joint brazed')?.atMs ?? null;
  const stoppedMs = after.find((m) => m.kind === 'joint stopped' || m.kind === 'joint skipped')?.atMs ?? null;
  const toMs = after.find((m) => m.kind === 'joint cool')?.atMs ?? stoppedMs;
  const all = allReadings(received, marks);
  const strike = readingsOf(all, 'oxygen').findLast((r) => r.atMs <= begun.atMs);
  const readings = all.filter((r) => r.atMs >= begun.atMs && r.atMs <= (toMs ?? Infinity));
  const oxygen = readingsOf(readings, 'oxygen');
  const flow = readingsOf(readings, 'flow');
  const worstOxygen = oxygen.length ? Math.max(...oxygen.map((r) => r.value)) : null;
  const leastFlowM3s = flow.length ? Math.min(...flow.map((r) => r.value)) : null;
  const ends = [begun.atMs, ...oxygen.map((r) => r.atMs), ...(toMs === null ? [] : [toMs])];
  const longestSilenceS = Math.max(0, ...ends.slice(1).map((t, i) => (t - (ends[i] as number)) / 1000));
  const byHand = readings.filter((r) => r.manual).length;
  const faults: string[] = [];
  if (worstOxygen === null) faults.push('no oxygen reading while it was made');
  else if (worstOxygen > wishes.limit)
    faults.push(`oxygen reached ${percent(worstOxygen)}, the limit is ${percent(wishes.limit)}`);
  if (leastFlowM3s !== null && leastFlowM3s < wishes.leastFlowM3s) faults.push('the flow fell under the least set');
  if (worstOxygen !== null && longestSilenceS > STALE_S && byHand === 0)
    faults.push(`no oxygen reading for ${Math.round(longestSilenceS)} s`);
  if (brazedMs !== null && toMs === null) faults.push('never said to be cool');
  return {
    fromMs: begun.atMs,
    brazedMs,
    toMs,
    readings,
    strikeOxygen: strike && begun.atMs - strike.atMs <= goodForMs(strike) ? strike.value : null,
    worstOxygen,
    leastFlowM3s,
    longestSilenceS,
    byHand,
    faults,
  };
}
