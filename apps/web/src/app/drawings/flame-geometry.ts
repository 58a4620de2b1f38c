import type { FlameLook } from '@hephaist/core/torch-rig/flame-look';

/** Where the tip of the torch ends, and how long a neutral cone is drawn. */
export const FLAME = { tipX: 40, y: 50, cone: 44, halfWidth: 9 } as const;

/** A flame's shape from the tip: straight sides that close in an end, round at 0 and a needle at 1. */
export function flameShape(length: number, halfWidth: number, sharp: number): string {
  const { tipX: x, y } = FLAME;
  const end = x + length;
  // The control points stand nearer the end and further out the rounder it is.
  const out = halfWidth * (1 - sharp);
  const along = x + length * (0.45 + 0.5 * (1 - sharp));
  const [near, wide] = [halfWidth * 0.7, halfWidth];
  return `M${x} ${y - near} C${along} ${y - wide} ${end} ${y - out} ${end} ${y} C${end} ${y + out} ${along} ${y + wide} ${x} ${y + near} Z`;
}

/** Cone, feather and envelope of a flame as paths; no feather where it has none. */
export function flamePaths({ cone, feather, envelope, sharp }: FlameLook): {
  readonly cone: string;
  readonly feather: string | null;
  readonly envelope: string;
} {
  const u = FLAME.cone;
  return {
    cone: flameShape(cone * u, FLAME.halfWidth, sharp),
    feather: feather ? flameShape((cone + feather) * u, FLAME.halfWidth * 1.05, 0.75) : null,
    envelope: flameShape(envelope * u, FLAME.halfWidth * 3, 0.62),
  };
}
