import type { JobSummary } from '@hephaist/contracts/exchange/answers';
import type { Annullable } from '@hephaist/contracts/records/annulment';
import { changedFields } from '@hephaist/contracts/records/changed-fields';
import { contentHash } from '@hephaist/contracts/records/content';
import { columnsOf, type Kind, type RecordKinds, type StoredRecords } from '@hephaist/contracts/records/kinds';
import type { PracticeRow } from '@hephaist/contracts/records/practice-run';
import type { Stored } from '@hephaist/contracts/records/stored';
import { REPORT_TYPE } from '@hephaist/contracts/records/strip-marks';
import { type Changed, MOST_CHANGED, type Touched } from '@hephaist/contracts/records/trail';
import type { Knex } from 'knex';
import { type Actor, appendTrail, ITSELF, trailHead } from '../audit/trail.js';
import { touchedCommand } from '../audit/watched.js';
import type { RecordRow } from '../db/tables.js';
import { RefusedError } from '../http/errors.js';
import { jobSummaries } from '../jobs/summaries.js';
import { TraceStore } from '../live/trace-store.js';

/** The one place that speaks SQL about records; every query is scoped by company here. */

/** Rows in one insert: the database takes 65 535 values in a statement. */
const INSERT_AT_ONCE = 1000;

export { ITSELF };
export type { Actor };

/** What a command is. */
export interface OnceWhat {
  readonly deed: string;
  /** Hash of what it holds: its id stands for this and nothing else. */
  readonly content: string;
  readonly says?: string;
}

/** One joint made, as it stands beside its joint and job. */
export interface BrazingRow {
  readonly brazerId: string;
  readonly brazedAt: Date;
  readonly mark: string;
  readonly timeZone: string;
  readonly fillerId: string;
  readonly procedureId: string | null;
  /** Whether the entry says anything of a procedure: entries written before it was asked for do not. */
  readonly namesProcedure: boolean;
}

/** The records of one company, written in the name of whoever asked. */
export class RecordStore {
  /** Records written in this transaction, for the trail. */
  private readonly touched: Touched[] = [];
  /** What was changed of them. */
  private readonly changed: Changed[] = [];

  constructor(
    readonly db: Knex,
    readonly companyId: string,
    readonly by: Actor = ITSELF,
  ) {}

  /** What was read in purge sessions. */
  get trace(): TraceStore {
    return new TraceStore(this.db, this.companyId);
  }

  private table(kind: Kind): Knex.QueryBuilder<RecordRow, RecordRow[]> {
    return this.db<RecordRow>(kind).where(`${kind}.company_id`, this.companyId);
  }

  /** What a record holds; null where there is none. */
  async find<K extends Kind>(kind: K, id: string): Promise<RecordKinds[K] | null> {
    return (await this.stored(kind, id))?.data ?? null;
  }

  /** A record with its version. */
  async stored<K extends Kind>(kind: K, id: string): Promise<Stored<RecordKinds[K]> | null> {
    return (await this.rows<K>(this.table(kind).where({ id })))[0] ?? null;
  }

  /** What the records of a kind hold. */
  async list<K extends Kind>(kind: K, where: Record<string, string> = {}): Promise<RecordKinds[K][]> {
    return (await this.rows<K>(this.table(kind).where(where).orderBy('id'))).map((r) => r.data);
  }

  /** Runs at the practice bench of a job without what the hand did, by age. @param by whose; null for everybody's */
  async practiceRows(jobId: string, by: string | null): Promise<PracticeRow[]> {
    const rows = await this.table('practice_run')
      .where({ job_id: jobId, ...(by === null ? {} : { made_by: by }) })
      .orderBy('id')
      .select<{ row: PracticeRow }[]>(this.db.raw(`data - 'hand' as row`));
    return rows.map((r) => r.row);
  }

  /** Jobs that some records of a kind are of. @param kind one that is of a job */
  async jobsOf(kind: Kind, ids: readonly string[]): Promise<string[]> {
    const rows = await this.table(kind)
      .whereIn('id', [...ids])
      .distinct<{ job_id: string }[]>('job_id');
    return rows.map((r) => r.job_id);
  }

