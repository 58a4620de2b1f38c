import { brazerRecord } from '@hephaist/contracts/records/brazer-record';
import { lineConditions } from '@hephaist/contracts/records/conditions';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import { type LogContext, logFindingsOf, lotProblems, makingProblems } from '@hephaist/contracts/records/log-check';
import { tryPlan } from '@hephaist/contracts/records/planner';
import { ContractError } from '@hephaist/contracts/schemas/parse';
import { inUnits } from '@hephaist/core/units/say';
import { brazingsOf } from '../crew/brazings.js';
import type { RecordStore } from '../records/store.js';
import { shopFor } from '../shop/shop.js';

/** What an entry is held against, or null where its joint cannot be planned as it stands. */
async function contextOf(store: RecordStore, log: JointLog, joint: Joint): Promise<LogContext | null> {
  const line = await store.find('line', joint.lineId);
  const job = await store.find('job', joint.jobId);
  if (!line || !job) return null;
  const shop = await shopFor(store);
  const { plan } = tryPlan(joint, lineConditions(line, job), shop);
  const brazer = await store.find('brazer', log.brazerId);
  if (!plan || !brazer) return null;
  // One after the other: within a transaction there is one connection.
  const procedures = await store.list('procedure');
  const own = { brazer_id: brazer.id };
  const coupons = await store.standing('coupon', own);
  const brazings = await brazingsOf(store, shop.catalogue, procedures, brazer.id);
  const confirmations = await store.standing('confirmation', own);
  const record = brazerRecord(brazer, { coupons, brazings, confirmations, procedures }, shop.catalogue);
  return { joint, plan, timeZone: job.timeZone, record, procedures };
}

const sameName = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** Photographs and procedure that an entry names are on file. @throws ContractError at the field */
async function checkNamed(store: RecordStore, log: JointLog): Promise<void> {
  for (const [i, id] of (log.pictureIds ?? []).entries())
    if (!(await store.hasPicture(id)))
      throw new ContractError([{ field: `pictureIds.${i}`, says: 'this picture is not on file' }]);
  if (log.procedureId && !(await store.find('procedure', log.procedureId)))
    throw new ContractError([{ field: 'procedureId', says: 'this procedure is not on file' }]);
}

/**
 * A joint is repaired once, then cut out; and what was brazed out of range of brazer, procedure or rod, dirty or in
 * air, needs its reason, whichever screen it comes from.
 * @throws ContractError at the field
 */
export async function checkLog(store: RecordStore, log: JointLog): Promise<void> {
  await store.oneAtATime(`log of ${log.jointId}`);
  const joint = await store.find('joint', log.jointId);
  if (joint?.jobId !== log.jobId) throw new ContractError([{ field: 'jointId', says: 'this joint is not on the job' }]);
  await checkNamed(store, log);
  const [house] = await store.list('house');
  if (house?.lookedByAnother && sameName(log.lookedBy, store.by.person))
    throw new ContractError([
      {
        field: 'lookedBy',
        says: 'the company asks for a second pair of eyes: who logs it may not be who looked at it',
      },
    ]);
  const before = await store.standing('log', { joint_id: log.jointId });
  const problems = makingProblems(
    log,
    before.filter((l) => l.id !== log.id),
  );
  problems.push(...lotProblems(log, await store.standing('log', { job_id: log.jobId })));
  if (problems.length) throw new ContractError(problems);
  if (log.outOfRangeReason) return;
  const context = await contextOf(store, log, joint);
  const asks = context ? logFindingsOf(log, context).filter((f) => f.asksReason) : [];
  if (!asks.length) return;
  const why = inUnits(asks.map((f) => f.says).join('; '), 'us');
  throw new ContractError([{ field: 'outOfRangeReason', says: `Say why it was brazed all the same: ${why}` }]);
}
