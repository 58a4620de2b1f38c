import { continuity, type Continuity, type ContinuityEvent, type Day } from './continuity.js';
import { rangeGaps, type CouponVariables, type JointVariables } from './range.js';

export interface CouponRecord extends CouponVariables {
  readonly label: string;
  readonly brazedOn: Day;
  readonly passed: boolean;
}

/** What is on file for one brazer. */
export interface BrazerRecord {
  readonly coupons: readonly CouponRecord[];
  readonly joints: readonly { readonly day: Day; readonly label: string }[];
  readonly withdrawn: { readonly on: Day; readonly reason: string } | null;
}

export interface Permission {
  readonly may: boolean;
  readonly reasons: readonly string[];
  readonly continuity: Continuity;
  /** The coupon that covers the joint. */
  readonly by: string | null;
}

/** Coupons and joints of a brazer as continuity events. Only passed coupons count. */
export function continuityEvents(record: BrazerRecord): ContinuityEvent[] {
  return [
    ...record.coupons
      .filter((c) => c.passed)
      .map((c): ContinuityEvent => ({ day: c.brazedOn, kind: 'coupon', label: c.label })),
    ...record.joints.map((j): ContinuityEvent => ({ day: j.day, kind: 'joint', label: j.label })),
  ];
}

/** Whether a brazer may braze a joint on a day, with every reason why not. */
export function mayBraze(record: BrazerRecord, joint: JointVariables, on: Day): Permission {
  const kept = continuity(continuityEvents(record), on);
  const reasons: string[] = [];
  if (record.withdrawn && record.withdrawn.on <= on)
    reasons.push(`withdrawn on ${record.withdrawn.on}: ${record.withdrawn.reason}`);
  if (kept.state === 'never') reasons.push('no passed coupon by this day');
  if (kept.state === 'lapsed') reasons.push(`lapsed: last brazed ${kept.lastDay}, good through ${kept.goodThrough}`);
  if (joint.fNumber === null) reasons.push('no rod serves this joint as it is');
  const passed = record.coupons.filter((c) => c.passed && c.brazedOn <= on);
  const tried = passed
    .map((c) => ({ label: c.label, gaps: rangeGaps(c, joint) }))
    .sort((a, b) => a.gaps.length - b.gaps.length);
  const nearest = tried[0];
  if (nearest && nearest.gaps.length && joint.fNumber !== null)
    reasons.push(...nearest.gaps.map((g) => `outside range: ${g}`));
  const by = nearest && nearest.gaps.length === 0 ? nearest.label : null;
  const may = by !== null && reasons.length === 0;
  if (may) reasons.push(`covered by coupon ${by}, good through ${kept.goodThrough}`);
  return { may, reasons, continuity: kept, by };
}
