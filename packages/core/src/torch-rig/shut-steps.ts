import { fuelName } from '../heat/fuels.js';
import { choiceOf, schoolsOf } from '../schools/schools.js';
import { capital } from '../words/capital.js';
import { stepOf, steps, type StepsOf } from './check-step.js';
import { usesOxygen } from './rig.js';

const step = stepOf('shut down');
const stow = stepOf('stow');

/** Shutting down by either school, then draining and backing off. */
export const shutSteps: StepsOf = (rig, schools) => {
  const fuel = fuelName(rig.fuelId).toLowerCase();
  const oxygen = usesOxygen(rig);
  const why = choiceOf(schoolsOf(schools), 'shutOff').why;
  const first = schools.shutOff === 'fuel' ? 'fuel' : 'oxygen';
  const off = oxygen
    ? [
        step('first-off', `Torch: ${first} valve off first.`, `${capital(why)}.`, { school: 'shutOff' }),
        step(
          'then-off',
          `Torch: ${first === 'fuel' ? 'oxygen' : 'fuel'} valve off.`,
          'The torch maker’s own order goes before any school.',
        ),
      ]
    : [step('first-off', 'Torch valve off.', 'The flame ends at the tip.')];
  return steps(
    ...off,
    step(
      'cylinders',
      oxygen ? `Cylinder valves shut: ${fuel}, oxygen.` : 'Cylinder valve shut.',
      'A hose under pressure over night fills a van with gas.',
    ),
    step(
      'drain',
      oxygen
        ? 'Drain one hose after the other until its gauges stand at nothing.'
        : 'Drain the hose until its gauges stand at nothing.',
      'No gas is left to run back into the other line.',
      {
        mind: 'Outdoors, away from any flame.',
      },
    ),
    step(
      'back-off',
      'Back out the regulator screws; shut the torch valves.',
      'The next opening does not strike the seat.',
    ),
  );
};

/** Putting it away. */
export const stowSteps: StepsOf = (rig) =>
  steps(
    stow('coil', 'Coil the hoses loosely, off the floor and clear of sharp edges.', 'A kink is a crack next month.'),
    stow('tip-cool', 'Tip cool before it goes into its place.', 'Most small fires begin in the van.'),
    rig.fuelId === 'acetylene'
      ? stow(
          'stands',
          'Cylinders upright, capped, chained, in the open or well ventilated.',
          'Acetylene lies down with acetone in its valve.',
          {
            mind: 'Never in a closed car or van.',
          },
        )
      : stow(
          'stands',
          'Cylinders upright, capped, chained, in the open or well ventilated.',
          'Gas heavier than air lies in the lowest place.',
          {
            mind: 'Never in a closed car or van.',
          },
        ),
  );
