import { practice, published, type Source } from '../source/source.js';
import { INCH } from '../units/units.js';

export type Temper = 'drawn' | 'annealed';

export interface TubeStandard {
  readonly id: string;
  readonly name: string;
  /** Short word for a schedule cell. */
  readonly short: string;
  readonly source: Source;
}

export interface Tube {
  readonly id: string;
  readonly standardId: string;
  /** The size as the trade says it: nominal for plumbing tube, OD for refrigeration tube, mm for metric. */
  readonly size: string;
  readonly temper: Temper;
  readonly odM: number;
  readonly wallM: number;
  /** Plus or minus on the average OD as supplied, m. */
  readonly odToleranceM: number;
  /** Plus or minus on the average OD of annealed tube, m; used for the rating after brazing. */
  readonly annealedOdToleranceM: number;
  readonly wallToleranceM: number;
  readonly wallToleranceSource: Source;
  readonly source: Source;
}

const b88 = published('ASTM B88');
const b280 = published('ASTM B280');
const b819 = published('ASTM B819');
const en = published('EN 1057 / EN 12735-1 / EN 13348', 'editable: check the current edition');
const pipe = published('ASME B36.10 / B36.19');
const tenPercent = practice('10 % of wall, where no table on file has this size');

export const TUBE_STANDARDS: readonly TubeStandard[] = [
  { id: 'acr', name: 'ACR straight lengths, ASTM B280', short: 'ACR', source: b280 },
  { id: 'acr-coil', name: 'ACR annealed coil, ASTM B280', short: 'ACR coil', source: b280 },
  {
    id: 'capillary',
    name: 'Capillary tube',
    short: 'capillary',
    source: practice('customary sizes; the bore is as ordered'),
  },
  { id: 'k', name: 'Type K, ASTM B88', short: 'K', source: b88 },
  { id: 'l', name: 'Type L, ASTM B88', short: 'L', source: b88 },
  { id: 'm', name: 'Type M, ASTM B88', short: 'M', source: b88 },
  { id: 'med-k', name: 'Medical gas type K, ASTM B819', short: 'B819 K', source: b819 },
  { id: 'med-l', name: 'Medical gas type L, ASTM B819', short: 'B819 L', source: b819 },
  { id: 'en', name: 'Metric tube, EN 1057 / 12735-1 / 13348', short: 'EN', source: en },
  { id: 'pipe-40', name: 'Pipe schedule 40 / 40S, ASME B36.10/B36.19', short: 'Sch 40', source: pipe },
];

const standards = new Map(TUBE_STANDARDS.map((s) => [s.id, s]));
export const findTubeStandard = (id: string): TubeStandard | undefined => standards.get(id);

/** Parses a trade size such as "1-1/8", "7/8", "2" to inches; NaN when it is none. */
export function parseInchSize(size: string): number {
  const m = /^(?:(\d+)-)?(\d+)\/(\d+)$/.exec(size) ?? /^(\d+)$/.exec(size);
  if (!m) return NaN;
  if (m.length === 2) return Number(m[1]);
  return Number(m[1] ?? 0) + Number(m[2]) / Number(m[3]);
}

/** Average-OD tolerance by nominal size, inches: [up to nominal, annealed, drawn]. Source: ASTM B88, memory. */
const odTolerances: readonly (readonly [number, number, number])[] = [
  [0.25, 0.002, 0.001],
  [0.625, 0.0025, 0.001],
  [0.75, 0.003, 0.001],
  [1, 0.0035, 0.0015],
  [1.25, 0.004, 0.0015],
  [1.5, 0.0045, 0.002],
  [Infinity, 0.005, 0.002],
];

/**
 * Plus or minus on the wall, inches, by nominal size and wall: type K, L and M. A size of another standard with the same
 * outside diameter and wall is drawn to the same tolerance. Source: ASTM B88 table 1, memory.
 */
// prettier-ignore
const WALL_TOLERANCES: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  k: { '1/4': 0.0035, '3/8': 0.005, '1/2': 0.005, '5/8': 0.005, '3/4': 0.006, '1': 0.006, '1-1/4': 0.006, '1-1/2': 0.007, '2': 0.008, '2-1/2': 0.01, '3': 0.011, '3-1/2': 0.012, '4': 0.013, '5': 0.016, '6': 0.019, '8': 0.027 },
  l: { '1/4': 0.003, '3/8': 0.004, '1/2': 0.004, '5/8': 0.004, '3/4': 0.004, '1': 0.005, '1-1/4': 0.006, '1-1/2': 0.006, '2': 0.007, '2-1/2': 0.008, '3': 0.009, '3-1/2': 0.01, '4': 0.011 },
  m: { '3/8': 0.002, '1/2': 0.003, '3/4': 0.003, '1': 0.004, '1-1/4': 0.004, '1-1/2': 0.006, '2': 0.006, '2-1/2': 0.006, '3': 0.007, '3-1/2': 0.008, '4': 0.01, '5': 0.011, '6': 0.012 },
};

