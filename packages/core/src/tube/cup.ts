import { published, type Source } from '../source/source.js';
import { INCH } from '../units/units.js';

/** A solder-joint or brazing cup of a made fitting, for tube of one outside diameter. */
export interface Cup {
  /** Nominal size, or the OD in mm for metric cups. */
  readonly size: string;
  readonly tubeOdM: number;
  readonly idM: { readonly min: number; readonly max: number };
  /** Depth to the stop, m. */
  readonly depthM: number;
  readonly source: Source;
}

const b1622 = published('ASME B16.22, as tabulated in the CDA Copper Tube Handbook');
const en1254 = published('EN 1254-1', 'editable: check the current edition');

// prettier-ignore
const inchRows: readonly (readonly [string, number, number, number, number])[] = [
  ['1/4', 0.375, 0.377, 0.381, 0.31], ['3/8', 0.5, 0.502, 0.506, 0.38], ['1/2', 0.625, 0.627, 0.631, 0.5],
  ['5/8', 0.75, 0.752, 0.756, 0.62], ['3/4', 0.875, 0.877, 0.881, 0.75], ['1', 1.125, 1.128, 1.132, 0.91],
  ['1-1/4', 1.375, 1.378, 1.382, 0.97], ['1-1/2', 1.625, 1.628, 1.633, 1.09], ['2', 2.125, 2.128, 2.133, 1.34],
  ['2-1/2', 2.625, 2.628, 2.633, 1.47], ['3', 3.125, 3.128, 3.133, 1.66], ['3-1/2', 3.625, 3.628, 3.633, 1.91],
  ['4', 4.125, 4.128, 4.133, 2.16], ['5', 5.125, 5.128, 5.133, 2.66], ['6', 6.125, 6.128, 6.133, 3.09],
  ['8', 8.125, 8.128, 8.133, 3.97],
];

/** OD mm, lower and upper deviation of the socket in mm, depth mm. */
// prettier-ignore
const metricRows: readonly (readonly [number, number, number, number])[] = [
  [6, 0.06, 0.15, 7], [8, 0.06, 0.15, 8], [10, 0.06, 0.15, 9],
  [12, 0.06, 0.15, 10], [15, 0.06, 0.15, 12], [18, 0.06, 0.15, 14],
  [22, 0.07, 0.18, 17], [28, 0.07, 0.18, 20], [35, 0.09, 0.23, 25],
  [42, 0.09, 0.23, 29], [54, 0.09, 0.23, 34], [76, 0.1, 0.33, 36],
  [108, 0.1, 0.33, 50],
];

/** Cups of made fittings, each row with its source. */
export const CUPS: readonly Cup[] = [
  ...inchRows.map(([size, od, min, max, depth]) => ({
    size,
    tubeOdM: od * INCH,
    idM: { min: min * INCH, max: max * INCH },
    depthM: depth * INCH,
    source: b1622,
  })),
  ...metricRows.map(([od, low, high, depth]) => ({
    size: `${od} mm`,
    tubeOdM: od / 1000,
    idM: { min: (od + low) / 1000, max: (od + high) / 1000 },
    depthM: depth / 1000,
    source: en1254,
  })),
];

/** The cup made for tube of this OD (within 0.02 mm), or undefined where no table has one. */
export const cupForOd = (odM: number): Cup | undefined => CUPS.find((c) => Math.abs(c.tubeOdM - odM) < 2e-5);
