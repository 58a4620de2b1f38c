import { displayUnit, type Quantity, type UnitSystem } from '@hephaist/core/units/units';

/** A typed number; a comma counts as the decimal point; NaN where it is none. */
export const numberOf = (text: string): number => (text.trim() === '' ? NaN : Number(text.trim().replace(',', '.')));

/** "0.4" percent as a fraction; NaN where it is no number. */
export const percentOf = (text: string): number => numberOf(text.replace('%', '')) / 100;

/** A fraction as percent, with four digits at most. */
export const percentText = (fraction: number | null | undefined): string =>
  fraction == null ? '' : String(Number((100 * fraction).toPrecision(4)));

/** SI value as text in the units shown, two digits finer than it is read elsewhere. */
export function shown(si: number | null | undefined, quantity: Quantity, system: UnitSystem): string {
  if (si === null || si === undefined) return '';
  const unit = displayUnit(quantity, system);
  return String(Number(unit.fromSi(si).toFixed(unit.digits + 2)));
}

/** Text in the units shown as SI; NaN where it is no number. */
export const typed = (text: string, quantity: Quantity, system: UnitSystem): number =>
  displayUnit(quantity, system).toSi(numberOf(text));

/** The same quantity as text in other units; what is no number stays as it was typed. */
export function retyped(text: string, quantity: Quantity, from: UnitSystem, to: UnitSystem): string {
  const si = typed(text, quantity, from);
  return Number.isFinite(si) ? shown(si, quantity, to) : text;
}

/**
 * Text back as SI. Text that still reads as the stored value gives exactly that value: what nobody changed is not
 * changed by rounding, whatever the units.
 */
export function back(text: string, quantity: Quantity, system: UnitSystem, was: number | null | undefined): number {
  return was !== null && was !== undefined && text.trim() === shown(was, quantity, system)
    ? was
    : typed(text, quantity, system);
}
