import { existsSync } from 'node:fs';
import { v7 as newId } from 'uuid';
import { anchorPlaces, Anchors, knownAnchors } from './audit/anchor.js';
import { appendTrail, trailHead } from './audit/trail.js';
import { verifyTrail } from './audit/verify.js';
import { ensureCompany, everyCompany } from './db/company.js';
import { connect } from './db/connect.js';
import { migrate, whyUnusable } from './db/migrations.js';
import { offerFirstRun } from './people/first-run.js';

/**
 * What ./hephaist does inside the database named by DATABASE_URL:
 * verify [FILE] or [[COMPANY] ENTRY:HASH], anchor (writes down where every trail stands), lost (entries here beyond the database named by OTHER_DATABASE_URL),
 * moment (a snapshot to dump by; the heads of it once standard input ends), restored LOST_ENTRIES, company NAME.
 */
const fail = (words: string): never => {
  process.stderr.write(`hephaist: ${words}\n`);
  process.exit(1);
};
const say = (words: string): void => void process.stdout.write(`${words}\n`);
const db = connect(process.env['DATABASE_URL'] ?? fail('DATABASE_URL is not set'));

const places = anchorPlaces(process.env);

interface Company {
  readonly id: string;
  readonly name: string;
}
const companies = async (): Promise<Company[]> => await db('company').orderBy('id').select('id', 'name');

/** Whose line it is that was written down elsewhere: the one company's, or the one that is named. */
function whose(all: readonly Company[], name: string | undefined): Company {
  const found = all.filter((c) => name === undefined || c.id === name || c.name === name);
  const [only] = found;
  if (found.length === 1 && only) return only;
  const names = all.map((c) => c.name).join(', ');
  return fail(name === undefined ? `say whose line it is: ${names}` : `no one company is called so: ${names}`);
}

async function verify(words: readonly string[]): Promise<boolean> {
  const line = words.at(-1);
  const file = line && existsSync(line) ? [line] : [];
  const m =
    line && !file.length
      ? (/^(\d+):([0-9a-f]{64})$/.exec(line) ?? fail('write it as ENTRY:HASH, or name a file of anchors'))
      : null;
  const all = await companies();
  const of = m ? whose(all, words.length > 1 ? words[0] : undefined) : null;
  let holds = true;
  for (const company of all) {
    const byHand = m && of === company ? { seq: Number(m[1]), hash: m[2] ?? '' } : null;
    const anchors = await knownAnchors(db, company.id, [...places.files, ...file]);
    const { entries, head, records, problems, notes } = await verifyTrail(db, company.id, { anchors, byHand });
    const held = `${anchors.length} anchors`;
    say(`${company.name}: ${entries} entries, ${records} records, ${held}, last ${entries}:${head}`);
    for (const n of notes) say(`  ! ${n}`);
    for (const p of problems) say(`  ✕ ${p}`);
    if (problems.length) holds = false;
  }
  say(holds ? 'the trail holds' : 'the trail does not hold');
  return holds;
}

/** Writes down where every trail stands now. */
async function anchor(): Promise<void> {
  const anchors = await Anchors.open(places);
  for (const { id } of await companies()) await anchors?.now(db, id, new Date());
}

/** Entries that this database has and another has not. */
async function lost(otherUrl: string): Promise<number> {
  const other = connect(otherUrl);
  try {
    let sum = 0;
    for (const { companyId } of await everyCompany(db)) {
      const [here, there] = [await trailHead(db, companyId), await trailHead(other, companyId)];
      sum += Math.max(0, here.seq - there.seq);
    }
    return sum;
  } finally {
    await other.destroy();
  }
}

/** The trail itself says that it was taken back, and how much of it was lost. */
async function noteRestore(entries: string): Promise<void> {
  const by = { id: null, person: 'the restore command' };
  // Who was signed in when the backup was made is not now.
  await db('sign_in').del();
  for (const { companyId } of await everyCompany(db))
    await db.transaction((trx) =>
      appendTrail(trx, companyId, { at: new Date(), by, deed: 'restore', says: `${entries} entries lost` }),
    );
}

/** Holds one moment of the database for pg_dump, and tells the heads of that moment once it is done. */
async function moment(): Promise<void> {
  await db.transaction(
    async (trx) => {
      const { rows } = (await trx.raw('select pg_export_snapshot() as moment')) as { rows: { moment: string }[] };
      say(rows[0]?.moment ?? '');
      for await (const _ of process.stdin);
      for (const { id, name } of await companies()) {
        const { seq, hash } = await trailHead(trx, id);
        say(`${name}: last entry ${seq}:${hash}`);
      }
    },
    { isolationLevel: 'repeatable read', readOnly: true },
  );
}

try {
  const [command, ...words] = process.argv.slice(2);
  const [argument] = words;
  // An empty database has nothing to lose, and nothing to bring up to date.
  if (command === 'lost' && !(await db.schema.hasTable('audit_head'))) say('0');
  else {
    await migrate(db);
    if (command === 'verify') process.exitCode = (await verify(words)) ? 0 : 1;
    else if (command === 'anchor') await anchor();
    else if (command === 'restored') await noteRestore(argument ?? '');
    else if (command === 'lost') say(String(await lost(process.env['OTHER_DATABASE_URL'] ?? '')));
    else if (command === 'moment') await moment();
    else if (command === 'company') {
      await ensureCompany(db, newId(), argument ?? fail('name the company'));
      for (const code of await offerFirstRun(db)) say(`First administrator: open Hephaist and type the code ${code}`);
    } else fail('verify, anchor, moment, lost, restored or company');
  }
} catch (e) {
  fail(whyUnusable(e));
} finally {
  await db.destroy();
}