  /** Records of some kinds with their versions, as answers hold them; one kind after the other. */
  async all<K extends Kind>(kinds: readonly K[], where: Record<string, string> = {}): Promise<StoredRecords<K>> {
    const found: Partial<Record<Kind, unknown>> = {};
    for (const kind of kinds) found[kind] = await this.rows(this.table(kind).where(where).orderBy('id'));
    return found as StoredRecords<K>;
  }

  private async rows<K extends Kind>(
    query: Knex.QueryBuilder<RecordRow, RecordRow[]>,
  ): Promise<Stored<RecordKinds[K]>[]> {
    return (await query.select('version', 'data')) as Stored<RecordKinds[K]>[];
  }

  /** The same without what was annulled: what may be judged by. */
  async standing<K extends Annullable>(kind: K, where: Record<string, string> = {}): Promise<RecordKinds[K][]> {
    const query = this.table(kind).where(where).whereNotExists(this.annulled(kind)).orderBy('id');
    return (await this.rows<K>(query)).map((r) => r.data);
  }

  /** Selects what annuls a record of a table. */
  private annulled(kind: Annullable): Knex.QueryBuilder {
    return this.db('annulment')
      .where('annulment.company_id', this.companyId)
      .whereRaw('?? = ??', ['annulment.record_id', `${kind}.id`]);
  }

  async count(kind: Kind, where: Record<string, string> = {}): Promise<number> {
    const row = await this.table(kind).where(where).count({ n: '*' }).first();
    return Number(row?.n ?? 0);
  }

  /** Where the company's trail stands: while it stands there, no record of it has changed. */
  async state(): Promise<number> {
    return (await trailHead(this.db, this.companyId)).seq;
  }

  /**
   * Joints of a job in schedule order, after (sort, id), as JSON that the database writes: nothing is read only to be
   * written again.
   */
  async jointsAsText(
    jobId: string,
    after: { sort: number; id: string } | null,
    limit: number,
  ): Promise<{ readonly texts: string[]; readonly last: { sort: number; id: string } | null }> {
    const query = this.table('joint').where({ job_id: jobId });
    if (after) void query.whereRaw('(sort, id) > (?, ?::uuid)', [after.sort, after.id]);
    const rows = await query
      .orderBy([{ column: 'sort' }, { column: 'id' }])
      .limit(limit)
      .select<{ id: string; sort: number; version: number; text: string }[]>(
        'id',
        'sort',
        'version',
        this.db.raw('data::text as text'),
      );
    const last = rows.length === limit ? rows.at(-1) : undefined;
    return {
      texts: rows.map((r) => `{"version": ${r.version}, "data": ${r.text}}`),
      last: last ? { sort: last.sort, id: last.id } : null,
    };
  }

  /** Inserts a record at version 1; false where the id is already there. */
  async insert<K extends Kind>(kind: K, data: RecordKinds[K]): Promise<boolean> {
    return (await this.insertMany(kind, [data])).length > 0;
  }

  /** Inserts records at version 1 and answers the ids that were new. */
  async insertMany<K extends Kind>(kind: K, all: readonly RecordKinds[K][]): Promise<string[]> {
    const fresh: string[] = [];
    for (let from = 0; from < all.length; from += INSERT_AT_ONCE) {
      const rows = all.slice(from, from + INSERT_AT_ONCE).map((data) => ({
        company_id: this.companyId,
        id: data.id,
        version: 1,
        data: JSON.stringify(data),
        ...columnsOf(kind, data),
      }));
      const done = await this.db<RecordRow>(kind)
        .insert(rows)
        .onConflict(['company_id', 'id'])
        .ignore()
        .returning<{ id: string }[]>('id');
      fresh.push(...done.map((r) => r.id));
    }
    const isFresh = new Set(fresh);
    for (const d of all) if (isFresh.has(d.id)) this.touched.push([kind, d.id, 1, contentHash(d)]);
    return fresh;
  }

