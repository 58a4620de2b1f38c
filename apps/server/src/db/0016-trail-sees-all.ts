import type { Touched } from '@hephaist/contracts/records/trail';
import type { Knex } from 'knex';
import { appendTrail } from '../audit/trail.js';
import { touchedCommands, touchedPackage, touchedSnapshot } from '../audit/watched.js';
import { followTrace, NO_TRACE } from '../live/trace-chain.js';

/**
 * From now on the trail holds readings, commands with their answers, and packages too; those of before stand in one
 * entry. Times that nothing reads, and that could be changed unseen, go; anchors of the trail get a place.
 */
export async function up(db: Knex): Promise<void> {
  const { rows: timed } = (await db.raw(
    `select table_name as name from information_schema.columns
     where table_schema = current_schema() and column_name = 'changed_at'`,
  )) as { rows: { name: string }[] };
  for (const { name } of timed) await db.schema.alterTable(name, (t) => t.dropColumn('changed_at'));
  await db.schema.alterTable('command', (t) => t.dropColumn('done_at'));
  await db.schema.alterTable('purge_reader', (t) => {
    // How far the readings of the session are in the trail, and since when.
    t.bigInteger('sealed_seq').notNullable().defaultTo(0);
    t.text('sealed').notNullable().defaultTo('');
    t.timestamp('sealed_at', { useTz: true }).notNullable().defaultTo(db.fn.now());
  });
  await db.schema.createTable('anchor', (t) => {
    t.uuid('company_id').notNullable().references('id').inTable('company');
    t.bigInteger('seq').notNullable();
    t.text('line').notNullable();
    t.primary(['company_id', 'seq']);
  });
  for (const { id } of await db<{ id: string }>('company').select('id')) {
    const records = await before(db, id);
    if (records.length)
      await appendTrail(db, id, {
        at: new Date(),
        by: { id: null, person: 'the upgrade' },
        deed: 'trail takes in readings, commands and packages',
        records,
      });
  }
}

async function before(db: Knex, companyId: string): Promise<Touched[]> {
  const at = { company_id: companyId };
  const records: Touched[] = [];
  for await (const command of touchedCommands(db, companyId)) records.push(command);
  const packages = (await db('package').where(at).select('id', 'snapshot', 'state', 'hash')) as {
    id: string;
    snapshot: Buffer;
    state: string;
    hash: string | null;
  }[];
  for (const p of packages) {
    records.push(touchedSnapshot(p.id, p.snapshot));
    if (p.state === 'ready' && p.hash) records.push(touchedPackage(p.id, p.hash));
  }
  const sessions = (await db('purge_trace').where(at).distinct('session_id as id')) as { id: string }[];
  for (const { id } of sessions) {
    const { seq, hash } = await followTrace(db, companyId, id, NO_TRACE);
    records.push(['readings', id, seq, hash]);
    await db('purge_reader')
      .where({ ...at, session_id: id })
      .update({ sealed_seq: seq, sealed: hash });
  }
  return records;
}
