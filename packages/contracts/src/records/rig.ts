import { BURNT_WITH, type BurntWith, FUEL_IDS, type FuelId } from '@hephaist/core/heat/fuels';
import { DRAW_LIMITS, type DrawUse } from '@hephaist/core/heat/torch-gas';
import type { Schools } from '@hephaist/core/schools/schools';
import {
  ARRESTORS_ASKED,
  type ArrestorsAsked,
  type Guard,
  GUARD_PLACES,
  type GuardPlace,
  GUARDS,
  HOSE_GRADES,
  type HoseGrade,
  MARK_COUNTRIES,
  type MarkCountry,
  REGULATOR_GASES,
  type RegulatorGas,
} from '@hephaist/core/torch-rig/parts';
import type { RigCylinder, RigTip, TorchRig } from '@hephaist/core/torch-rig/rig';
import * as yup from 'yup';
import { idSchema, note, number, oneLine } from '../schemas/ids.js';
import { schoolsSchema } from '../schemas/schools.js';
import { strict } from '../schemas/strict.js';
import { placeIn, whole } from '../schemas/whole.js';
import { oneOf } from './procedure-variables.js';
import { tipsSchema } from './rig-tip.js';

const hoseSchema = strict(
  yup.object({
    grade: oneOf(HOSE_GRADES),
    madeIn: yup
      .number()
      .typeError('a year, as it stands on the hose')
      .integer('a year, as it stands on the hose')
      .min(1970, 'from 1970 on')
      .max(2199, 'a year, as it stands on the hose')
      .nullable()
      .default(null),
  }),
);
const cylinderSchema = strict(
  yup.object({
    holdsM3: number('Size', 0.1, 100, 'from 4 to 3500 ft³ (0.1 to 100 m³)'),
    fullPa: number('Full pressure', 1e4, 4e7, 'from 2 to 5800 psi (0.1 to 400 bar)'),
    gaugePa: number('Gauge', 0, 5e7, 'from 0 to 7200 psi (500 bar)').nullable().default(null),
    weighedShare: number('Left by weight', 0, 1, 'from 0 to 100 %').nullable().default(null),
  }),
);
/** What belongs to oxygen: there where the torch burns with it, and nowhere else. */
const OXYGEN_PARTS = ['oxygenRegulator', 'oxygenHose', 'oxygenPa', 'oxygenCylinder'] as const;

/** A torch with all that feeds it, as the company owns it. SI; pressures gauge. */
export const rigSchema = strict(
  yup.object({
    id: idSchema,
    name: oneLine('Name', 40).required('Give the rig a name, as it is called on the site'),
    fuelId: oneOf(FUEL_IDS),
    burntWith: oneOf(BURNT_WITH),
    fuelRegulator: oneOf(REGULATOR_GASES),
    oxygenRegulator: oneOf(REGULATOR_GASES).nullable().default(null),
    fuelHose: hoseSchema.required(),
    oxygenHose: hoseSchema.nullable().default(null),
    guards: strict(yup.object(Object.fromEntries(GUARD_PLACES.map((p) => [p, oneOf(GUARDS)])))).required(),
    arrestorsAsked: oneOf(ARRESTORS_ASKED),
    fittingsCopper: number('Copper in the fittings', 0, 100, 'from 0 to 100 %').nullable().default(null),
    fuelPa: number('Fuel pressure', 0, 7e5, 'from 0 to 100 psi (7 bar)'),
    oxygenPa: number('Oxygen pressure', 0, 14e5, 'from 0 to 200 psi (14 bar)').nullable().default(null),
    fuelCylinder: cylinderSchema.required(),
    oxygenCylinder: cylinderSchema.nullable().default(null),
    tips: tipsSchema(),
    use: oneOf(Object.keys(DRAW_LIMITS) as DrawUse[]),
    country: oneOf(MARK_COUNTRIES),
    schools: schoolsSchema,
    note: note(),
  }),
)
  .test(
    'oxygen',
    '',
    whole(['burntWith', ...OXYGEN_PARTS], (r, context) => {
      const has = r.burntWith === 'oxygen';
      const odd = OXYGEN_PARTS.find((p) => (r[p] !== null) !== has);
      if (!odd) return true;
      const path = placeIn(context, odd);
      return context.createError({
        path,
        message: has ? 'is needed: the torch burns with oxygen' : 'left out: the torch burns in air',
      });
    }),
  )
  .test(
    'tips',
    '',
    whole(['tips'], (r, context) => {
      const names = r.tips.map((t) => t.name.toLowerCase());
      const twice = names.findIndex((n, i) => names.indexOf(n) !== i);
      const path = placeIn(context, `tips.${twice}.name`);
      return twice < 0 || context.createError({ path, message: 'this tip stands twice' });
    }),
  );

type Read = yup.InferType<typeof rigSchema>;
interface Typed {
  readonly fuelId: FuelId;
  readonly burntWith: BurntWith;
  readonly fuelRegulator: RegulatorGas;
  readonly oxygenRegulator: RegulatorGas | null;
  readonly fuelHose: { readonly grade: HoseGrade; readonly madeIn: number | null };
  readonly oxygenHose: { readonly grade: HoseGrade; readonly madeIn: number | null } | null;
  readonly guards: Readonly<Record<GuardPlace, Guard>>;
  readonly arrestorsAsked: ArrestorsAsked;
  readonly fuelCylinder: RigCylinder;
  readonly oxygenCylinder: RigCylinder | null;
  readonly tips: readonly RigTip[];
  readonly use: DrawUse;
  readonly country: MarkCountry;
  readonly schools: Partial<Schools>;
}
export type Rig = Omit<Read, keyof Typed> & Typed & TorchRig;
