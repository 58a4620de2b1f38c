import type { Day } from './continuity.js';
import type { BrazerRecord } from './may-braze.js';

/** A withdrawal that a signed decision ended. */
export interface EndedWithdrawal {
  readonly on: Day;
  /** The day on which it was ended. */
  readonly until: Day;
  readonly reason: string;
  /** What was passed and brazed before its end counts no more: a new coupon is asked. */
  readonly newCoupon: boolean;
}

const known = new WeakMap<BrazerRecord, Map<Day, BrazerRecord>>();

/** The same record as it counts on a day, worked out once for each: what asks the same day gets the same object. */
export function asOf(record: BrazerRecord, on: Day): BrazerRecord {
  if (!record.ended?.length) return record;
  const days = known.get(record) ?? new Map<Day, BrazerRecord>();
  known.set(record, days);
  const answer = days.get(on) ?? countedOn(record, record.ended, on);
  days.set(on, answer);
  return answer;
}

function countedOn(record: BrazerRecord, ended: readonly EndedWithdrawal[], on: Day): BrazerRecord {
  const then = ended.find((w) => w.on <= on && on < w.until);
  const since = ended
    .filter((w) => w.newCoupon && w.until <= on)
    .map((w) => w.until)
    .sort()
    .at(-1);
  const { ended: _ended, ...rest } = record;
  return {
    ...rest,
    coupons: since ? record.coupons.filter((c) => c.brazedOn >= since) : record.coupons,
    joints: since ? record.joints.filter((j) => j.day >= since) : record.joints,
    ...(record.confirmations
      ? { confirmations: since ? record.confirmations.filter((c) => c.day >= since) : record.confirmations }
      : {}),
    withdrawn: then ? { on: then.on, reason: then.reason } : record.withdrawn,
  };
}
