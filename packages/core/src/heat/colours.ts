import { practice, published } from '../source/source.js';
import { degFToK } from '../units/units.js';

/** Colour seen in a dim place. Ambient light and lenses shift it: the flux is the better gauge. */
export const HEAT_COLOURS = [
  { name: 'faint red', tempK: degFToK(930) },
  { name: 'dark red', tempK: degFToK(1100) },
  { name: 'dull cherry', tempK: degFToK(1250) },
  { name: 'cherry', tempK: degFToK(1400) },
  { name: 'bright cherry', tempK: degFToK(1550) },
  { name: 'orange', tempK: degFToK(1700) },
  { name: 'yellow', tempK: degFToK(1900) },
] as const;
export const HEAT_COLOUR_SOURCE = published('common heat-colour charts');

/** Copper oxidises fast from about here, K. */
export const OXIDE_ONSET_K = degFToK(900);
export const OXIDE_ONSET_SOURCE = practice('copper oxidises fast above about 900 to 1000 °F');

/** The colour word nearest below a temperature, or "no colour yet". */
export function colourAt(tempK: number): string {
  let seen = 'no colour yet';
  for (const c of HEAT_COLOURS) if (tempK >= c.tempK) seen = c.name;
  return seen;
}

/** How a flux looks, in the order that a paste goes through them. */
export const FLUX_LOOKS = ['as put on', 'boiling', 'puffed up', 'milky', 'clear', 'dead'] as const;
/** `in the flame`: it comes with the gas, nothing lies on the metal. */
export type FluxLook = (typeof FLUX_LOOKS)[number] | 'in the flame';

/** One thing a flux shows while it warms. */
export interface FluxSign {
  readonly atK: number;
  readonly look: FluxLook;
  readonly says: string;
}

const sign = (f: number, look: FluxLook, says: string): FluxSign => ({ atK: degFToK(f), look, says });
const BOILS = sign(212, 'boiling', 'water boils off');

/**
 * What a flux shows, by its class: paste for silver rods clears about 1100 degF, a flux made for brass rod or aluminium
 * near its own range. Source: practice. A class that is not named here clears where it begins to work.
 */
export function fluxSigns(flux: { readonly id: string; readonly activeK: { readonly min: number } }): FluxSign[] {
  if (/^FB3-[AC]$|^FB4-A$/.test(flux.id))
    return [
      BOILS,
      sign(600, 'puffed up', 'puffs up'),
      sign(800, 'milky', 'goes milky and quiet'),
      sign(1100, 'clear', 'clear and wet like water: near brazing temperature'),
    ];
  const clears: FluxSign = {
    atK: flux.activeK.min,
    look: 'clear',
    says: 'melts clear and wet: it begins to work here, and the rod soon after',
  };
  if (flux.id === 'FB3-K')
    return [
      { ...clears, look: 'in the flame', says: 'comes with the gas: the flame turns green, the metal stays bright' },
    ];
  if (flux.id.startsWith('FB1') || flux.id.startsWith('Cs'))
    return [BOILS, { ...clears, says: 'melts clear and wet: the only sign there is, aluminium shows no colour' }];
  return [BOILS, sign(1000, 'puffed up', 'swells and dries to a crust'), clears];
}

/**
 * How a flux looks where the coldest of the lap is this hot: what it shows at the least of it holds for the whole joint.
 * @param used share of its life that is used, 0 where its life is not told; over 1 it is dead
 */
export function fluxLook(flux: Parameters<typeof fluxSigns>[0], coldestK: number, used: number): FluxLook {
  const signs = fluxSigns(flux);
  if (signs[0]?.look === 'in the flame') return 'in the flame';
  if (used > 1) return 'dead';
  return signs.findLast((s) => coldestK >= s.atK)?.look ?? 'as put on';
}

/** The looks that a flux goes through, in order, and dead at the end where its life is told. */
export function fluxLooks(flux: Parameters<typeof fluxSigns>[0], livesFor: number | null): FluxLook[] {
  const signs = fluxSigns(flux).map((s) => s.look);
  if (signs[0] === 'in the flame') return ['in the flame'];
  return ['as put on', ...signs, ...(livesFor === null ? [] : (['dead'] as const))];
}

/** Aluminium melts before it shows a colour; everything else here glows first. */
export const showsColour = (families: readonly string[]): boolean => !families.includes('aluminium');
