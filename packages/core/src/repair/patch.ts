import { type Filler, percent } from '../fillers/fillers.js';
import { requireRange } from '../source/problem.js';
import { practice } from '../source/source.js';
import { deltaFToK, INCH } from '../units/units.js';

export const PATCH_SOURCE = practice('a patch gets a plant going; it is built up outside, dated and cut out');

/** A hole or crack that is covered for a while. */
export interface PatchSpec {
  /** Longest extent of the hole or crack, m. */
  readonly holeM: number;
  /** Day by which it is cut out and new tube joined, `YYYY-MM-DD`. */
  readonly cutOutBy: string | null;
  /** Day on which it was cut out; null until then. */
  readonly cutOutOn: string | null;
}

/** Filler wets this far beyond the edge all round, and stands this high over it. Source: practice. */
export const PATCH_TIN_M = (3 / 8) * INCH;
export const PATCH_CROWN_M = INCH / 8;
/** Most silver in a rod that builds up instead of running in, weight percent. Source: practice. */
export const MOST_SILVER = 6;

/** Melting range from which a rod stays pasty long enough to be built up, K. Source: practice. */
const PASTY_K = deltaFToK(150);

/** A rod that can be built up over a hole in copper: it stays pasty over a wide range and holds little silver. */
export const buildsUp = (filler: Filler): boolean =>
  filler.group === 'BCuP' &&
  percent(filler, 'Ag') <= MOST_SILVER &&
  filler.liquidusK - filler.solidusK >= PASTY_K - 1e-6;

/** Filler of a patch, m3: a low dome over the hole and the tinned ring around it, 2/3 h pi/4 d^2. */
export function patchVolumeM3(patch: PatchSpec): number {
  const hole = requireRange('patch.holeM', patch.holeM, 0.0001, 0.1, 'm (0.004 to 4 in)');
  return (2 / 3) * PATCH_CROWN_M * (Math.PI / 4) * (hole + 2 * PATCH_TIN_M) ** 2;
}

/** How a patch is made, in order. Source: practice. */
export function patchSteps(aluminium: boolean): readonly string[] {
  return aluminium
    ? [
        'Recover the charge, open the line to the air and keep a trickle of nitrogen through it.',
        'Clean to bright metal with a stainless brush of its own, and braze or solder at once.',
        'Paint on caesium-fluoride flux, thin, a little beyond the hole.',
        'A small soft flame on the tube beside the hole, never on the rod: aluminium shows no colour, so watch the flux melt clear.',
        'Touch the rod to the metal, let it patch over the hole, and take the flame away at once.',
        'Let it cool by itself, brush off the flux, test with nitrogen. It is a patch, not a fill: renew the coil.',
      ]
    : [
        'Recover, empty and dry the line; open it to the air and keep a trickle of nitrogen through it.',
        'Clean to bright metal well beyond the hole; stop-drill nothing, and do not push chips inside.',
        'Tin round the hole first, then dab the rod on from the outside in, cooling between dabs, so that nothing runs into the bore.',
        'Stop at a low dome. A large lump proves nothing.',
        'Keep nitrogen on until it is cool to the touch, then test.',
        'Hang the date on it: it is cut out by then and new tube joined.',
      ];
}
