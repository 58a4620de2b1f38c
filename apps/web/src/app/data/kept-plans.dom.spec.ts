import type { Summed } from '@hephaist/contracts/records/planner';
import { beforeEach, describe, expect, it } from 'vitest';
import { onFreshDevice } from '../testing/fresh-device';
import { forgetAnswers, fromDevice } from './answers';
import { remember } from './holder';
import { keptPlans } from './kept-plans';

const refused: Summed = { summary: null, problems: [{ field: 'gap', says: 'too wide' }] };

describe('plans kept on a device', () => {
  onFreshDevice();
  beforeEach(() => remember({ id: 'orla' } as never));

  it('come back as they were, and say nothing of a server that is away', async () => {
    await keptPlans.keep('a job', 'its lines', new Map([['a', refused]]));
    expect(await keptPlans.recall('a job', 'its lines')).toEqual(new Map([['a', refused]]));
    expect(fromDevice()).toBeNull();
  });
  it('are none of another job, nor where anything they rest on is another', async () => {
    await keptPlans.keep('a job', 'its lines', new Map([['a', refused]]));
    expect((await keptPlans.recall('another', 'its lines')).size).toBe(0);
    expect((await keptPlans.recall('a job', 'other lines')).size).toBe(0);
  });
  it('are another’s no more than an answer is, and go with them', async () => {
    await keptPlans.keep('a job', 'its lines', new Map([['a', refused]]));
    remember({ id: 'wren' } as never);
    expect((await keptPlans.recall('a job', 'its lines')).size).toBe(0);
    remember({ id: 'orla' } as never);
    await forgetAnswers('orla');
    expect((await keptPlans.recall('a job', 'its lines')).size).toBe(0);
  });
  it.each([
    [400, 400],
    [401, 0],
  ])('of %i joints are %i', async (n, left) => {
    await keptPlans.keep('a job', '', new Map(Array.from({ length: n }, (_, i) => [`${i}`, refused])));
    expect((await keptPlans.recall('a job', '')).size).toBe(left);
  });
});
