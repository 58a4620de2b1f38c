import type { Metal } from '../metals/metals.js';
import { practice, type Source } from '../source/source.js';
import { degFToK, INCH } from '../units/units.js';

/** A part that heat ruins, with the temperature it bears. Editable; the part's maker governs. */
export interface SensitivePart {
  readonly id: string;
  readonly name: string;
  readonly limitK: number;
  readonly source: Source;
}

const source = practice('customary limit; the part maker governs');
const row = (id: string, name: string, limitF: number): SensitivePart => ({
  id,
  name,
  limitK: degFToK(limitF),
  source,
});

export const SENSITIVE_PARTS: readonly SensitivePart[] = [
  row('txv', 'Expansion valve', 250),
  row('solenoid', 'Solenoid valve', 250),
  row('reversing-valve', 'Reversing valve', 250),
  row('service-valve', 'Service valve seals', 250),
  row('sight-glass', 'Sight glass', 250),
  row('ball-valve', 'Ball valve seats', 300),
];

const byId = new Map(SENSITIVE_PARTS.map((p) => [p.id, p]));
export const findSensitivePart = (id: string): SensitivePart | undefined => byId.get(id);

export const REACH_SOURCE = practice(
  'rule of thumb: grab copper a foot away and you know; brass carries heat less far, steel and stainless a hand’s breadth',
);

/** How far along a tube heat ruins things, m, by what it is made of. Source: REACH_SOURCE. */
export function heatReachM(metal: Pick<Metal, 'conductivityWmK'>): number {
  if (metal.conductivityWmK >= 150) return 12 * INCH;
  return (metal.conductivityWmK >= 55 ? 8 : 4) * INCH;
}

/** How much of the heat comes there: 1 at the joint, falling straight to 0 at the reach. */
export const exposure = (metal: Pick<Metal, 'conductivityWmK'>, distanceM: number): number =>
  Math.max(0, Math.min(1, 1 - distanceM / heatReachM(metal)));
