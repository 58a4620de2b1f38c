import { type Composition, type Element, percentOf, withBalance } from '../composition/composition.js';
import { derived, practice, published, type Source } from '../source/source.js';
import { degFToK, deltaFToK, INCH, POUND } from '../units/units.js';

/** Families of rod. ZnAl is zinc-aluminium: below 840 degF, by name a solder, and only for patching aluminium. */
export const FILLER_GROUPS = ['BCuP', 'BAg', 'RBCuZn', 'BAlSi', 'ZnAl'] as const;
export type FillerGroup = (typeof FILLER_GROUPS)[number];
export type Flow = 'runs like water' | 'medium' | 'sluggish';

export interface Band {
  readonly min: number;
  readonly max: number;
}

export interface Filler {
  /** Class by AWS A5.8. */
  readonly id: string;
  /** ISO 17672 designation; null where none is known. */
  readonly iso: string | null;
  /** True where the designation, or that there is none, is not sure: look it up before it goes on a paper. */
  readonly isoUnsure: boolean;
  readonly group: FillerGroup;
  /** Weight percent, nominal or middle of range; the balance element is filled up to 100. */
  readonly composition: Composition;
  readonly solidusK: number;
  readonly liquidusK: number;
  readonly brazingK: Band;
  /** Clearance per side at brazing temperature, m. */
  readonly gapBandM: Band;
  /** Widest gap per side that the class bridges, m. */
  readonly bridgesToM: number;
  readonly gapSource: Source;
  /** F-number as the qualification rules group it; editable rule-set data, uncertain. */
  readonly fNumber: string;
  readonly source: Source;
}

const a58 = published('AWS A5.8');
const znAl = practice('makers’ customary values for zinc-aluminium rod', 'no AWS A5.8 class; check the maker’s sheet');
const handbook = published('AWS Brazing Handbook, group values and customary values');
const mil = INCH / 1000;

type Row = readonly [
  id: string,
  iso: string | null,
  composition: Composition,
  balance: Element,
  solidusF: number,
  liquidusF: number,
  brazingF: readonly [number, number],
  fNumber: string,
];

