import { signal } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import { planKey, type Planned, sum, type Summed } from '@hephaist/contracts/records/planner';
import type { Inputs, SummaryPart, SummaryTask } from './summary-task';

/** More different joints than this are planned off the main thread. */
const WORTH_A_WORKER = 400;
/** Whoever looks is told this often while the worker plans: each look goes over every joint. */
const TELL_MS = 1500;

/**
 * The short of every joint's plan. A few are planned when asked; thousands at once go to a worker, which is stopped
 * as soon as what they rest on changes.
 */
export class Summaries {
  /** Counts what arrives, so that whoever shows a summary looks again. */
  private readonly arrived = signal(0);
  /** Different joints still being planned. */
  readonly pending = signal(0);
  private known = new Map<string, Summed>();
  private worker: Worker | null = null;
  /** When whoever looks was last told, ms. */
  private told = 0;
  private inputs: Inputs | null = null;

  /** Starts again where the inputs changed, and plans what many new joints ask for. */
  prepare(inputs: Inputs, joints: readonly Joint[]): void {
    if (inputs !== this.inputs) {
      this.stop();
      this.known = new Map();
      this.inputs = inputs;
    }
    const missing = new Map<string, Joint>();
    for (const j of joints) {
      const key = planKey(j);
      if (!this.known.has(key)) missing.set(key, j);
    }
    if (missing.size <= WORTH_A_WORKER || typeof Worker === 'undefined') {
      this.pending.set(0);
      return;
    }
    this.stop();
    this.pending.set(missing.size);
    const worker = new Worker(new URL('./summary.worker', import.meta.url), { type: 'module' });
    this.worker = worker;
    worker.onmessage = ({ data }: MessageEvent<SummaryPart>) => {
      for (const [key, summed] of data) this.known.set(key, summed);
      this.pending.update((n) => Math.max(0, n - data.length));
      if (this.pending() === 0 || performance.now() - this.told > TELL_MS) {
        this.told = performance.now();
        this.arrived.update((n) => n + 1);
      }
      if (this.pending() === 0) this.stop();
    };
    worker.onerror = () => {
      this.stop();
      this.pending.set(0);
    };
    const task: SummaryTask = { ...inputs, joints: [...missing.values()] };
    worker.postMessage(task);
  }

  /** The summary of a joint; null while the worker has it. */
  of(joint: Joint, plan: (joint: Joint) => Planned, inputs: Inputs | null): Summed | null {
    this.arrived();
    if (inputs !== this.inputs) return sum(plan(joint));
    const key = planKey(joint);
    const known = this.known.get(key);
    if (known) return known;
    if (this.pending() > 0) return null;
    const fresh = sum(plan(joint));
    this.known.set(key, fresh);
    return fresh;
  }

  private stop(): void {
    this.worker?.terminate();
    this.worker = null;
  }
}
