import { BURNT_WITH, type BurntWith, FUEL_IDS, type FuelId, isBurnt, type Tip } from '@hephaist/core/heat/fuels';
import { PLANNED_TIPS } from '@hephaist/core/heat/planned-tips';
import { entered } from '@hephaist/core/source/source';
import type { RigTip } from '@hephaist/core/torch-rig/rig';
import * as yup from 'yup';
import { number, oneLine } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';
import { placeIn, whole } from '../schemas/whole.js';
import { oneOf } from './procedure-variables.js';
import type { Rig } from './rig.js';
import { tipsSchema } from './rig-tip.js';

/** More than this no torch gives to its work. */
export const MOST_EFFICIENCY = 0.45;
const share = (label: string) => number(label, 0.01, MOST_EFFICIENCY, 'from 1 to 45 %');

/**
 * The torch that a job is brazed with, as its rig stood when it was taken: plans stay as they are when the rig changes.
 * `efficiency` is the share of its heat that the work takes, by the company's own times, and how many they were.
 */
export const jobTorchSchema = strict(
  yup.object({
    name: oneLine('Torch', 40).required('Name the torch'),
    fuelId: oneOf(FUEL_IDS),
    burntWith: oneOf(BURNT_WITH),
    tips: tipsSchema(),
    efficiency: strict(
      yup.object({
        min: share('Least'),
        max: share('Most'),
        times: yup.number().integer().min(1).max(1e6).required(),
      }),
    )
      .nullable()
      .default(null),
  }),
).test(
  'flame',
  '',
  whole(['fuelId', 'burntWith'], (t, context) => {
    const path = placeIn(context, 'burntWith');
    return isBurnt(t.fuelId, t.burntWith) || context.createError({ path, message: 'this fuel is not burnt so here' });
  }),
);
type Read = yup.InferType<typeof jobTorchSchema>;
export type JobTorch = Omit<Read, 'fuelId' | 'burntWith' | 'tips'> & {
  readonly fuelId: FuelId;
  readonly burntWith: BurntWith;
  readonly tips: readonly RigTip[];
};

/** The torch of a rig, as it stands now. */
export const torchOf = ({ name, fuelId, burntWith, tips }: Rig): JobTorch => ({
  name,
  fuelId,
  burntWith,
  tips: tips.map((t) => ({ name: t.name, fuelM3s: { ...t.fuelM3s } })),
  efficiency: null,
});

/** The generic chart as a torch, for a job whose times say something of it. */
export const genericTorch = (): JobTorch => ({
  name: 'Generic chart',
  fuelId: 'acetylene',
  burntWith: 'oxygen',
  tips: PLANNED_TIPS.map((t) => ({ name: t.name, fuelM3s: { ...t.fuelM3s } })),
  efficiency: null,
});

const planned = new WeakMap<JobTorch, readonly Tip[]>();

/** Tips of a job's torch as the heat plan takes them, small to large; the same list for the same torch. */
export function plannedTips(torch: JobTorch): readonly Tip[] {
  const known = planned.get(torch);
  if (known) return known;
  const { efficiency } = torch;
  const tips = [...torch.tips]
    .sort((a, b) => a.fuelM3s.max - b.fuelM3s.max)
    .map((t) => ({
      id: `own ${t.name}`,
      name: t.name,
      fuelId: torch.fuelId,
      burntWith: torch.burntWith,
      fuelM3s: t.fuelM3s,
      ...(efficiency ? { efficiency: { min: efficiency.min, max: efficiency.max } } : {}),
      source: entered(`tips of ${torch.name}`),
    }));
  planned.set(torch, tips);
  return tips;
}
