import { practice, published, type Source } from '../source/source.js';
import { type HeatJoint, type HeatPart, jointChain } from './heat-joint.js';
import type { RunSpec, WetSink } from './heat-run.js';
import { BOILS_K } from './losses.js';
import { brazeBy, efficiencyOf, type HeatPlan, runOf, type Torch } from './plan-heat.js';
import type { ProtectionId } from './protections.js';

/** How a part fares under one protection. */
export interface Protected {
  readonly id: ProtectionId;
  /** Highest temperature of the tube where the part stands, K, and when; null where the part is not there. */
  readonly peakK: number | null;
  readonly atS: number | null;
  readonly verdict: 'saves it' | 'does not save it' | 'refused';
  /** When paste or wrap is boiled dry, s from strike; null where it lasts or there is none. */
  readonly dryAtS: number | null;
  /** Water that it gave, kg. */
  readonly waterKg: number;
  readonly source: Source;
}

const LATENT_J_KG = 2.26e6;
export const WATER_SOURCE = published('steam tables: 2.26 MJ/kg to boil water away');
/** Grams of paste and what of it is water; water in a wrung rag; how well each touches the tube, W/m2K; over how much of it. */
export const PASTE = { grams: 60, water: 0.7, contactWm2K: 3000, overM: 0.05, pastM: 0.01 } as const;
export const WRAP = { grams: 120, water: 1, contactWm2K: 1500, overM: 0.08, pastM: 0.04 } as const;
export const PASTE_SOURCE = practice(
  'boiling on metal is taken as 3000 W/m²K; 60 g of paste, seven tenths of it water, two inches of tube up to the part and onto it; it holds about 212 °F until its water is gone',
);
export const WRAP_SOURCE = practice(
  'boiling through cloth is taken as half that of paste; a rag with 120 g of water, three inches round the part; it is wetted again before it dries',
);
/** Capacity of a clamp of aluminium jaws, J/K, and how much of the tube it holds, m. */
export const CLAMP = { capacityJK: 400, overM: 0.04 } as const;
export const CLAMP_SOURCE = practice('a pair of aluminium jaws of about a pound on an inch and a half of tube');
/** Heat soaks on after the flame: looked at this long, s. */
export const SOAK_S = 600;
/** Nothing is laid closer to the socket than this, m. */
const CLEAR_M = 0.005;

/** Where something of a length lies: against the part and so far past it, clear of the socket. */
function before(part: HeatPart, overM: number, pastM = 0): { fromM: number; toM: number } {
  const toM = Math.max(CLEAR_M + 0.002, part.distanceM + pastM);
  return { fromM: Math.max(CLEAR_M, toM - overM), toM };
}

const wetOf = (part: HeatPart, { grams, water, contactWm2K, overM, pastM }: typeof PASTE | typeof WRAP): WetSink => ({
  ...before(part, overM, pastM),
  holdsK: BOILS_K,
  takesJ: (grams / 1000) * water * LATENT_J_KG,
  contactWm2K,
});

/** Paste before a part. */
export const pasteBefore = (part: HeatPart): WetSink => wetOf(part, PASTE);

/** What a protection lays on the tube, for a run of the joint. */
export function shielding(joint: HeatJoint, id: ProtectionId): Partial<RunSpec> {
  const { part } = joint;
  if (!part) return {};
  if (id === 'sink')
    return { chain: jointChain(joint, { clamp: { ...before(part, CLAMP.overM), capacityJK: CLAMP.capacityJK } }) };
  return { wet: id === 'paste' ? wetOf(part, PASTE) : id === 'wrap' ? wetOf(part, WRAP) : null };
}

/** Peak at the part through heating, feeding and the soak that follows. */
function peakUnder(
  joint: HeatJoint,
  part: HeatPart,
  torch: Torch,
  id: ProtectionId,
): Omit<Protected, 'id' | 'verdict' | 'source'> {
  const laid = shielding(joint, id);
  const wet = laid.wet ?? null;
  const run = runOf(joint, torch, efficiencyOf(torch).value, laid);
  let [peakK, atS] = [joint.airK, 0];
  let dryAtS: number | null = null;
  const watch = (): void => {
    const here = run.atDistance(part.distanceM);
    if (here > peakK) [peakK, atS] = [here, run.timeS];
    if (wet && run.wetLeftJ <= 0) dryAtS ??= run.timeS;
  };
  brazeBy(run, joint, watch);
  run.go(false, SOAK_S, () => {
    watch();
    return false;
  });
  return { peakK, atS, dryAtS, waterKg: wet ? (wet.takesJ - Math.max(0, run.wetLeftJ)) / LATENT_J_KG : 0 };
}

/** Nearest that the part may stand with nothing done, m; null where the whole tube that was looked at gets too hot. */
export function leastDistanceM(peaks: HeatPlan['peaks'], limitK: number): number | null {
  const k = peaks.findIndex((p) => p.peakK <= limitK);
  if (k < 0) return null;
  const [a, b] = [peaks[k - 1], peaks[k] as HeatPlan['peaks'][number]];
  if (!a) return b.distanceM;
  return a.distanceM + ((b.distanceM - a.distanceM) * (a.peakK - limitK)) / (a.peakK - b.peakK);
}

/**
 * How the part nearby fares bare, under paste, a wet wrap, a clamp-on sink, and taken apart; in that order.
 * The tube is looked at where the part stands: its body lags behind, so this is on the safe side.
 * @param plan the heat plan of the same joint and torch
 * @returns nothing where there is no part
 */
export function protectPart(joint: HeatJoint, torch: Torch, plan: HeatPlan): Protected[] {
  const { part } = joint;
  if (!part || !plan.partK) return [];
  const judged = (peakK: number): Protected['verdict'] => (peakK <= part.limitK ? 'saves it' : 'does not save it');
  const barePeakK = Math.max(...plan.partK);
  const of = (id: 'paste' | 'wrap' | 'sink', source: Source): Protected => {
    const under = peakUnder(joint, part, torch, id);
    return { id, ...under, verdict: judged(under.peakK ?? 0), source };
  };
  const wrap: Protected = joint.wrapRefused
    ? { id: 'wrap', peakK: null, atS: null, verdict: 'refused', dryAtS: null, waterKg: 0, source: WRAP_REFUSED_SOURCE }
    : of('wrap', WRAP_SOURCE);
  return [
    {
      id: 'bare',
      peakK: barePeakK,
      atS: plan.curve[plan.partK.indexOf(barePeakK)]?.timeS ?? null,
      verdict: judged(barePeakK),
      dryAtS: null,
      waterKg: 0,
      source: TUBE_AT_PART_SOURCE,
    },
    of('paste', PASTE_SOURCE),
    wrap,
    of('sink', CLAMP_SOURCE),
    { id: 'apart', peakK: null, atS: null, verdict: 'saves it', dryAtS: null, waterKg: 0, source: APART_SOURCE },
  ];
}

export const WRAP_REFUSED_SOURCE = practice('no wet rag on an open line whose oil drinks water');
export const TUBE_AT_PART_SOURCE = practice('judged by the tube where the part stands; its body lags behind');
export const APART_SOURCE = practice('what heat ruins is taken out first, where the part comes apart');
