import { createHash } from 'node:crypto';
import { performance } from 'node:perf_hooks';
import { canonical } from '@hephaist/contracts/records/content';
import type { TrailBody } from '@hephaist/contracts/records/trail';
import { type ChainEntry, EMPTY_CHAIN, followChain, nextEntry } from '@hephaist/core/audit/chain';
import { verifyTrail } from '../apps/server/src/audit/verify.js';
import { ensureCompany } from '../apps/server/src/db/company.js';
import { connect } from '../apps/server/src/db/connect.js';
import { migrate } from '../apps/server/src/db/migrations.js';
import { say } from './say.js';

const ENTRIES = 1_000_000;
const AT_ONCE = 10_000;

/** The check of a trail of a million entries: in memory, and from PostgreSQL as the command does it. */
export async function benchTrail(url: string): Promise<void> {
  const entries: ChainEntry[] = [];
  let head = EMPTY_CHAIN;
  for (let i = 0; i < ENTRIES; i++) {
    const body: TrailBody = {
      at: '2026-06-15T12:00:00.000Z',
      by: { id: '01900000-0000-7000-8000-000000000b01', person: 'Orla Fennimore' },
      deed: 'sign in',
      records: [],
      says: String(i),
    };
    const entry = nextEntry(head, canonical(body));
    entries.push(entry);
    head = entry;
  }
  let start = performance.now();
  followChain(EMPTY_CHAIN, entries);
  const own = performance.now() - start;
  start = performance.now();
  for (const e of entries) createHash('sha256').update(e.body).digest('hex');
  const bare = performance.now() - start;
  say(
    'trail of 1 000 000 entries, followed in memory',
    own,
    `ratio to the platform’s bare hashing ${(own / bare).toFixed(1)}`,
  );
  const db = connect(url, 60_000);
  try {
    await migrate(db);
    const company_id = await ensureCompany(db);
    start = performance.now();
    await db('audit').where({ company_id }).count();
    for (let i = 0; i < ENTRIES; i += AT_ONCE)
      await db.raw(
        `insert into audit (company_id, seq, body, hash)
         select ?, * from unnest(?::bigint[], ?::text[], ?::text[])`,
        [
          company_id,
          entries.slice(i, i + AT_ONCE).map((e) => e.seq),
          entries.slice(i, i + AT_ONCE).map((e) => e.body),
          entries.slice(i, i + AT_ONCE).map((e) => e.hash),
        ],
      );
    await db('audit_head').insert({ company_id, seq: head.seq, hash: head.hash }).onConflict('company_id').merge();
    say('  written to PostgreSQL for it', performance.now() - start);
    start = performance.now();
    const verdict = await verifyTrail(db, company_id);
    say(
      'trail of 1 000 000 entries, checked from PostgreSQL',
      performance.now() - start,
      verdict.problems.join() || 'holds',
    );
  } finally {
    await db.destroy();
  }
}
