import type { Filler } from '../fillers/fillers.js';
import { FLUXES, type Flux } from '../fluxes/fluxes.js';
import { deltaFToK } from '../units/units.js';
import { bothCopper, families, hasFamily, type JointFacts } from './facts.js';

/** Room the active range must leave at each end of the brazing range, K. Source: practice. */
const margin = (facts: JointFacts): number => deltaFToK(hasFamily(facts, 'aluminium') ? 20 : 50);

/** True where the flux suits the rod family and both metals and is active over the whole brazing range with margin. */
export function fluxSuits(flux: Flux, filler: Filler, facts: JointFacts): boolean {
  const room = margin(facts) - 1e-6;
  return (
    flux.groups.includes(filler.group) &&
    families(facts).every((family) => flux.families.includes(family)) &&
    filler.brazingK.min - flux.activeK.min >= room &&
    flux.activeK.max - filler.brazingK.max >= room
  );
}

/** Answers by filler and families: the choice depends on nothing else, and a job asks it millions of times. */
const known = new WeakMap<Filler, Map<string, Flux | null>>();

function choose(filler: Filler, facts: JointFacts): Flux | null {
  const suits = FLUXES.filter((flux) => flux.forCapillary && fluxSuits(flux, filler, facts));
  if (hasFamily(facts, 'steel', 'stainless', 'cast-iron', 'nickel')) {
    return suits.find((flux) => flux.id === 'FB3-C') ?? suits[0] ?? null;
  }
  return suits[0] ?? null;
}

/**
 * The flux for a filler on these metals, or null: none needed (phosphorus rod, copper to copper) or none suits.
 * Iron and stainless heat long and unevenly, so black flux comes before white there.
 */
export function chooseFlux(filler: Filler, facts: JointFacts): Flux | null {
  if (filler.group === 'BCuP' && bothCopper(facts)) return null;
  const answers = known.get(filler) ?? new Map<string, Flux | null>();
  known.set(filler, answers);
  const pair = `${facts.tube.family} ${facts.socket.family}`;
  const before = answers.get(pair);
  if (before !== undefined) return before;
  const flux = choose(filler, facts);
  answers.set(pair, flux);
  return flux;
}
