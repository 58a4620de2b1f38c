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

/**
 * Reads a length such as "4in", "4\"", "100mm", "3thou", ".003"; a comma counts as the decimal point.
 * @param bareM metres in one of the unit meant where none is typed; null refuses a bare number
 * @returns m, or null where the text is no length
 */
export function readLength(text: string, bareM: number | null = null): number | null {
  const m = /^(\d*[.,]?\d+)\s*(in|"|mm|cm|m|thou|mil|ft)?$/.exec(text.trim().toLowerCase());
  if (!m) return null;
  const factor = m[2] ? factors[m[2]] : bareM;
  const value = Number((m[1] ?? '').replace(',', '.')) * (factor ?? NaN);
  return Number.isFinite(value) ? value : null;
}
