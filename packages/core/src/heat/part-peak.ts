import { remembered } from '../numeric/remembered.js';
import { derived } from '../source/source.js';
import { degFToK } from '../units/units.js';
import { alikeJoint, type HeatJoint } from './heat-joint.js';
import { brazeBy, efficiencyOf, type HeatPlan, meltsAtK, peaksOf, runOf } from './plan-heat.js';
import { shielding, SOAK_S } from './protect-part.js';
import type { ProtectionId } from './protections.js';
import { heatKey, usualTorch } from './rank-tips.js';

/** Working temperatures at which the peak is worked out, K; between them it goes straight. */
const LADDER_K = [700, 1000, 1150, 1250, 1350, 1450, 1550, 1700, 1900].map(degFToK);
/** Under melting the ladder ends here, K. */
const UNDER_MELTING_K = 30;
/** Working temperature that the usual torch is chosen at, K. */
const TYPICAL_K = degFToK(1350);

export const PART_HEAT_SOURCE = derived(
  'heat plan of this joint under the usual tip; the tube where the part stands, its body lags behind',
);

/** Under this no part minds, K. */
const NO_PART_MINDS_K = degFToK(150);

type Peaks = HeatPlan['peaks'];
const peaksKnown = remembered<Peaks>(3000);

/** Peaks along the tube where a rod is worked at a temperature, nearest first; for bare tube they serve a part at any distance. */
const peaksAt = (joint: HeatJoint, workK: number, protection: ProtectionId): Peaks =>
  peaksKnown(`${heatKey(joint)} ${Math.round(workK)} ${protection}`, () => {
    const at = { ...joint, workK };
    const typical = { ...joint, part: null, workK: Math.min(TYPICAL_K, meltsAtK(joint) - UNDER_MELTING_K) };
    const torch = usualTorch(typical);
    const run = runOf(at, torch, efficiencyOf(torch).value, { ...shielding(at, protection), fineness: 1.5 });
    brazeBy(run, at);
    run.go(false, SOAK_S, (n) => n.hottestK < NO_PART_MINDS_K);
    return peaksOf(run);
  });

/** Peak at a distance, K, straight between the places it was followed at; beyond them the last. */
function peakAt(peaks: Peaks, distanceM: number): number {
  const k = peaks.findIndex((p) => p.distanceM >= distanceM);
  const [a, b] = [peaks[k - 1], peaks[k] ?? peaks.at(-1)];
  if (!a || !b) return b?.peakK ?? 0;
  return a.peakK + ((b.peakK - a.peakK) * (distanceM - a.distanceM)) / (b.distanceM - a.distanceM);
}

/**
 * Highest temperature of the tube where the part stands, K, by the temperature that the rod is worked at, under the
 * usual torch and what protects the part. Null where the part is taken apart, or there is none.
 */
export function partPeakK(joint: HeatJoint, workK: number, protection: ProtectionId): number | null {
  const { part } = joint;
  if (!part || protection === 'apart') return null;
  // Bare tube is followed once for parts at any distance.
  const alike = alikeJoint(protection === 'bare' ? { ...joint, part: null } : joint);
  const most = meltsAtK(joint) - UNDER_MELTING_K;
  const wanted = Math.min(workK, most);
  const above = LADDER_K.findIndex((k) => k >= wanted);
  const low = Math.min(most, LADDER_K[Math.max(0, above - 1)] ?? most);
  const high = Math.min(most, LADDER_K[above] ?? most);
  const at = (k: number): number => peakAt(peaksAt(alike, k, protection), part.distanceM);
  if (high - low < 1) return at(high);
  const share = Math.max(0, (wanted - low) / (high - low));
  return (1 - share) * at(low) + share * at(high);
}
