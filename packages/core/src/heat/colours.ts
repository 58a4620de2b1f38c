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

/** What paste flux looks like, by temperature. Source: practice. */
export const FLUX_SIGNS = [
  { atK: degFToK(212), says: 'water boils off' },
  { atK: degFToK(600), says: 'puffs up' },
  { atK: degFToK(800), says: 'goes milky and quiet' },
  { atK: degFToK(1100), says: 'clear and wet like water: near brazing temperature' },
] as const;
