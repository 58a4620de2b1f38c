import type { Summed } from '@hephaist/contracts/records/planner';
import { beforeEach, describe, expect, it } from 'vitest';
import { file } from '../testing/demo-server';
import { onFreshDevice } from '../testing/fresh-device';
import { forgetAnswers, fromDevice } from './answers';
import { remember } from './holder';
import { keptPlans } from './kept-plans';
import type { Inputs } from './summary-task';

const inputs: Inputs = {
  job: file.job,
  lines: file.lines,
  procedures: file.procedures,
  rows: file.ownRows,
  weighing: null,
};
const refused: Summed = { summary: null, problems: [{ field: 'gap', says: 'too wide' }] };

describe('plans kept on a device', () => {
  onFreshDevice();
  beforeEach(() => remember({ id: 'orla' } as never));

  it('come back as they were, and say nothing of a server that is away', async () => {
    await keptPlans.keep(inputs, new Map([['a', refused]]));
    expect(await keptPlans.recall(structuredClone(inputs))).toEqual(new Map([['a', refused]]));
    expect(fromDevice()).toBeNull();
  });
  it('are none where anything they rest on is another', async () => {
    await keptPlans.keep(inputs, new Map([['a', refused]]));
    const [first, ...rest] = inputs.lines;
    const lines = [{ ...first!, sort: first!.sort + 1 }, ...rest];
    expect((await keptPlans.recall({ ...inputs, lines })).size).toBe(0);
    expect((await keptPlans.recall({ ...inputs, rows: [] })).size).toBe(0);
  });
  it('are another’s no more than an answer is, and go with them', async () => {
    await keptPlans.keep(inputs, new Map([['a', refused]]));
    remember({ id: 'wren' } as never);
    expect((await keptPlans.recall(inputs)).size).toBe(0);
    remember({ id: 'orla' } as never);
    await forgetAnswers('orla');
    expect((await keptPlans.recall(inputs)).size).toBe(0);
  });
  it('of very many are planned anew each time', async () => {
    await keptPlans.keep(inputs, new Map(Array.from({ length: 4001 }, (_, i) => [`${i}`, refused])));
    expect((await keptPlans.recall(inputs)).size).toBe(0);
  });
});
