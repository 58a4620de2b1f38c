import type { Flux } from '../fluxes/fluxes.js';
import { practice } from '../source/source.js';
import type { Instant } from './heat-run.js';

export const FLUX_LIFE_SOURCE = practice(
  'white paste is good for about 3 1/2 minutes where it is active, half that at its upper end; black paste twice as long',
);
/** Life at the lower end of its range, s, of the pastes that it is told of. */
const PASTE_S: Readonly<Record<string, number>> = { 'FB3-A': 210, 'FB4-A': 210, 'FB3-C': 420 };
/** Over its range it burns out this many times as fast as at the upper end. */
const OVER_RANGE = 8;

type Aging = Pick<Flux, 'id' | 'activeK'>;

/** Seconds that a paste would last if it stayed at a temperature: Infinity under its range, null for a flux whose life nobody told. Source: FLUX_LIFE_SOURCE. */
export function fluxLifeS(flux: Aging, tempK: number): number | null {
  const whole = PASTE_S[flux.id];
  if (whole === undefined) return null;
  if (tempK < flux.activeK.min) return Infinity;
  if (tempK > flux.activeK.max) return whole / 2 / OVER_RANGE;
  const along = (tempK - flux.activeK.min) / (flux.activeK.max - flux.activeK.min);
  return whole * (1 - along / 2);
}

/** Share of the flux used at each instant of a heating, judged where the lap is hottest; over 1 it is dead: black, crusted, and filler does not wet. Null where its life is not told. */
export function fluxUsed(flux: Aging, instants: readonly Instant[]): Float64Array | null {
  const used = new Float64Array(instants.length);
  for (let i = 1; i < instants.length; i++) {
    const [a, b] = [instants[i - 1] as Instant, instants[i] as Instant];
    const life = fluxLifeS(flux, (a.lapHottestK + b.lapHottestK) / 2);
    if (life === null) return null;
    used[i] = (used[i - 1] as number) + (b.timeS - a.timeS) / life;
  }
  return used;
}
