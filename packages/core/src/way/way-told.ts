import type { WayAnswer } from './way.js';
import { WAY_STEP_WORDS, WAY_STEPS, type WayStepId } from './way-step.js';

interface Told {
  readonly step: WayStepId;
  readonly answer: WayAnswer;
}

/** Steps that were passed over, in the order of the work. */
export const skippedIn = (steps: readonly Told[] | undefined): readonly WayStepId[] =>
  WAY_STEPS.filter((id) => steps?.some((s) => s.step === id && s.answer === 'skipped'));

/** How a joint was gone through, in words for its log; null where the entry was typed. */
export function wayTold(steps: readonly Told[] | undefined): string | null {
  if (!steps?.length) return null;
  const words = (ids: readonly WayStepId[]): string => ids.map((id) => WAY_STEP_WORDS[id]).join(', ');
  const skipped = skippedIn(steps);
  if (skipped.length) return `skipped: ${words(skipped)}`;
  const done = WAY_STEPS.filter((id) => steps.some((s) => s.step === id));
  // Begun later than with its first step, as under a purge that was watched live: only that is claimed.
  return done.includes('clean') ? 'gone through step by step' : `at the torch: ${words(done)}`;
}
