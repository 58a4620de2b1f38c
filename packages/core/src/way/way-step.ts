import type { Caution } from '../joint/cautions.js';

/** The steps of one joint in the order of the work. */
export const WAY_STEPS = [
  'stub',
  'clean',
  'gap',
  'swage',
  'protect',
  'flux',
  'fit',
  'nitrogen',
  'torch',
  'heat',
  'feed',
  'cool',
  'wash',
  'look',
  'photograph',
] as const;
export type WayStepId = (typeof WAY_STEPS)[number];

/** What a step is called in a list and in the log. */
export const WAY_STEP_WORDS: Readonly<Record<WayStepId, string>> = {
  stub: 'know the metal',
  clean: 'cut and clean',
  gap: 'measure the gap',
  swage: 'make the socket',
  protect: 'protect the part',
  flux: 'flux',
  fit: 'fit and support',
  nitrogen: 'nitrogen on',
  torch: 'torch lit',
  heat: 'heat',
  feed: 'feed',
  cool: 'cool',
  wash: 'wash the flux off',
  look: 'look',
  photograph: 'photograph',
};

/** A number that matters at a step, said in SI as `said` writes it. */
export interface WayNumber {
  readonly name: string;
  readonly value: string;
}

/** What is drawn at a step. */
export type WayDraws = 'section' | 'nitrogen' | 'flux' | 'heat' | 'clock' | 'stub' | null;

/** One thing to do at the torch, one screen. Sentences carry their quantities in SI. */
export interface WayStep {
  readonly id: WayStepId;
  readonly does: string;
  /** How, in further sentences. */
  readonly how: readonly string[];
  readonly cautions: readonly Caution[];
  /** At most two. */
  readonly numbers: readonly WayNumber[];
  readonly draws: WayDraws;
}
