import { type Tip, TIPS } from './fuels.js';

/** Tips of oxygen and acetylene, small to large: what a joint is planned with until its job names a torch. */
export const PLANNED_TIPS: readonly Tip[] = TIPS.filter((t) => t.burntWith === 'oxygen');

/** The tips that a joint is planned with, small to large. */
export const tipsFor = (joint: { readonly tips?: readonly Tip[] | undefined }): readonly Tip[] =>
  joint.tips?.length ? joint.tips : PLANNED_TIPS;

const keys = new WeakMap<readonly Tip[], string>();

/** What tells two lists of tips apart to the heat. */
export function tipsKey(tips: readonly Tip[]): string {
  const known = keys.get(tips);
  if (known !== undefined) return known;
  const key = tips
    .map((t) =>
      [t.id, t.fuelId, t.burntWith, t.fuelM3s.min, t.fuelM3s.max, t.efficiency?.min, t.efficiency?.max].join(),
    )
    .join(' ');
  keys.set(tips, key);
  return key;
}
