import { type CouponVerdict, judgeCoupon } from '../coupons/coupon.js';
import { mergeVoids, type StripFace, type VoidInterval } from '../coupons/section.js';
import { type OxideWord, oxideWord } from '../heat/oxide.js';
import type { VisualReject } from '../joint-log/rejects.js';
import type { BenchRun } from './bench-run.js';
import { rowAt } from './gap-cells.js';

/** A bore counts as bright while its film is no more than this. */
const BRIGHT: readonly OxideWord[] = ['bright', 'straw'];
export const isBright = (bore: OxideWord): boolean => BRIGHT.includes(bore);
/** Of the mouth's rows, so many filled are filler all round. */
const ALL_ROUND = 0.95;

/** "12 o’clock". */
export const clockWords = (rad: number): string => {
  const hour = Math.round((rad / (2 * Math.PI)) * 12) % 12;
  return `${hour === 0 ? 12 : hour} o’clock`;
};

/** One polished edge of the sawn joint: what is empty along the lap at an angle. */
export function faceAt({ gap, cells, setup }: BenchRun, rad: number): StripFace {
  const j = rowAt(rad, cells.round);
  const { lapM } = setup.joint;
  const stepM = lapM / cells.deep;
  const voids: VoidInterval[] = [];
  for (let i = 0; i < cells.deep; i++) {
    if (gap.isFilled(i * cells.round + j)) continue;
    voids.push({ fromM: i * stepM, toM: (i + 1) * stepM });
  }
  return { name: clockWords(rad), overlapM: lapM, voids: mergeVoids(voids) };
}

/** What is seen inside the bore: its darkest place. */
export const boreLook = ({ surface }: BenchRun): OxideWord =>
  oxideWord(Math.sqrt(surface.boreM2.reduce((a, b) => Math.max(a, b), 0)));

/** The word of a look at the outside; null where it is accepted. */
export function looked(run: BenchRun): VisualReject | null {
  const { gap, cells, setup, happened } = run;
  if (run.holes.length) return 'base metal melted or eroded';
  if (gap.ball.some((v) => v > 4 * gap.filletM3)) return 'lump of filler';
  let round = 0;
  for (let j = 0; j < cells.round; j++) if (gap.isFilled(j)) round++;
  if (round < ALL_ROUND * cells.round) return 'filler not visible all round';
  if (setup.flux && happened.has('flux dead') && happened.get('flux dead')! < (happened.get('rod ran') ?? Infinity))
    return 'flux burnt';
  return null;
}

/** A joint of the bench after it is cold: sawn, polished, looked at and pressed, by the rules that real ones are judged by. */
export interface BenchCut {
  readonly verdict: CouponVerdict;
  readonly bore: OxideWord;
  readonly visual: VisualReject | null;
  readonly leaks: boolean;
  /** Share of the gap that is filled. */
  readonly filled: number;
  readonly passes: boolean;
}

/**
 * Saws a joint lengthwise, at an angle and opposite it, and again a quarter further.
 * @param rad where the first cut lies, from 12 o'clock
 */
export function sawn(run: BenchRun, rad = 0): BenchCut {
  const faces = [0, 0.5, 0.25, 0.75].map((turn) => faceAt(run, rad + 2 * Math.PI * turn));
  const bore = boreLook(run);
  const visual = looked(run);
  const verdict = judgeCoupon(
    { faces, tests: [], boreClean: isBright(bore), visualReason: visual, jointType: 'socket' },
    run.setup.rules,
  );
  const leaks = run.gap.leaks() || run.holes.length > 0;
  const part = run.setup.joint.part;
  const boreServes = run.setup.nitrogenM3s <= 0 || isBright(bore);
  return {
    verdict,
    bore,
    visual,
    leaks,
    filled: run.gap.share(),
    passes: verdict.passes && !leaks && boreServes && (!part || run.partPeakK <= part.limitK),
  };
}