// prettier-ignore
const rows: readonly Row[] = [
  ['BCuP-2', 'CuP 181', { P: 7.3 }, 'Cu', 1310, 1460, [1350, 1550], '103'],
  ['BCuP-3', 'CuP 281', { Ag: 5, P: 6 }, 'Cu', 1190, 1495, [1325, 1500], '103'],
  ['BCuP-4', null, { Ag: 6, P: 7.3 }, 'Cu', 1190, 1325, [1275, 1450], '103'],
  ['BCuP-5', 'CuP 284', { Ag: 15, P: 5 }, 'Cu', 1190, 1475, [1300, 1500], '103'],
  ['BCuP-6', 'CuP 280', { Ag: 2, P: 7 }, 'Cu', 1190, 1450, [1350, 1500], '103'],
  ['BCuP-7', 'CuP 282', { Ag: 5, P: 6.8 }, 'Cu', 1190, 1420, [1300, 1500], '103'],
  ['BCuP-8', 'CuP 286', { Ag: 18, P: 6.3 }, 'Cu', 1190, 1230, [1240, 1300], '103'],
  ['BCuP-9', 'CuP 386', { P: 6.5, Sn: 6.5, Si: 0.2 }, 'Cu', 1178, 1247, [1250, 1350], '103'],
  ['BAg-1', 'Ag 345', { Ag: 45, Cu: 15, Zn: 16, Cd: 24 }, 'Ag', 1125, 1145, [1145, 1400], '101'],
  ['BAg-1a', 'Ag 350', { Ag: 50, Cu: 15.5, Zn: 16.5, Cd: 18 }, 'Ag', 1160, 1175, [1175, 1400], '101'],
  ['BAg-2', 'Ag 335', { Ag: 35, Cu: 26, Zn: 21, Cd: 18 }, 'Ag', 1125, 1295, [1295, 1550], '102'],
  ['BAg-3', 'Ag 351', { Ag: 50, Cu: 15.5, Zn: 15.5, Cd: 16, Ni: 3 }, 'Ag', 1170, 1270, [1270, 1500], '102'],
  ['BAg-4', 'Ag 440', { Ag: 40, Cu: 30, Zn: 28, Ni: 2 }, 'Ag', 1240, 1435, [1435, 1650], '102'],
  ['BAg-5', 'Ag 245', { Ag: 45, Cu: 30, Zn: 25 }, 'Ag', 1225, 1370, [1370, 1550], '102'],
  ['BAg-6', 'Ag 250', { Ag: 50, Cu: 34, Zn: 16 }, 'Ag', 1270, 1425, [1425, 1600], '102'],
  ['BAg-7', 'Ag 156', { Ag: 56, Cu: 22, Zn: 17, Sn: 5 }, 'Ag', 1145, 1205, [1205, 1400], '102'],
  ['BAg-8', 'Ag 272', { Ag: 72, Cu: 28 }, 'Ag', 1435, 1435, [1435, 1650], '101'],
  ['BAg-20', 'Ag 230', { Ag: 30, Cu: 38, Zn: 32 }, 'Ag', 1250, 1410, [1410, 1600], '102'],
  ['BAg-22', 'Ag 449', { Ag: 49, Cu: 16, Zn: 23, Ni: 4.5, Mn: 7.5 }, 'Ag', 1260, 1290, [1290, 1525], '101'],
  ['BAg-24', 'Ag 450', { Ag: 50, Cu: 20, Zn: 28, Ni: 2 }, 'Ag', 1220, 1305, [1305, 1550], '102'],
  ['BAg-28', 'Ag 140', { Ag: 40, Cu: 30, Zn: 28, Sn: 2 }, 'Ag', 1200, 1310, [1310, 1550], '102'],
  ['BAg-34', 'Ag 138', { Ag: 38, Cu: 32, Zn: 28, Sn: 2 }, 'Ag', 1200, 1330, [1330, 1550], '102'],
  ['BAg-35', 'Ag 235', { Ag: 35, Cu: 32, Zn: 33 }, 'Ag', 1265, 1390, [1390, 1545], '102'],
  ['BAg-36', 'Ag 145', { Ag: 45, Cu: 27, Zn: 25, Sn: 3 }, 'Ag', 1195, 1251, [1251, 1495], '102'],
  ['BAg-37', 'Ag 125', { Ag: 25, Cu: 40, Zn: 33, Sn: 2 }, 'Ag', 1270, 1435, [1435, 1625], '102'],
  ['RBCuZn-B', null, { Cu: 58, Zn: 39, Ni: 0.8, Mn: 0.3, Fe: 0.9, Sn: 1 }, 'Zn', 1590, 1620, [1620, 1800], '105'],
  ['RBCuZn-C', null, { Cu: 58, Zn: 40, Sn: 1, Fe: 0.6, Mn: 0.3, Si: 0.1 }, 'Zn', 1590, 1630, [1670, 1750], '105'],
  ['RBCuZn-D', null, { Cu: 48, Zn: 42, Ni: 10 }, 'Zn', 1690, 1715, [1720, 1800], '105'],
  ['BAlSi-4', 'Al 112', { Si: 12 }, 'Al', 1070, 1080, [1080, 1120], '104'],
  ['BAlSi-3', null, { Cu: 4, Si: 10 }, 'Al', 970, 1085, [1060, 1120], '104'],
  ['ZnAl-2', null, { Al: 2 }, 'Zn', 710, 725, [725, 800], 'none'],
  ['ZnAl-22', null, { Al: 22 }, 'Zn', 800, 900, [900, 950], 'none'],
];
/** Classes whose ISO name is not sure. */
const ISO_UNSURE = new Set(['BCuP-4', 'BCuP-8', 'BCuP-9']);

/** Gap bands per side, in mils: [from, to, bridges to]. */
function gapMils(id: string, group: FillerGroup): readonly [number, number, number] {
  if (['BCuP-2', 'BCuP-4', 'BCuP-8'].includes(id)) return [1, 3, 3];
  if (['BCuP-6', 'BCuP-7'].includes(id)) return [2, 4, 4];
  if (['BCuP-3', 'BCuP-5'].includes(id)) return [2, 5, 6];
  if (group === 'BCuP') return [1, 5, 5];
  if (['BAg-4', 'BAg-20', 'BAg-37'].includes(id)) return [2, 5, 6];
  if (group === 'BAlSi' || group === 'ZnAl') return [2, 8, 10];
  return [2, 5, 5];
}

