import type { Filler, FillerGroup } from '../fillers/fillers.js';
import type { Flux } from '../fluxes/fluxes.js';
import { deltaFToK } from '../units/units.js';
import { bothCopper, families, hasFamily, type JointFacts } from './facts.js';

/**
 * Room the active range must leave at the lower and the upper end, K. Aluminium flux melts just before the rod does, so
 * there it counts from the rod's liquidus. Source: practice.
 */
const ROOM = { usual: deltaFToK(50), aluminium: deltaFToK(20) };

/** True where the flux suits the rod family and both metals and is active over the whole range it is needed in. */
export function fluxSuits(flux: Flux, filler: Filler, facts: JointFacts): boolean {
  const aluminium = hasFamily(facts, 'aluminium');
  const below = aluminium ? filler.liquidusK - flux.activeK.min : filler.brazingK.min - flux.activeK.min - ROOM.usual;
  const above = flux.activeK.max - filler.brazingK.max - (aluminium ? ROOM.aluminium : ROOM.usual);
  return (
    flux.groups.includes(filler.group) &&
    families(facts).every((family) => flux.families.includes(family)) &&
    below >= -1e-6 &&
    above >= -1e-6
  );
}

/** Answers by table, filler and metals: the choice depends on nothing else, and a job asks it millions of times. */
const known = new WeakMap<readonly Flux[], WeakMap<Filler, Map<string, Flux | null>>>();

/** Class of the coating on a flux-coated rod; only silver and brass rods are made so. Source: practice. */
export const COATING: Readonly<Partial<Record<FillerGroup, string>>> = { BAg: 'FB3-A', RBCuZn: 'FB3-D' };
export const isMadeCoated = (filler: Filler): boolean => COATING[filler.group] !== undefined;

function choose(filler: Filler, facts: JointFacts): Flux | null {
  const suits = facts.fluxes.filter((flux) => flux.forCapillary && fluxSuits(flux, filler, facts));
  if (facts.coated && isMadeCoated(filler)) return suits.find((flux) => flux.id === COATING[filler.group]) ?? null;
  if (hasFamily(facts, 'aluminium-bronze')) return suits.find((flux) => flux.id === 'FB4-A') ?? null;
  if (hasFamily(facts, 'steel', 'stainless', 'cast-iron', 'nickel', 'cupronickel')) {
    return suits.find((flux) => flux.id === 'FB3-C') ?? suits[0] ?? null;
  }
  return suits[0] ?? null;
}

/**
 * The flux for a filler on these metals, or null: none needed (phosphorus rod, copper to copper) or none suits.
 * Iron and stainless heat long and unevenly, so black flux comes before white there. A coated rod brings its own.
 */
export function chooseFlux(filler: Filler, facts: JointFacts): Flux | null {
  if (filler.group === 'BCuP' && bothCopper(facts)) return null;
  let table = known.get(facts.fluxes);
  if (!table) known.set(facts.fluxes, (table = new WeakMap<Filler, Map<string, Flux | null>>()));
  let answers = table.get(filler);
  if (!answers) table.set(filler, (answers = new Map<string, Flux | null>()));
  const key = facts.coated ? `coated ${facts.metalsKey}` : facts.metalsKey;
  const before = answers.get(key);
  if (before !== undefined) return before;
  const flux = choose(filler, facts);
  answers.set(key, flux);
  return flux;
}
