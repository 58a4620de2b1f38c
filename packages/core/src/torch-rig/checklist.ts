import { beforeSteps } from './before-steps.js';
import type { CheckStep, RigSchools } from './check-step.js';
import { flameSteps, lightSteps } from './light-steps.js';
import type { TorchRig } from './rig.js';
import { CHECK_ROUNDS, type CheckRound, type CheckStage } from './rounds.js';
import { shutSteps, stowSteps } from './shut-steps.js';

const STEPS = { before: beforeSteps, light: lightSteps, flame: flameSteps, 'shut down': shutSteps, stow: stowSteps };

/** Every step of one stage for a rig, in the order of its schools. */
export const stageSteps = (stage: CheckStage, rig: TorchRig, schools: RigSchools): readonly CheckStep[] =>
  STEPS[stage](rig, schools);

/** Steps of a round, one after the other. */
export const roundSteps = (round: CheckRound, rig: TorchRig, schools: RigSchools): readonly CheckStep[] =>
  CHECK_ROUNDS[round].flatMap((stage) => stageSteps(stage, rig, schools));
