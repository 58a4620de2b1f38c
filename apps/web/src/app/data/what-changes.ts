import type { QualifiedBy, StatedProcedure } from '@hephaist/core/procedure/procedure';
import { outsideSupport } from '@hephaist/core/procedure/support';
import { continuity, dayIn } from '@hephaist/core/qualification/continuity';
import {
  type BrazerRecord,
  continuityEvents,
  type CouponRecord,
  type MadeBy,
  mayBraze,
} from '@hephaist/core/qualification/may-braze';
import type { JointVariables } from '@hephaist/core/qualification/range';
import type { RuleSet } from '@hephaist/core/rules/rule-sets';

/** A joint of the log, as a coupon may change what is said of it. */
export interface MadeJoint {
  readonly mark: string;
  readonly asks: JointVariables;
  readonly brazedAt: string;
}

/** Until when a brazer is good, before something is filed and after it. */
export function movedWords(
  before: BrazerRecord,
  after: BrazerRecord,
  today: string,
  rules?: RuleSet,
  fNumber: string | null = null,
): string {
  const good = (r: BrazerRecord): string => {
    const kept = continuity(continuityEvents(r, rules, fNumber), today, rules);
    if (kept.state === 'never') return 'never qualified';
    return kept.state === 'lapsed' ? `lapsed ${kept.lapsedOn ?? ''}` : `good through ${kept.goodThrough ?? ''}`;
  };
  const [was, now] = [good(before), good(after)];
  return was === now ? `The brazer stays ${now}.` : `The brazer was ${was}, and is then ${now}.`;
}

/**
 * What filing a coupon changes of what is on file: until when its brazer is good, and which joints already made come
 * into range or fall out of it. Said before it is signed.
 */
export function couponChanges(
  record: BrazerRecord,
  coupon: CouponRecord,
  made: readonly MadeJoint[],
  timeZone: string,
  today: string,
  rules?: RuleSet,
): string[] {
  const after: BrazerRecord = { ...record, coupons: [...record.coupons, coupon] };
  const out = [movedWords(record, after, today, rules, coupon.fNumber)];
  const turned = made.filter((j) => {
    const day = dayIn(j.brazedAt, timeZone);
    return mayBraze(record, j.asks, day).may !== mayBraze(after, j.asks, day).may;
  });
  const marks = [...new Set(turned.map((j) => j.mark))];
  if (marks.length) out.push(`Joints made before that come into range by it: ${marks.join(', ')}.`);
  return out;
}

/** What logging a joint, perhaps one made long ago, changes of until when its brazer is good. */
export const logChanges = (record: BrazerRecord, made: MadeBy, asks: JointVariables, today: string): string =>
  movedWords(record, { ...record, joints: [...record.joints, made] }, today, asks.rules, asks.fNumber);

/** What filing a record changes of what its procedure is supported in. Said before it is signed. */
export function pqrChanges(
  procedure: StatedProcedure,
  before: readonly QualifiedBy[],
  filed: QualifiedBy,
  rules?: RuleSet,
): string {
  const words = (records: readonly QualifiedBy[]): string[] =>
    outsideSupport(procedure, records, rules).map((u) => `${u.variable}: ${u.says}`);
  const [was, left] = [words(before), words([...before, filed])];
  const closed = was.filter((w) => !left.includes(w));
  if (!filed.passed) return `It did not pass: ${procedure.name} is supported by nothing more.`;
  if (!closed.length) return `${procedure.name} is supported in nothing more by it.`;
  const rest = left.length ? ` Still outside: ${left.join('; ')}.` : ' Nothing lies outside its records then.';
  return `It supports what lay outside before: ${closed.join('; ')}.${rest}`;
}
