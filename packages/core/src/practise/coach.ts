import { OXIDE_ONSET_K } from '../heat/colours.js';
import { FLAME_LOOKS } from '../torch-rig/flame-look.js';
import type { BenchRun } from './bench-run.js';
import { seenOf } from './bench-seen.js';
import { flowsFromK } from './bench-setup.js';
import { READY_K, TUBE_LEADS_K } from './scripted-hand.js';

/** What is said to a learner at a moment: how it stands, and the next thing to do. */
export interface Coached {
  readonly says: string;
  readonly does: string;
}

/** Air is out below this. */
const CLEARED = 0.001;
/** Ahead of the other side by so much, K. */
const ONE_SIDE_K = 110;
/** One wall ahead of the other by so much, K. */
const AHEAD_K = 40;
/** Short of melting by so much, K. */
const NEAR_MELTING_K = 60;
const FULL = 0.97;
/** Of what the joint takes, so much run off is told. */
const DRIPS = 0.05;
/** A part is near its limit from this share of the way from the air's temperature. */
const NEAR_LIMIT = 0.85;

const said = (says: string, does: string): Coached => ({ says, does });

/** Hottest less coldest row of the tube just before the mouth, K. */
function sidesApartK({ shells, cells }: BenchRun): number {
  let [least, most] = [Infinity, 0];
  for (let j = 0; j < shells.round; j++) {
    const k = shells.tube.tempK[(cells.from - 1) * shells.round + j] as number;
    [least, most] = [Math.min(least, k), Math.max(most, k)];
  }
  return most - least;
}

/** How far the wall that is nearest to melting is short of it, K: each by its own metal. */
export function shortOfMeltingK({ shells, setup }: BenchRun): number {
  let least = Infinity;
  for (const [wall, { metal }] of [
    [shells.tube, setup.joint.tube],
    [shells.socket, setup.joint.socket],
  ] as const)
    for (let c = wall.from * shells.round; c < wall.to * shells.round; c++)
      least = Math.min(least, metal.solidusK - (wall.tempK[c] as number));
  return least;
}

/** What is said now; dangers first, then the order of the work. */
export function coach(run: BenchRun): Coached {
  const { setup, hand, gap } = run;
  const seen = seenOf(run);
  const flowsK = flowsFromK(setup.filler);
  const isPurged = setup.nitrogenM3s > 0;
  const { part } = setup.joint;
  if (run.holes.length) return said('Metal has melted.', 'Flame off. This joint is lost; the next one is free.');
  if (shortOfMeltingK(run) < NEAR_MELTING_K) return said('It is about to melt.', 'Draw the flame off, now.');
  if (run.isSmoking) return said('White smoke: zinc.', 'Draw the flame off, and keep your head out of it.');
  if (isPurged && seen.hottestK > OXIDE_ONSET_K && !run.isFlowing())
    return said('It is hot, and no nitrogen flows.', 'Open the valve and the vent: air blackens it in seconds.');
  const partK = part ? run.shells.atDistance(part.distanceM) : null;
  if (part && partK !== null && partK - setup.joint.airK > NEAR_LIMIT * (part.limitK - setup.joint.airK))
    return said(`${part.name} is near its limit.`, 'Finish or draw off: heat runs on after the flame is gone.');
  if (!hand.lit) {
    if (gap.fedM3 > 0 && seen.hottestK > OXIDE_ONSET_K)
      return said(
        'Flame away. It cools.',
        isPurged ? 'Leave the nitrogen on until it is no longer hot.' : 'Leave it still.',
      );
    if (gap.fedM3 > 0) return said('It is cold enough.', 'Saw it, and look.');
    if (isPurged && !run.isFlowing()) return said('Air is inside.', 'Open the vent and the nitrogen.');
    if (isPurged && run.oxygen > CLEARED)
      return said('Nitrogen drives the air out.', 'Wait until it has left; then light.');
    return said('Ready to light.', 'Light the torch.');
  }
  if (hand.kind !== 'neutral') {
    const look = FLAME_LOOKS.find((f) => f.kind === hand.kind) as (typeof FLAME_LOOKS)[number];
    return said(`${look.name}.`, look.turn);
  }
  if (hand.feeding && gap.droppedM3 > DRIPS * setup.netM3)
    return said('It runs off.', 'Take the rod away: the joint has enough.');
  if (gap.share() > FULL) return said('It is full.', 'Rod away, flame off.');
  if (sidesApartK(run) > ONE_SIDE_K) return said('One side is ahead.', 'Carry the flame round to the other.');
  if (seen.coldestK > flowsK + READY_K)
    return gap.fedM3 > 0
      ? said('It runs in.', 'Follow it round with the rod; flame at the base of the socket draws it in.')
      : said('All of the lap is there.', 'Touch the rod to the mouth, low first; flame at the base.');
  if (seen.tubeK < flowsK && seen.socketK - seen.tubeK > AHEAD_K)
    return said('The socket is ahead of the tube.', 'Back to the tube for a turn; then to the base again.');
  if (seen.tubeK < flowsK - TUBE_LEADS_K)
    return said('Heat the tube first.', 'Close to the mouth, and round it: air in the gap carries little.');
  return said('The tube is ready. The fitting lags behind.', 'Flame to the base of the socket; keep it moving.');
}
