import { type Alternative, orderWords, type RodList } from '@hephaist/core/rod-list/rod-list';
import type { Column } from '../layout/table';
import type { UnitsStore } from '../units/units.store';

type Show = InstanceType<typeof UnitsStore>['show'];

/** One line of the order: a rod in its form, a flux in its jars, or all together. */
export interface OrderRow {
  readonly what: string;
  readonly note: string;
  readonly joints: string;
  readonly left: string;
  readonly weight: string;
  readonly form: string;
  readonly length: string;
  readonly order: string;
  readonly cost: string;
}

const counted = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;

/** What is ordered, rods first, then fluxes, then what it costs together. */
export function orderRows(list: RodList, show: Show): OrderRow[] {
  const nothing = { note: '', joints: '', left: '', weight: '', form: '', length: '', order: '' };
  return [
    ...list.rods.map((r) => ({
      what: r.filler.id,
      note: '',
      joints: String(r.joints),
      left: String(r.leftJoints),
      weight: show(r.leftKg, 'mass'),
      form: r.form.name,
      length: show(r.leftM, 'run'),
      order: orderWords(r.order),
      cost: r.cost.toFixed(2),
    })),
    ...list.fluxes.map((f) => ({
      what: f.flux.id,
      note: f.flux.name,
      joints: String(f.joints),
      left: String(f.leftJoints),
      weight: show(f.leftKg, 'mass'),
      form: 'half-pound jars; thin and even',
      length: '',
      order: `${counted(f.jars, 'jar', 'jars')}, ${counted(f.brushes, 'brush', 'brushes')}`,
      cost: '',
    })),
    { ...nothing, what: 'Together', cost: list.cost.toFixed(2) },
  ];
}

export const ORDER_COLUMNS: readonly Column<OrderRow>[] = [
  { id: 'what', head: 'Rod', names: true },
  { id: 'joints', head: 'Joints', text: (r) => r.joints, number: true },
  { id: 'left', head: 'Left to braze', text: (r) => r.left, number: true },
  { id: 'weight', head: 'Weight left', text: (r) => r.weight, number: true },
  { id: 'form', head: 'Form', text: (r) => r.form },
  { id: 'length', head: 'Length', text: (r) => r.length, number: true },
  { id: 'order', head: 'Order', number: true },
  { id: 'cost', head: 'Cost', text: (r) => r.cost, number: true },
];

/** A set of rods to carry, as the list shows it. */
export interface SetRow {
  readonly name: string;
  readonly rods: readonly string[];
  readonly served: number;
  readonly firstChoice: number;
  readonly gain: { readonly served: number; readonly points: number } | null;
  readonly smallest: boolean;
  readonly carried: boolean;
}

/** @param servable joints that any rod serves */
export const setColumns = (servable: () => number): readonly Column<SetRow>[] => [
  { id: 'rods', head: 'Rods', names: true },
  { id: 'serve', head: 'Serve', text: (s) => `${s.served} of ${servable()}`, number: true },
  { id: 'first', head: 'First choice on', text: (s) => String(s.firstChoice), number: true },
  {
    id: 'gain',
    head: 'What the extra rod gains',
    text: ({ gain: g }) => (g ? (g.served ? `${g.served} more joints` : `${g.points.toFixed(1)} points a joint`) : ''),
  },
  { id: 'carry', head: 'Carry' },
];

export const OTHER_COLUMNS: readonly Column<Alternative>[] = [
  { id: 'rod', head: 'Rod', text: (a) => a.filler.id, names: true },
  { id: 'silver', head: 'Silver', text: (a) => `${a.filler.composition.Ag ?? 0} %`, number: true },
  { id: 'joints', head: 'Allowed on', text: (a) => String(a.joints), number: true },
  { id: 'band', head: 'Gap in its band', text: (a) => String(a.inBand), number: true },
  { id: 'cost', head: 'Cost', text: (a) => a.cost.toFixed(2), number: true },
  {
    id: 'against',
    head: 'Against the plan',
    text: (a) => `${a.cost - a.costNow >= 0 ? '+' : '−'}${Math.abs(a.cost - a.costNow).toFixed(2)}`,
    number: true,
  },
];
