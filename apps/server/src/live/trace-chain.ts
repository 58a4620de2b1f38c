import type { Knex } from 'knex';
import { hashOf } from '../records/hash.js';

/** How far a session's rows are followed, and the hash of all of them up to there. */
export interface TraceHead {
  readonly seq: number;
  readonly hash: string;
}
export const NO_TRACE: TraceHead = { seq: 0, hash: '' };

const AT_ONCE = 5000;

/**
 * Follows the rows of a session, each hashed with the hash before it: however they are divided, the end is the same,
 * and it holds every row in its place.
 * @param until number of the last row that counts
 */
export async function followTrace(
  db: Knex,
  companyId: string,
  sessionId: string,
  from: TraceHead,
  until = Number.MAX_SAFE_INTEGER,
): Promise<TraceHead> {
  let { seq, hash } = from;
  for (;;) {
    const rows = await db('purge_trace')
      .where({ company_id: companyId, session_id: sessionId })
      .where('seq', '>', seq)
      .where('seq', '<=', until)
      .orderBy('seq')
      .limit(AT_ONCE)
      .select('seq', 'at', 'device', 'value', 'told_at', 'says');
    for (const r of rows) {
      seq = Number(r.seq);
      const told = r.told_at?.getTime() ?? null;
      hash = hashOf(`${hash} ${JSON.stringify([seq, r.at.getTime(), r.device, r.value, told, r.says])}`);
    }
    if (rows.length < AT_ONCE) return { seq, hash };
  }
}
