import { v7 as newId } from 'uuid';
import { appendTrail, trailHead } from './audit/trail.js';
import { verifyTrail } from './audit/verify.js';
import { ensureCompany, everyCompany } from './db/company.js';
import { connect } from './db/connect.js';
import { DatabaseNewerError, migrate } from './db/migrations.js';
import { offerFirstRun } from './people/first-run.js';

/**
 * What ./hephaist does inside the database named by DATABASE_URL:
 * verify [ENTRY:HASH], heads, lost OTHER_DATABASE_URL (entries here beyond there),
 * restored LOST_ENTRIES, company NAME.
 */
const fail = (words: string): never => {
  process.stderr.write(`hephaist: ${words}\n`);
  process.exit(1);
};
const say = (words: string): void => void process.stdout.write(`${words}\n`);
const db = connect(process.env['DATABASE_URL'] ?? fail('DATABASE_URL is not set'));

async function verify(anchorText?: string): Promise<boolean> {
  const m = anchorText ? (/^(\d+):([0-9a-f]{64})$/.exec(anchorText) ?? fail('write it as ENTRY:HASH')) : null;
  const anchor = m ? { seq: Number(m[1]), hash: m[2] ?? '' } : null;
  let holds = true;
  for (const store of await everyCompany(db)) {
    const { entries, head, records, problems } = await verifyTrail(db, store.companyId, anchor);
    say(`company ${store.companyId}: ${entries} entries, ${records} records, last ${entries}:${head}`);
    for (const p of problems) say(`  ✕ ${p}`);
    if (problems.length) holds = false;
  }
  say(holds ? 'the trail holds' : 'the trail does not hold');
  return holds;
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
  for (const { companyId } of await everyCompany(db))
    await db.transaction((trx) =>
      appendTrail(trx, companyId, { at: new Date(), by, deed: 'restore', says: `${entries} entries lost` }),
    );
}

try {
  const [command, argument] = process.argv.slice(2);
  // An empty database has nothing to lose, and nothing to bring up to date.
  if (command === 'lost' && !(await db.schema.hasTable('audit_head'))) say('0');
  else {
    await migrate(db);
    if (command === 'verify') process.exitCode = (await verify(argument)) ? 0 : 1;
    else if (command === 'restored') await noteRestore(argument ?? '');
    else if (command === 'lost') say(String(await lost(argument ?? '')));
    else if (command === 'heads') {
      for (const { companyId } of await everyCompany(db)) {
        const { seq, hash } = await trailHead(db, companyId);
        say(`company ${companyId}: last entry ${seq}:${hash}`);
      }
    } else if (command === 'company') {
      await ensureCompany(db, newId(), argument ?? fail('name the company'));
      for (const code of await offerFirstRun(db)) say(`First administrator: open Hephaist and type the code ${code}`);
    } else fail('verify, heads, lost, restored or company');
  }
} catch (e) {
  fail(e instanceof DatabaseNewerError ? e.message : `the database cannot be used: ${(e as Error).message}`);
} finally {
  await db.destroy();
}
