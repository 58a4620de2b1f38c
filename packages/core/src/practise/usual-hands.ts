import type { Forgotten } from './bench-setup.js';
import type { Habits } from './scripted-hand.js';

/** A hand to watch: what it does that others do not, and what it forgot beforehand. */
export interface UsualHand {
  readonly id: string;
  readonly name: string;
  readonly habits: Habits;
  readonly forgotten: Forgotten;
}

const hand = (id: string, name: string, habits: Habits = {}, forgotten: Forgotten = {}): UsualHand => ({
  id,
  name,
  habits,
  forgotten,
});

/** A good hand, and the usual bad ones, each with one habit. */
export const USUAL_HANDS: readonly UsualHand[] = [
  hand('good', 'a good hand'),
  hand('cold-rod', 'rod and flame together', { heats: 'mouth', feedsWhen: 'at once' }),
  hand('edge-first', 'heats the edge alone', { heats: 'mouth', feedsWhen: 'mouth hot' }),
  hand('one-side', 'stays on one side', { goesRound: false, feedsWhen: 'mouth hot', patienceS: 90 }),
  hand('too-close', 'holds it too close, and stays', {
    farM: 0.001,
    goesRound: false,
    backsOff: false,
    patienceS: 150,
  }),
  hand('oxidising', 'a hissing flame', { kind: 'oxidising' }),
  hand('sooty', 'a flame with a feather', { kind: 'carburising' }),
  hand('long-heat', 'a long, low heat', { farM: 0.05 }),
  hand('no-nitrogen', 'no nitrogen', { nitrogen: 'never' }),
  hand('nitrogen-off', 'nitrogen off with the flame', { nitrogen: 'off with the flame' }),
  hand('little-rod', 'spares the rod', { rodShare: 0.5 }),
  hand('no-flux', 'forgot the flux', {}, { flux: true }),
  hand('dirty', 'did not clean', {}, { cleaning: true }),
  hand('wet', 'water in the line', { patienceS: 120 }, { water: true }),
];
