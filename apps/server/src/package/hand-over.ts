import { parseJobFile } from '@hephaist/contracts/exchange/exchange';
import { lastLogs } from '@hephaist/contracts/exchange/open-points';
import { standingFile } from '@hephaist/contracts/exchange/standing-file';
import type { HandOver, HandOverDetail, HandOverRequest } from '@hephaist/contracts/records/hand-over';
import type { Signature } from '@hephaist/contracts/records/signature';
import { EMPTY_CHAIN, sha256Hex } from '@hephaist/core/audit/chain';
import { touchedSnapshot } from '../audit/watched.js';
import { brazingsOf } from '../crew/brazings.js';
import { mustFit } from '../db/quota.js';
import { exportJob } from '../exchange/job-file.js';
import { NotFoundError } from '../http/errors.js';
import { hashOf } from '../records/hash.js';
import { type Signer, signRecord } from '../records/put.js';
import type { RecordStore } from '../records/store.js';
import { tablesOf } from '../shop/shop.js';
import { readiness } from './content.js';
import { packSnapshot } from './snapshot.js';

/**
 * Hands a job over: what it is now is kept, hashed and signed, all or nothing, and its package waits to be built. The
 * same request sent again gets the first answer.
 */
export async function handOver(
  store: RecordStore,
  jobId: string,
  request: Omit<HandOverRequest, 'password'>,
  signer: Signer,
  company: string,
): Promise<HandOver> {
  const content = hashOf(JSON.stringify([jobId, request]));
  return store.once(request.id, { deed: 'hand over', says: `to ${request.to}`, content }, async (trx) => {
    // Whoever writes meanwhile waits here for the trail, so that the file is of one moment.
    const at = { company_id: trx.companyId };
    const head = await trx.db('audit_head').where(at).forUpdate().first('seq', 'hash');
    const job = await exportJob(trx, jobId);
    const brazings = await brazingsOf(trx, await tablesOf(trx), await trx.list('procedure'));
    const file = parseJobFile(JSON.parse(job));
    const imported = [...(await trx.importedAmong(file.signatures.map((s) => s.id)))];
    const judged = standingFile(file);
    const { points } = readiness(judged, brazings);
    const live = file.joints.filter((j) => !j.setAside);
    const accepted = [...lastLogs(judged.logs).values()].filter((l) => l.visual === 'accepted');
    const record: HandOver = {
      ...request,
      jobId,
      jobHash: sha256Hex(job),
      trail: head ? { seq: Number(head.seq), hash: head.hash } : { ...EMPTY_CHAIN },
      joints: live.length,
      accepted: accepted.length,
      open: points.reduce((n, p) => n + p.about.length, 0),
    };
    await mustFit(trx, 0);
    await trx.insert('hand_over', record);
    await signRecord(trx, 'hand_over', { data: record, version: 1 }, 'handed-over', signer);
    const snapshot = await packSnapshot({ job, brazings, company, imported });
    await trx.db('package').insert({ ...at, id: record.id, snapshot });
    trx.touch(touchedSnapshot(record.id, snapshot));
    return record;
  });
}

/** Hand-overs of a job, the latest first, with how their packages stand. */
export async function handOversOf(store: RecordStore, jobId: string): Promise<HandOverDetail[]> {
  const records = await store.list('hand_over', { job_id: jobId });
  const rows = await store
    .db('package')
    .where({ company_id: store.companyId })
    .whereIn(
      'id',
      records.map((r) => r.id),
    )
    .select('id', 'state', 'doing', 'done', 'of', 'bytes', 'hash', 'problem');
  const out: HandOverDetail[] = [];
  for (const r of records) {
    const row = rows.find((x) => x.id === r.id);
    const [signature] = await store.list('signature', { record_id: r.id });
    if (!row || !signature) continue;
    const { id: _id, bytes, ...state } = row;
    out.push({
      handOver: r,
      by: signature.person,
      at: signature.at,
      package: { ...state, bytes: bytes === null ? null : Number(bytes) },
    });
  }
  return out.sort((a, b) => b.at.localeCompare(a.at));
}

/** The signature of a hand-over. @throws NotFoundError */
export async function signatureOf(store: RecordStore, id: string): Promise<Signature> {
  const [signature] = await store.list('signature', { record_id: id });
  if (!signature) throw new NotFoundError('No such hand-over here.');
  return signature;
}
