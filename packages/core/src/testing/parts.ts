import { SENSITIVE_PARTS, type SensitivePart } from '../heat/sensitive-parts.js';

/** A part that hates heat. */
export function sensitivePart(): SensitivePart {
  const [part] = SENSITIVE_PARTS;
  if (!part) throw new Error('no part on file');
  return part;
}
