import type { FieldProblem } from '../source/problem.js';
import type { RigSchools } from './check-step.js';
import { roundSteps } from './checklist.js';
import { type DoneRound, leaks } from './found-wrong.js';
import type { TorchRig } from './rig.js';
import { stopsLighting } from './rig-faults.js';
import type { CheckStage } from './rounds.js';

/**
 * What cannot be filed of a round: steps out of order or left out without being passed over, steps after something was
 * found wrong, a flame on a rig that is refused or leaks. A round ends whole, or at what was found wrong.
 * @param year for the age of hoses
 */
export function roundProblems(rig: TorchRig, schools: RigSchools, done: DoneRound, year: number): FieldProblem[] {
  const asked = roundSteps(done.round, rig, schools);
  const at = done.steps.findIndex((s, i) => s.id !== asked[i]?.id);
  if (at >= 0)
    return [{ field: `steps.${at}.id`, says: `the step here is ${asked[at]?.id ?? 'none: the round is over'}` }];
  const last = done.steps.length - 1;
  const wrong = done.steps.findIndex((s) => s.answer === 'wrong');
  if (wrong >= 0 && wrong < last)
    return [{ field: `steps.${wrong + 1}`, says: 'the round ends at what was found wrong' }];
  const stops = stopsLighting(rig, year);
  const lights = (stage: CheckStage | undefined): boolean => stage === 'light' || stage === 'flame';
  const lit = done.steps.findIndex((s, i) => lights(asked[i]?.stage) && s.answer === 'done');
  if (lit >= 0 && stops[0]) return [{ field: `steps.${lit}`, says: `not lit: ${stops[0].says}` }];
  if (lit >= 0 && leaks(done.drop))
    return [{ field: `steps.${lit}`, says: 'not lit: a gauge moved when it was shut in' }];
  const next = asked[done.steps.length];
  const isStopped = lights(next?.stage) && (stops.length > 0 || leaks(done.drop));
  if (next && wrong < 0 && !isStopped)
    return [{ field: 'steps', says: `the round has ${asked.length} steps: what is passed over is marked as skipped` }];
  const tested = asked.findIndex((s) => s.asks === 'gauges after');
  if (tested >= 0 && done.steps[tested]?.answer === 'done' && !done.drop)
    return [{ field: 'drop', says: 'say what the gauges did' }];
  return [];
}
