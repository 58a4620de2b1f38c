import { flowOf, percent } from '../fillers/fillers.js';
import { gapVerdict, probabilityInBand } from '../fit-up/gap.js';
import { practice, type Source } from '../source/source.js';
import { degFToK, deltaFToK } from '../units/units.js';
import { hasFamily, type Candidate } from './facts.js';

/** One line of the score of an allowed filler. */
export interface ScoreLine {
  readonly id: string;
  readonly says: string;
  readonly points: number;
}

/** How much each preference weighs; the company may change them later without touching a refusal. */
export interface Weights {
  readonly gap: number;
  readonly noFlux: number;
  readonly silverPerPercent: number;
  readonly ductility: number;
  readonly ductilityWhenMoving: number;
  readonly partNearby: number;
  readonly procedure: number;
  readonly meltingMargin: number;
  readonly wetsIron: number;
  readonly runsIntoTightGap: number;
  readonly nickelOnStainless: number;
  readonly brassRodOnStructure: number;
  readonly usual: number;
}

export const WEIGHT_SOURCE: Source = practice('our weights, editable: the order of preferences is a judgement');
export const DEFAULT_WEIGHTS: Weights = {
  gap: 40,
  noFlux: 12,
  silverPerPercent: -0.2,
  ductility: 8,
  ductilityWhenMoving: 15,
  partNearby: 10,
  procedure: 12,
  meltingMargin: 8,
  wetsIron: 14,
  runsIntoTightGap: 6,
  nickelOnStainless: 10,
  brassRodOnStructure: 25,
  usual: 12,
};

/**
 * How usual a class is in the trade, 0 to 1: carried by every supplier and known to every hand.
 * Source: practice (15 % silver is the refrigeration standard). Classes not named are rarely stocked.
 */
export const USUAL: Readonly<Record<string, number>> = {
  'BCuP-5': 1,
  'BCuP-2': 0.7,
  'BCuP-3': 0.7,
  'BCuP-4': 0.7,
  'BCuP-6': 0.6,
  'BAg-24': 0.8,
  'BAg-7': 0.7,
  'BAg-5': 0.7,
  'BAg-28': 0.5,
  'BAg-34': 0.6,
  'RBCuZn-C': 0.7,
  'BAlSi-4': 0.7,
};

const clamp01 = (x: number): number => Math.max(0, Math.min(1, x));

/** 0 (brittle) to 1 (ductile): less phosphorus is more ductile; silver rods count as ductile. Source: practice. */
function ductility(c: Candidate): number {
  return c.filler.group === 'BCuP' ? clamp01((7.5 - percent(c.filler, 'P')) / 2.5) : 1;
}

/** The score of an allowed candidate, broken down. Higher is better. */
export function scoreLines(c: Candidate, weights: Weights, covered: boolean): ScoreLine[] {
  const lines: ScoreLine[] = [];
  const add = (id: string, says: string, points: number): void => {
    if (Math.abs(points) >= 0.05) lines.push({ id, says, points });
  };
  const inBand = probabilityInBand(c.gap.sideM, c.gapSdM, c.filler.gapBandM);
  add('gap', `${Math.round(inBand * 100)} % likely inside its gap band at heat`, weights.gap * inBand);
  if (!c.flux) add('no-flux', 'needs no flux', weights.noFlux);
  const silver = percent(c.filler, 'Ag');
  add('silver', `${silver} % silver to pay for`, weights.silverPerPercent * silver);
  const shakes = c.movement || c.service.kind === 'refrigerant';
  const ductileWeight = c.movement ? weights.ductilityWhenMoving : weights.ductility;
  if (shakes)
    add(
      'ductility',
      c.movement ? 'ductile: the joint moves' : 'ductile: refrigerant lines shake',
      ductileWeight * ductility(c),
    );
  if (c.partNearby) {
    add(
      'part',
      'melts low beside a part that hates heat',
      weights.partNearby * clamp01((degFToK(1500) - c.filler.liquidusK) / deltaFToK(400)),
    );
  }
  if (covered) add('procedure', 'a signed procedure covers it', weights.procedure);
  const lower = Math.min(c.tube.solidusK, c.socket.solidusK);
  add(
    'margin',
    'room under the base metal',
    weights.meltingMargin * clamp01((lower - c.filler.brazingK.max) / deltaFToK(400)),
  );
  if (hasFamily(c, 'steel', 'stainless', 'cast-iron', 'nickel') && c.filler.group === 'BAg') {
    add('wets-iron', 'high silver wets iron', weights.wetsIron * clamp01((silver - 30) / 15));
  }
  if (hasFamily(c, 'stainless') && percent(c.filler, 'Ni') >= 2) {
    add('nickel', 'nickel keeps the stainless interface sound', weights.nickelOnStainless);
  }
  add('usual', 'usual in the trade, easy to get', weights.usual * (USUAL[c.filler.id] ?? 0));
  const tight = gapVerdict(c.gap.sideM, c.filler.gapBandM, c.filler.bridgesToM) === 'tight';
  if (tight && flowOf(c.filler) === 'runs like water')
    add('runs', 'thin enough to enter a tight gap', weights.runsIntoTightGap);
  if (c.filler.group === 'RBCuZn' && c.service.kind === 'structure') {
    add('structure', 'brass rod suits brackets', weights.brassRodOnStructure);
  }
  return lines;
}
