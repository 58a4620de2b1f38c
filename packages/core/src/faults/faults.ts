import type { VisualReject } from '../joint-log/rejects.js';
import { practice, type Source } from '../source/source.js';

/** Faults of a brazed joint: what is seen, why, what to do now, and what to do otherwise next time. */

export const FAULT_SOURCE: Source = practice('what fitters and inspectors read off a joint');

export const FAULT_IDS = [
  'cold-lump',
  'rolls-off',
  'one-side',
  'low-empty',
  'sealed-first',
  'run-down',
  'black-bore',
  'melted',
  'burnt-flux',
  'zinc-smoke',
  'brass-crack',
  'phosphide-crack',
  'pinhole',
] as const;
export type FaultId = (typeof FAULT_IDS)[number];

export interface Fault {
  readonly id: FaultId;
  readonly seen: string;
  readonly cause: string;
  /** What to do now. */
  readonly now: string;
  /** The word for the log; null where the joint is not rejected for it yet. */
  readonly reject: VisualReject | null;
  readonly nextTime: string;
}

const fault = (
  id: FaultId,
  seen: string,
  cause: string,
  now: string,
  reject: VisualReject | null,
  nextTime: string,
): Fault => ({ id, seen, cause, now, reject, nextTime });

export const FAULTS: Readonly<Record<FaultId, Fault>> = {
  'cold-lump': fault(
    'cold-lump',
    'A bubble or lump sits on the edge',
    'Cold: rod and flame met, and the metal was not hot enough to draw it in.',
    'Heat both parts again: it will run in. Where it will not, the flux is dead: clean, reflux, once.',
    'lump of filler',
    'Heat the metal until it melts the rod; the flame never does.',
  ),
  'rolls-off': fault(
    'rolls-off',
    'Filler balls and rolls off',
    'Not clean, no flux where it is needed, or soot from the flame.',
    'Stop. Let it cool, clean and flux it, and repair it once with a neutral flame.',
    'filler not melted or not flowed',
    'Bright metal, flux where the metals ask for it, and a flame without feather or soot.',
  ),
  'one-side': fault(
    'one-side',
    'Filled on the side of the flame only',
    'The far side was cold: a big fitting, a small tip, or steel.',
    'Flux is still good? Heat round and feed the empty side, once.',
    'filler not visible all round',
    'Carry the heat round, take a bigger tip, or a second torch.',
  ),
  'low-empty': fault(
    'low-empty',
    'The low point of a level pipe is empty',
    'Begun at the top, or the heat never reached the bottom.',
    'Heat the bottom and feed it at 6 o’clock, once.',
    'filler not visible all round',
    'On level pipe feed at 6 o’clock first, and climb.',
  ),
  'sealed-first': fault(
    'sealed-first',
    'A ring all round, but a void inside when it is cut',
    'The edge was sealed before it was hot inside: the air had no way out.',
    'A joint in a line cannot be seen into: where its coupon did this, cut one out and look.',
    'void seen',
    'Heat the tube first, then the fitting, and draw the filler in from one side.',
  ),
  'run-down': fault(
    'run-down',
    'Filler runs down the tube below the socket',
    'The tube was too hot against the fitting: filler goes to the heat.',
    'Heat the base of the fitting and draw it up; take the run off. Once.',
    'filler run down outside',
    'Most of the heat on the fitting, and at its base.',
  ),
  'black-bore': fault(
    'black-bore',
    'Black inside',
    'Oxygen, not heat: no purge, too little, shut off while hot, or a leak that drew air in. The trace shows which.',
    'Cut it out: the scale comes off later and plugs what is behind.',
    'black bore',
    'Nitrogen until the oxygen at the vent is low, a steady trickle, and on until it is cool.',
  ),
  melted: fault(
    'melted',
    'A hole, a thin wall, or an edge that ran',
    'Too hot or too close.',
    'Cut it out. Melted metal is not filled up.',
    'base metal melted or eroded',
    'Flame further off, always moving, and a rod that works lower.',
  ),
  'burnt-flux': fault(
    'burnt-flux',
    'Flux is black and crusted',
    'Burnt: too long or too hot.',
    'Stop. Cool, clean all of it off, reflux, and repair once.',
    'flux burnt',
    'Black flux for a long heat, and a bigger tip for a short one.',
  ),
  'zinc-smoke': fault(
    'zinc-smoke',
    'White smoke off brass or bronze',
    'Zinc is boiling off: too hot.',
    'Back the flame off and ventilate; head out of it. Look for pits when it is cold.',
    null,
    'A rod that works lower, and the flame on the heavier part.',
  ),
  'brass-crack': fault(
    'brass-crack',
    'A crack in brass after cooling',
    'Quenched, strained while hot, or leaded brass.',
    'Cut it out.',
    'crack in tube or fitting',
    'Warm it evenly, hold it free of strain, and let it cool by itself.',
  ),
  'phosphide-crack': fault(
    'phosphide-crack',
    'A crack along the filler, on steel',
    'A phosphorus rod on iron: a brittle phosphide along the wall.',
    'Cut it out. It does not hold, whatever is laid over it.',
    'cracks in tube or filler',
    'Silver rod and black flux on anything a magnet holds to.',
  ),
  pinhole: fault(
    'pinhole',
    'It leaks at the test, and the edge looks whole',
    'A path of voids, or flux trapped in it.',
    'Cut and look before it is melted again: what is trapped is driven deeper.',
    'failed test',
    'Fill from one side so that flux and air go out at the other.',
  ),
};
