import { practice, type Source } from '../source/source.js';
import { degFToK } from '../units/units.js';

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
