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

/** One thing a flux shows while it warms. */
export interface FluxSign {
  readonly atK: number;
  readonly says: string;
}

const sign = (f: number, says: string): FluxSign => ({ atK: degFToK(f), says });
const BOILS = sign(212, 'water boils off');

/**
 * What a flux shows, by its class: paste for silver rods clears about 1100 degF, a flux made for brass rod or aluminium
 * near its own range. Source: practice. A class that is not named here clears where it begins to work.
 */
export function fluxSigns(flux: { readonly id: string; readonly activeK: { readonly min: number } }): FluxSign[] {
  if (/^FB3-[AC]$|^FB4-A$/.test(flux.id))
    return [
      BOILS,
      sign(600, 'puffs up'),
      sign(800, 'goes milky and quiet'),
      sign(1100, 'clear and wet like water: near brazing temperature'),
    ];
  const clears = { atK: flux.activeK.min, says: 'melts clear and wet: it begins to work here, and the rod soon after' };
  if (flux.id === 'FB3-K')
    return [{ ...clears, says: 'comes with the gas: the flame turns green, the metal stays bright' }];
  if (flux.id.startsWith('FB1') || flux.id.startsWith('Cs'))
    return [BOILS, { ...clears, says: 'melts clear and wet: the only sign there is, aluminium shows no colour' }];
  return [BOILS, sign(1000, 'swells and dries to a crust'), clears];
}

/** Aluminium melts before it shows a colour; everything else here glows first. */
export const showsColour = (families: readonly string[]): boolean => !families.includes('aluminium');
