import type { VoidInterval } from '@hephaist/core/coupons/section';

/** Moves one end of a void, inside the overlap and never past its other end. Lengths in m. */
export function moveEdge(
  voids: readonly VoidInterval[],
  index: number,
  edge: keyof VoidInterval,
  toM: number,
  overlapM: number,
): VoidInterval[] {
  const least = overlapM / 1000;
  return voids.map((v, i) => {
    if (i !== index) return v;
    return edge === 'fromM'
      ? { ...v, fromM: Math.max(0, Math.min(toM, v.toM - least)) }
      : { ...v, toM: Math.min(overlapM, Math.max(toM, v.fromM + least)) };
  });
}
