import { brazerRecord, ContractError, lineConditions, tryPlan, type JointLog } from '@hephaist/contracts';
import { dayIn, mayBraze, type JointPlan, type Shop } from '@hephaist/core';
import { brazingsOf } from '../crew/brazings.js';
import { shopFor } from '../shop/shop.js';
import type { RecordStore } from '../records/store.js';

/** What a joint asks of its brazer, or null where it cannot be planned as it stands. */
async function planOf(
  store: RecordStore,
  jointId: string,
  shop: Shop,
): Promise<{ plan: JointPlan; timeZone: string } | null> {
  const joint = await store.find('joint', jointId);
  const line = joint && (await store.find('line', joint.lineId));
  const job = joint && (await store.find('job', joint.jobId));
  if (!joint || !line || !job) return null;
  const { plan } = tryPlan(joint, lineConditions(line, job), shop);
  return plan && { plan, timeZone: job.timeZone };
}

/**
 * A log entry of a brazer who may not braze the joint on that day needs its reason, whichever screen it comes from.
 * @throws ContractError at `outOfRangeReason`
 */
export async function checkLog(store: RecordStore, log: JointLog): Promise<void> {
  if (log.outOfRangeReason) return;
  const shop = await shopFor(store);
  const planned = await planOf(store, log.jointId, shop);
  const brazer = await store.find('brazer', log.brazerId);
  if (!planned || !brazer) return;
  const [coupons, brazings, confirmations] = await Promise.all([
    store.list('coupon'),
    brazingsOf(store, shop.catalogue),
    store.list('confirmation'),
  ]);
  const record = brazerRecord(brazer, coupons, brazings, shop.catalogue, confirmations);
  const permission = mayBraze(record, planned.plan.asks, dayIn(log.brazedAt, planned.timeZone));
  if (permission.may) return;
  throw new ContractError([
    { field: 'outOfRangeReason', says: `Say why it was brazed all the same: ${permission.reasons.join('; ')}` },
  ]);
}
