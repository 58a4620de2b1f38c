import type { FuelId } from '../heat/fuels.js';
import { published, type Source } from '../source/source.js';
import type { MarkCountry } from './parts.js';

/** Marks of a gas that are checked at the bottle, and never relied on: its name on the label decides. */
export interface GasMarks {
  /** "left-hand, nut grooved". */
  readonly thread: string;
  readonly hose: string;
}

export const MARK_SOURCE: Source = published(
  'CGA V-1, CGA E-1, ISO 3821: threads and hose colours',
  'they differ between countries and between makers',
);

const LEFT = 'left-hand, its nut grooved';
const RIGHT = 'right-hand, its nut plain';
const others = (colour: string, acetylene: string): Readonly<Record<FuelId, string>> => ({
  acetylene,
  propane: colour,
  propylene: colour,
  'natural-gas': colour,
  hydrogen: 'red',
});

const HOSES: Readonly<Record<MarkCountry, { oxygen: string; fuel: Readonly<Record<FuelId, string>> }>> = {
  'united-states': { oxygen: 'green', fuel: others('red', 'red') },
  'united-kingdom-australia': { oxygen: 'blue', fuel: others('orange', 'red') },
  europe: { oxygen: 'blue', fuel: others('orange', 'red') },
};

/** What to look for at the thread and hose of a gas. Source: MARK_SOURCE. */
export const gasMarks = (country: MarkCountry, gas: FuelId | 'oxygen'): GasMarks =>
  gas === 'oxygen' ? { thread: RIGHT, hose: HOSES[country].oxygen } : { thread: LEFT, hose: HOSES[country].fuel[gas] };

/** Why the marks alone are not trusted. */
export const NEVER_BY_COLOUR = 'Read the label: colours differ by country and bottles are repainted.';
