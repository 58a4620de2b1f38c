import type { VoidInterval } from '@hephaist/core/coupons/section';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { displayUnit, type UnitSystem } from '@hephaist/core/units/units';

/** What is written where it was looked at and no void was seen. */
export const NO_VOIDS = 'none';
/** True where nobody has written yet what was seen: an empty field is no answer. */
export const isUnanswered = (text: string): boolean => text.trim() === '';

/** Voids typed as "3-4.2, 9-10", distances from the socket mouth in the units shown, or "none". */
export function readVoids(
  text: string,
  overlapM: number,
  field: string,
  system: UnitSystem,
): { voids: VoidInterval[]; problems: FieldProblem[] } {
  const unit = displayUnit('diameter', system);
  const voids: VoidInterval[] = [];
  const problems: FieldProblem[] = [];
  if (text.trim().toLowerCase() === NO_VOIDS) return { voids, problems };
  for (const part of text
    .split(/[,;]\s+|;|,(?=\S*-)/)
    .map((p) => p.trim())
    .filter(Boolean)) {
    const m = /^(\d*[.,]?\d+)\s*(?:-|–|to)\s*(\d*[.,]?\d+)$/.exec(part);
    const [from, to] = m ? [m[1], m[2]].map((t) => unit.toSi(Number((t ?? '').replace(',', '.')))) : [];
    if (from === undefined || to === undefined)
      problems.push({ field, says: `"${part}": write a void as from-to, e.g. 0.10-0.15` });
    else if (to <= from) problems.push({ field, says: `"${part}": runs from a smaller to a larger distance` });
    else if (to > overlapM + 1e-9) problems.push({ field, says: `"${part}": ends outside the overlap` });
    else voids.push({ fromM: from, toM: to });
  }
  return { voids, problems };
}

/** Voids as they would be typed, with a digit more than usual, or "none"; never outside the overlap by rounding. */
export function voidText(voids: readonly VoidInterval[], overlapM: number, system: UnitSystem): string {
  if (!voids.length) return NO_VOIDS;
  const unit = displayUnit('diameter', system);
  const digits = unit.digits + 1;
  const most = Math.floor(unit.fromSi(overlapM + 1e-9) * 10 ** digits) / 10 ** digits;
  const shown = (m: number): string => Math.min(unit.fromSi(m), most).toFixed(digits);
  return voids.map((v) => `${shown(v.fromM)}-${shown(v.toM)}`).join(', ');
}
