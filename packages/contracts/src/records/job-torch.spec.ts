import { PLANNED_TIPS } from '@hephaist/core/heat/planned-tips';
import { describe, expect, it } from 'vitest';
import { problemsOf } from '../schemas/parse.js';
import { sampleRig } from '../testing/torch-samples.js';
import { genericTorch, jobTorchSchema, plannedTips, torchOf } from './job-torch.js';

const rig = sampleRig(() => 'r');
const fields = (change: object): string[] =>
  problemsOf(jobTorchSchema, { ...torchOf(rig), ...change }).map((p) => p.field);

describe('the torch of a job', () => {
  it('is taken from a rig as it stands, and does not change with it', () => {
    const torch = torchOf(rig);
    expect(torch).toMatchObject({ name: 'Cart 1', fuelId: 'acetylene', burntWith: 'oxygen', efficiency: null });
    expect(torch.tips).toEqual(rig.tips);
    expect(torch.tips[0]).not.toBe(rig.tips[0]);
    expect(fields({})).toEqual([]);
  });

  it('plans with its tips from small to large, the same list for the same torch', () => {
    const torch = { ...torchOf(rig), tips: [...rig.tips].reverse() };
    const tips = plannedTips(torch);
    expect(tips.map((t) => t.name)).toEqual(rig.tips.map((t) => t.name));
    expect(tips.every((t) => t.source.certainty === 'entered' && t.efficiency === undefined)).toBe(true);
    expect(plannedTips(torch)).toBe(tips);
    const fitted = plannedTips({ ...torch, efficiency: { min: 0.2, max: 0.3, times: 9 } });
    expect(fitted[0]?.efficiency).toEqual({ min: 0.2, max: 0.3 });
  });

  it('may be the generic chart', () => {
    expect(problemsOf(jobTorchSchema, genericTorch())).toEqual([]);
    expect(plannedTips(genericTorch()).map((t) => t.name)).toEqual(PLANNED_TIPS.map((t) => t.name));
  });

  it.each([
    ['burntWith', { fuelId: 'hydrogen', burntWith: 'air-swirl' }],
    ['tips', { tips: [] }],
    ['efficiency.max', { efficiency: { min: 0.2, max: 0.46, times: 9 } }],
    ['efficiency.min', { efficiency: { min: 0, max: 0.3, times: 9 } }],
    ['tips.0.fuelM3s.max', { tips: [{ name: 'x', fuelM3s: { min: 1e-4, max: 0.0024 } }] }],
  ])('says what is wrong at %s', (field, change) => expect(fields(change)).toContain(field));
});
