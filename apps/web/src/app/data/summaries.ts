import { signal } from '@angular/core';
import { procedureCovers } from '@hephaist/contracts/records/conditions';
import type { Joint } from '@hephaist/contracts/records/joint';
import { planKey, type Planned, sum, type Summed } from '@hephaist/contracts/records/planner';
import { keptPlans, type PlanMemory } from './kept-plans';
import type { Inputs, SummaryPart, SummaryTask } from './summary-task';

/** More different joints than this go to a worker while a job opens: at first each takes the page some 10 ms. */
const OPENING = 8;
/** And after a change of what they rest on: the page is warm, and what it shows need not go away meanwhile. */
const CHANGING = 400;
/** Whoever looks is told this often while the worker plans: each look goes over every joint, few or thousands. */
const TELL_MS = { few: 150, many: 1500 };

/** All that plans rest on, as text; a procedure that is not in force changes none. */
export const restsOn = (inputs: Inputs): string =>
  JSON.stringify({ ...inputs, procedures: procedureCovers(inputs.procedures) });

/**
 * The short of every joint's plan. A few are planned when asked. Of many at once, what this device planned before is
 * recalled, and the rest goes to a worker, which is stopped as soon as what they rest on changes. While there are
 * `pending` ones, nobody may claim anything of all joints.
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
  private on = '';
  /** Counts what was asked for: what comes of an earlier asking is let go. */
  private asked = 0;

  constructor(private readonly memory: PlanMemory = keptPlans) {}

  /** Starts again where the inputs changed, and plans what many new joints ask for. */
  prepare(inputs: Inputs, joints: readonly Joint[]): void {
    const opens = inputs.job.id !== this.inputs?.job.id;
    const on = inputs === this.inputs ? this.on : restsOn(inputs);
    if (on !== this.on) this.known = new Map();
    this.inputs = inputs;
    this.on = on;
    const missing = new Map<string, Joint>();
    for (const j of joints) {
      const key = planKey(j);
      if (!this.known.has(key)) missing.set(key, j);
    }
    const most = opens || this.pending() > 0 ? OPENING : CHANGING;
    this.stop();
    if (missing.size <= most || typeof Worker === 'undefined') {
      this.pending.set(0);
      return;
    }
    this.pending.set(missing.size);
    void this.fill(inputs, missing);
  }

  /** Recalls what was planned here before, and has a worker plan the rest. */
  private async fill(inputs: Inputs, missing: Map<string, Joint>): Promise<void> {
    const { asked } = this;
    const kept = await this.memory.recall(inputs.job.id, this.on);
    if (asked !== this.asked) return;
    for (const key of missing.keys()) {
      const summed = kept.get(key);
      if (summed && missing.delete(key)) this.known.set(key, summed);
    }
    const few = missing.size <= OPENING;
    this.pending.set(few ? 0 : missing.size);
    this.arrived.update((n) => n + 1);
    if (!few) this.plan(inputs, [...missing.values()]);
  }

  private plan(inputs: Inputs, joints: readonly Joint[]): void {
    const worker = new Worker(new URL('./summary.worker', import.meta.url), { type: 'module' });
    this.worker = worker;
    worker.onmessage = ({ data }: MessageEvent<SummaryPart>) => {
      for (const [key, summed] of data) this.known.set(key, summed);
      this.pending.update((n) => Math.max(0, n - data.length));
      if (this.pending() === 0 || performance.now() - this.told > TELL_MS[joints.length > CHANGING ? 'many' : 'few']) {
        this.told = performance.now();
        this.arrived.update((n) => n + 1);
      }
      if (this.pending() > 0) return;
      this.stop();
      void this.memory.keep(inputs.job.id, this.on, this.known);
    };
    worker.onerror = () => {
      this.stop();
      this.pending.set(0);
      this.arrived.update((n) => n + 1);
    };
    const task: SummaryTask = { ...inputs, joints };
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
    this.asked += 1;
    this.worker?.terminate();
    this.worker = null;
  }
}
