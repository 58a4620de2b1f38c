import { AMBIENT_K } from '../fit-up/gap.js';
import type { JointSpec, LineConditions } from '../joint/joint.js';
import { plainJoint } from '../joint/plain-joint.js';
import { type JointPlan, planJoint } from '../joint/plan.js';
import { DEFAULT_SCHOOLS } from '../schools/schools.js';
import { degFToK, FOOT, INCH, PSI } from '../units/units.js';

/** One joint of the graded course, and what it teaches. */
export interface Exercise {
  readonly id: string;
  readonly name: string;
  /** What it is about, in a sentence. */
  readonly teaches: string;
  readonly joint: JointSpec;
  /** Water stands in the line until it is blown out. */
  readonly wet: boolean;
  readonly serviceId: string;
}

const LINE: LineConditions = {
  serviceId: 'refrigerant-poe',
  designPa: 350 * PSI,
  testPa: 385 * PSI,
  serviceMaxK: degFToK(100),
  fitUpK: AMBIENT_K,
  lengthM: 60 * FOOT,
  oxygenLimit: 0.01,
  schools: DEFAULT_SCHOOLS,
  codeSetId: 'asme-ix',
  carried: [],
};

/** Pipe of a bracket, and its gap a side, m. */
const [BRACKET_M, BRACKET_GAP_M] = [0.84 * INCH, 0.003 * INCH];

const copper = (size: string): JointSpec['tube'] => ({ standardId: 'acr', size, metalId: 'copper' });

const exercise = (
  id: string,
  name: string,
  teaches: string,
  joint: Partial<JointSpec> & Pick<JointSpec, 'tube'>,
  { wet = false, serviceId = LINE.serviceId }: { wet?: boolean; serviceId?: string } = {},
): Exercise => ({
  id,
  name,
  teaches,
  wet,
  serviceId,
  joint: plainJoint(joint),
});

/** The course of the house, easy to hard: each is open once the one before it is passed. */
export const EXERCISES: readonly Exercise[] = [
  exercise('first', 'Copper coupling, level', 'Tube first, then the socket; the rod goes where it is hot.', {
    tube: copper('3/4'),
  }),
  exercise('larger', 'A larger one, level', 'More metal: carry the heat round, and follow it with the rod.', {
    tube: copper('1-1/8'),
  }),
  exercise('up', 'Socket facing down', 'Filler climbs by the gap alone; too much of it falls.', {
    tube: copper('7/8'),
    position: 'up-feed',
  }),
  exercise('down', 'Socket facing up', 'It runs in by itself, and past the joint where you feed too much.', {
    tube: copper('7/8'),
    position: 'down-feed',
  }),
  exercise(
    'wet',
    'After the leak was drained',
    'Water holds metal at its boiling point: no torch beats it.',
    { tube: copper('7/8') },
    { wet: true },
  ),
  exercise('valve', 'Brass valve', 'A heavy body behind thin tube, and flux that wears out.', {
    tube: copper('5/8'),
    socket: { kind: 'valve', metalId: 'brass-forging', depthM: null, cup: null },
  }),
  exercise('stub', 'Steel stub', 'Steel keeps its heat where you put it: the flame must go round.', {
    tube: copper('7/8'),
    socket: { kind: 'fitting', metalId: 'steel', depthM: null, cup: null },
  }),
  exercise(
    'bracket',
    'Steel bracket',
    'Brass rod on steel: heat behind the joint, and stop short of the smoke.',
    {
      tube: { standardId: 'pipe-40', size: '1/2', metalId: 'steel' },
      socket: { kind: 'stub', metalId: 'steel', depthM: null, cup: null },
      fitUp: {
        mode: 'measured',
        tubeOdM: [BRACKET_M, BRACKET_M],
        socketIdM: [BRACKET_M + 2 * BRACKET_GAP_M, BRACKET_M + 2 * BRACKET_GAP_M],
        instrument: 'micrometer',
      },
    },
    { serviceId: 'structure' },
  ),
  exercise('part', 'Near an expansion valve', 'Quick heat and paste keep the part below its limit.', {
    tube: copper('7/8'),
    partNearby: { partId: 'txv', distanceM: 4 * INCH, protection: 'paste' },
  }),
  exercise('large', 'Large copper', 'One flame no longer holds both sides: a second torch, or a bigger tip.', {
    tube: copper('2-1/8'),
  }),
];

/** The plan of an exercise. */
export const planOf = (exercise: Exercise): JointPlan =>
  planJoint(exercise.joint, { ...LINE, serviceId: exercise.serviceId });
