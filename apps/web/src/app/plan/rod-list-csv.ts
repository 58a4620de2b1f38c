import type { RodList } from '@hephaist/core';
import Papa from 'papaparse';

/** The rod and flux list as CSV; masses in g, lengths in m, whatever is shown. */
export function rodListCsv(list: RodList): string {
  return Papa.unparse(
    [
      ...list.rods.map((r) => ({
        kind: 'rod',
        class: r.filler.id,
        joints: r.joints,
        'joints left': r.leftJoints,
        'mass left g': (r.leftKg * 1000).toFixed(1),
        'flat sticks': r.sticks,
        cost: r.cost.toFixed(2),
      })),
      ...list.fluxes.map((f) => ({
        kind: 'flux',
        class: f.flux.id,
        joints: f.joints,
        'joints left': f.leftJoints,
        'mass left g': '',
        'flat sticks': '',
        cost: '',
      })),
    ],
    { columns: ['kind', 'class', 'joints', 'joints left', 'mass left g', 'flat sticks', 'cost'] },
  );
}
