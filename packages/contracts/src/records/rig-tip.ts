import * as yup from 'yup';
import { number, oneLine } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';
import { whole } from '../schemas/whole.js';

/** Two of the largest stay under the most that the heat plan takes from a hand's torch. */
const FLOW = 'above 0, at most 300 SCFH (140 L/min)';
const flow = (label: string) => number(label, 1e-7, 0.00236, FLOW);
/** Most tips of one torch. */
export const MOST_TIPS = 20;

/** A tip by its maker's chart: fuel, m3/s at 1 atm. */
export const tipSchema = strict(
  yup.object({
    name: oneLine('Tip', 24).required('Name the tip as it stands on it'),
    fuelM3s: strict(yup.object({ min: flow('Least'), max: flow('Most') })),
  }),
).test(
  'order',
  '',
  whole(
    [],
    (t, context) =>
      t.fuelM3s.min < t.fuelM3s.max ||
      context.createError({ path: `${context.path}.fuelM3s.max`, message: 'above the least' }),
  ),
);
export const tipsSchema = () =>
  yup.array(tipSchema.required()).min(1, 'at least one tip').max(MOST_TIPS, `at most ${MOST_TIPS} tips`).required();
