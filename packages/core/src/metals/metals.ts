import { type Composition, type Element, percentOf, withBalance } from '../composition/composition.js';
import { practice, published, type Source } from '../source/source.js';
import { degFToK, PSI } from '../units/units.js';

/** Families that the pairing rules and fluxes speak of. */
export const METAL_FAMILIES = [
  'copper',
  'brass',
  'cupronickel',
  'aluminium-bronze',
  'steel',
  'stainless',
  'cast-iron',
  'nickel',
  'aluminium',
  'titanium',
] as const;
export type MetalFamily = (typeof METAL_FAMILIES)[number];

export interface Metal {
  readonly id: string;
  readonly name: string;
  /** Short word for a schedule cell. */
  readonly short: string;
  readonly uns: string | null;
  readonly family: MetalFamily;
  /** Weight percent, nominal; null in a company's own row that does not state it: rules then take the worst of its family. */
  readonly composition: Composition | null;
  /** Plating or zinc that the service touches and the flame reaches first; null for bare metal. */
  readonly skin: Element | null;
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
const KSI = 1000 * PSI;

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
  balance: Element,
  rest: Composition,
  note: string,
];

// prettier-ignore
const rows: readonly Row[] = [
  ['copper', 'Copper DHP', 'copper', 'C12200', 'copper', 1981, 1981, 19.2, 339, 385, 8940, 30, '107', 'Cu', { P: 0.02 }, 'tube and wrought fittings'],
  ['copper-iron', 'Copper-iron', 'copper-iron', 'C19400', 'copper', 1980, 1990, 19.2, 260, 385, 8910, 45, '107', 'Cu', { Fe: 2.4, Zn: 0.1, P: 0.03 }, 'high-pressure refrigerant tube; whether a phosphorus rod serves is its maker’s word'],
  ['brass-free-cutting', 'Free-cutting brass', 'brass', 'C36000', 'brass', 1630, 1650, 21.4, 115, 380, 8500, 45, '107', 'Zn', { Cu: 61.5, Pb: 3 }, 'valves, flare fittings; leaded, cracks and fumes if overheated'],
  ['brass-cartridge', 'Cartridge brass', 'cartridge brass', 'C26000', 'brass', 1680, 1750, 21.2, 120, 375, 8530, 44, '107', 'Zn', { Cu: 70 }, ''],
  ['brass-forging', 'Forging brass', 'forged brass', 'C37700', 'brass', 1620, 1640, 21.4, 119, 380, 8440, 50, '107', 'Zn', { Cu: 59, Pb: 2 }, 'valve bodies; leaded'],
  ['red-brass', 'Wrought red brass', 'red brass pipe', 'C23000', 'brass', 1810, 1880, 19.8, 159, 380, 8750, 39, '107', 'Zn', { Cu: 85 }, 'pipe and tube'],
  ['brass-lead-free', 'Lead-free silicon brass', 'lead-free brass', 'C69300', 'brass', 1510, 1660, 20.5, 38, 380, 8200, 60, '107', 'Zn', { Cu: 75, Si: 3, P: 0.1 }, 'drinking-water fittings and valves; starts to melt early'],
  ['brass-lead-free-cast', 'Lead-free silicon brass, cast', 'lead-free cast', 'C87850', 'brass', 1510, 1660, 20.5, 38, 380, 8300, 58, '107', 'Zn', { Cu: 76, Si: 3, P: 0.1 }, 'drinking-water castings; starts to melt early'],
  ['silicon-bronze', 'Silicon bronze', 'silicon bronze', 'C65500', 'brass', 1780, 1880, 18.9, 36, 380, 8530, 56, '107', 'Cu', { Si: 3, Mn: 1 }, 'free of zinc; strains crack it when heated unevenly'],
  ['red-brass-cast', 'Cast red brass', 'red brass', 'C83600', 'brass', 1570, 1850, 19.8, 72, 380, 8800, 30, '107', 'Cu', { Zn: 5, Pb: 5, Sn: 5 }, 'cast fittings; leaded; crack if heated unevenly'],
  ['semi-red-brass-cast', 'Cast semi-red brass', 'semi-red brass', 'C84400', 'brass', 1550, 1840, 19.8, 72, 380, 8700, 29, '107', 'Cu', { Zn: 9, Pb: 7, Sn: 3 }, 'cast fittings; leaded'],
  ['aluminium-bronze', 'Aluminium bronze', 'Al bronze', 'C61400', 'aluminium-bronze', 1905, 1915, 18.5, 57, 375, 7890, 72, '108', 'Cu', { Al: 7, Fe: 2.5 }, 'its oxide needs the flux made for it'],
  ['cupronickel-10', 'Cupronickel 90/10', 'CuNi 90/10', 'C70600', 'cupronickel', 2010, 2100, 17.1, 50, 380, 8940, 44, '107', 'Cu', { Ni: 10, Fe: 1.4 }, 'phosphorus forbidden: 10 % nickel'],
  ['cupronickel-30', 'Cupronickel 70/30', 'CuNi 70/30', 'C71500', 'cupronickel', 2140, 2260, 16.2, 29, 380, 8940, 54, '107', 'Cu', { Ni: 30, Fe: 0.5 }, 'phosphorus forbidden'],
  ['steel', 'Carbon steel', 'steel', 'G10180', 'steel', 2650, 2760, 14.7, 51, 486, 7870, 58, '101', 'Fe', { C: 0.2, Mn: 0.8 }, 'mill scale and plating off first'],
  ['plated-steel', 'Copper-plated steel', 'plated steel', null, 'steel', 2650, 2760, 14.7, 51, 486, 7870, 58, '101', 'Fe', { C: 0.2, Mn: 0.8 }, 'compressor stubs; treat as steel'],
  ['galvanised-steel', 'Galvanised steel', 'galvanised', null, 'steel', 2650, 2760, 14.7, 51, 486, 7870, 58, '101', 'Fe', { C: 0.2, Mn: 0.8 }, 'zinc off first, an inch back: its fume harms and nothing wets it'],
  ['stainless-304', 'Stainless 304', '304', 'S30400', 'stainless', 2550, 2650, 18.7, 16, 500, 8000, 75, '102', 'Fe', { Cr: 18, Ni: 8 }, 'slow to heat; interface corrosion in wet service unless the filler has nickel'],
  ['stainless-316', 'Stainless 316', '316', 'S31600', 'stainless', 2500, 2550, 18.7, 16, 500, 8000, 75, '102', 'Fe', { Cr: 17, Ni: 12, Mo: 2.5 }, 'slow to heat; interface corrosion in wet service unless the filler has nickel'],
  ['cast-iron', 'Grey cast iron', 'cast iron', null, 'cast-iron', 2065, 2200, 13, 50, 490, 7200, 25, '103', 'Fe', { C: 3.3, Si: 2 }, 'repair work; heat gently to dull red, cool slowly'],
  ['nickel-200', 'Nickel 200', 'nickel', 'N02200', 'nickel', 2615, 2635, 15.8, 70, 456, 8890, 55, '110', 'Ni', { Fe: 0.2 }, 'phosphorus forbidden'],
  ['nickel-copper-400', 'Nickel-copper 400', 'Ni-Cu 400', 'N04400', 'nickel', 2370, 2460, 17, 22, 427, 8800, 70, '110', 'Ni', { Cu: 31.5, Fe: 1.5, Mn: 1 }, 'phosphorus forbidden'],
  ['nickel-chromium-molybdenum', 'Nickel-chromium-molybdenum', 'Ni-Cr-Mo', 'N10276', 'nickel', 2415, 2500, 13, 10, 427, 8890, 100, '112', 'Ni', { Cr: 16, Mo: 16, Fe: 5 }, 'not brazed here: weld it'],
  ['titanium', 'Titanium', 'titanium', 'R50400', 'titanium', 3000, 3040, 9, 17, 523, 4510, 50, '115', 'Ti', { Fe: 0.2 }, 'not brazed in air: it drinks the air and goes brittle'],
  ['aluminium-3003', 'Aluminium 3003', '3003', 'A93003', 'aluminium', 1190, 1210, 26, 193, 893, 2730, 14, '104', 'Al', { Mn: 1.2, Cu: 0.12 }, 'margin of tens of degrees; patching is its own technique'],
  ['aluminium-6061', 'Aluminium 6061', '6061', 'A96061', 'aluminium', 1080, 1205, 27, 167, 896, 2700, 18, '105', 'Al', { Mg: 1, Si: 0.6, Cu: 0.28 }, 'melts inside most aluminium brazing ranges'],
];

