import { DEFAULT_LOSS, netFiller } from '../filler-use/filler-use.js';
import { densityKgM3, flowOf, percent, workingK } from '../fillers/fillers.js';
import { probabilityInBand } from '../fit-up/gap-verdict.js';
import { gapsOf, type JointPlan } from '../joint/plan.js';
import { rodCost, type RodPrices } from '../rod-list/rod-list.js';
import { said } from '../units/say.js';
import { firstToMeltOf } from './facts.js';
import type { FillerJudgement } from './select.js';

/** One line of a comparison; `better` names the side that is better on this joint, null where neither is. */
export interface CompareRow {
  readonly what: string;
  readonly a: string;
  readonly b: string;
  readonly better: 'a' | 'b' | null;
}

export interface ScoreRow {
  readonly id: string;
  readonly says: string;
  readonly a: number;
  readonly b: number;
}

export interface Comparison {
  readonly a: FillerJudgement;
  readonly b: FillerJudgement;
  readonly rows: readonly CompareRow[];
  /** Points of both, every line that either has. */
  readonly scores: readonly ScoreRow[];
}

const t = (k: number): string => said(k, 'temperature');
const better = (a: number, b: number, more: 'more' | 'less'): 'a' | 'b' | null =>
  Math.abs(a - b) < 1e-12 ? null : a > b === (more === 'more') ? 'a' : 'b';

/** Two classes side by side on the same joint. Null where one is not on file. */
export function compareFillers(plan: JointPlan, aId: string, bId: string, prices: RodPrices): Comparison | null {
  const find = (id: string): FillerJudgement | undefined => plan.selection.judgements.find((j) => j.filler.id === id);
  const [a, b] = [find(aId), find(bId)];
  if (!a || !b) return null;
  const both = <T>(of: (j: FillerJudgement) => T): [T, T] => [of(a), of(b)];
  const row = (
    what: string,
    show: (j: FillerJudgement) => string,
    rank?: (j: FillerJudgement) => number,
    more: 'more' | 'less' = 'more',
  ): CompareRow => {
    const [sa, sb] = both(show);
    return { what, a: sa, b: sb, better: rank ? better(rank(a), rank(b), more) : null };
  };
  const melts = firstToMeltOf(
    plan.bushMetal ? [plan.tubeMetal, plan.bushMetal, plan.socketMetal] : [plan.tubeMetal, plan.socketMetal],
  ).solidusK;
  const likely = (j: FillerJudgement): number =>
    gapsOf(j).reduce((p, g) => p * probabilityInBand(g.sideM, plan.gap.sdM, j.filler.gapBandM), 1);
  const massKg = (j: FillerJudgement): number => {
    const { netM3 } = netFiller(gapsOf(j), plan.overlap.overlapM, plan.tube.wallM);
    return densityKgM3(j.filler) * netM3 * (1 + DEFAULT_LOSS);
  };
  const refusals = (j: FillerJudgement): string =>
    j.findings
      .filter((f) => f.effect === 'refuse')
      .map((f) => f.says)
      .join(' ') || 'refused with the joint itself';
  const rows: CompareRow[] = [
    row(
      'Verdict',
      (j) =>
        j.verdict === 'refused'
          ? `refused: ${refusals(j)}`
          : j.verdict === 'chosen'
            ? 'chosen'
            : `allowed, rank ${j.rank ?? ''}`,
      (j) => (j.verdict === 'refused' ? 0 : 1),
    ),
    row(
      'Flux',
      (j) => j.flux?.id ?? 'none',
      (j) => (j.flux ? 0 : 1),
    ),
    row('Gap per side at heat', (j) => `${said(j.gap.sideM, 'gap')}, ${j.gapVerdict}`),
    row('Its band', (j) => `${said(j.filler.gapBandM.min, 'gap')} to ${said(j.filler.gapBandM.max, 'gap')}`),
    row(
      'Likely in band',
      (j) => `${Math.round(100 * likely(j))} %`,
      (j) => Math.round(100 * likely(j)),
    ),
    row('Melts', (j) => `${t(j.filler.solidusK)} to ${t(j.filler.liquidusK)}, ${flowOf(j.filler)}`),
    row(
      'Work at',
      (j) => t(workingK(j.filler)),
      (j) => workingK(j.filler),
      'less',
    ),
    row(
      'Room under the base metal',
      (j) => said(melts - j.filler.brazingK.max, 'temperatureDifference'),
      (j) => melts - j.filler.brazingK.max,
    ),
    row(
      'Silver',
      (j) => `${percent(j.filler, 'Ag')} %`,
      (j) => percent(j.filler, 'Ag'),
      'less',
    ),
    row('Rod for this joint', (j) => said(massKg(j), 'filler'), massKg, 'less'),
    row(
      'Costs, with silver as priced',
      (j) => rodCost(j.filler, massKg(j), prices).toFixed(2),
      (j) => rodCost(j.filler, massKg(j), prices),
      'less',
    ),
  ];
  const ids = [...new Set([...a.scoreLines, ...b.scoreLines].map((l) => l.id))];
  const line = (j: FillerJudgement, id: string) => j.scoreLines.find((l) => l.id === id);
  return {
    a,
    b,
    rows,
    scores: ids.map((id) => ({
      id,
      says: (line(a, id) ?? line(b, id))?.says ?? id,
      a: line(a, id)?.points ?? 0,
      b: line(b, id)?.points ?? 0,
    })),
  };
}
