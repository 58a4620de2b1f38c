import type { FillerGroup } from '../fillers/fillers.js';
import type { MetalFamily } from '../metals/metals.js';
import { practice, published, type Source } from '../source/source.js';
import { degFToK } from '../units/units.js';

export interface Flux {
  /** Class by AWS A5.31. */
  readonly id: string;
  readonly name: string;
  readonly form: 'paste' | 'powder' | 'liquid in the fuel gas';
  readonly activeK: { readonly min: number; readonly max: number };
  readonly groups: readonly FillerGroup[];
  readonly families: readonly MetalFamily[];
  /** Meant for capillary joints made by hand; others serve braze-welding, production or special alloys. */
  readonly forCapillary: boolean;
  readonly use: string;
  readonly source: Source;
}

const a531 = published('AWS A5.31');
const noClass = practice(
  'makers’ customary values for caesium-fluoride flux',
  'no AWS A5.31 class; check the maker’s sheet',
);
const common: readonly MetalFamily[] = ['copper', 'brass', 'cupronickel', 'steel', 'stainless', 'cast-iron', 'nickel'];

type Row = readonly [
  id: string,
  name: string,
  form: Flux['form'],
  minF: number,
  maxF: number,
  groups: readonly FillerGroup[],
  families: readonly MetalFamily[],
  forCapillary: boolean,
  use: string,
];

// prettier-ignore
const rows: readonly Row[] = [
  ['FB3-A', 'white flux', 'paste', 1050, 1600, ['BAg', 'BCuP'], common, true, 'silver and phosphorus rods on everything but aluminium, magnesium and aluminium bronze'],
  ['FB3-C', 'black flux', 'paste', 1050, 1700, ['BAg', 'BCuP'], common, true, 'steel, stainless, long or uneven heating: more oxide capacity, burns out later'],
  ['FB3-D', 'high-temperature flux', 'paste', 1400, 2200, ['RBCuZn'], common, true, 'brass rods and nickel fillers'],
  ['FB3-F', 'white powder flux', 'powder', 1200, 1600, ['BAg', 'BCuP'], common, false, 'silver and phosphorus rods; borax-based'],
  ['FB3-J', 'high-temperature powder flux', 'powder', 1400, 2200, ['RBCuZn'], common, false, 'braze-welding, brass rod on steel; borax-based'],
  ['FB3-K', 'vapour flux', 'liquid in the fuel gas', 1400, 2200, ['RBCuZn'], common, false, 'brass-rod production work'],
  ['FB4-A', 'aluminium-bronze flux', 'paste', 1100, 1600, ['BAg'], [...common, 'aluminium-bronze'], true, 'aluminium bronze'],
  ['FB1-A', 'aluminium flux', 'powder', 1080, 1140, ['BAlSi'], ['aluminium'], true, 'aluminium, by torch'],
  ['FB1-B', 'aluminium furnace flux', 'powder', 1040, 1140, ['BAlSi'], ['aluminium'], false, 'aluminium, in the furnace'],
  ['FB1-C', 'aluminium dip-bath salt', 'powder', 1000, 1140, ['BAlSi'], ['aluminium'], false, 'aluminium, in a bath of molten salt'],
  ['Cs-Al-F', 'caesium-fluoride flux', 'paste', 700, 1000, ['ZnAl'], ['aluminium'], true, 'zinc-aluminium rod on aluminium: patching, not joining'],
];

/** Flux classes, each row with its source. */
export const FLUXES: readonly Flux[] = rows.map((r) => ({
  id: r[0],
  name: r[1],
  form: r[2],
  activeK: { min: degFToK(r[3]), max: degFToK(r[4]) },
  groups: r[5],
  families: r[6],
  forCapillary: r[7],
  use: r[8],
  source: r[0] === 'Cs-Al-F' ? noClass : a531,
}));

const byId = new Map(FLUXES.map((f) => [f.id, f]));

/** The flux of this AWS class, or undefined. */
export const findFlux = (id: string): Flux | undefined => byId.get(id);
