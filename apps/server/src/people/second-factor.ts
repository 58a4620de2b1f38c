import { ContractError } from '@hephaist/contracts/schemas/parse';
import type { Knex } from 'knex';
import { Secret, TOTP } from 'otpauth';
import { hashOf } from '../records/hash.js';
import type { Account } from './people-store.js';
import { newCode } from './sign-in.js';

/** Second factor by an authenticator: TOTP of RFC 6238, six digits of half a minute, one half minute either side. */
const PERIOD_S = 30;
/** Codes for the day the telephone is lost, each good once. */
const RECOVERY_CODES = 10;

const totpOf = (secret: string, label = ''): TOTP =>
  new TOTP({ issuer: 'Hephaist', label, secret: Secret.fromBase32(secret), digits: 6, period: PERIOD_S });

/** The code of a secret at a moment. */
export const codeAt = (secret: string, at: Date): string => totpOf(secret).generate({ timestamp: at.getTime() });

const no = (says: string): ContractError => new ContractError([{ field: 'code', says }]);

/** Takes a code of an authenticator: which half minute it is of, and no second time. */
async function takeCode(db: Knex, accountId: string, secret: string, code: string, at: Date): Promise<boolean> {
  const delta = totpOf(secret).validate({ token: code, timestamp: at.getTime(), window: 1 });
  if (delta === null) return false;
  const step = Math.floor(at.getTime() / 1000 / PERIOD_S) + delta;
  const taken = await db('account')
    .where({ id: accountId })
    .where((q) => void q.whereNull('totp_step').orWhere('totp_step', '<', step))
    .update({ totp_step: step });
  return taken > 0;
}

/** A recovery code as it is typed: case and dashes do not matter. */
const plainCode = (code: string): string => code.toUpperCase().replace(/[^A-Z0-9]/g, '');

const takeRecovery = async (db: Knex, accountId: string, code: string): Promise<boolean> =>
  (await db('recovery_code')
    .where({ account_id: accountId, code_hash: hashOf(plainCode(code)) })
    .del()) > 0;

/**
 * The second factor of who signs in, where the account has one.
 * @throws ContractError at `code` where it is missing, wrong, or was used
 */
export async function checkSecond(db: Knex, account: Account, code: string, at: Date): Promise<void> {
  if (!account.totpOn || !account.totp) return;
  if (!code) throw no('type the six digits of your authenticator, or a recovery code');
  const right = /^\d{6}$/.test(code)
    ? await takeCode(db, account.id, account.totp, code, at)
    : await takeRecovery(db, account.id, code);
  if (!right) throw no('this is not the code now; each is good once');
}

/** Begins a second factor: it counts once a code of it was typed. */
export async function beginSecond(db: Knex, account: Account): Promise<{ secret: string; uri: string }> {
  const secret = new Secret({ size: 20 }).base32;
  await db('account').where({ id: account.id }).update({ totp: secret, totp_step: null });
  return { secret, uri: totpOf(secret, account.name).toString() };
}

/** It counts from now on; the codes for the day it is lost, shown this once. @throws ContractError at `code` */
export async function confirmSecond(db: Knex, account: Account, code: string, at: Date): Promise<string[]> {
  if (!account.totp || account.totpOn || !(await takeCode(db, account.id, account.totp, code, at)))
    throw no('this is not the code now; look at the authenticator again');
  await db('account').where({ id: account.id }).update({ totp_on: true });
  await db('recovery_code').where({ account_id: account.id }).del();
  const codes = Array.from({ length: RECOVERY_CODES }, () => newCode().slice(0, 9));
  await db('recovery_code').insert(codes.map((c) => ({ account_id: account.id, code_hash: hashOf(plainCode(c)) })));
  return codes;
}

export async function endSecond(db: Knex, accountId: string): Promise<void> {
  await db('account').where({ id: accountId }).update({ totp: null, totp_on: false, totp_step: null });
  await db('recovery_code').where({ account_id: accountId }).del();
}
