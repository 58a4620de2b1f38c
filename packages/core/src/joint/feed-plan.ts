import { type Filler, FLOW_SOURCE, flowOf } from '../fillers/fillers.js';
import type { Position } from '../qualification/range.js';
import { PATCH_SOURCE, patchSteps } from '../repair/patch.js';
import { practice, type Source } from '../source/source.js';

/** One sweep of the rod around the clock, in hours; `to` may be below `from` when it runs anticlockwise. */
export interface FeedSweep {
  readonly fromHour: number;
  readonly toHour: number;
  readonly clockwise: boolean;
}

export interface FeedPlan {
  readonly title: string;
  readonly steps: readonly string[];
  readonly sweeps: readonly FeedSweep[];
  readonly source: Source;
}

/** Once round from 6 and a little over the start; hours past 12 go on counting. */
const allRound: readonly FeedSweep[] = [{ fromHour: 6, toHour: 18.6, clockwise: true }];

const source = practice('feeding order by position and flow of the rod');

/** Where to heat and feed, by position and by how the alloy flows; how a patch is built up. */
export function feedPlan(filler: Filler, position: Position, patch = false): FeedPlan {
  if (patch)
    return {
      title: 'Built up from outside, dab by dab: nothing is drawn in.',
      steps: patchSteps(filler.group === 'ZnAl'),
      sweeps: [],
      source: PATCH_SOURCE,
    };
  const runs = flowOf(filler) === 'runs like water';
  if (position === 'horizontal') {
    return {
      title: 'Start near 5 o’clock, across the bottom, up one side, then the other.',
      steps: [
        'Start a little off the bottom, near 5 o’clock.',
        'Cross 6 and climb the left side to 12.',
        'Go back to 5 and climb the right side to 12.',
        'Overlap both ends.',
      ],
      sweeps: [
        { fromHour: 5, toHour: 0.3, clockwise: true },
        { fromHour: 5.3, toHour: 11.7, clockwise: false },
      ],
      source,
    };
  }
  const around = runs ? 'Feed at one point and let it run.' : 'Lay it all round the joint.';
  if (position === 'up-feed') {
    return {
      title: 'Heat well below to well above, then feed: it must climb.',
      steps: [
        'Heat from well below the joint to well above, most of the heat high.',
        'Do not overheat the tube, or filler runs down the outside.',
        around,
        'Overlap the start.',
      ],
      sweeps: runs ? [] : allRound,
      source,
    };
  }
  return {
    title: 'Socket faces up: heat tube, then socket, and let it run down in.',
    steps: ['Heat the tube first, then the socket.', around, 'Overlap the start.'],
    sweeps: runs ? [] : allRound,
    source: FLOW_SOURCE,
  };
}
