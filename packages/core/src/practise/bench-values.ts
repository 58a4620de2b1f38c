import { derived, practice, type Source } from '../source/source.js';

/** Values of the practice bench that a company may correct by its own trials. */
export const BENCH_VALUE_IDS = [
  'air-out',
  'air-back',
  'tension',
  'viscosity',
  'front',
  'wets-to',
  'gap-air',
  'soot',
  'soot-off',
  'oxidising',
  'closest',
  'brass-smokes',
  'rod-smokes',
] as const;
export type BenchValueId = (typeof BENCH_VALUE_IDS)[number];

/** One value, in the unit that it states. */
export interface BenchValue {
  readonly id: string;
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly source: Source;
}

const LINE = practice(
  'the bench’s line holds so little that nitrogen clears it in a quarter of a minute, and air is back in eight seconds once it stops: both ends are open',
);
const CAPILLARY = derived(
  'capillary drive 2 gamma / gap against gravity; Washburn between plates; molten rod 1 N/m and 4 mPa s, from memory',
);
const FRONT = practice(
  'molten rod goes to the hottest that it wets; a place with one more wet neighbour counts as 20 K hotter, for a front keeps itself short',
);
const GAP_AIR = practice(
  'in the gap a neutral flame leaves a tenth of air’s oxygen, an oxidising one all of it; a phosphorus rod wets copper under 1 µm of oxide, nothing wets over it',
);
const SOOT = practice(
  'a feather playing on work under about 1400 °F soots it in eight seconds; a clean flame burns soot off above 1100 °F in ten',
);
const OXIDISING = practice('an oxidising flame uses flux up three times as fast');
const CLOSE = practice('the tip nearer than a quarter inch gathers its heat: at an eighth its spot is half as wide');
const SMOKE = practice('zinc smokes off brass from about 1650 °F, and off a rod 100 °F over its range');

type Row = readonly [BenchValueId, name: string, value: number, unit: string, min: number, max: number, Source];

const ROWS: readonly Row[] = [
  ['air-out', 'time constant in which nitrogen clears the line', 3, 's', 0.5, 60, LINE],
  ['air-back', 'time constant in which air comes back', 8, 's', 0.5, 120, LINE],
  ['tension', 'surface tension of molten rod', 1, 'N/m', 0.2, 2, CAPILLARY],
  ['viscosity', 'viscosity of molten rod', 4, 'mPa s', 1, 50, CAPILLARY],
  ['front', 'a wet neighbour counts as hotter by', 20, 'K', 0, 100, FRONT],
  ['wets-to', 'oxide that a phosphorus rod wets under', 1, 'µm', 0.05, 10, GAP_AIR],
  ['gap-air', 'share of air’s oxygen in the gap under a neutral flame', 0.1, 'share', 0, 1, GAP_AIR],
  ['soot', 'time in which a feather soots cold work', 8, 's', 1, 60, SOOT],
  ['soot-off', 'time in which a clean flame burns it off', 10, 's', 1, 120, SOOT],
  ['oxidising', 'flux is used up faster under an oxidising flame, times', 3, 'times', 1, 10, OXIDISING],
  ['closest', 'spot of a flame held to the work, against its own', 0.35, 'share', 0.1, 1, CLOSE],
  ['brass-smokes', 'brass smokes from', 1172, 'K', 900, 1300, SMOKE],
  ['rod-smokes', 'a rod with zinc smokes over its range by', 55, 'K', 0, 300, SMOKE],
];

/** The values as they ship. */
export const BENCH_VALUES: readonly BenchValue[] = ROWS.map(([id, name, value, unit, , , source]) => ({
  id,
  name,
  value,
  unit,
  source,
}));

/** What a value may be, in its unit; null for none that is known. */
export function benchValueRange(
  id: string,
): { readonly min: number; readonly max: number; readonly unit: string } | null {
  const row = ROWS.find(([known]) => known === id);
  return row ? { min: row[4], max: row[5], unit: row[3] } : null;
}

/** The values by id, each in its unit. */
export type BenchValues = Readonly<Record<BenchValueId, number>>;

/** @param rows the tables in use; what they lack is as it ships */
export const benchValues = (rows: readonly BenchValue[] = BENCH_VALUES): BenchValues =>
  Object.fromEntries([...BENCH_VALUES, ...rows].map((r) => [r.id, r.value])) as BenchValues;
