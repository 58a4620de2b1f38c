import { formatQuantity, type Quantity, type UnitSystem } from './units.js';

/**
 * Puts a quantity into a sentence without choosing its units: "Stay under ⟦temperature|1099.8⟧".
 * Reasons are written once, in SI, and read in the units of the reader.
 */
export const said = (si: number, quantity: Quantity): string => `⟦${quantity}|${si}⟧`;

const token = /⟦(\w+)\|([^⟧]+)⟧/g;

/** The sentence in the reader's units. */
export const inUnits = (text: string, system: UnitSystem): string =>
  text.replace(token, (_all, quantity: Quantity, si: string) => formatQuantity(Number(si), quantity, system));
