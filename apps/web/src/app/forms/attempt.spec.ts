import { describe, expect, it } from 'vitest';
import { ApiProblem } from '../data/api';
import { StoppedError } from '../data/under-way';
import { Attempt } from './attempt';

describe('something asked of the server', () => {
  const refused = (fields?: readonly { field: string; says: string }[]) => () =>
    Promise.reject(new ApiProblem({ title: 'No', status: 422, detail: 'in words', ...(fields ? { fields } : {}) }));

  it('is busy while it is under way, and then not', async () => {
    const attempt = new Attempt();
    const seen: boolean[] = [];
    await attempt.run(() => Promise.resolve(void seen.push(attempt.busy())));
    await attempt.run(refused());
    expect([...seen, attempt.busy()]).toEqual([true, false]);
  });

  it('says what was refused at its field, or in words', async () => {
    const attempt = new Attempt();
    await attempt.run(refused([{ field: 'code', says: 'not this one' }]));
    expect([attempt.problem('code'), attempt.problem('name'), attempt.failure()]).toEqual(['not this one', null, null]);
    await attempt.run(refused());
    expect(attempt.failure()).toBe('in words');
    await attempt.run(() => Promise.resolve());
    expect(attempt.failure()).toBeNull();
  });

  it('what somebody stopped is not done, and nothing is told of it', async () => {
    const attempt = new Attempt();
    expect(await attempt.run(() => Promise.reject(new StoppedError()))).toBe(false);
    expect([attempt.busy(), attempt.failure(), attempt.problems(), attempt.refusals()]).toEqual([false, null, [], 0]);
  });

  it('goes one after the other, each in its turn, and is busy until the last', async () => {
    const attempt = new Attempt();
    const seen: number[] = [];
    const first = attempt.run(() => new Promise<void>((done) => setTimeout(() => done(void seen.push(1)), 5)));
    const second = attempt.run(() => Promise.resolve(void seen.push(2)));
    expect([seen, attempt.busy()]).toEqual([[], true]);
    await Promise.all([first, second]);
    expect([seen, attempt.busy()]).toEqual([[1, 2], false]);
  });
});
