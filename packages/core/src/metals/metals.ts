import { practice, published, type Source } from '../source/source.js';
import { degFToK } from '../units/units.js';

/** Families that the pairing rules speak of. */
export type MetalFamily = 'copper' | 'brass' | 'steel' | 'stainless' | 'cast-iron' | 'nickel' | 'aluminium';

export interface Metal {
  readonly id: string;
  readonly name: string;
  /** Short word for a schedule cell. */
  readonly short: string;
  readonly uns: string | null;
  readonly family: MetalFamily;
  readonly solidusK: number;
  readonly liquidusK: number;
  /** Mean linear expansion from room temperature to about 1300 degF, 1/K. */
  readonly expansionPerK: number;
  readonly conductivityWmK: number;
  readonly heatCapacityJkgK: number;
  readonly densityKgM3: number;
  /** Annealed tensile strength used for overlap and pull-out, Pa. */
  readonly tensilePa: number;
  readonly tensileSource: Source;
  /** P-number as the qualification rules group it; editable rule-set data, uncertain. */
  readonly pNumber: string;
  readonly note: string;
  readonly source: Source;
}

const sheet = published('ASM and CDA data sheets, Touloukian', 'order of magnitude sure, last digit not');
const ksi = 6.894757293168e6;

type Row = readonly [
  id: string,
  name: string,
  short: string,
  uns: string | null,
  family: MetalFamily,
  solidusF: number,
  liquidusF: number,
  expansion: number,
  conductivity: number,
  heatCapacity: number,
  density: number,
  tensileKsi: number,
  pNumber: string,
  note: string,
];

// prettier-ignore
const rows: readonly Row[] = [
  ['copper', 'Copper DHP', 'copper', 'C12200', 'copper', 1981, 1981, 19.2, 339, 385, 8940, 30, '107', 'tube and wrought fittings'],
  ['brass-free-cutting', 'Free-cutting brass', 'brass', 'C36000', 'brass', 1630, 1650, 21.4, 115, 380, 8500, 45, '107', 'valves, flare fittings; leaded, cracks and fumes if overheated'],
  ['brass-cartridge', 'Cartridge brass', 'cartridge brass', 'C26000', 'brass', 1680, 1750, 21.2, 120, 375, 8530, 44, '107', ''],
  ['brass-forging', 'Forging brass', 'forged brass', 'C37700', 'brass', 1620, 1640, 21.4, 119, 380, 8440, 50, '107', 'valve bodies'],
  ['red-brass-cast', 'Cast red brass', 'red brass', 'C83600', 'brass', 1570, 1850, 19.8, 72, 380, 8800, 30, '107', 'cast fittings; crack if heated unevenly'],
  ['semi-red-brass-cast', 'Cast semi-red brass', 'semi-red brass', 'C84400', 'brass', 1550, 1840, 19.8, 72, 380, 8700, 29, '107', 'cast fittings'],
  ['steel', 'Carbon steel', 'steel', 'G10180', 'steel', 2650, 2760, 14.7, 51, 486, 7870, 58, '101', 'mill scale and plating off first'],
  ['plated-steel', 'Copper-plated steel', 'plated steel', null, 'steel', 2650, 2760, 14.7, 51, 486, 7870, 58, '101', 'compressor stubs; treat as steel'],
  ['stainless-304', 'Stainless 304', '304', 'S30400', 'stainless', 2550, 2650, 18.7, 16, 500, 8000, 75, '102', 'slow to heat; interface corrosion in wet service unless the filler has nickel'],
  ['stainless-316', 'Stainless 316', '316', 'S31600', 'stainless', 2500, 2550, 18.7, 16, 500, 8000, 75, '102', 'slow to heat; interface corrosion in wet service unless the filler has nickel'],
  ['cast-iron', 'Grey cast iron', 'cast iron', null, 'cast-iron', 2065, 2200, 13, 50, 490, 7200, 25, '103', 'repair work; heat gently to dull red, cool slowly'],
  ['nickel-200', 'Nickel 200', 'nickel', 'N02200', 'nickel', 2615, 2635, 15.5, 70, 456, 8890, 55, '110', 'phosphorus forbidden'],
  ['nickel-copper-400', 'Nickel-copper 400', 'Ni-Cu 400', 'N04400', 'nickel', 2370, 2460, 15.5, 22, 427, 8800, 70, '110', 'phosphorus forbidden'],
  ['aluminium-3003', 'Aluminium 3003', '3003', 'A93003', 'aluminium', 1190, 1210, 26, 193, 893, 2730, 14, '104', 'margin of tens of degrees; patching is its own technique'],
  ['aluminium-6061', 'Aluminium 6061', '6061', 'A96061', 'aluminium', 1080, 1205, 27, 167, 896, 2700, 18, '105', 'melts inside most aluminium brazing ranges'],
];

/** Base metals, each row with its source. */
export const METALS: readonly Metal[] = rows.map((r) => ({
  id: r[0],
  name: r[1],
  short: r[2],
  uns: r[3],
  family: r[4],
  solidusK: degFToK(r[5]),
  liquidusK: degFToK(r[6]),
  expansionPerK: r[7] * 1e-6,
  conductivityWmK: r[8],
  heatCapacityJkgK: r[9],
  densityKgM3: r[10],
  tensilePa: r[11] * ksi,
  tensileSource: practice('common annealed minimum of the alloy', 'check the material certificate'),
  pNumber: r[12],
  note: r[13],
  source: sheet,
}));

const byId = new Map(METALS.map((m) => [m.id, m]));

/** The metal with this id, or undefined where the table has none. */
export const findMetal = (id: string): Metal | undefined => byId.get(id);

/** Iron, steel (plated too), stainless and cast iron. */
export const isFerrous = (metal: Metal): boolean =>
  metal.family === 'steel' || metal.family === 'stainless' || metal.family === 'cast-iron';

/** Cast brass and cast iron: they crack when heated or cooled unevenly. */
export const isCast = (metal: Metal): boolean => metal.id.endsWith('-cast') || metal.family === 'cast-iron';
