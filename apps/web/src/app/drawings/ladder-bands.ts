import { workingK } from '@hephaist/core/fillers/fillers';
import { HEAT_COLOURS, OXIDE_ONSET_K } from '@hephaist/core/heat/colours';
import type { JointPlan } from '@hephaist/core/joint/plan';
import type { FillerJudgement } from '@hephaist/core/selection/select';

export interface LadderBand {
  readonly id: string;
  readonly label: string;
  readonly fromK: number;
  readonly toK: number;
  readonly kind: 'melts' | 'flux' | 'brazing' | 'melting';
  /** Column from the left, 0 first. */
  readonly column: number;
}

export interface LadderLine {
  readonly id: string;
  readonly label: string;
  readonly atK: number;
  readonly kind: 'work' | 'oxide' | 'limit' | 'service';
}

export interface Ladder {
  readonly topK: number;
  /** Columns the bands take. */
  readonly columns: number;
  readonly bands: readonly LadderBand[];
  readonly lines: readonly LadderLine[];
}

/**
 * Bands and lines of one joint on one temperature axis. A choice is right when the bands nest.
 * @param candidates rods to draw side by side; else the chosen one
 */
export function ladderOf(
  plan: JointPlan,
  serviceMaxK: number,
  partLimitK: number | null,
  candidates: readonly FillerJudgement[] = plan.selection.chosen ? [plan.selection.chosen] : [],
): Ladder {
  const all = [plan.tubeMetal, ...(plan.bushMetal ? [plan.bushMetal] : []), plan.socketMetal];
  const metals = all.filter((m, i) => all.findIndex((x) => x.id === m.id) === i);
  const first = Math.max(2, metals.length);
  const topK = Math.max(...metals.map((m) => m.liquidusK), 1300) + 110;
  const bands: LadderBand[] = metals.map((m, i) => ({
    id: `metal-${i}`,
    label: `${m.short} melts`,
    fromK: m.solidusK,
    toK: topK,
    kind: 'melts',
    column: i,
  }));
  const lines: LadderLine[] = [{ id: 'oxide', label: 'oxide starts', atK: OXIDE_ONSET_K, kind: 'oxide' }];
  candidates.forEach(({ filler: f, flux }, i) => {
    const column = first + 2 * i;
    const tag = candidates.length > 1 ? ` ${f.id}` : '';
    if (flux)
      bands.push({
        id: `flux-${i}`,
        label: flux.id,
        fromK: flux.activeK.min,
        toK: flux.activeK.max,
        kind: 'flux',
        column,
      });
    bands.push({
      id: `brazing-${i}`,
      label: f.id,
      fromK: f.brazingK.min,
      toK: f.brazingK.max,
      kind: 'brazing',
      column: column + 1,
    });
    bands.push({
      id: `melting-${i}`,
      label: `${f.id} melts`,
      fromK: f.solidusK,
      toK: Math.max(f.liquidusK, f.solidusK + 4),
      kind: 'melting',
      column: column + 1,
    });
    lines.push({ id: `work-${i}`, label: `work here${tag}`, atK: workingK(f), kind: 'work' });
  });
  if (partLimitK) lines.push({ id: 'limit', label: 'part nearby bears', atK: partLimitK, kind: 'limit' });
  lines.push({ id: 'service', label: 'service', atK: serviceMaxK, kind: 'service' });
  return { topK, bands, lines, columns: first + 2 * Math.max(1, candidates.length) };
}

/** Stops of the colour bar: what steel or copper looks like in a dim place. */
export const GLOW: readonly { readonly atK: number; readonly colour: string }[] = [
  { atK: 300, colour: '#26262a' },
  { atK: HEAT_COLOURS[0].tempK, colour: '#471a18' },
  { atK: HEAT_COLOURS[1].tempK, colour: '#6d1f17' },
  { atK: HEAT_COLOURS[2].tempK, colour: '#96281a' },
  { atK: HEAT_COLOURS[3].tempK, colour: '#bb3a1c' },
  { atK: HEAT_COLOURS[4].tempK, colour: '#d9581f' },
  { atK: HEAT_COLOURS[5].tempK, colour: '#ee8a34' },
  { atK: HEAT_COLOURS[6].tempK, colour: '#f9c763' },
  { atK: 1900, colour: '#fdeebc' },
];

/** Moves labels apart so that none overlap: positions in, positions out, same order; at least `room` between. */
export function spread(ys: readonly number[], room: number): number[] {
  const order = ys.map((y, i) => ({ y, i })).sort((a, b) => a.y - b.y);
  let last = -Infinity;
  const out = [...ys];
  for (const o of order) {
    last = Math.max(o.y, last + room);
    out[o.i] = last;
  }
  return out;
}
