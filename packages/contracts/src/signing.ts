import type { Kind, RecordKinds } from './kinds.js';
import type { Brazer, Procedure } from './records.js';
import type { JointLog } from './joint-log.js';
import type { Meaning } from './signature.js';

/**
 * As what a record as it stands must be signed; null where it needs no signature.
 * @param before how it stood, where it is changed: lifting a withdrawal is signed too
 */
export function neededMeaning(
  kind: Kind,
  data: RecordKinds[Kind],
  before: RecordKinds[Kind] | null = null,
): Meaning | null {
  if (kind === 'coupon') return 'judged';
  if (kind === 'confirmation') return 'confirmed';
  if (kind === 'pqr' || kind === 'pressure_test') return 'tested';
  if (kind === 'brazer') {
    if ((data as Brazer).withdrawnOn !== null) return 'withdrawn';
    return before && (before as Brazer).withdrawnOn !== null ? 'readmitted' : null;
  }
  if (kind === 'procedure' && (data as Procedure).signedOn !== null) return 'released';
  return kind === 'log' && (data as JointLog).outOfRangeReason !== null ? 'out-of-range' : null;
}
