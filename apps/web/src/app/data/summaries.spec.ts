import { planKey as keyOf, planner, sum, type Summed } from '@hephaist/contracts/records/planner';
import { shopOf } from '@hephaist/contracts/records/shop';
import { DEFAULT_WEIGHTS } from '@hephaist/core/selection/preferences';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { largeJob } from '../../../../../bench/large-job';
import type { PlanMemory } from './kept-plans';
import { restsOn, Summaries } from './summaries';
import type { Inputs, SummaryPart, SummaryTask } from './summary-task';

const file = largeJob(450);
const inputs: Inputs = {
  job: file.job,
  lines: file.lines,
  procedures: file.procedures,
  rows: file.ownRows,
  weighing: null,
};
const plan = planner(file.job, file.lines, shopOf(file.ownRows, file.procedures));

/** A worker that answers when it is told to. */
class FakeWorker {
  static all: FakeWorker[] = [];
  onmessage: ((event: { data: SummaryPart }) => void) | null = null;
  onerror: (() => void) | null = null;
  task: SummaryTask | null = null;
  ended = false;
  constructor() {
    FakeWorker.all.push(this);
  }
  postMessage(task: SummaryTask): void {
    this.task = task;
  }
  terminate(): void {
    this.ended = true;
  }
}

afterEach(() => {
  vi.unstubAllGlobals();
  FakeWorker.all = [];
});

const nothingKept: PlanMemory = { recall: () => Promise.resolve(new Map()), keep: () => Promise.resolve() };
/** The summaries of a page whose device remembers nothing, or what it is given. */
const page = (memory = nothingKept): Summaries => {
  vi.stubGlobal('Worker', FakeWorker);
  return new Summaries(memory);
};
/** What was kept is asked for before anything is planned. */
const asked = async (s: Summaries, joints = file.joints, on = inputs): Promise<void> => {
  s.prepare(on, joints);
  await Promise.resolve();
};
const planned = (w: FakeWorker): SummaryPart => w.task!.joints.map((j) => [keyOf(j), sum(plan(j))] as const);
/** A page that has planned the first of the job's joints. */
const opened = async (joints = file.joints.slice(0, 60)): Promise<Summaries> => {
  const s = page();
  await asked(s, joints);
  FakeWorker.all[0]!.onmessage!({ data: planned(FakeWorker.all[0]!) });
  return s;
};
const heavier: Inputs = { ...inputs, weighing: { id: 'w', weights: { ...DEFAULT_WEIGHTS, silverPerPercent: -2 } } };

describe('summaries while a job opens', () => {
  it('a few different ones are planned when asked, without a worker', async () => {
    const s = page();
    await asked(s, file.joints.slice(0, 8));
    expect(FakeWorker.all).toHaveLength(0);
    const joint = file.joints[3]!;
    expect(s.of(joint, plan, inputs)).toEqual(sum(plan(joint)));
  });
  it('one more goes to a worker; until it answers there is none, then there is', async () => {
    const s = page();
    await asked(s, file.joints.slice(0, 9));
    const worker = FakeWorker.all[0]!;
    expect(s.pending()).toBe(9);
    expect(worker.task?.joints).toHaveLength(9);
    expect(s.of(file.joints[0]!, plan, inputs)).toBeNull();
    worker.onmessage!({ data: planned(worker) });
    expect(s.pending()).toBe(0);
    expect(worker.ended).toBe(true);
    expect(s.of(file.joints[0]!, plan, inputs)).toEqual(sum(plan(file.joints[0]!)));
  });
  it('a change of what plans rest on stops the worker and starts anew', async () => {
    const s = page();
    await asked(s);
    await asked(s, file.joints, heavier);
    expect(FakeWorker.all.map((w) => w.ended)).toEqual([true, false]);
  });
  it('a change while what was kept is still asked for starts one worker, of the later', async () => {
    const s = page();
    s.prepare(inputs, file.joints);
    await asked(s, file.joints, heavier);
    expect(FakeWorker.all.map((w) => w.ended)).toEqual([false]);
    expect(FakeWorker.all[0]!.task?.weighing).toEqual(heavier.weighing);
  });
  it('another job opens anew', async () => {
    const s = await opened();
    await asked(s, file.joints.slice(0, 60), { ...inputs, job: { ...file.job, id: 'another' } });
    expect([s.pending(), FakeWorker.all.length]).toEqual([60, 2]);
  });
  it('a worker that fails leaves the planning to the page', async () => {
    const s = page();
    await asked(s);
    FakeWorker.all[0]!.onerror!();
    expect(s.pending()).toBe(0);
    expect(s.of(file.joints[1]!, plan, inputs)).not.toBeNull();
  });
});

