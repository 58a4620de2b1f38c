import { planKey as keyOf, planner, sum, type Summed } from '@hephaist/contracts/records/planner';
import { shopOf } from '@hephaist/contracts/records/shop';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { largeJob } from '../../../../../bench/large-job';
import type { PlanMemory } from './kept-plans';
import { Summaries } from './summaries';
import type { Inputs, SummaryPart, SummaryTask } from './summary-task';

const file = largeJob(60);
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
const page = (memory = nothingKept): Summaries => new Summaries(memory);
/** What was kept is asked for before anything is planned. */
const asked = async (s: Summaries, joints = file.joints, on = inputs): Promise<void> => {
  s.prepare(on, joints);
  await Promise.resolve();
};
const planned = (w: FakeWorker): SummaryPart => w.task!.joints.map((j) => [keyOf(j), sum(plan(j))] as const);

describe('summaries of many joints', () => {
  it('a few different ones are planned when asked, without a worker', async () => {
    vi.stubGlobal('Worker', FakeWorker);
    const s = page();
    await asked(s, file.joints.slice(0, 8));
    expect(FakeWorker.all).toHaveLength(0);
    const joint = file.joints[3]!;
    expect(s.of(joint, plan, inputs)).toEqual(sum(plan(joint)));
  });
  it('one more goes to a worker; until it answers there is none, then there is', async () => {
    vi.stubGlobal('Worker', FakeWorker);
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
    vi.stubGlobal('Worker', FakeWorker);
    const s = page();
    await asked(s);
    await asked(s, file.joints, { ...inputs, rows: [] });
    expect(FakeWorker.all.map((w) => w.ended)).toEqual([true, false]);
  });
  it('a change while what was kept is still asked for starts one worker, of the later', async () => {
    vi.stubGlobal('Worker', FakeWorker);
    const s = page();
    s.prepare(inputs, file.joints);
    await asked(s, file.joints, { ...inputs, rows: [] });
    expect(FakeWorker.all.map((w) => w.ended)).toEqual([false]);
  });
  it('an edit of one joint among many is planned at once', async () => {
    vi.stubGlobal('Worker', FakeWorker);
    const s = page();
    await asked(s);
    const worker = FakeWorker.all[0]!;
    worker.onmessage!({ data: planned(worker) });
    const edited = { ...file.joints[0]!, movement: true };
    await asked(s, [edited, ...file.joints.slice(1)]);
    expect(FakeWorker.all).toHaveLength(1);
    expect(s.of(edited, plan, inputs)).toEqual(sum(plan(edited)));
  });
  it('a worker that fails leaves the planning to the page', async () => {
    vi.stubGlobal('Worker', FakeWorker);
    const s = page();
    await asked(s);
    FakeWorker.all[0]!.onerror!();
    expect(s.pending()).toBe(0);
    expect(s.of(file.joints[1]!, plan, inputs)).not.toBeNull();
  });
  it('what was planned is kept, and what was kept is not planned again', async () => {
    vi.stubGlobal('Worker', FakeWorker);
    let kept: ReadonlyMap<string, Summed> = new Map();
    const memory: PlanMemory = {
      recall: () => Promise.resolve(kept),
      keep: (_inputs, plans) => Promise.resolve(void (kept = new Map(plans))),
    };
    await asked(page(memory), file.joints.slice(0, 40));
    const worker = FakeWorker.all[0]!;
    worker.onmessage!({ data: planned(worker) });
    expect(kept.size).toBe(40);
    const again = page(memory);
    await asked(again, file.joints.slice(0, 50));
    expect(again.pending()).toBe(10);
    expect(FakeWorker.all[1]!.task?.joints).toEqual(file.joints.slice(40, 50));
    expect(again.of(file.joints[0]!, plan, inputs)).toEqual(sum(plan(file.joints[0]!)));
    const third = page(memory);
    await asked(third, file.joints.slice(0, 40));
    expect(third.pending()).toBe(0);
    expect(FakeWorker.all).toHaveLength(2);
  });
});
