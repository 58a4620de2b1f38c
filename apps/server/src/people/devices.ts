import type { Device, HandOnAnswer } from '@hephaist/contracts/exchange/hand-on';
import type { Request } from 'express';
import type { Knex } from 'knex';
import { deviceTokenOf } from '../access/guard.js';
import type { DeviceRow } from '../db/tables.js';
import { hashOf } from '../records/hash.js';
import { newToken } from './sign-in.js';

/** What a browser calls itself, as far as it is kept. */
export const agentOf = (req: Request): string => (req.get('User-Agent') ?? '').slice(0, 200);

/** The device that asks, where it is known, of this company and not revoked. */
export async function deviceOf(db: Knex, req: Request): Promise<{ id: string; companyId: string } | null> {
  const token = deviceTokenOf(req);
  const row = token
    ? await db('device')
        .where({ token_hash: hashOf(token), revoked_at: null })
        .first('id', 'company_id')
    : undefined;
  return row ? { id: row.id, companyId: row.company_id } : null;
}

/** A device that somebody signs in on; its name is given to the browser where it is new. */
export interface SignedInOn {
  readonly id: string;
  readonly fresh: string | null;
}

/** The device that somebody signs in on: the one it was before, or a new one. */
export async function signedInOn(
  db: Knex,
  req: Request,
  who: { readonly companyId: string; readonly id: string },
  at: Date,
): Promise<SignedInOn> {
  const known = await deviceOf(db, req);
  if (known?.companyId === who.companyId) {
    await db('device')
      .where({ id: known.id })
      .update({ seen_at: at, account_id: who.id, agent: agentOf(req) });
    return { id: known.id, fresh: null };
  }
  const token = newToken();
  const [row] = await db('device')
    .insert({
      company_id: who.companyId,
      token_hash: hashOf(token),
      agent: agentOf(req),
      made_at: at,
      seen_at: at,
      account_id: who.id,
    })
    .returning('id');
  if (!row) throw new Error('no device was made');
  return { id: row.id, fresh: token };
}

/** Whether a company hands devices on by short codes: it does until it says otherwise. */
export async function areShortCodesAllowed(db: Knex, companyId: string): Promise<boolean> {
  const house = await db('house')
    .where({ company_id: companyId })
    .first<{ data: { shortCodes?: boolean } } | undefined>('data');
  return house?.data.shortCodes ?? true;
}

/** Who may take a device over with a short code. */
export async function handOnAnswer(
  db: Knex,
  device: { readonly id: string; readonly companyId: string } | null,
): Promise<HandOnAnswer> {
  if (!device) return { allowed: true, people: [] };
  if (!(await areShortCodesAllowed(db, device.companyId))) return { allowed: false, people: [] };
  const people = await db('short_code')
    .join('account', 'account.id', 'short_code.account_id')
    .where('short_code.device_id', device.id)
    .where('account.disabled', false)
    .orderBy('account.person')
    .select<{ id: string; person: string }[]>('account.id', 'account.person');
  return { allowed: true, people };
}

/** Every device of a company, the latest seen first. */
export async function devicesOf(db: Knex, companyId: string, here: string | undefined): Promise<Device[]> {
  const rows = await db('device')
    .join('account', 'account.id', 'device.account_id')
    .where('device.company_id', companyId)
    .orderBy('device.seen_at', 'desc')
    .select<(DeviceRow & { person: string })[]>('device.*', 'account.person');
  const codes = await db('short_code')
    .join('account', 'account.id', 'short_code.account_id')
    .where('account.company_id', companyId)
    .orderBy('account.person')
    .select<{ device_id: string; person: string }[]>('short_code.device_id', 'account.person');
  return rows.map((r) => ({
    id: r.id,
    agent: r.agent,
    madeAt: r.made_at.toISOString(),
    seenAt: r.seen_at.toISOString(),
    person: r.person,
    codes: codes.filter((c) => c.device_id === r.id).map((c) => c.person),
    revoked: r.revoked_at !== null,
    here: here !== undefined && r.token_hash === hashOf(here),
  }));
}

/** Ends what is signed in on a device and its short codes. False where there is no such device. */
export async function revokeDevice(db: Knex, companyId: string, id: string, at: Date): Promise<boolean> {
  const done = await db('device').where({ company_id: companyId, id }).update({ revoked_at: at });
  await db('sign_in').where({ device_id: id }).del();
  await db('short_code').where({ device_id: id }).del();
  return done > 0;
}
