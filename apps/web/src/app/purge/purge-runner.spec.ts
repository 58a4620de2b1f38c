import type { LinePurge } from '@hephaist/core/purge/line-plan';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { PurgeRunner } from './purge-runner';
import type { PurgeNews, PurgeTask } from './purge-task';

class FakeWorker {
  static all: FakeWorker[] = [];
  onmessage: ((event: { data: PurgeNews }) => void) | null = null;
  onerror: (() => void) | null = null;
  ended = false;
  constructor() {
    FakeWorker.all.push(this);
  }
  postMessage(): void {
    // Answers only when a test says so.
  }
  terminate(): void {
    this.ended = true;
  }
}
const task = {} as PurgeTask;
afterEach(() => {
  vi.unstubAllGlobals();
  FakeWorker.all = [];
});

describe('the purge off the main thread', () => {
  const start = (): { runner: PurgeRunner; worker: FakeWorker } => {
    vi.stubGlobal('Worker', FakeWorker);
    const runner = new PurgeRunner();
    runner.run(task);
    return { runner, worker: FakeWorker.all[0]! };
  };
  it('tells how far it is, then the plan, and rests', () => {
    const { runner, worker } = start();
    worker.onmessage!({ data: { done: 0.4 } });
    expect(runner.progress()).toBe(0.4);
    const plan = { nitrogenM3: 1 } as LinePurge;
    worker.onmessage!({ data: { plan } });
    expect(runner.plan()).toBe(plan);
    expect(runner.progress()).toBeNull();
    expect(worker.ended).toBe(true);
  });
  it('a new task stops the one before it', () => {
    const { runner, worker } = start();
    runner.run(task);
    expect(worker.ended).toBe(true);
    expect(FakeWorker.all[1]!.ended).toBe(false);
  });
  it('stopped by hand it keeps the last plan', () => {
    const { runner, worker } = start();
    worker.onmessage!({ data: { plan: { nitrogenM3: 2 } as LinePurge } });
    runner.run(task);
    runner.stop();
    expect(runner.progress()).toBeNull();
    expect(runner.plan()?.nitrogenM3).toBe(2);
  });
  it('says what is wrong with the line, or that it broke', () => {
    const { runner, worker } = start();
    worker.onmessage!({ data: { problems: [{ field: 'nodes', says: 'no source' }] } });
    expect(runner.problems()[0]?.says).toBe('no source');
    expect(runner.plan()).toBeNull();
    runner.run(task);
    FakeWorker.all[1]!.onerror!();
    expect(runner.problems()[0]?.says).toContain('could not be worked out');
  });
});
