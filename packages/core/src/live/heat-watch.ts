import { practice } from '../source/source.js';
import type { Mark } from './marks.js';

/** How long a joint has been under the flame against its heat plan. */
export interface HeatWatch {
  readonly elapsedS: number;
  readonly tone: 'on time' | 'late' | 'far over';
  readonly says: string;
}

export const HEAT_WATCH_SOURCE = practice('half as long again is late; twice as long asks why');
const LATE = 1.5;
const FAR_OVER = 2;

/** When the joint that is being brazed was begun, ms; null where none is. */
export function begunAtMs(marks: readonly Mark[], jointId: string): number | null {
  const last = marks.findLast(
    (m) => m.jointId === jointId && ['joint begun', 'joint brazed', 'joint stopped'].includes(m.kind),
  );
  return last?.kind === 'joint begun' ? last.atMs : null;
}

/** Seconds under the flame of the last joint that was made, s, and which; null where none was. */
export function lastMade(marks: readonly Mark[]): { readonly jointId: string; readonly seconds: number } | null {
  const made = marks.findLast((m) => m.kind === 'joint brazed' && m.jointId !== null);
  if (!made?.jointId) return null;
  const begun = marks.findLast((m) => m.kind === 'joint begun' && m.jointId === made.jointId && m.atMs <= made.atMs);
  return begun ? { jointId: made.jointId, seconds: (made.atMs - begun.atMs) / 1000 } : null;
}

/**
 * What the time under the flame says. Source: HEAT_WATCH_SOURCE.
 * @param plannedS seconds from strike to heat by the plan, and with it the feeding; null where the plan has none
 */
export function heatWatch(elapsedS: number, plannedS: number | null): HeatWatch {
  if (plannedS === null) return { elapsedS, tone: 'on time', says: 'the heat plan has no time for it' };
  if (elapsedS >= FAR_OVER * plannedS)
    return {
      elapsedS,
      tone: 'far over',
      says: 'twice as long as planned: bigger tip, wind, or a cold mass? Stop before the flux dies',
    };
  if (elapsedS >= LATE * plannedS) return { elapsedS, tone: 'late', says: 'half as long again as planned' };
  return { elapsedS, tone: 'on time', says: elapsedS < plannedS ? 'on its way' : 'due now' };
}