/** Nominal, K wall, L wall, M wall (inches, 0 where the type is not made). OD is nominal + 1/8 in. */
// prettier-ignore
const b88Rows: readonly (readonly [string, number, number, number])[] = [
  ['1/4', 0.035, 0.03, 0], ['3/8', 0.049, 0.035, 0.025], ['1/2', 0.049, 0.04, 0.028], ['5/8', 0.049, 0.042, 0], ['3/4', 0.065, 0.045, 0.032], ['1', 0.065, 0.05, 0.035],
  ['1-1/4', 0.065, 0.055, 0.042], ['1-1/2', 0.072, 0.06, 0.049], ['2', 0.083, 0.07, 0.058], ['2-1/2', 0.095, 0.08, 0.065], ['3', 0.109, 0.09, 0.072], ['3-1/2', 0.12, 0.1, 0.083],
  ['4', 0.134, 0.11, 0.095], ['5', 0.16, 0.125, 0.109], ['6', 0.192, 0.14, 0.122], ['8', 0.271, 0.2, 0.17],
];

const COLUMNS = { k: 1, l: 2, m: 3 } as const;

/** The tolerance of the B88 tube with this size and wall; 10 % where there is none, and it says so. */
function wallTolerance(nominalIn: number, wallIn: number, of: Source): { plusMinusIn: number; source: Source } {
  for (const type of ['k', 'l', 'm'] as const)
    for (const row of b88Rows) {
      const plusMinusIn = WALL_TOLERANCES[type]?.[row[0]];
      const same = Math.abs(parseInchSize(row[0]) - nominalIn) < 1e-6 && Math.abs(row[COLUMNS[type]] - wallIn) < 1e-6;
      if (!same || plusMinusIn === undefined) continue;
      const table = `ASTM B88 table 1, type ${type.toUpperCase()}`;
      const own = of === b88 || of === b819;
      return {
        plusMinusIn,
        source: own ? published(table) : published(`${table}, the same size and wall`, 'check ASTM B280'),
      };
    }
  return { plusMinusIn: 0.1 * wallIn, source: tenPercent };
}

function odTolerance(nominalIn: number, temper: Temper): number {
  const row = odTolerances.find(([upTo]) => nominalIn <= upTo + 1e-9);
  return (temper === 'annealed' ? row?.[1] : row?.[2]) ?? 0.005;
}

function inchTube(
  standardId: string,
  size: string,
  odIn: number,
  wallIn: number,
  temper: Temper,
  source: Source,
): Tube {
  const nominal = odIn - 0.125;
  const known = wallTolerance(nominal, wallIn, source);
  return {
    id: `${standardId}:${size}`,
    standardId,
    size,
    temper,
    odM: odIn * INCH,
    wallM: wallIn * INCH,
    odToleranceM: odTolerance(nominal, temper) * INCH,
    annealedOdToleranceM: odTolerance(nominal, 'annealed') * INCH,
    wallToleranceM: known.plusMinusIn * INCH,
    wallToleranceSource: known.source,
    source,
  };
}

// prettier-ignore
const acrRows: readonly (readonly [string, number])[] = [
  ['3/8', 0.03], ['1/2', 0.035], ['5/8', 0.04], ['3/4', 0.042], ['7/8', 0.045], ['1-1/8', 0.05],
  ['1-3/8', 0.055], ['1-5/8', 0.06], ['2-1/8', 0.07], ['2-5/8', 0.08], ['3-1/8', 0.09], ['3-5/8', 0.1],
  ['4-1/8', 0.11],
];

// prettier-ignore
const coilRows: readonly (readonly [string, number])[] = [
  ['1/8', 0.03], ['3/16', 0.03], ['1/4', 0.03], ['5/16', 0.032], ['3/8', 0.032], ['1/2', 0.032],
  ['5/8', 0.035], ['3/4', 0.035], ['7/8', 0.045], ['1-1/8', 0.05], ['1-3/8', 0.055], ['1-5/8', 0.06],
];

