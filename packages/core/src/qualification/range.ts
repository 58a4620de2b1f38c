import type { JointType } from '../joint/joint-type.js';
import type { Process, ProcessType } from '../joint/process.js';
import { ASME_RULES, type RuleSet } from '../rules/rule-sets.js';
import { published } from '../source/source.js';
import { said } from '../units/say.js';

export const RANGE_SOURCE = published(
  'ASME BPVC IX part QB',
  'essential variables of the brazer; check the current edition',
);

export const POSITION_IDS = ['horizontal', 'down-feed', 'up-feed', 'flat'] as const;
export type Position = (typeof POSITION_IDS)[number];

export const POSITIONS: readonly { readonly id: Position; readonly name: string; readonly says: string }[] = [
  { id: 'horizontal', name: 'Horizontal', says: 'horizontal flow: pipe lies level, joint fed around the clock' },
  { id: 'down-feed', name: 'Down-feed (downflow)', says: 'pipe upright, socket faces up, filler runs down in' },
  { id: 'up-feed', name: 'Up-feed (upflow)', says: 'pipe upright, socket faces down, filler is drawn up' },
  { id: 'flat', name: 'Flat', says: 'flat flow: a lap lies flat and is fed along its edge' },
];

/** What a coupon was, as far as its brazer's range goes. Lengths in m. */
export interface CouponVariables {
  readonly pNumbers: readonly [string, string];
  readonly fNumber: string;
  readonly wallM: number;
  /** Outside diameter; absent where nobody asks for it. */
  readonly odM?: number;
  readonly overlapM: number;
  readonly position: Position;
  /** A socket where none is named. */
  readonly jointType?: JointType;
  /** By torch and by hand where nothing is named. */
  readonly process?: Process | undefined;
  readonly type?: ProcessType | undefined;
}

/** What a joint asks of its brazer; `fNumber` is null when no filler serves the joint. */
export interface JointVariables {
  readonly pNumbers: readonly [string, string];
  readonly fNumber: string | null;
  readonly wallM: number;
  /** Outside diameter; absent where nobody asks for it. */
  readonly odM?: number;
  readonly overlapM: number;
  readonly position: Position;
  /** A socket where none is named. */
  readonly jointType?: JointType;
  /** By torch and by hand where nothing is named. */
  readonly process?: Process | undefined;
  readonly type?: ProcessType | undefined;
  /** Rule set the joint is under; that of ASME IX where none is named. */
  readonly rules?: RuleSet;
}

const keys = new WeakMap<JointVariables, string>();
/** What makes two joints ask the same of a brazer. A diameter counts only where the rules limit it. */
export function asksKey(asks: JointVariables): string {
  const known = keys.get(asks);
  if (known !== undefined) return known;
  const { pNumbers, fNumber, wallM, odM, overlapM, position, jointType, process, type, rules } = asks;
  const across = rules?.diameterHigh ? odM : null;
  const key = JSON.stringify([
    [...pNumbers].sort(),
    fNumber,
    wallM,
    across,
    overlapM,
    position,
    jointType,
    process,
    type,
    rules?.id,
  ]);
  keys.set(asks, key);
  return key;
}

/** Positions a coupon position qualifies. Up-feed is the harder way and also qualifies down-feed. Editable rule data. */
export const POSITION_COVER: Readonly<Record<Position, readonly Position[]>> = {
  horizontal: ['horizontal'],
  'down-feed': ['down-feed'],
  'up-feed': ['up-feed', 'down-feed'],
  flat: ['flat'],
};

const samePair = (a: readonly [string, string], b: readonly [string, string]): boolean =>
  (a[0] === b[0] && a[1] === b[1]) || (a[0] === b[1] && a[1] === b[0]);

/** Diameters a coupon qualifies; null where the rules set none. */
const diameters = (c: CouponVariables, rules: RuleSet): { min: number; max: number } | null =>
  rules.diameterHigh > 0 && c.odM !== undefined
    ? { min: c.odM * rules.diameterLow, max: c.odM * rules.diameterHigh }
    : null;

