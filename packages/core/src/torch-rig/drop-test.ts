import { requireRange } from '../source/problem.js';
import { derived, practice } from '../source/source.js';
import { said } from '../units/say.js';
import { ATM, INCH } from '../units/units.js';
import type { DropSeen } from './drop-seen.js';

/** Seconds that a shut-in rig is watched: while the solution is brushed on. Source: practice. */
export const DROP_S = 30;
export const DROP_SOURCE = practice('shut in and watched while the solution is brushed on; longer finds less');
export const LEAK_SOURCE = derived('gas in the hose by its volume, per pressure fallen and time');
/** Usual hose: bore and length. Source: practice. */
export const USUAL_HOSE = { boreM: 0.25 * INCH, lengthM: 25 * 12 * INCH };
/** Gas lost a second from a hose whose pressure falls, m3/s at 1 atm. @throws InputError */
export function hoseLeak(fallPa: number, seconds: number, hose = USUAL_HOSE): number {
  requireRange('fallPa', fallPa, 0, 5e6, 'Pa');
  requireRange('seconds', seconds, 1, 86_400, 's');
  const volume = (Math.PI / 4) * hose.boreM ** 2 * hose.lengthM;
  return (volume * fallPa) / ATM / seconds;
}

const MEANS: Readonly<Record<DropSeen, string>> = {
  stands: 'tight, as far as the gauges show.',
  'line falls':
    'it leaks at the hose, its ends or the torch valve. Find it by the bubbles; not lit until it is mended.',
  'cylinder falls': 'it leaks at the cylinder’s nut or the regulator. Not lit until it is mended.',
  'line rises': 'the regulator creeps: its seat does not shut. Take it out of use.',
};

/** What a gas did when it was shut in, and what that means. */
export const dropSays = (gas: string, seen: DropSeen): string => `${gas}: ${MEANS[seen]}`;

/** "1 psi in 30 s is about 0.1 SCFH": what a fall of the hose's gauge lets out. Source: LEAK_SOURCE. */
export const leakSays = (fallPa: number, seconds: number): string =>
  `${said(fallPa, 'gauge')} in ${Math.round(seconds)} s is about ${said(hoseLeak(fallPa, seconds), 'flow')}.`;