/** Filler classes, each row with its source. */
export const FILLERS: readonly Filler[] = rows.map((r) => {
  const group = r[0].slice(0, r[0].indexOf('-')) as FillerGroup;
  const [from, to, bridge] = gapMils(r[0], group);
  return {
    id: r[0],
    iso: r[1],
    isoUnsure: ISO_UNSURE.has(r[0]),
    group,
    composition: withBalance(r[2], r[3]),
    solidusK: degFToK(r[4]),
    liquidusK: degFToK(r[5]),
    brazingK: { min: degFToK(r[6][0]), max: degFToK(r[6][1]) },
    gapBandM: { min: from * mil, max: to * mil },
    bridgesToM: bridge * mil,
    gapSource: group === 'ZnAl' ? znAl : handbook,
    fNumber: r[7],
    source: group === 'ZnAl' ? znAl : a58,
  };
});

const byId = new Map(FILLERS.map((f) => [f.id, f]));

/** The filler of this AWS class, or undefined. */
export const findFiller = (id: string): Filler | undefined => byId.get(id);

/** Weight percent of an element, 0 where absent. */
export const percent = (filler: Filler, element: Element): number => percentOf(filler.composition, element);

export const FLOW_SOURCE = practice('melting range sets the flow; agrees with the AWS Brazing Handbook, from memory');

/** Phosphorus under which a rod counts as free of it, weight percent. Source: NFPA 54 for fuel gas, memory. */
export const TRACE_PHOSPHORUS = 0.05;
/** True for a rod that fluxes itself on copper and makes iron and nickel brittle, whatever its class. */
export const holdsPhosphorus = (filler: Filler): boolean => percent(filler, 'P') > TRACE_PHOSPHORUS;

/** Flow character from the melting range: under about 60 degF runs, over about 150 degF is sluggish. */
export function flowOf(filler: Filler): Flow {
  const range = filler.liquidusK - filler.solidusK;
  if (range < deltaFToK(60) - 1e-6) return 'runs like water';
  return range > deltaFToK(150) + 1e-6 ? 'sluggish' : 'medium';
}

/**
 * Temperature to work at, K: a third of the way up the brazing range.
 * Source: practice. It runs there, and leaves headroom to the base metal and the flux.
 */
export const workingK = (filler: Filler): number =>
  filler.brazingK.min + (filler.brazingK.max - filler.brazingK.min) / 3;

/**
 * Element densities, kg/m3. Phosphorus is counted as it lies in Cu3P (7150 kg/m3), zinc as it lies in brass
 * (cartridge brass, 70 % copper, 8530 kg/m3), not as the free elements: alloying draws them together.
 */
const elementDensity: Readonly<Partial<Record<Element, number>>> = {
  Ag: 10490,
  Cu: 8960,
  Zn: 7670,
  P: 3190,
  Cd: 8650,
  Ni: 8908,
  Mn: 7470,
  Sn: 7265,
  Si: 2329,
  Al: 2700,
  Fe: 7874,
  Pb: 11340,
};
/** For elements that no rod is made of, kg/m3. */
const OTHER_DENSITY = 7500;

export const DENSITY_SOURCE = derived(
  'sum of specific volumes; element densities from the CRC Handbook, zinc as in cartridge brass (CDA), all from memory',
);

/** Density of the alloy, kg/m3, by summing specific volumes of its elements. */
export function densityKgM3(filler: Filler): number {
  let volume = 0;
  for (const [element, weight] of Object.entries(filler.composition)) {
    volume += weight / 100 / (elementDensity[element as Element] ?? OTHER_DENSITY);
  }
  return 1 / volume;
}

/** Pounds per cubic inch, as filler data sheets quote density. */
export const densityLbIn3 = (filler: Filler): number => (densityKgM3(filler) * INCH ** 3) / POUND;

/** Soft solders, shown only to be refused: they melt under 840 degF, which AWS A3.0 calls soldering. */
export const SOLDERS = [
  { id: 'Sn96Ag4', solidusK: degFToK(430), liquidusK: degFToK(430) },
  { id: 'Sn95Sb5', solidusK: degFToK(452), liquidusK: degFToK(464) },
  { id: 'Sn94Ag6', solidusK: degFToK(430), liquidusK: degFToK(535) },
] as const;

/** 840 degF divides soldering from brazing. */
export const BRAZING_STARTS_K = degFToK(840);
export const BRAZING_STARTS_SOURCE = published('AWS A3.0');
