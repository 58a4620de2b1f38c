import type { Summed } from '@hephaist/contracts/records/planner';
import { keepAnswer, keptHere } from './answers';

/** What one build plans is not what another would: its script is named by what is in it and in all it rests on. */
const BUILD: string = import.meta.url;
/** More are planned anew each time: to read thousands back keeps the page longer from what it shows first. */
const MOST = 400;

interface Kept {
  readonly build: string;
  /** All that the plans rest on, as text. */
  readonly on: string;
  readonly plans: readonly (readonly [key: string, summed: Summed])[];
}

/** The short of a job's plans between two visits, so that what was planned on this device is not planned again. */
export interface PlanMemory {
  /**
   * What was kept of a job by exactly this build; nothing where anything differs.
   * @param on all that the plans rest on, as text
   */
  recall(jobId: string, on: string): Promise<ReadonlyMap<string, Summed>>;
  keep(jobId: string, on: string, plans: ReadonlyMap<string, Summed>): Promise<void>;
}

const pathOf = (jobId: string): string => `jobs/${jobId}/plans`;
const NONE: ReadonlyMap<string, Summed> = new Map();

/** Kept for whoever is signed in, beside what the server answered them, and forgotten with it. */
export const keptPlans: PlanMemory = {
  async recall(jobId, on) {
    const kept = await keptHere<Kept>(pathOf(jobId)).catch(() => null);
    return kept?.build === BUILD && kept.on === on ? new Map(kept.plans) : NONE;
  },
  async keep(jobId, on, plans) {
    if (plans.size > MOST) return;
    const kept: Kept = { build: BUILD, on, plans: [...plans] };
    await keepAnswer(pathOf(jobId), kept).catch(() => undefined);
  },
};
