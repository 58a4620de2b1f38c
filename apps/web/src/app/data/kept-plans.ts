import type { Summed } from '@hephaist/contracts/records/planner';
import { keepAnswer, keptHere } from './answers';
import type { Inputs } from './summary-task';

/** What one build plans is not what another would: its script is named by what is in it and in all it rests on. */
const BUILD: string = import.meta.url;
/** More are planned anew each time. */
const MOST = 4000;

interface Kept {
  readonly build: string;
  /** All that the plans rest on, as text. */
  readonly on: string;
  readonly plans: readonly (readonly [key: string, summed: Summed])[];
}

/** The short of a job's plans between two visits, so that what was planned on this device is not planned again. */
export interface PlanMemory {
  /** What was kept of exactly these inputs by exactly this build; nothing where anything differs. */
  recall(inputs: Inputs): Promise<ReadonlyMap<string, Summed>>;
  keep(inputs: Inputs, plans: ReadonlyMap<string, Summed>): Promise<void>;
}

const pathOf = (inputs: Inputs): string => `jobs/${inputs.job.id}/plans`;
const NONE: ReadonlyMap<string, Summed> = new Map();

/** Kept for whoever is signed in, beside what the server answered them, and forgotten with it. */
export const keptPlans: PlanMemory = {
  async recall(inputs) {
    const kept = await keptHere<Kept>(pathOf(inputs)).catch(() => null);
    return kept?.build === BUILD && kept.on === JSON.stringify(inputs) ? new Map(kept.plans) : NONE;
  },
  async keep(inputs, plans) {
    if (plans.size > MOST) return;
    const kept: Kept = { build: BUILD, on: JSON.stringify(inputs), plans: [...plans] };
    await keepAnswer(pathOf(inputs), kept).catch(() => undefined);
  },
};
