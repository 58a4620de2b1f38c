import type { JointSpec } from '../joint/joint.js';
import { KIND_WORDS, METAL_WORDS, PART_WORDS, POSITION_WORDS, STANDARD_WORDS, wordOf } from './words.js';

/** Six digits are enough to come back to the same length. */
const mm = (m: number): string => `${Number((m * 1000).toPrecision(12))}mm`;

/** Writes a joint as shorthand. What has no word (measured diameters, depth, cup, bush, seam, answers of a stub, school) gives null. */
export function writeShorthand(joint: JointSpec, count = 1): string | null {
  if (
    joint.fitUp.mode === 'measured' ||
    joint.socket.depthM !== null ||
    joint.socket.cup !== null ||
    joint.bush !== null ||
    joint.groove !== null ||
    joint.patch ||
    joint.stub ||
    !['flat', 'ring', 'coated'].includes(joint.rodForm) ||
    Object.keys(joint.schools).length > 0 ||
    !(joint.socket.kind in KIND_WORDS) ||
    /[\s,;]/.test(joint.fillerId ?? '') ||
    joint.cadmiumReason !== null
  )
    return null;
  const words = [
    ...(count > 1 ? [`${count}x`] : []),
    joint.tube.size,
    ...(joint.tube.standardId === 'en' ? [] : [wordOf(STANDARD_WORDS, joint.tube.standardId)]),
    `${wordOf(METAL_WORDS, joint.tube.metalId)}-${wordOf(METAL_WORDS, joint.socket.metalId)}`,
    wordOf<string>(KIND_WORDS, joint.socket.kind),
    wordOf(POSITION_WORDS, joint.position),
    ...(joint.fitUp.mode === 'stated' ? [`gap ${mm(joint.fitUp.gapSideM)}`] : []),
    ...(joint.partNearby
      ? [
          `near ${wordOf(PART_WORDS, joint.partNearby.partId)} ${mm(joint.partNearby.distanceM)}`,
          ...(joint.partNearby.protection ? [joint.partNearby.protection] : []),
        ]
      : []),
    ...(joint.rodForm === 'flat' ? [] : [joint.rodForm]),
    ...(joint.movement ? ['moves'] : []),
    ...(joint.wallBehind ? ['wall'] : []),
    ...(joint.fillerId === null ? [] : [joint.fillerId.toLowerCase()]),
  ];
  return words.join(' ');
}
