import { contentHash } from '@hephaist/contracts/records/content';
import { columnsOf, type Kind, KINDS, type RecordKinds } from '@hephaist/contracts/records/kinds';
import type { TrailBody, TrailVerdict } from '@hephaist/contracts/records/trail';
import { type ChainEntry, type ChainHead, EMPTY_CHAIN, followChain } from '@hephaist/core/audit/chain';
import type { Knex } from 'knex';
import { againstAnchors, type TakenBack } from './against-anchors.js';
import type { Anchor } from './anchor.js';
import { compare, compareOthers, compareReadings, type Last, MOST_PROBLEMS } from './compare.js';
import { trailHead } from './trail.js';
import { rowsOf } from './watched.js';

/** Entries and records read at once. */
const AT_ONCE = 5000;
/** What following a trail from its first entry tells. */
interface Followed {
  readonly head: ChainHead;
  readonly last: Last;
  /** Hashes of the entries that were asked for. */
  readonly hashes: ReadonlyMap<number, string>;
  readonly restores: readonly TakenBack[];
}

async function followEntries(
  db: Knex,
  companyId: string,
  asked: ReadonlySet<number>,
  problems: string[],
): Promise<Followed> {
  const last: Last = new Map();
  const hashes = new Map<number, string>();
  const restores: TakenBack[] = [];
  let head: ChainHead = EMPTY_CHAIN;
  for (;;) {
    const rows = await db('audit')
      .where({ company_id: companyId })
      .andWhere('seq', '>', head.seq)
      .orderBy('seq')
      .limit(AT_ONCE)
      .select('seq', 'body', 'hash');
    if (!rows.length) break;
    const entries: ChainEntry[] = rows.map((r) => ({ seq: Number(r.seq), body: r.body, hash: r.hash }));
    const followed = followChain(head, entries);
    for (const e of entries) {
      if (asked.has(e.seq)) hashes.set(e.seq, e.hash);
      const body = JSON.parse(e.body) as TrailBody;
      if (body.deed === 'restore') restores.push({ seq: e.seq, at: body.at });
      for (const [kind, id, version, hash] of body.records) last.set(`${kind} ${id}`, { version, hash });
    }
    head = followed.head;
    if (followed.broken) {
      problems.push(followed.broken.says);
      return { head, last, hashes, restores };
    }
  }
  const kept = await trailHead(db, companyId);
  if (kept.seq !== head.seq || kept.hash !== head.hash)
    problems.push(`the trail ends at entry ${head.seq}, but ${kept.seq} were written`);
  return { head, last, hashes, restores };
}

/** Whether a column holds what was drawn from the record for it. */
const isSame = (held: unknown, drawn: unknown): boolean =>
  held instanceof Date
    ? held.getTime() === Date.parse(String(drawn))
    : (held ?? null) === (drawn ?? null) || String(held) === String(drawn);

type RecordRow = Record<string, unknown> & {
  readonly id: string;
  readonly version: number;
  readonly data: RecordKinds[Kind];
};

/** Each record on file, with its columns, against what the trail last said of it. */
async function compareRecords(
  db: Knex,
  companyId: string,
  kind: Kind,
  last: Last,
  problems: string[],
): Promise<number> {
  let count = 0;
  for await (const r of rowsOf<RecordRow>(db, kind, companyId, ['*'], AT_ONCE)) {
    count += 1;
    compare([kind, r.id, r.version, contentHash(r.data)], last, problems);
    for (const [column, value] of Object.entries(columnsOf(kind, r.data)))
      if (!isSame(r[column], value) && problems.length < MOST_PROBLEMS)
        problems.push(`${kind} ${r.id}: its column ${column} is not as the record says`);
  }
  return count;
}

/** Signatures that a file brought in, and that are no longer marked so. */
async function unmarked(db: Knex, companyId: string): Promise<string[]> {
  const { rows } = (await db.raw(
    `select s as id from intake, jsonb_array_elements_text(data->'signatureIds') s
     where company_id = ? and not exists
       (select from imported_signature m where m.company_id = intake.company_id and m.id = s::uuid)
     order by 1 limit ?`,
    [companyId, MOST_PROBLEMS],
  )) as { rows: { id: string }[] };
  return rows.map((r) => `signature ${r.id} came in with a file and is no longer marked so`);
}

/** What a trail is held against, beside itself. */
export interface WrittenDown {
  readonly anchors?: readonly Anchor[];
  /** An entry's number and hash that somebody wrote down. */
  readonly byHand?: ChainHead | null;
}

/**
 * Checks a company's trail from its first entry, every record against it, and it against every anchor that is known:
 * finds an entry altered, removed, moved or cut off, and a record changed, added or taken away beside the trail.
 */
export async function verifyTrail(
  db: Knex,
  companyId: string,
  { anchors = [], byHand = null }: WrittenDown = {},
): Promise<TrailVerdict> {
  const asked = new Set([...anchors.map((a) => a.seq), ...(byHand ? [byHand.seq] : [])]);
  return db.transaction(
    async (trx) => {
      const problems: string[] = [];
      const { head, last, hashes, restores } = await followEntries(trx, companyId, asked, problems);
      const hashAt = (seq: number): string | undefined => hashes.get(seq);
      const held = againstAnchors(anchors, byHand, { hashAt, end: head.seq, restores });
      problems.push(...held.problems.slice(0, MOST_PROBLEMS));
      let records = 0;
      if (!problems.length)
        for (const kind of KINDS) records += await compareRecords(trx, companyId, kind, last, problems);
      if (!problems.length) records += await compareOthers(trx, companyId, last, problems);
      if (!problems.length) records += await compareReadings(trx, companyId, last, problems);
      if (!problems.length)
        for (const [key, said] of last)
          if (said.hash !== null && problems.length < MOST_PROBLEMS)
            problems.push(`${key} is gone, and the trail does not say so`);
      if (!problems.length) problems.push(...(await unmarked(trx, companyId)));
      return { entries: head.seq, head: head.hash, anchors: anchors.length, records, problems, notes: held.notes };
    },
    { isolationLevel: 'repeatable read', readOnly: true },
  );
}
