import { densityKgM3, type Filler } from '../fillers/fillers.js';
import { requireRange } from '../source/problem.js';
import { practice } from '../source/source.js';
import { INCH } from '../units/units.js';

/** Stub ends and drips, as a fraction. Source: practice; editable. */
export const DEFAULT_LOSS = 0.15;
/** Flat stick, 1/8 x 0.050 x 20 in. Source: practice, about 26 to 28 to the pound. */
export const FLAT_STICK = {
  widthM: INCH / 8,
  thicknessM: 0.05 * INCH,
  lengthM: 20 * INCH,
  source: practice('flat stick 1/8 x 0.050 x 20 in'),
};

/** Small concave fillet: radius is the wall, held between 1/32 and 1/16 in. Source: practice. */
export const filletRadiusM = (wallM: number): number => Math.min(INCH / 16, Math.max(INCH / 32, wallM));

export interface FillerUse {
  readonly annulusM3: number;
  readonly filletM3: number;
  /** With loss, kg. */
  readonly massKg: number;
  /** Length of flat stick with loss, m. */
  readonly flatStickM: number;
}

/**
 * Filler for one joint: annulus pi/4 (ID^2 - OD^2) x overlap at heat, plus one concave fillet
 * pi OD r^2 (1 - pi/4), plus loss.
 * @param gap diameters at brazing temperature, m
 */
export function fillerUse(
  filler: Filler,
  gap: { tubeOdM: number; socketIdM: number },
  overlapM: number,
  wallM: number,
  loss = DEFAULT_LOSS,
): FillerUse {
  requireRange('loss', loss, 0, 1);
  const annulusM3 = (Math.PI / 4) * Math.max(0, gap.socketIdM ** 2 - gap.tubeOdM ** 2) * overlapM;
  const r = filletRadiusM(wallM);
  const filletM3 = Math.PI * gap.tubeOdM * r * r * (1 - Math.PI / 4);
  const volume = (annulusM3 + filletM3) * (1 + loss);
  return {
    annulusM3,
    filletM3,
    massKg: densityKgM3(filler) * volume,
    flatStickM: volume / (FLAT_STICK.widthM * FLAT_STICK.thicknessM),
  };
}

/** Sticks to the pound for a filler in flat stick. */
export const sticksPerPound = (filler: Filler): number =>
  0.45359237 / (densityKgM3(filler) * FLAT_STICK.widthM * FLAT_STICK.thicknessM * FLAT_STICK.lengthM);
