import { ASME_RULES, type RuleSet } from '../rules/rule-sets.js';
import { asOf, type EndedWithdrawal } from './as-of.js';
import { addMonths, type Continuity, continuity, type ContinuityEvent, type Day } from './continuity.js';
import { type CouponVariables, type JointVariables, rangeGaps } from './range.js';

export interface CouponRecord extends CouponVariables {
  readonly label: string;
  readonly brazedOn: Day;
  readonly passed: boolean;
  /** Name of the procedure it was brazed to; absent where nobody wrote it down. */
  readonly procedure?: string | null;
}

/** One joint made. */
export interface MadeBy {
  readonly day: Day;
  readonly label: string;
  /** Filler number, where it is known. */
  readonly fNumber?: string | null;
  /** Name of the procedure it was worked to; null for none, absent where nobody wrote it down. */
  readonly procedure?: string | null;
}

/** What is on file for one brazer. */
export interface BrazerRecord {
  readonly coupons: readonly CouponRecord[];
  readonly joints: readonly MadeBy[];
  /** Days on which a supervisor confirmed that this brazer goes on brazing. */
  readonly confirmations?: readonly { readonly day: Day; readonly label: string }[];
  /** For cause, from a day on; from an instant of it where that is known (ISO). */
  readonly withdrawn: { readonly on: Day; readonly at?: string; readonly reason: string } | null;
  /** Withdrawals that were ended, by a signed decision each. */
  readonly ended?: readonly EndedWithdrawal[];
}

export interface Permission {
  readonly may: boolean;
  readonly reasons: readonly string[];
  readonly continuity: Continuity;
  /** The coupon that covers the joint. */
  readonly by: string | null;
  /** Withdrawn for cause by that day. */
  readonly withdrawn: boolean;
}

/**
 * Procedures that a brazer's coupons of a filler number, passed by a day, were brazed to; null where one of them names
 * none, and nothing more can be said than the filler number. A coupon passed later tells nothing about that day.
 */
function qualifiedProcedures(record: BrazerRecord, fNumber: string, by: Day): ReadonlySet<string> | null {
  const names = record.coupons
    .filter((c) => c.passed && c.fNumber === fNumber && c.brazedOn <= by)
    .map((c) => c.procedure);
  return names.some((n) => !n) ? null : new Set(names as string[]);
}

/**
 * Coupons, joints and confirmations of a brazer as continuity events. Only passed coupons count. For medical gas only
 * what was brazed with the qualified procedure counts: with its filler number, and to a procedure that a coupon of it,
 * passed by that day, was brazed to, where both are written down.
 */
export function continuityEvents(
  record: BrazerRecord,
  rules: Pick<RuleSet, 'medical'> = ASME_RULES,
  fNumber: string | null = null,
): ContinuityEvent[] {
  const asked = rules.medical ? fNumber : null;
  const filler = (f: string | null | undefined): boolean => !asked || !f || f === asked;
  const worked = ({ procedure, day }: MadeBy): boolean => {
    if (!asked || procedure === undefined) return true;
    const qualified = qualifiedProcedures(record, asked, day);
    return !qualified || (procedure !== null && qualified.has(procedure));
  };
  return [
    ...(record.confirmations ?? []).map((c): ContinuityEvent => ({ day: c.day, kind: 'confirmation', label: c.label })),
    ...record.coupons
      .filter((c) => c.passed && filler(c.fNumber))
      .map((c): ContinuityEvent => ({ day: c.brazedOn, kind: 'coupon', label: c.label })),
    ...record.joints
      .filter((j) => filler(j.fNumber) && worked(j))
      .map((j): ContinuityEvent => ({ day: j.day, kind: 'joint', label: j.label })),
  ];
}

/** Passed coupons that still count on a day. */
export const validCoupons = (
  record: BrazerRecord,
  on: Day,
  rules: Pick<RuleSet, 'validMonths'> = ASME_RULES,
): CouponRecord[] =>
  asOf(record, on).coupons.filter(
    (c) => c.passed && c.brazedOn <= on && (rules.validMonths === 0 || addMonths(c.brazedOn, rules.validMonths) >= on),
  );

const known = new WeakMap<BrazerRecord, WeakMap<object, Map<string, Continuity>>>();

/** Continuity of a brazer, worked out once for a record, rule set, filler and day: many joints ask the same. */
function continuityOf(record: BrazerRecord, rules: RuleSet, fNumber: string | null, on: Day): Continuity {
  const byRules = known.get(record) ?? new WeakMap<object, Map<string, Continuity>>();
  known.set(record, byRules);
  const answers = byRules.get(rules) ?? new Map<string, Continuity>();
  byRules.set(rules, answers);
  const key = `${on} ${rules.medical ? (fNumber ?? '') : ''}`;
  const before = answers.get(key);
  if (before) return before;
  const answer = continuity(continuityEvents(record, rules, fNumber), on, rules);
  answers.set(key, answer);
  return answer;
}

/** Whether a brazer may braze a joint on a day, with every reason why not. */
export function mayBraze(whole: BrazerRecord, joint: JointVariables, on: Day): Permission {
  const record = asOf(whole, on);
  const rules = joint.rules ?? ASME_RULES;
  const kept = continuityOf(record, rules, joint.fNumber, on);
  const reasons: string[] = [];
  const withdrawn = record.withdrawn !== null && record.withdrawn.on <= on;
  if (record.withdrawn && withdrawn) reasons.push(`withdrawn on ${record.withdrawn.on}: ${record.withdrawn.reason}`);
  if (kept.state === 'never') reasons.push('no passed coupon by this day');
  if (kept.state === 'lapsed') reasons.push(`lapsed: last brazed ${kept.lastDay}, good through ${kept.goodThrough}`);
  if (joint.fNumber === null) reasons.push('no rod serves this joint as it is');
  const passed = validCoupons(record, on, rules);
  const tried = passed
    .map((c) => ({ label: c.label, gaps: rangeGaps(c, joint) }))
    .sort((a, b) => a.gaps.length - b.gaps.length);
  const nearest = tried[0];
  if (nearest && nearest.gaps.length && joint.fNumber !== null)
    reasons.push(...nearest.gaps.map((g) => `outside range: ${g}`));
  const by = nearest && nearest.gaps.length === 0 ? nearest.label : null;
  const may = by !== null && reasons.length === 0;
  if (may) reasons.push(`covered by coupon ${by}, good through ${kept.goodThrough}`);
  return { may, reasons, continuity: kept, by, withdrawn };
}
