import type { Joint } from '@hephaist/contracts/records/joint';
import type { Kind, RecordKinds } from '@hephaist/contracts/records/kinds';
import { ContractError } from '@hephaist/contracts/schemas/parse';
import type { RecordStore } from './store.js';

/** @throws ContractError at `field` where a line is not of the job */
async function needLine(store: RecordStore, jobId: string, lineId: string, field: string): Promise<void> {
  if ((await store.find('line', lineId))?.jobId !== jobId)
    throw new ContractError([{ field, says: 'this line is not on the job' }]);
}

/** Records stand on lines of their own job. @throws ContractError at the field */
export async function checkOfOneJob(
  store: RecordStore,
  kind: Kind,
  records: readonly { readonly data: RecordKinds[Kind] }[],
): Promise<void> {
  if (kind === 'joint') {
    const first = new Map<string, [joint: Joint, at: number]>();
    records.forEach((r, i) => {
      const joint = r.data as Joint;
      const key = `${joint.jobId} ${joint.lineId}`;
      if (!first.has(key)) first.set(key, [joint, i]);
    });
    for (const [joint, i] of first.values())
      await needLine(store, joint.jobId, joint.lineId, records.length > 1 ? `records.${i}.lineId` : 'lineId');
  }
  if (kind === 'purge_session' || kind === 'pressure_test' || kind === 'line_step')
    for (const { data } of records as readonly { data: RecordKinds['purge_session' | 'pressure_test' | 'line_step'] }[])
      await needLine(store, data.jobId, data.lineId, 'lineId');
}