const SKINS: Readonly<Record<string, Element>> = { 'plated-steel': 'Cu', 'galvanised-steel': 'Zn' };

/** Base metals, each row with its source. */
export const METALS: readonly Metal[] = rows.map((r) => ({
  id: r[0],
  name: r[1],
  short: r[2],
  uns: r[3],
  family: r[4],
  composition: withBalance(r[14], r[13]),
  skin: SKINS[r[0]] ?? null,
  solidusK: degFToK(r[5]),
  liquidusK: degFToK(r[6]),
  expansionPerK: r[7] * 1e-6,
  conductivityWmK: r[8],
  heatCapacityJkgK: r[9],
  densityKgM3: r[10],
  tensilePa: r[11] * KSI,
  tensileSource: practice('common annealed minimum of the alloy', 'check the material certificate'),
  pNumber: r[12],
  note: r[15],
  source: sheet,
}));

const byId = new Map(METALS.map((m) => [m.id, m]));

/** A metal's name inside a sentence: small letters, but letters that stand for something stay (copper DHP). */
export const inASentence = (metal: Pick<Metal, 'name'>): string =>
  metal.name.replace(/\p{L}+/gu, (word) => (/\p{Lu}.*\p{Lu}/u.test(word) ? word : word.toLowerCase()));

/** The metal with this id, or undefined where the table has none. */
export const findMetal = (id: string): Metal | undefined => byId.get(id);

