import type { PurgeSession, TraceRow } from '@hephaist/contracts/records/purge-session';
import type { Touched } from '@hephaist/contracts/records/trail';
import type { DeviceId } from '@hephaist/core/live/instruments';
import type { Knex } from 'knex';
import { appendTrail, ITSELF } from '../audit/trail.js';
import { followTrace, NO_TRACE } from './trace-chain.js';

/** A row not yet in the database; it has no number until it is. */
export interface NewTraceRow {
  readonly atMs: number;
  readonly device: DeviceId | null;
  readonly value: number | null;
  readonly toldMs: number | null;
  readonly says: string | null;
}

/** Rows read or written at once. */
const AT_ONCE = 5000;
/** Readings get into the trail after this long at most while a session is read, s. */
export const SEAL_S = 60;
/** Sessions begun longer ago are no longer read, whether capped or not. */
const OLDEST = "interval '24 hours'";

/** Traces of purge sessions, and which server reads whose instruments; the only place that speaks SQL about them. */
export class TraceStore {
  constructor(
    private readonly db: Knex,
    private readonly companyId: string,
  ) {}

  /** Rows of a session after a number, oldest first; at most `limit`. */
  async rows(sessionId: string, after = 0, limit?: number): Promise<TraceRow[]> {
    const query = this.db('purge_trace')
      .where({ company_id: this.companyId, session_id: sessionId })
      .where('seq', '>', after)
      .orderBy('seq')
      .select('seq', 'at', 'device', 'value', 'says');
    const rows = await (limit === undefined ? query : query.limit(limit));
    return rows.map((r) => ({
      seq: Number(r.seq),
      atMs: r.at.getTime(),
      device: r.device,
      value: r.value,
      says: r.says,
    }));
  }

  /** How far the traces of a job's sessions go, together: it grows with every reading. */
  async rowsOf(jobId: string): Promise<number> {
    const { rows } = (await this.db.raw(
      `select coalesce(sum((select max(seq) from purge_trace t
          where t.company_id = s.company_id and t.session_id = s.id)), 0) as n
       from purge_session s where s.company_id = ? and s.job_id = ?`,
      [this.companyId, jobId],
    )) as { rows: { n: string }[] };
    return Number(rows[0]?.n ?? 0);
  }

  /** Adds rows with the next numbers, or the numbers they bring. Call it inside a transaction. */
  async insert(sessionId: string, rows: readonly (NewTraceRow & { readonly seq?: number })[]): Promise<void> {
    const last = await this.db('purge_trace')
      .where({ company_id: this.companyId, session_id: sessionId })
      .max({ last: 'seq' })
      .first();
    const from = Number(last?.last ?? 0);
    const all = rows.map((r, i) => ({
      company_id: this.companyId,
      session_id: sessionId,
      seq: r.seq ?? from + 1 + i,
      at: new Date(r.atMs),
      device: r.device,
      value: r.value,
      told_at: r.toldMs === null ? null : new Date(r.toldMs),
      says: r.says,
    }));
    for (let i = 0; i < all.length; i += AT_ONCE) await this.db('purge_trace').insert(all.slice(i, i + AT_ONCE));
  }

  /**
   * What the trail is to hold of a session's rows: their number and one hash of all of them; null where nothing came
   * since it was asked last. Call it inside the transaction that writes it there.
   */
  async seal(sessionId: string): Promise<Touched | null> {
    const where = { company_id: this.companyId, session_id: sessionId };
    const reader = await this.db('purge_reader').where(where).forUpdate().first('sealed_seq', 'sealed');
    const from = reader ? { seq: Number(reader.sealed_seq), hash: reader.sealed } : NO_TRACE;
    const { seq, hash } = await followTrace(this.db, this.companyId, sessionId, from);
    if (seq === from.seq) return null;
    const now = this.db.fn.now();
    await this.db('purge_reader').where(where).update({ sealed_seq: seq, sealed: hash, sealed_at: now });
    return ['readings', sessionId, seq, hash];
  }

  /** The same, written into the trail at once. */
  async sealNow(sessionId: string): Promise<void> {
    const records = await this.seal(sessionId);
    if (records)
      await appendTrail(this.db, this.companyId, { at: new Date(), by: ITSELF, deed: 'readings', records: [records] });
  }

  /** Puts into the trail what was read in sessions that nobody reads now. */
  async sealLeft(): Promise<void> {
    const { rows } = (await this.db.raw(
      `select session_id as id from purge_reader r where company_id = ? and until < now()
         and exists (select from purge_trace t where t.company_id = r.company_id and t.session_id = r.session_id
           and t.seq > r.sealed_seq)`,
      [this.companyId],
    )) as { rows: { id: string }[] };
    for (const { id } of rows) await this.db.transaction((trx) => new TraceStore(trx, this.companyId).sealNow(id));
  }

  /**
   * Adds a batch of rows if this holder may read the session; false where another took it over. Batches are numbered,
   * so that one sent again after a lost answer is not written twice.
   */
  async add(sessionId: string, holder: string, batch: number, rows: readonly NewTraceRow[]): Promise<boolean> {
    const reader = { company_id: this.companyId, session_id: sessionId, holder };
    return this.db.transaction(async (trx) => {
      const held = await trx('purge_reader')
        .where(reader)
        .forUpdate()
        .first<{ batch: string; old: boolean } | undefined>(
          'batch',
          trx.raw('sealed_at < now() - make_interval(secs => ?) as old', [SEAL_S]),
        );
      if (!held) return false;
      if (Number(held.batch) >= batch) return true;
      const inside = new TraceStore(trx, this.companyId);
      await inside.insert(sessionId, rows);
      await trx('purge_reader').where(reader).update({ batch });
      if (held.old) await inside.sealNow(sessionId);
      return true;
    });
  }

  /** Sessions with instruments that are not capped, begun within the last day. */
  async open(): Promise<PurgeSession[]> {
    const rows = await this.db('purge_session as s')
      .where('s.company_id', this.companyId)
      .whereNotNull('s.instruments')
      .whereRaw(`s.started_at > now() - ${OLDEST}`)
      .whereNotExists(
        this.db('purge_mark as m')
          .whereRaw('m.company_id = s.company_id and m.session_id = s.id')
          .where('m.kind', 'line capped')
          .select('m.id'),
      )
      .select<{ data: PurgeSession }[]>('s.data');
    return rows.map((r) => r.data);
  }

  /** Takes or keeps the reading of a session for some seconds; false where another server has it. */
  async hold(sessionId: string, holder: string, seconds: number): Promise<boolean> {
    const result = (await this.db.raw(
      `insert into purge_reader (company_id, session_id, holder, until)
       values (:company, :session, :holder, now() + make_interval(secs => :seconds))
       on conflict (company_id, session_id) do update set holder = excluded.holder, until = excluded.until,
         batch = case when purge_reader.holder = excluded.holder then purge_reader.batch else 0 end
       where purge_reader.holder = excluded.holder or purge_reader.until < now()
       returning holder`,
      { company: this.companyId, session: sessionId, holder, seconds },
    )) as { rows: unknown[] };
    return result.rows.length > 0;
  }

  /** Lets another server read it at once; what was read until now is in the trail. */
  async letGo(sessionId: string, holder: string): Promise<void> {
    const where = { company_id: this.companyId, session_id: sessionId, holder };
    await this.db.transaction(async (trx) => {
      if (
        await trx('purge_reader')
          .where(where)
          .update({ until: new Date(0) })
      )
        await new TraceStore(trx, this.companyId).sealNow(sessionId);
    });
  }
}
