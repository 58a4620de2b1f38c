import { flowOf, percent, workingK } from '../fillers/fillers.js';
import { probabilityInBand } from '../fit-up/gap-verdict.js';
import { choiceOf } from '../schools/schools.js';
import { practice, type Source } from '../source/source.js';
import { degFToK, deltaFToK } from '../units/units.js';
import { type Candidate, firstToMelt, hasFamily } from './facts.js';

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
  readonly carried: number;
  readonly school: number;
}

export const WEIGHT_SOURCE: Source = practice('our weights, editable: the order of preferences is a judgement');
export const DEFAULT_WEIGHTS: Weights = {
  gap: 40,
  noFlux: 12,
  silverPerPercent: -0.2,
  ductility: 8,
  ductilityWhenMoving: 15,
  partNearby: 30,
  procedure: 12,
  meltingMargin: 8,
  wetsIron: 14,
  runsIntoTightGap: 6,
  nickelOnStainless: 10,
  brassRodOnStructure: 25,
  usual: 12,
  carried: 8,
  school: 30,
};

/** What each weight is for, in words, in the order they are shown. */
export const WEIGHT_WORDS: Readonly<Record<keyof Weights, string>> = {
  gap: 'gap inside its band at heat, times its likelihood',
  noFlux: 'needs no flux',
  usual: 'usual in the trade, times how usual',
  carried: 'the crew carries it already',
  procedure: 'a signed procedure covers it',
  meltingMargin: 'room under the base metal',
  partNearby: 'spares a part nearby that hates heat',
  ductility: 'ductile, on lines that shake',
  ductilityWhenMoving: 'ductile, where the joint moves',
  wetsIron: 'high silver on iron',
  nickelOnStainless: 'nickel on stainless',
  runsIntoTightGap: 'thin enough for a tight gap',
  brassRodOnStructure: 'brass rod on brackets',
  school: 'the job’s school on silver',
  silverPerPercent: 'each percent of silver',
};
/** Largest weight a company may set. */
export const WEIGHT_LIMIT = 100;

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
  'BAg-28': 0.4,
  'BAg-34': 0.4,
  'RBCuZn-C': 0.7,
  'BAlSi-4': 0.7,
  'ZnAl-2': 0.7,
};

const clamp01 = (x: number): number => Math.max(0, Math.min(1, x));

/** 0 (brittle) to 1 (ductile): less phosphorus is more ductile; silver rods count as ductile. Source: practice. */
function ductility(c: Candidate): number {
  return c.filler.group === 'BCuP' ? clamp01((7.5 - percent(c.filler, 'P')) / 2.5) : 1;
}

/** True where the job's school on silver speaks for this class: copper joints, phosphorus rods only. */
function followsSilverSchool(c: Candidate): boolean {
  if (c.filler.group !== 'BCuP') return false;
  const silver = percent(c.filler, 'Ag');
  return (c.schools.silver === 'low' && silver <= 6) || (c.schools.silver === 'fifteen' && silver === 15);
}

function add(lines: ScoreLine[], id: string, says: string, points: number): void {
  if (Math.abs(points) >= 0.05) lines.push({ id, says, points });
}

/** A rod that spares the part takes all the points; where it does not, one that melts low takes up to a third. */
function partPoints(c: Candidate, weights: Weights, lines: ScoreLine[]): void {
  const peakK = c.partNearby ? c.partPeakK(workingK(c.filler)) : null;
  if (!c.partNearby || peakK === null) return;
  if (peakK <= c.partNearby.limitK) add(lines, 'part', 'keeps the part nearby under what it bears', weights.partNearby);
  else
    add(
      lines,
      'part',
      'melts low beside a part that hates heat',
      (weights.partNearby / 3) * clamp01((degFToK(1500) - c.filler.liquidusK) / deltaFToK(400)),
    );
}

/** The score of an allowed candidate, broken down. Higher is better. */
export function scoreLines(c: Candidate, weights: Weights, covered: boolean): ScoreLine[] {
  const lines: ScoreLine[] = [];
  const inBand =
    (c.kind === 'patch' ? 0 : 1) *
    probabilityInBand(c.gap.sideM, c.gapSdM, c.filler.gapBandM) *
    (c.outerGap ? probabilityInBand(c.outerGap.sideM, c.gapSdM, c.filler.gapBandM) : 1);
  add(lines, 'gap', `${Math.round(inBand * 100)} % likely inside its gap band at heat`, weights.gap * inBand);
  if (!c.flux) add(lines, 'no-flux', 'needs no flux', weights.noFlux);
  const silver = percent(c.filler, 'Ag');
  add(lines, 'silver', `${silver} % silver to pay for`, weights.silverPerPercent * silver);
  const shakes = c.movement || c.service.kind === 'refrigerant';
  const ductileWeight = c.movement ? weights.ductilityWhenMoving : weights.ductility;
  if (shakes)
    add(
      lines,
      'ductility',
      c.movement ? 'ductile: the joint moves' : 'ductile: refrigerant lines shake',
      ductileWeight * ductility(c),
    );
  partPoints(c, weights, lines);
  if (covered) add(lines, 'procedure', 'a signed procedure covers it', weights.procedure);
  const lower = firstToMelt(c).solidusK;
  add(
    lines,
    'margin',
    'room under the base metal',
    weights.meltingMargin * clamp01((lower - c.filler.brazingK.max) / deltaFToK(400)),
  );
  if (hasFamily(c, 'steel', 'stainless', 'cast-iron', 'nickel') && c.filler.group === 'BAg') {
    add(lines, 'wets-iron', 'high silver wets iron', weights.wetsIron * clamp01((silver - 30) / 15));
  }
  if (hasFamily(c, 'stainless') && percent(c.filler, 'Ni') >= 2) {
    add(lines, 'nickel', 'nickel keeps the stainless interface sound', weights.nickelOnStainless);
  }
  add(lines, 'usual', 'usual in the trade, easy to get', weights.usual * (USUAL[c.filler.id] ?? 0));
  if (c.carried.includes(c.filler.id)) add(lines, 'carried', 'the crew carries it already', weights.carried);
  if (followsSilverSchool(c))
    add(lines, 'school', `the job’s school: ${choiceOf(c.schools, 'silver').name}`, weights.school);
  const tight = c.gapVerdict === 'tight';
  if (tight && flowOf(c.filler) === 'runs like water')
    add(lines, 'runs', 'thin enough to enter a tight gap', weights.runsIntoTightGap);
  if (c.filler.group === 'RBCuZn' && c.service.kind === 'structure') {
    add(lines, 'structure', 'brass rod suits brackets', weights.brassRodOnStructure);
  }
  return lines;
}
