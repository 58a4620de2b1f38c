import { published } from '../source/source.js';
import { stepOf, steps, type StepsOf } from './check-step.js';
import { usesOxygen } from './rig.js';

const step = stepOf('light');
const flame = stepOf('flame');
const STRIKER = published('OSHA 1910.253: lit with a striker');

/** Lighting it: what is behind, the striker, the soot. */
export const lightSteps: StepsOf = (rig) =>
  steps(
    step(
      'around',
      'Look behind, above and below the work; extinguisher at hand.',
      'Sparks and heat go through walls and pipes.',
      {
        mind: 'A line that is charged or sealed is never heated.',
      },
    ),
    step('dressed', 'Glasses shade 3 to 5, gloves, sleeves down, no synthetic cloth.', 'Flux and metal spit.'),
    step('point', 'Point the tip away from people, hoses and cylinders.', 'It lights with a jump.'),
    usesOxygen(rig)
      ? step(
          'strike',
          'Crack the fuel valve, light with a striker, then open until the smoke is gone.',
          'A starved fuel flame makes soot that floats through a house.',
          {
            source: STRIKER,
            mind: 'Never a lighter or a match: the hand is in the flame.',
          },
        )
      : step(
          'strike',
          'Open the valve a little, light with a striker, then open fully.',
          'An air torch draws its air only at full flow.',
          {
            source: STRIKER,
            mind: 'Never a lighter or a match: the hand is in the flame.',
          },
        ),
    usesOxygen(rig) &&
      step('oxygen-in', 'Open oxygen slowly until the feather is just gone.', 'That is the neutral flame.'),
  );

/** The flame is told by its look. */
export const flameSteps: StepsOf = () => [
  flame('kind', 'Which flame do you see?', 'A feather soots the joint; too much oxygen burns it.', { asks: 'flame' }),
];
