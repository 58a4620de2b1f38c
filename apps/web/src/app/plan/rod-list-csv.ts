import { type GasList, gasRows } from '@hephaist/core/rod-list/gas-list';
import { orderWords, type RodList } from '@hephaist/core/rod-list/rod-list';
import Papa from 'papaparse';

/** The list of rod, flux and gas as CSV; masses in g, lengths in m, gas in m³ at 1 atm, whatever is shown. */
export function rodListCsv(list: RodList, gas: GasList): string {
  return Papa.unparse(
    [
      ...list.rods.map((r) => ({
        kind: 'rod',
        class: r.filler.id,
        form: r.form.name,
        joints: r.joints,
        'joints left': r.leftJoints,
        'mass left g': (r.leftKg * 1000).toFixed(1),
        'length left m': r.leftM.toFixed(2),
        order: orderWords(r.order),
        cost: r.cost.toFixed(2),
      })),
      ...list.fluxes.map((f) => ({
        kind: 'flux',
        class: f.flux.id,
        form: f.flux.form,
        joints: f.joints,
        'joints left': f.leftJoints,
        'mass left g': (f.leftKg * 1000).toFixed(1),
        'length left m': '',
        order: `${f.jars} half-pound jars, ${f.brushes} brushes`,
        cost: '',
      })),
      ...gasRows(gas).map((r) => ({
        kind: 'gas',
        class: r.gas.toLowerCase(),
        'joints left': gas.joints,
        'volume left m3': r.m3.toFixed(3),
        order: r.order,
      })),
    ],
    {
      columns: [
        'kind',
        'class',
        'form',
        'joints',
        'joints left',
        'mass left g',
        'length left m',
        'volume left m3',
        'order',
        'cost',
      ],
    },
  );
}