/**
 * What a metal of a family may hold at worst, weight percent: for own rows that state no composition.
 * Source: practice; a rule that refuses too much asks for the composition, one that refuses too little hurts someone.
 */
const WORST: Readonly<Record<MetalFamily, Composition>> = {
  copper: { Cu: 99.9 },
  brass: { Cu: 90, Zn: 40, Pb: 8 },
  cupronickel: { Cu: 90, Ni: 30 },
  'aluminium-bronze': { Cu: 95 },
  steel: { Fe: 99 },
  stainless: { Fe: 70 },
  'cast-iron': { Fe: 95 },
  nickel: { Ni: 99, Cu: 35 },
  aluminium: { Al: 99, Cu: 6 },
  titanium: { Ti: 99 },
};

/** Weight percent of an element in a metal; the worst of its family where its composition is not on file. */
export const metalPercent = (metal: Metal, element: Element): number =>
  percentOf(metal.composition ?? WORST[metal.family], element);

/** The most copper that the service touches: a copper skin is bare copper. */
export const wettedCopper = (metal: Metal): number => (metal.skin === 'Cu' ? 100 : metalPercent(metal, 'Cu'));

/** Copper, brass, bronze and cupronickel: at least half copper. */
export const isCopperBase = (metal: Metal): boolean =>
  metal.family === 'copper' ||
  metal.family === 'brass' ||
  metal.family === 'cupronickel' ||
  metal.family === 'aluminium-bronze';

/** Iron, steel (plated too), stainless and cast iron. */
export const isFerrous = (metal: Metal): boolean =>
  metal.family === 'steel' || metal.family === 'stainless' || metal.family === 'cast-iron';

/** Why no torch brazes a metal in air, by what it is made of; null where one does. Source: practice. */
export function notBrazed(metal: Metal): { readonly why: string; readonly instead: string } | null {
  if (metal.family === 'titanium' || metalPercent(metal, 'Ti') >= 50)
    return {
      why: 'Titanium drinks oxygen, nitrogen and hydrogen when it is hot and goes brittle: it is brazed in vacuum or argon, never with a torch.',
      instead: 'take a mechanical joint, or have it welded under argon by who is qualified for it',
    };
  if (metalPercent(metal, 'Ni') >= 40 && metalPercent(metal, 'Mo') >= 8)
    return {
      why: 'Nickel-chromium-molybdenum keeps an oxide that torch fluxes do not lift, and silver rods crack it where it is strained.',
      instead: 'weld it, or take it to a furnace with a nickel filler under its own procedure',
    };
  return null;
}

/** Cast brass and cast iron: they crack when heated or cooled unevenly. */
export const isCast = (metal: Metal): boolean => metal.id.endsWith('-cast') || metal.family === 'cast-iron';

/** Lead that cracks brass when it is heated unevenly or quenched: about 1 % and more. Source: practice. */
export const isLeaded = (metal: Metal): boolean => metalPercent(metal, 'Pb') >= 1;
