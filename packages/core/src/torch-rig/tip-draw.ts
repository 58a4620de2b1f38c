import { findFuel, usualFlow } from '../heat/fuels.js';
import { type Draw, drawOf } from '../heat/torch-gas.js';
import { leftIn, type RigTip, type TorchRig } from './rig.js';

/** What one tip asks of the cylinders it stands on. */
export interface TipDraw {
  readonly tip: RigTip;
  /** Fuel it is set to, m3/s: two thirds up its range. */
  readonly flowM3s: number;
  /** Null where the cylinder is empty. */
  readonly draw: Draw | null;
  /** Turned up to its most it still stays under the limit. */
  readonly mostWithin: boolean;
  /** Hours of oxygen at this flow; null without oxygen, or where its cylinder is empty. */
  readonly oxygenHours: number | null;
  /** Which cylinder ends first. */
  readonly endsFirst: 'fuel' | 'oxygen';
}

/** Under this a cylinder counts as empty, m3. */
export const EMPTY_M3 = 1e-3;

/** What a tip asks of a rig's cylinders as they stand now. */
export function tipDraw(rig: TorchRig, tip: RigTip): TipDraw {
  const flowM3s = usualFlow(tip);
  const left = leftIn(rig.fuelCylinder, rig.fuelId).m3;
  const ofFlow = (flow: number): Draw | null => (left < EMPTY_M3 ? null : drawOf(rig.fuelId, flow, left, rig.use));
  const draw = ofFlow(flowM3s);
  const oxygen = rig.oxygenCylinder ? leftIn(rig.oxygenCylinder, 'oxygen').m3 : null;
  const ratio = findFuel(rig.fuelId)?.oxygenRatio ?? 0;
  const oxygenHours = oxygen === null || oxygen < EMPTY_M3 ? null : oxygen / (flowM3s * ratio) / 3600;
  return {
    tip,
    flowM3s,
    draw,
    mostWithin: ofFlow(tip.fuelM3s.max)?.within ?? false,
    oxygenHours,
    endsFirst: oxygenHours !== null && draw !== null && oxygenHours < draw.hoursLeft ? 'oxygen' : 'fuel',
  };
}

/** Every tip of a rig against its cylinders, in the order they are listed. */
export const tipDraws = (rig: TorchRig): TipDraw[] => rig.tips.map((t) => tipDraw(rig, t));
