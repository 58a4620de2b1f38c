import { describe, expect, it } from 'vitest';
import { planJoint } from '../joint/plan.js';
import { sampleJoint, sampleLine } from '../testing/samples.js';
import { efficiencyBand, isBurnt, type Tip, TIPS } from './fuels.js';
import { PLANNED_TIPS, tipsFor, tipsKey } from './planned-tips.js';
import { quickHeat } from './quick-heat.js';
import { usualHeat } from './usual-heat.js';

const heatWith = (tips?: readonly Tip[]) => {
  const { heat } = planJoint(sampleJoint(), sampleLine({ tips }));
  if (!heat) throw new Error('no heat');
  return heat;
};
const air = TIPS.filter((t) => t.burntWith === 'air-swirl');
const with_ = (min: number, max: number): readonly Tip[] =>
  PLANNED_TIPS.map((t) => ({ ...t, efficiency: { min, max } }));

describe('the tips of a job', () => {
  it('are the generic chart until the job names a torch', () => {
    expect(tipsFor(heatWith())).toBe(PLANNED_TIPS);
    expect(tipsFor({ tips: [] })).toBe(PLANNED_TIPS);
    expect(usualHeat(heatWith(air)).torch.tip.burntWith).toBe('air-swirl');
    expect(quickHeat(heatWith(air)).tipId).toBe(usualHeat(heatWith(air)).torch.tip.id);
    expect(quickHeat(heatWith()).tipId).toMatch(/^ox-/);
  });

  it('are told apart by all that bears on heat, so that no plan is taken for another', () => {
    expect(tipsKey(air)).not.toBe(tipsKey(PLANNED_TIPS));
    expect(tipsKey(with_(0.25, 0.35))).not.toBe(tipsKey(with_(0.2, 0.3)));
    expect(tipsKey(with_(0.2, 0.3))).toBe(tipsKey(with_(0.2, 0.3)));
  });

  it('heat later where the company’s own times say that the torch gives less', () => {
    const only = (tips: readonly Tip[]) => tips.filter((t) => t.id === 'ox-4');
    const seconds = (min: number, max: number) => quickHeat(heatWith(only(with_(min, max)))).seconds ?? Infinity;
    expect(seconds(0.18, 0.22)).toBeGreaterThan(seconds(0.25, 0.35));
    expect(seconds(0.25, 0.35)).toBe(quickHeat(heatWith(only(PLANNED_TIPS))).seconds);
    expect(efficiencyBand(with_(0.18, 0.22)[0]!)).toEqual({ min: 0.18, max: 0.22 });
  });

  it('burn what is burnt so', () => {
    expect(isBurnt('hydrogen', 'air-plain')).toBe(false);
    expect(isBurnt('propane', 'air-plain')).toBe(true);
  });
});