  /** Replaces a record that still stands at version `seen`; false where it does not. */
  async replace<K extends Kind>(kind: K, data: RecordKinds[K], seen: number): Promise<boolean> {
    const written = { version: seen + 1, data: JSON.stringify(data), ...columnsOf(kind, data) };
    // What is read while a row is written is what stood before.
    const before = this.db.raw('(select was.data from ?? was where was.company_id = ? and was.id = ?) as before', [
      kind,
      this.companyId,
      data.id,
    ]);
    const [done] = await this.table(kind)
      .where({ id: data.id, version: seen })
      .update(written)
      .returning<{ before: unknown }[]>(before);
    if (!done) return false;
    this.touched.push([kind, data.id, seen + 1, contentHash(data)]);
    this.changed.push(...changedFields(done.before, data).map((c): Changed => [data.id, ...c]));
    return true;
  }

  /** Deletes a record that still stands at version `seen`; false where it does not. */
  async remove(kind: Kind, id: string, seen: number): Promise<boolean> {
    const gone = (await this.table(kind).where({ id, version: seen }).del()) > 0;
    if (gone) this.touched.push([kind, id, seen, null]);
    return gone;
  }

  /**
   * Carries out a command once, all of it or nothing, with its entry in the trail: the same command sent again gets
   * its first answer.
   * @param what its deed as the trail names it, what it holds, and a few words more for the trail
   * @throws RefusedError where its id was used for something else, or by somebody else
   */
  async once<T>(id: string, what: OnceWhat, work: (trx: RecordStore) => Promise<T>): Promise<T> {
    const { deed, says = '', content } = what;
    return this.inTransaction(async (trx) => {
      const fresh = await trx
        .db('command')
        .insert({ company_id: trx.companyId, id, actor: trx.actor, kind: deed, content, result: 'null' })
        .onConflict(['company_id', 'id'])
        .ignore()
        .returning('id');
      if (!fresh.length) return (await trx.answerOf<T>(id, deed, content)) as T;
      const result = await work(trx);
      const [done] = await trx
        .db('command')
        .where({ company_id: trx.companyId, id })
        .update({ result: JSON.stringify(result) })
        .returning(['id', 'actor', 'kind', 'content', 'result']);
      if (done) trx.touch(touchedCommand(done));
      await trx.note(deed, says);
      return result;
    });
  }

  private get actor(): string {
    return this.by.id ?? this.by.person;
  }

  /**
   * What a command that was carried out was answered; null where it was not yet.
   * @throws RefusedError where its id was used for something else, or by somebody else
   */
  async answerOf<T>(id: string, deed: string, content: string): Promise<T | null> {
    const row = await this.db('command')
      .where({ company_id: this.companyId, id })
      .first('actor', 'kind', 'content', 'result');
    if (!row) return null;
    // A file is brought in by one and countersigned by another: the same file is the same command.
    const same = deed === 'import' || row.actor === this.actor;
    if (!same || row.kind !== deed || (row.content !== null && row.content !== content))
      throw new RefusedError(
        'This command was sent before with something else in it. Nothing was written; send it anew.',
      );
    return row.result as T;
  }

  /** Something beside the records was written in this transaction, for the trail. */
  touch(...touched: readonly Touched[]): void {
    this.touched.push(...touched);
  }

  /** Writes what was touched so far into the trail. */
  async note(deed: string, says: string): Promise<void> {
    const { by, touched: records, changed } = this;
    const changes = changed.slice(0, MOST_CHANGED);
    await appendTrail(this.db, this.companyId, { at: new Date(), by, deed, records, changes, says });
  }

  /** Files signatures that came in with a file, marked as such; which of them were new. */
  async importSignatures(signatures: readonly RecordKinds['signature'][]): Promise<string[]> {
    const fresh = await this.insertMany('signature', signatures);
    for (let from = 0; from < fresh.length; from += INSERT_AT_ONCE)
      await this.db('imported_signature').insert(
        fresh.slice(from, from + INSERT_AT_ONCE).map((id) => ({ company_id: this.companyId, id })),
      );
    return fresh;
  }