describe('summaries of a job that is open', () => {
  it('an edit of one joint among many is planned at once', async () => {
    const s = await opened();
    const edited = { ...file.joints[0]!, movement: true };
    await asked(s, [edited, ...file.joints.slice(1, 60)]);
    expect(FakeWorker.all).toHaveLength(1);
    expect(s.of(edited, plan, inputs)).toEqual(sum(plan(edited)));
  });
  it.each([
    [400, 0],
    [401, 401],
  ])('after a change of what they rest on, of %i joints %i go to the worker', async (n, pending) => {
    const s = await opened(file.joints.slice(0, n));
    await asked(s, file.joints.slice(0, n), heavier);
    expect([s.pending(), FakeWorker.all.length]).toEqual([pending, pending ? 2 : 1]);
    if (pending) return;
    const heavy = planner(file.job, file.lines, shopOf(file.ownRows, file.procedures, heavier.weighing));
    expect(s.of(file.joints[0]!, heavy, heavier)).toEqual(sum(heavy(file.joints[0]!)));
  });
  it('the same read again, or a draft of a procedure, plans nothing anew', async () => {
    const s = await opened();
    const never = (): never => {
      throw new Error('planned again');
    };
    const again = structuredClone(inputs);
    await asked(s, file.joints.slice(0, 60), again);
    expect(s.of(file.joints[0]!, never, again)).not.toBeNull();
    const [released] = inputs.procedures;
    const draft = { ...released!, id: 'draft', name: 'BPS-99', signedOn: null };
    const with1More = { ...inputs, procedures: [...inputs.procedures, draft] };
    await asked(s, file.joints.slice(0, 60), with1More);
    expect(s.of(file.joints[0]!, never, with1More)).not.toBeNull();
    expect(restsOn({ ...inputs, procedures: [{ ...released!, fluxIds: [] }] })).not.toBe(restsOn(inputs));
  });
});

describe('summaries that a device keeps', () => {
  it('are not planned again; a few that are missing are planned when asked, more by a worker', async () => {
    let kept: ReadonlyMap<string, Summed> = new Map();
    let on = '';
    const memory: PlanMemory = {
      recall: (_job, its) => Promise.resolve(its === on ? kept : new Map()),
      keep: (_job, its, plans) => Promise.resolve(void ([on, kept] = [its, new Map(plans)])),
    };
    await asked(page(memory), file.joints.slice(0, 40));
    FakeWorker.all[0]!.onmessage!({ data: planned(FakeWorker.all[0]!) });
    expect(kept.size).toBe(40);
    const again = page(memory);
    await asked(again, file.joints.slice(0, 49));
    expect(again.pending()).toBe(9);
    expect(FakeWorker.all[1]!.task?.joints).toEqual(file.joints.slice(40, 49));
    expect(again.of(file.joints[0]!, plan, inputs)).toEqual(sum(plan(file.joints[0]!)));
    const third = page(memory);
    await asked(third, file.joints.slice(0, 48));
    expect(third.pending()).toBe(0);
    expect(third.of(file.joints[47]!, plan, inputs)).toEqual(sum(plan(file.joints[47]!)));
    expect(FakeWorker.all).toHaveLength(2);
  });
});
