import { type FuelId, fuelName } from '../heat/fuels.js';
import { BETWEEN_SOURCE, DRAW_SOURCE, drawOf, type DrawUse, type TorchGas, torchGas } from '../heat/torch-gas.js';
import { CYLINDER_RESERVE } from '../purge/cylinder.js';
import { requireRange } from '../source/problem.js';
import { practice } from '../source/source.js';
import type { RodListJoint } from './rod-list.js';

/** Gas for what is left of a job: fuel, oxygen and nitrogen together. Volumes m3 at 1 atm. */
export interface GasList extends TorchGas {
  /** The fuel of the job's torch. */
  readonly fuelId: FuelId;
  readonly nitrogenM3: number;
  /** The largest flow of fuel that a joint asks for, m3/s, and its tip. */
  readonly largest: { readonly tip: string; readonly flowM3s: number } | null;
  /** The smallest acetylene cylinder that may run it; null where no single one may, or the fuel has no such limit. */
  readonly smallestCylinder: string | null;
  readonly cylinders: {
    readonly fuel: number | null;
    readonly oxygen: number | null;
    readonly nitrogen: number | null;
  };
}

/** What stands in the van: contents of a full cylinder of each, m3; 0 where nobody said. */
export interface GasWishes {
  readonly fuelM3: number;
  readonly oxygenM3: number;
  readonly nitrogenM3: number;
  readonly use: DrawUse;
}

export const NITROGEN_EACH_SOURCE = practice(
  'each joint purged by itself until it is cool; a line’s own purge plan, joints in one stage, takes less',
);
export const GAS_LIST_SOURCES = [BETWEEN_SOURCE, DRAW_SOURCE, NITROGEN_EACH_SOURCE];

const cylinders = (neededM3: number, holdsM3: number): number | null =>
  holdsM3 > 0 ? Math.ceil(neededM3 / (holdsM3 * (1 - CYLINDER_RESERVE)) - 1e-9) : null;

/** Gas for the joints still to braze. Sources: GAS_LIST_SOURCES. @throws InputError where a cylinder holds less than nothing */
export function gasList(joints: readonly RodListJoint[], wishes: GasWishes): GasList {
  for (const of of ['fuelM3', 'oxygenM3', 'nitrogenM3'] as const) requireRange(of, wishes[of], 0, 1e3, 'm³');
  const left = joints.filter((j) => !j.brazed && j.summary.fillerId !== null);
  const heats = left.map(({ summary }) => summary.heat);
  const gas = torchGas(
    heats.map((h) => (h?.seconds == null ? null : { seconds: h.flameS, fuelM3: h.fuelM3, oxygenM3: h.oxygenM3 })),
  );
  const nitrogenM3 = left.reduce((sum, { summary: { heat, purge } }) => {
    if (!purge) return sum;
    const onS = heat ? heat.flameS + heat.coolS : 0;
    return sum + purge.fillM3 + purge.trickleM3s * onS;
  }, 0);
  const largest = heats.reduce<GasList['largest']>(
    (most, h) => (h && h.fuelM3s > (most?.flowM3s ?? 0) ? { tip: h.tip, flowM3s: h.fuelM3s } : most),
    null,
  );
  const fuelId = heats.find((h) => h)?.fuelId ?? 'acetylene';
  return {
    ...gas,
    fuelId,
    nitrogenM3,
    largest,
    smallestCylinder: largest ? drawOf(fuelId, largest.flowM3s, 1, wishes.use).smallest : null,
    cylinders: {
      fuel: cylinders(gas.fuelM3, wishes.fuelM3),
      oxygen: cylinders(gas.oxygenM3, wishes.oxygenM3),
      nitrogen: cylinders(nitrogenM3, wishes.nitrogenM3),
    },
  };
}

/** One gas of the list, its amount in m3 at 1 atm, and what to carry: "2 cylinders", nothing where no size was told. */
export interface GasRow {
  readonly gas: string;
  readonly m3: number;
  readonly order: string;
}

const cylinderWords = (n: number | null): string => (n === null ? '' : `${n} ${n === 1 ? 'cylinder' : 'cylinders'}`);

/** The list gas by gas, for a table of any kind. */
export const gasRows = ({ fuelId, fuelM3, oxygenM3, nitrogenM3, cylinders: n }: GasList): GasRow[] => [
  { gas: fuelName(fuelId), m3: fuelM3, order: cylinderWords(n.fuel) },
  { gas: 'Oxygen', m3: oxygenM3, order: cylinderWords(n.oxygen) },
  { gas: 'Nitrogen', m3: nitrogenM3, order: cylinderWords(n.nitrogen) },
];
