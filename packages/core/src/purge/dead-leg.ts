import { practice } from '../source/source.js';

export const DEAD_LEG_SOURCE = practice(
  'NFPA 99 for medical gas, from memory: nothing is drilled; elsewhere a hole is the last resort',
);

/**
 * What to do about joints that no vent sweeps.
 * @param places where the gas would have to come out, as they are named on the drawing
 * @param medical true on a medical-gas line: nothing is drilled or loosened there
 */
export function deadLegAdvice(places: readonly string[], medical: boolean): string {
  const at = places.join(', ');
  return medical
    ? `Purge them in another order, or let the gas out at a joint not yet made or at the end left open before its cap is brazed: ${at}. Nothing is drilled in a medical line.`
    : `Let the gas out at a joint not yet made or at a service port near ${at}, or braze them in another order; a drilled bleed, closed after, is the last resort.`;
}