/** Why one coupon does not cover a joint; empty when it does. P-numbers may stand on either side. */
export function rangeGaps(coupon: CouponVariables, joint: JointVariables): string[] {
  const gaps: string[] = [];
  const rules = joint.rules ?? ASME_RULES;
  const { thicknessLow, thicknessHigh, overlapIncrease } = rules;
  const [least, most] = [coupon.wallM * thicknessLow, coupon.wallM * thicknessHigh];
  const longest = coupon.overlapM * (1 + overlapIncrease);
  const length = (m: number): string => said(m, 'diameter');
  if (!samePair(coupon.pNumbers, joint.pNumbers))
    gaps.push(`metals P-${joint.pNumbers.join(' to P-')}, coupon was P-${coupon.pNumbers.join(' to P-')}`);
  if (joint.fNumber !== coupon.fNumber)
    gaps.push(`filler F-${joint.fNumber ?? 'none'}, coupon was F-${coupon.fNumber}`);
  const [asked, tested] = [joint.jointType ?? 'socket', coupon.jointType ?? 'socket'];
  if (asked !== tested) gaps.push(`a ${asked} joint, coupon was a ${tested}`);
  const heated = (v: CouponVariables | JointVariables): string => `${v.process ?? 'torch'}, ${v.type ?? 'manual'}`;
  if (heated(joint) !== heated(coupon)) gaps.push(`by ${heated(joint)}, coupon was by ${heated(coupon)}`);
  const across = diameters(coupon, rules);
  if (across && joint.odM !== undefined && (joint.odM < across.min - 1e-9 || joint.odM > across.max + 1e-9))
    gaps.push(`diameter ${length(joint.odM)}, qualified ${length(across.min)} to ${length(across.max)}`);
  if (joint.wallM < least - 1e-9 || joint.wallM > most + 1e-9)
    gaps.push(`wall ${length(joint.wallM)}, qualified ${length(least)} to ${length(most)}`);
  if (!POSITION_COVER[coupon.position].includes(joint.position))
    gaps.push(`${joint.position} never tested (coupon was ${coupon.position})`);
  if (joint.overlapM > longest + 1e-9) gaps.push(`overlap ${length(joint.overlapM)}, qualified to ${length(longest)}`);
  return gaps;
}

/** The ranges a coupon gives, for display. */
export interface QualifiedRange {
  readonly pNumbers: readonly [string, string];
  readonly fNumber: string;
  readonly wallM: { readonly min: number; readonly max: number };
  /** Outside diameters; null where the rules set none. */
  readonly odM: { readonly min: number; readonly max: number } | null;
  readonly overlapMaxM: number;
  readonly positions: readonly Position[];
  readonly jointType: JointType;
}

/** What a brazer's passed coupons cover together, one line for each pair of metals and filler number. */
export interface CoverLine {
  readonly pNumbers: readonly [string, string];
  readonly fNumber: string;
  readonly wallM: { readonly min: number; readonly max: number };
  readonly positions: readonly Position[];
}

/**
 * Joins coupons of the same metals and filler for display, position by position: walls of one position are one range
 * only where they touch, and positions share a line only where their walls are the same. Whether one joint is covered
 * is always asked of each coupon by itself (`rangeGaps`).
 */
export function coverLines(coupons: readonly CouponVariables[]): CoverLine[] {
  const groups = new Map<string, CouponVariables[]>();
  for (const c of coupons) {
    const key = [...c.pNumbers].sort().join('/') + c.fNumber;
    groups.set(key, [...(groups.get(key) ?? []), c]);
  }
  const lines = [...groups.values()].flatMap((own): CoverLine[] => {
    const first = own[0] as CouponVariables;
    const byWall = new Map<string, CoverLine>();
    for (const { id: position } of POSITIONS) {
      const covering = own.filter((c) => POSITION_COVER[c.position].includes(position));
      for (const wallM of joined(covering.map((c) => qualifiedRange(c).wallM))) {
        const key = `${wallM.min.toFixed(7)} ${wallM.max.toFixed(7)}`;
        const before = byWall.get(key)?.positions ?? [];
        byWall.set(key, { pNumbers: first.pNumbers, fNumber: first.fNumber, wallM, positions: [...before, position] });
      }
    }
    return [...byWall.values()];
  });
  return lines.sort((a, b) => b.fNumber.localeCompare(a.fNumber) || a.wallM.min - b.wallM.min);
}

/** Ranges from the smallest, made one where they touch. */
export function joined(
  ranges: readonly { readonly min: number; readonly max: number }[],
): { min: number; max: number }[] {
  const out: { min: number; max: number }[] = [];
  for (const r of [...ranges].sort((a, b) => a.min - b.min)) {
    const last = out.at(-1);
    if (last && r.min <= last.max + 1e-9) last.max = Math.max(last.max, r.max);
    else out.push({ min: r.min, max: r.max });
  }
  return out;
}

export const qualifiedRange = (c: CouponVariables, rules: RuleSet = ASME_RULES): QualifiedRange => ({
  pNumbers: c.pNumbers,
  fNumber: c.fNumber,
  wallM: { min: c.wallM * rules.thicknessLow, max: c.wallM * rules.thicknessHigh },
  odM: diameters(c, rules),
  overlapMaxM: c.overlapM * (1 + rules.overlapIncrease),
  positions: POSITION_COVER[c.position],
  jointType: c.jointType ?? 'socket',
});
