import type { AccessEntry } from '@hephaist/contracts/exchange/people';
import type { Request } from 'express';
import type { Knex } from 'knex';
import { accountOf } from './guard.js';

/** Who read what leaves the house, and who was not let in. Beside the trail, which holds what was changed. */
export async function logAccess(
  db: Knex,
  entry: {
    readonly companyId: string;
    readonly at: Date;
    readonly who: string;
    readonly what: string;
    readonly place: string;
  },
): Promise<void> {
  const { companyId, ...rest } = entry;
  await db('access_log').insert({ company_id: companyId, ...rest });
}

/** Somebody who is signed in reads something. */
export function logRead(db: Knex, req: Request, what: string, at = new Date()): Promise<void> {
  const { companyId, name } = accountOf(req);
  return logAccess(db, { companyId, at, who: name, what, place: req.ip ?? '' });
}

/** Entries before a number, newest first. */
export async function accessPage(
  db: Knex,
  companyId: string,
  before: number | null,
  limit: number,
): Promise<AccessEntry[]> {
  const query = db('access_log').where({ company_id: companyId });
  if (before !== null) void query.where('id', '<', before);
  const rows = await query.orderBy('id', 'desc').limit(limit).select('id', 'at', 'who', 'what', 'place');
  return rows.map((r) => ({ ...r, id: Number(r.id), at: r.at.toISOString() }));
}