/** Capillary tube: OD and bore, inches. Source: practice; the bore is as ordered. */
const capillaryRows: readonly (readonly [string, number, number])[] = [
  ['0.081', 0.081, 0.031],
  ['0.093', 0.093, 0.042],
];

/** Metric: OD mm, wall mm. */
// prettier-ignore
const metricRows: readonly (readonly [number, number])[] = [
  [6, 1], [8, 1], [10, 1], [12, 1], [15, 1], [18, 1],
  [22, 1], [28, 1], [28, 1.2], [28, 1.5], [35, 1.2], [35, 1.5],
  [42, 1.2], [42, 1.5], [54, 1.5], [54, 2], [76, 2], [108, 2.5],
];

/** Pipe to NPS 4, schedule 40: NPS, OD in, wall in. */
// prettier-ignore
const pipeRows: readonly (readonly [string, number, number])[] = [
  ['1/8', 0.405, 0.068], ['1/4', 0.54, 0.088], ['3/8', 0.675, 0.091], ['1/2', 0.84, 0.109], ['3/4', 1.05, 0.113], ['1', 1.315, 0.133],
  ['1-1/4', 1.66, 0.14], ['1-1/2', 1.9, 0.145], ['2', 2.375, 0.154], ['2-1/2', 2.875, 0.203], ['3', 3.5, 0.216], ['3-1/2', 4, 0.226],
  ['4', 4.5, 0.237],
];

/** Plus or minus on the mean OD of metric tube, mm. Source: EN 1057, memory. */
const metricOdTolerance = (odMm: number): number =>
  odMm <= 18 ? 0.04 : odMm <= 28 ? 0.05 : odMm <= 54 ? 0.06 : odMm <= 76.1 ? 0.07 : 0.2;

function plumbing(standardId: string, column: 1 | 2 | 3, source: Source): Tube[] {
  return b88Rows
    .filter((r) => r[column] > 0)
    .map((r) => inchTube(standardId, r[0], parseInchSize(r[0]) + 0.125, r[column], 'drawn', source));
}

function metricTube([od, wall]: readonly [number, number]): Tube {
  return {
    id: `en:${od}x${wall}`,
    standardId: 'en',
    size: `${od}x${wall}`,
    temper: 'drawn',
    odM: od / 1000,
    wallM: wall / 1000,
    odToleranceM: metricOdTolerance(od) / 1000,
    annealedOdToleranceM: metricOdTolerance(od) / 1000,
    wallToleranceM: wall / 1e4,
    wallToleranceSource: published('EN 1057, 10 % of wall', 'larger sizes may differ'),
    source: en,
  };
}

function pipeTube([nps, od, wall]: readonly [string, number, number]): Tube {
  const tolerance = (od <= 1.9 ? 1 / 64 : 0.01 * od) * INCH;
  return {
    id: `pipe-40:${nps}`,
    standardId: 'pipe-40',
    size: nps,
    temper: 'annealed',
    odM: od * INCH,
    wallM: wall * INCH,
    odToleranceM: tolerance,
    annealedOdToleranceM: tolerance,
    wallToleranceM: 0.125 * wall * INCH,
    wallToleranceSource: published('ASTM A53 and A312, 12.5 % of wall'),
    source: pipe,
  };
}

/** Tube and pipe sizes, each row with its source. */
export const TUBES: readonly Tube[] = [
  ...acrRows.map(([size, wall]) => inchTube('acr', size, parseInchSize(size), wall, 'drawn', b280)),
  ...coilRows.map(([size, wall]) => inchTube('acr-coil', size, parseInchSize(size), wall, 'annealed', b280)),
  ...capillaryRows.map(([size, od, bore]) =>
    inchTube('capillary', size, od, (od - bore) / 2, 'annealed', practice('customary sizes; the bore is as ordered')),
  ),
  ...plumbing('k', 1, b88),
  ...plumbing('l', 2, b88),
  ...plumbing('m', 3, b88),
  ...plumbing('med-k', 1, b819),
  ...plumbing('med-l', 2, b819),
  ...metricRows.map(metricTube),
  ...pipeRows.map(pipeTube),
];

const tubes = new Map(TUBES.map((t) => [t.id, t]));

/** The tube of a standard and size, or undefined. */
export const findTube = (standardId: string, size: string): Tube | undefined => tubes.get(`${standardId}:${size}`);

/** Sizes of a standard, in table order. */
export const sizesOf = (standardId: string): string[] =>
  TUBES.filter((t) => t.standardId === standardId).map((t) => t.size);

/** Inside diameter, m. */
export const boreM = (tube: Tube): number => tube.odM - 2 * tube.wallM;
