import { remembered } from '../numeric/remembered.js';
import type { FuelId } from './fuels.js';
import { alikeJoint, type HeatJoint } from './heat-joint.js';
import { TOUCH_K } from './losses.js';
import { brazeBy, efficiencyOf, fuelFlow, gasOf, LONGEST_COOL_S, runOf } from './plan-heat.js';
import { heatKey, usualTorch } from './rank-tips.js';

/** The short of a joint's heat, for lists of thousands. */
export interface QuickHeat {
  readonly tipId: string;
  readonly tip: string;
  readonly fuelId: FuelId;
  readonly torches: 1 | 2;
  /** Seconds from strike to heat; null where even this torch does not bring it there. */
  readonly seconds: number | null;
  /** Seconds under the flame, and from its leaving until it may be touched. */
  readonly flameS: number;
  readonly coolS: number;
  /** Fuel and oxygen, m3 at 1 atm, and fuel while it burns, m3/s. */
  readonly fuelM3: number;
  readonly oxygenM3: number;
  readonly fuelM3s: number;
}

const shorts = remembered<QuickHeat>(5000);

/** The heat of a joint under its usual torch, within some seconds of the whole plan; alike joints are worked out once. */
export function quickHeat(joint: HeatJoint): QuickHeat {
  const alike = { ...alikeJoint(joint), part: null };
  return shorts(`${heatKey(alike)} ${alike.workK}`, () => {
    const torch = usualTorch(alike);
    const { tip, torches = 1 } = torch;
    const run = runOf(alike, torch, efficiencyOf(torch).value, { fineness: 1.5 });
    const { likely } = brazeBy(run, alike);
    const flameS = run.timeS;
    run.go(false, LONGEST_COOL_S, (n) => n.hottestK <= TOUCH_K);
    return {
      tipId: tip.id,
      tip: tip.name,
      fuelId: tip.fuelId,
      torches,
      seconds: likely,
      flameS,
      coolS: run.timeS - flameS,
      ...gasOf(torch, flameS),
      fuelM3s: fuelFlow(torch),
    };
  });
}
