import { planKey as keyOf, planner, sum } from '@hephaist/contracts/records/planner';
import { shopOf } from '@hephaist/contracts/records/shop';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { largeJob } from '../../../../../bench/large-job';
import { Summaries } from './summaries';
import type { Inputs, SummaryPart, SummaryTask } from './summary-task';

const file = largeJob(900);
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

describe('summaries of many joints', () => {
  it('a few are planned when asked, without a worker', () => {
    vi.stubGlobal('Worker', FakeWorker);
    const s = new Summaries();
    s.prepare(inputs, file.joints.slice(0, 20));
    expect(FakeWorker.all).toHaveLength(0);
    const joint = file.joints[3]!;
    expect(s.of(joint, plan, inputs)).toEqual(sum(plan(joint)));
  });
  it('many go to a worker; until it answers there is none, then there is', () => {
    vi.stubGlobal('Worker', FakeWorker);
    const s = new Summaries();
    s.prepare(inputs, file.joints);
    const worker = FakeWorker.all[0]!;
    expect(s.pending()).toBe(900);
    expect(worker.task?.joints).toHaveLength(900);
    expect(s.of(file.joints[0]!, plan, inputs)).toBeNull();
    const answer = worker.task!.joints.map((j) => [keyOf(j), sum(plan(j))] as const);
    worker.onmessage!({ data: answer });
    expect(s.pending()).toBe(0);
    expect(worker.ended).toBe(true);
    expect(s.of(file.joints[0]!, plan, inputs)).toEqual(sum(plan(file.joints[0]!)));
  });
  it('a change of what plans rest on stops the worker and starts anew', () => {
    vi.stubGlobal('Worker', FakeWorker);
    const s = new Summaries();
    s.prepare(inputs, file.joints);
    s.prepare({ ...inputs, rows: [] }, file.joints);
    expect(FakeWorker.all.map((w) => w.ended)).toEqual([true, false]);
  });
  it('an edit of one joint in thousands is planned at once', () => {
    vi.stubGlobal('Worker', FakeWorker);
    const s = new Summaries();
    s.prepare(inputs, file.joints);
    const worker = FakeWorker.all[0]!;
    worker.onmessage!({ data: worker.task!.joints.map((j) => [keyOf(j), sum(plan(j))] as const) });
    const edited = { ...file.joints[0]!, movement: true };
    s.prepare(inputs, [edited, ...file.joints.slice(1)]);
    expect(FakeWorker.all).toHaveLength(1);
    expect(s.of(edited, plan, inputs)).toEqual(sum(plan(edited)));
  });
  it('a worker that fails leaves the planning to the page', () => {
    vi.stubGlobal('Worker', FakeWorker);
    const s = new Summaries();
    s.prepare(inputs, file.joints);
    FakeWorker.all[0]!.onerror!();
    expect(s.pending()).toBe(0);
    expect(s.of(file.joints[1]!, plan, inputs)).not.toBeNull();
  });
});
