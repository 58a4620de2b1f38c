import { densityKgM3, type Filler } from '../fillers/fillers.js';
import { type PatchSpec, patchVolumeM3 } from '../repair/patch.js';
import { requireRange } from '../source/problem.js';
import { INCH, POUND } from '../units/units.js';
import { findRodForm, formFor, type Ring, ringFor, type RodForm, type RodFormId } from './rod-forms.js';

/** Stub ends and drips, as a fraction. Source: practice; editable. */
export const DEFAULT_LOSS = 0.15;

/** Small concave fillet: radius is the wall, held between 1/32 and 1/16 in. Source: practice. */
export const filletRadiusM = (wallM: number): number => Math.min(INCH / 16, Math.max(INCH / 32, wallM));

/** Two diameters of an annular gap at brazing temperature, m. */
export interface Annulus {
  readonly tubeOdM: number;
  readonly socketIdM: number;
}

export interface FillerUse {
  readonly annulusM3: number;
  readonly filletM3: number;
  /** What stays in the joint, m3, without loss. */
  readonly netM3: number;
  /** With loss, kg. */
  readonly massKg: number;
  /** The form wished for, or the usual one where this class is not made so. */
  readonly form: RodForm;
  /** Length of that form with loss, m. */
  readonly lengthM: number;
  /** The ring that carries it, for pre-placed rings. */
  readonly ring: Ring | null;
}

const annulus = (gap: Annulus, overlapM: number): number =>
  (Math.PI / 4) * Math.max(0, gap.socketIdM ** 2 - gap.tubeOdM ** 2) * overlapM;
const fillet = (diameterM: number, r: number): number => Math.PI * diameterM * r * r * (1 - Math.PI / 4);

/** Filler that stays in a joint, m3: annuli pi/4 (ID^2 - OD^2) x overlap, one concave fillet pi OD r^2 (1 - pi/4) each. */
export function netFiller(
  gaps: readonly Annulus[],
  overlapM: number,
  wallM: number,
): { annulusM3: number; filletM3: number; netM3: number } {
  const r = filletRadiusM(wallM);
  const annulusM3 = gaps.reduce((sum, g) => sum + annulus(g, overlapM), 0);
  const filletM3 = gaps.reduce((sum, g) => sum + fillet(g.tubeOdM, r), 0);
  return { annulusM3, filletM3, netM3: annulusM3 + filletM3 };
}

/**
 * Filler for one joint at heat, with loss, in one form. A pre-placed ring has no loss to stub ends, so carries its share all the same.
 * @param gaps the gap, or both where a bush makes two
 */
export function fillerUse(
  filler: Filler,
  gaps: readonly Annulus[],
  overlapM: number,
  wallM: number,
  formId: RodFormId = 'flat',
  loss = DEFAULT_LOSS,
): FillerUse {
  requireRange('loss', loss, 0, 1);
  const net = netFiller(gaps, overlapM, wallM);
  const volume = net.netM3 * (1 + loss);
  const form = formFor(filler.group, formId);
  const outer = gaps[gaps.length - 1];
  return {
    ...net,
    massKg: densityKgM3(filler) * volume,
    form,
    lengthM: volume / form.areaM2,
    ring: form.id === 'ring' && outer ? ringFor(volume, outer.tubeOdM) : null,
  };
}

/** Filler for a built-up patch, with loss. */
export function patchUse(filler: Filler, patch: PatchSpec, formId: RodFormId = 'flat', loss = DEFAULT_LOSS): FillerUse {
  const netM3 = patchVolumeM3(patch);
  const form = formFor(filler.group, formId === 'ring' ? 'flat' : formId);
  const volume = netM3 * (1 + loss);
  return {
    annulusM3: 0,
    filletM3: netM3,
    netM3,
    massKg: densityKgM3(filler) * volume,
    form,
    lengthM: volume / form.areaM2,
    ring: null,
  };
}

const flatForm = findRodForm('flat');
/** Sticks to the pound for a filler in flat stick. */
export const sticksPerPound = (filler: Filler): number =>
  POUND / (densityKgM3(filler) * flatForm.areaM2 * (flatForm.pieceM ?? 1));
