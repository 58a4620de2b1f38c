import { formatDuration } from '@hephaist/core/units/units';
import type { InHand, Way, WayState } from '@hephaist/core/way/way';
import type { WayStepId } from '@hephaist/core/way/way-step';

/** What the large target says at each step: what the hand has done when it is touched. */
const MAIN: Readonly<Record<WayStepId, string>> = {
  stub: 'Tried',
  clean: 'Cleaned',
  gap: 'It fits',
  swage: 'Made',
  protect: 'Protected',
  flux: 'Fluxed',
  fit: 'In, and held',
  nitrogen: 'On',
  torch: 'Lit, neutral',
  heat: 'At heat',
  feed: 'Made: flame off',
  cool: 'It is cool',
  wash: 'Washed',
  look: 'Good all round',
  photograph: 'Taken',
};

/** The word on the large target. The heat has two: the flame comes on it, then it is at heat. */
export const mainWord = (step: WayStepId, way: Way): string =>
  step === 'heat' && way.flameMs === null ? 'Flame on it' : MAIN[step];

const IN_HAND: Readonly<Record<InHand, string>> = {
  'under the flame': 'under the flame',
  cooling: 'cooling',
  prepared: 'clean',
  'to look at': 'to be looked at',
  'to be filed': 'to be filed',
  begun: 'begun',
};

/** Where a joint in hand stands, in a few words: "cooling, 2:10 left". */
export function stateWords({ in: where, seconds, calls }: WayState): string {
  const word = IN_HAND[where];
  if (seconds === null) return word;
  const time = formatDuration(Math.floor(Math.abs(seconds)));
  if (where === 'under the flame') return `${word} ${time}`;
  if (where === 'cooling') return calls ? 'is it cool?' : `${word}, ${time} left`;
  return seconds < 0 ? 'clean again' : `${word}, ${time} left`;
}
