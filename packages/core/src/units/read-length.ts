import { INCH } from './units.js';

const factors: Readonly<Record<string, number>> = {
  in: INCH,
  '"': INCH,
  mm: 1e-3,
  cm: 1e-2,
  m: 1,
  thou: INCH / 1000,
  mil: INCH / 1000,
  ft: 12 * INCH,
};

/** "4", ".003", "0,08"; "3/4"; "1-1/8", "1 1/8". NaN where it is no number. */
function numberOf(text: string): number {
  const decimal = /^\d*[.,]?\d+$/.test(text) ? Number(text.replace(',', '.')) : NaN;
  if (Number.isFinite(decimal)) return decimal;
  const [, whole = '0', over, under] = /^(?:(\d+)[- ])?(\d+)\/(\d+)$/.exec(text) ?? [];
  return over && Number(under) > 0 ? Number(whole) + Number(over) / Number(under) : NaN;
}

const NUMBER = String.raw`(?:\d+[- ])?\d+\/\d+|\d*[.,]?\d+`;
const ONE = new RegExp(`^(${NUMBER})\\s*(in|"|mm|cm|m|thou|mil|ft|')?$`);
const FEET_AND_INCHES = new RegExp(`^(\\d+)\\s*(?:ft|')\\s*-?\\s*(${NUMBER})\\s*(?:in|")?$`);

/**
 * Reads a length such as "4in", "4\"", "1 1/2\"", "5'6\"", "5 ft 6 in", "100mm", "3thou", ".003"; a comma counts as the
 * decimal point.
 * @param bareM metres in one of the unit meant where none is typed; null refuses a bare number
 * @returns m, or null where the text is no length
 */
export function readLength(text: string, bareM: number | null = null): number | null {
  const said = text.trim().toLowerCase();
  const both = FEET_AND_INCHES.exec(said);
  if (both) {
    const inches = numberOf(both[2] ?? '');
    return inches < 12 ? (12 * Number(both[1]) + inches) * INCH : null;
  }
  const one = ONE.exec(said);
  if (!one) return null;
  const unit = one[2] === "'" ? 'ft' : one[2];
  const value = numberOf(one[1] ?? '') * ((unit ? factors[unit] : bareM) ?? NaN);
  return Number.isFinite(value) ? value : null;
}
