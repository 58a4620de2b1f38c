import type { Metal } from '../metals/metals.js';
import { practice, published, type Source } from '../source/source.js';
import { degFToK, PSI } from '../units/units.js';

/** Allowable stress by temperature, psi at degF, straight between the points, flat below the first. */
export type StressTable = readonly (readonly [degF: number, psi: number])[];

const cda = published('CDA Copper Tube Handbook');
const section2 = published(
  'ASME BPVC II-D as B31.5 and B31.9 use it',
  'lower values of the range; check the grade and the current edition',
);
const SEAM_UNKNOWN = practice('seam unknown: taken as welded, joint factor 0.85');

/** Allowable stress of annealed copper tube. */
export const ANNEALED_STRESS: StressTable = [
  [100, 6000],
  [150, 5100],
  [200, 4900],
  [250, 4800],
  [300, 4700],
  [350, 4000],
  [400, 3000],
];
/** Allowable stress of drawn copper tube at 100 degF, psi. */
export const DRAWN_STRESS_100 = 10300;

const STAINLESS: StressTable = [
  [200, 16700],
  [300, 15000],
  [400, 13800],
];
const CARBON_STEEL: StressTable = [[400, 17000]];

/** How a metal's tube is rated: which formula, what it bears, how much of it where a seam may be. */
export interface TubeStress {
  readonly rule: 'copper tube' | 'pipe';
  readonly table: StressTable;
  /** Weld joint factor E. */
  readonly seam: number;
  readonly source: Source;
  readonly note: string | null;
}

const COPPER: TubeStress = { rule: 'copper tube', table: ANNEALED_STRESS, seam: 1, source: cda, note: null };
const pipe = (table: StressTable): TubeStress => ({
  rule: 'pipe',
  table,
  seam: 0.85,
  source: section2,
  note: SEAM_UNKNOWN.name,
});

/** The stress a tube of this metal is rated with; null where none is on file, and the tube is marked. */
export function tubeStressOf(metal: Metal): TubeStress | null {
  if (metal.family === 'copper') return (metal.composition?.Fe ?? 0) >= 1 ? null : COPPER;
  if (metal.family === 'stainless') return pipe(STAINLESS);
  return metal.family === 'steel' ? pipe(CARBON_STEEL) : null;
}

/** Allowable stress at a temperature, Pa; null above the last point of the table. */
export function stressAt(table: StressTable, tempK: number): number | null {
  const points = table.map(([f, psi]) => [degFToK(f), psi * PSI] as const);
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || !(tempK <= last[0] + 1e-9)) return null;
  if (tempK <= first[0]) return first[1];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1] as (typeof points)[number], points[i] as (typeof points)[number]];
    if (tempK <= b[0]) return a[1] + ((b[1] - a[1]) * (tempK - a[0])) / (b[0] - a[0]);
  }
  return last[1];
}