  /** Which of these signatures came in with a file. */
  async importedAmong(ids: readonly string[]): Promise<Set<string>> {
    const asked = [this.companyId, [...ids]];
    // The record of what was brought in says so, and the trail holds it; files of before there was one, the table.
    const { rows } = (await this.db.raw(
      `select id from imported_signature where company_id = ? and id = any(?::uuid[])
       union select s::uuid from intake, jsonb_array_elements_text(data->'signatureIds') s
         where company_id = ? and s::uuid = any(?::uuid[])`,
      [...asked, ...asked],
    )) as { rows: { id: string }[] };
    return new Set(rows.map((r) => r.id));
  }

  /** Whether a log entry, coupon or record on file names a procedure. */
  async isProcedureNamed(id: string): Promise<boolean> {
    for (const kind of ['log', 'coupon', 'pqr'] as const)
      if (await this.table(kind).whereRaw(`data->>'procedureId' = ?`, [id]).first('id')) return true;
    return false;
  }

  /** Entries of the log that were worked to one of these revisions. */
  async logsOfProcedures(ids: readonly string[]): Promise<RecordKinds['log'][]> {
    const rows = await this.rows<'log'>(
      this.table('log')
        .whereRaw(`data->>'procedureId' = any(?)`, [[...ids]])
        .orderBy('id'),
    );
    return rows.map((r) => r.data);
  }

  /** Entries of the log that name a lot of rod, flux or nitrogen, however it is spelt in capitals. */
  async logsOfLot(lot: string): Promise<RecordKinds['log'][]> {
    const rows = await this.rows<'log'>(
      this.table('log')
        .whereRaw(
          `lower(trim(?)) in (lower(data->>'fillerLot'), lower(data->>'fluxLot'), lower(data->>'nitrogenLot'))`,
          [lot],
        )
        .orderBy('id'),
    );
    return rows.map((r) => r.data);
  }

  /** Whether a photograph of this id is on file; a laboratory's report may also be a PDF. */
  async hasPicture(id: string, orReport = false): Promise<boolean> {
    const row = await this.db('picture').where({ company_id: this.companyId, id }).first('type');
    return row !== undefined && (orReport || row.type !== REPORT_TYPE);
  }

  /** True where anything was written by a person rather than the demo. */
  async hasUserEntries(): Promise<boolean> {
    const own = { company_id: this.companyId };
    return Boolean(await this.db('command').where(own).whereNot({ actor: 'demo' }).first('id'));
  }

  /** Within a transaction: whoever says the same words in this company waits until it is over. */
  async oneAtATime(words: string): Promise<void> {
    await this.db.raw('select pg_advisory_xact_lock(hashtextextended(?, 0))', [`${this.companyId} ${words}`]);
  }

  async inTransaction<T>(work: (store: RecordStore) => Promise<T>): Promise<T> {
    return this.db.transaction((trx) => work(new RecordStore(trx, this.companyId, this.by)));
  }

  /** How far each job is, with its lines. */
  jobSummaries(): Promise<JobSummary[]> {
    return jobSummaries(this.db, this.companyId);
  }

  /** Every joint brazed, or those of one brazer, with its mark and its job's zone. */
  async brazings(brazerId?: string): Promise<BrazingRow[]> {
    return this.table('log')
      .where(brazerId === undefined ? {} : { 'log.brazer_id': brazerId })
      .whereNotExists(this.annulled('log'))
      .join('joint', (j) => j.on('joint.company_id', 'log.company_id').on('joint.id', 'log.joint_id'))
      .join('job', (j) => j.on('job.company_id', 'log.company_id').on('job.id', 'log.job_id'))
      .select<BrazingRow[]>(
        'log.brazer_id as brazerId',
        'log.brazed_at as brazedAt',
        'joint.mark as mark',
        this.db.raw(`job.data->>'timeZone' as "timeZone"`),
        this.db.raw(`log.data->>'fillerId' as "fillerId"`),
        this.db.raw(`log.data->>'procedureId' as "procedureId"`),
        this.db.raw(`jsonb_exists(log.data, 'procedureId') as "namesProcedure"`),
      );
  }
}
