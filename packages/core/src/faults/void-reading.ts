import { mergeVoids, type StripFace, type VoidInterval } from '../coupons/section.js';
import type { Position } from '../qualification/range.js';
import type { FaultId } from './faults.js';

/** What the voids of a coupon say of how it was brazed, by the clock and by their depth. */
export interface VoidReading {
  /** Null where no face says at which hour it lies: then somebody who sees the joint is asked. */
  readonly fault: FaultId | null;
  /** Where they lie, in a sentence. */
  readonly where: string;
}

/** A void that begins so near the mouth, as a share of the overlap, reaches the edge. Source: practice. */
export const AT_MOUTH = 0.1;
/** Voids under this share of a face are pores, and say nothing of the heat. Source: practice. */
export const PORE = 0.03;

/** The hour that a face's name speaks of: "6 o'clock", "face at 6", "3"; null where it speaks of none. */
export function hourOf(name: string): number | null {
  const hour = Number(/(?:^|\D)(\d{1,2})(?:\D|$)/.exec(name)?.[1] ?? NaN);
  return hour >= 1 && hour <= 12 ? hour : null;
}

/** Hours between two places on the clock, 0 to 6. */
const between = (a: number, b: number): number => Math.min((a - b + 12) % 12, (b - a + 12) % 12);

interface ReadFace {
  readonly hour: number | null;
  readonly share: number;
  readonly isAtMouth: boolean;
}

function readFace(face: StripFace): ReadFace {
  const voids: readonly VoidInterval[] = mergeVoids(face.voids);
  const open = voids.reduce((sum, v) => sum + v.toM - v.fromM, 0);
  return {
    hour: hourOf(face.name),
    share: face.overlapM > 0 ? open / face.overlapM : 0,
    isAtMouth: voids.some((v) => v.fromM <= AT_MOUTH * face.overlapM && v.toM - v.fromM > PORE * face.overlapM),
  };
}

/**
 * Reads a coupon's faces: all open inside under a filled edge, empty low on level pipe, empty on one side, or here and
 * there. Null where nothing is open but pores.
 * @param faces the strips' faces, each named by its place on the clock where it has one
 */
export function readVoids(faces: readonly StripFace[], position: Position): VoidReading | null {
  const all = faces.map(readFace);
  const open = all.filter((f) => f.share > PORE);
  if (!open.length) return null;
  if (!open.some((f) => f.isAtMouth))
    return {
      fault: 'sealed-first',
      where: `Open inside on ${open.length} of ${all.length} faces, and filled at the mouth.`,
    };
  const hours = open.map((f) => f.hour).filter((h) => h !== null);
  const at = [...hours].sort((a, b) => a - b).join(', ');
  const isPlaced = hours.length === open.length;
  if (isPlaced && position === 'horizontal' && hours.every((h) => between(h, 6) <= 1))
    return { fault: 'low-empty', where: `Open at ${at} o’clock, low on a level pipe.` };
  if (!isPlaced) return { fault: null, where: `Open to the edge on ${open.length} of ${all.length} faces.` };
  const isOneSide = open.length < all.length && hours.every((h) => hours.every((k) => between(h, k) <= 3));
  return isOneSide
    ? { fault: 'one-side', where: `Open on one side: at ${at} o’clock.` }
    : { fault: 'rolls-off', where: `Open here and there, on ${open.length} of ${all.length} faces.` };
}
