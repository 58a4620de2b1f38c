import {
  type ChangePerson,
  type Me,
  type NewPerson,
  type OwnSignIn,
  type Person,
  SECOND_FACTOR_ROLES,
} from '@hephaist/contracts/exchange/people';
import type { Role } from '@hephaist/contracts/records/roles';
import type { Knex } from 'knex';
import type { Actor } from '../audit/trail.js';
import type { AccountRow } from '../db/tables.js';
import { hashOf } from '../records/hash.js';
import { type Limits, limitsOf } from './limits.js';

/** An account as the sign-in needs it. */
export interface Account extends Me {
  readonly companyId: string;
  readonly password: string;
  readonly disabled: boolean;
  /** When somebody else gave it a new password; null where its owner chose the first. */
  readonly passwordGivenAt: Date | null;
  /** Secret of the second factor; it counts where it is on. */
  readonly totp: string | null;
  readonly totpOn: boolean;
}

/** In whose name an account acts. */
export const actorOf = ({ id, person }: Pick<Account, 'id' | 'person'>): Actor => ({ id, person });

/** An account with what its company is called and asks for. */
type AccountInCompany = AccountRow & { readonly company: string; readonly second_factor: boolean };

function secondFactorOf(r: AccountInCompany): Me['secondFactor'] {
  if (r.totp_on) return 'on';
  return r.second_factor && r.roles.some((role) => SECOND_FACTOR_ROLES.includes(role)) ? 'wanted' : 'off';
}

const accountOf = (r: AccountInCompany): Account => ({
  id: r.id,
  companyId: r.company_id,
  company: r.company,
  name: r.name,
  person: r.person,
  roles: r.roles,
  brazerId: r.brazer_id,
  password: r.password,
  mustChange: r.must_change,
  disabled: r.disabled,
  passwordGivenAt: r.password_given_at,
  secondFactor: secondFactorOf(r),
  totp: r.totp,
  totpOn: r.totp_on,
  byCode: false,
});

/** From where a sign-in was made, and with what. */
export interface SignInFrom {
  readonly place: string;
  readonly agent: string;
  /** The device, where it is known. */
  readonly deviceId?: string;
  /** By a short code: for logging only. */
  readonly byCode?: boolean;
}

/** The one place that speaks SQL about accounts and who is signed in. */
export class PeopleStore {
  private ownLimits: Limits | null = null;

  constructor(readonly db: Knex) {}

  /** How often a password may be tried. */
  get limits(): Limits {
    return (this.ownLimits ??= limitsOf(this.db));
  }

  /** Accounts with their companies, and whatever else of a joined table is asked for. */
  private accounts<More extends object = object>(...more: string[]) {
    return this.db('account')
      .join('company', 'company.id', 'account.company_id')
      .select<(AccountInCompany & More)[]>('account.*', 'company.name as company', 'company.second_factor', ...more);
  }

  async byName(name: string): Promise<Account | null> {
    const row = await this.accounts().where('account.name', name).first();
    return row ? accountOf(row) : null;
  }

  async byId(companyId: string, id: string): Promise<Account | null> {
    const row = await this.accounts().where('account.company_id', companyId).where('account.id', id).first();
    return row ? accountOf(row) : null;
  }

  async list(companyId: string): Promise<Person[]> {
    const rows = await this.accounts<{ waiting: Role[] | null; asked_person: string }>(
      'role_grant.roles as waiting',
      'role_grant.asked_person',
    )
      .leftJoin('role_grant', 'role_grant.account_id', 'account.id')
      .where('account.company_id', companyId)
      .orderBy('account.person');
    return rows.map((r) => ({
      id: r.id,
      name: r.name,
      person: r.person,
      roles: r.roles,
      brazerId: r.brazer_id,
      mustChange: r.must_change,
      disabled: r.disabled,
      lastSeen: r.last_seen?.toISOString() ?? null,
      secondFactor: secondFactorOf(r),
      waiting: r.waiting ? { roles: r.waiting, by: r.asked_person } : null,
    }));
  }

  /** False where the id is already there. */
  async insert(companyId: string, p: Omit<NewPerson, 'password'>, hash: string, mustChange: boolean): Promise<boolean> {
    const done = await this.db('account')
      .insert({
        id: p.id,
        company_id: companyId,
        name: p.name,
        person: p.person,
        roles: p.roles,
        brazer_id: p.brazerId ?? null,
        password: hash,
        must_change: mustChange,
      })
      .onConflict('id')
      .ignore()
      .returning('id');
    return done.length > 0;
  }

  async change(companyId: string, id: string, c: ChangePerson): Promise<void> {
    await this.db('account')
      .where({ company_id: companyId, id })
      .update({ person: c.person, roles: c.roles, brazer_id: c.brazerId ?? null, disabled: c.disabled });
  }

  /**
   * A new password ends the address of the calendar and the short codes that were taken under the old one.
   * @param givenAt when it was taken by a code that somebody else gave; null where its owner changes it
   */
  async setPassword(id: string, hash: string, givenAt: Date | null): Promise<void> {
    const given = givenAt ? { password_given_at: givenAt } : {};
    await this.db('account')
      .where({ id })
      .update({ password: hash, must_change: false, ...given });
    await this.db('calendar_feed').where({ account_id: id }).del();
    await this.db('short_code').where({ account_id: id }).del();
  }

  /** Administrators of a company who can sign in. */
  async administrators(companyId: string): Promise<string[]> {
    const rows = await this.db('account')
      .where({ company_id: companyId, disabled: false })
      .whereRaw(`'administrator' = any(roles)`)
      .forUpdate()
      .select('id');
    return rows.map((r) => r.id);
  }

  /** Remembers a sign-in by the hash of its token: who reads the table cannot sign in with it. */
  async open(token: string, accountId: string, at: Date, from: SignInFrom = { place: '', agent: '' }): Promise<void> {
    const { place, agent, deviceId = null, byCode = false } = from;
    const row = { token_hash: hashOf(token), account_id: accountId, made_at: at, seen_at: at, place, agent };
    await this.db('sign_in').insert({ ...row, device_id: deviceId, by_code: byCode });
    await this.db('account').where({ id: accountId }).update({ last_seen: at });
  }

  async signedIn(token: string): Promise<{ account: Account; madeAt: Date; seenAt: Date } | null> {
    type Seen = { made_at: Date; seen_at: Date; by_code: boolean };
    const row = await this.accounts<Seen>('sign_in.made_at', 'sign_in.seen_at', 'sign_in.by_code')
      .join('sign_in', 'sign_in.account_id', 'account.id')
      .where('sign_in.token_hash', hashOf(token))
      .first();
    return row
      ? { account: { ...accountOf(row), byCode: row.by_code }, madeAt: row.made_at, seenAt: row.seen_at }
      : null;
  }

  async seen(token: string, at: Date): Promise<void> {
    await this.db('sign_in')
      .where({ token_hash: hashOf(token) })
      .update({ seen_at: at });
  }

  async close(token: string): Promise<void> {
    await this.db('sign_in')
      .where({ token_hash: hashOf(token) })
      .del();
  }

  /** Where an account is signed in, the latest first. */
  async signIns(accountId: string, token: string): Promise<OwnSignIn[]> {
    const rows = await this.db('sign_in').where({ account_id: accountId }).orderBy('seen_at', 'desc').select('*');
    return rows.map((r) => ({
      id: r.id,
      madeAt: r.made_at.toISOString(),
      seenAt: r.seen_at.toISOString(),
      place: r.place,
      agent: r.agent,
      here: r.token_hash === hashOf(token),
    }));
  }

  async endSignIn(accountId: string, id: string): Promise<boolean> {
    return (await this.db('sign_in').where({ account_id: accountId, id }).del()) > 0;
  }

  /** A code by which an account gets a new password once, until then. */
  async setReset(id: string, code: string, until: Date): Promise<void> {
    await this.db('account')
      .where({ id })
      .update({ reset_hash: hashOf(code), reset_until: until });
  }

  /** Takes the code of a name, and no second time. */
  async takeReset(name: string, code: string, at: Date): Promise<boolean> {
    const where = { name, reset_hash: hashOf(code), disabled: false };
    const taken = await this.db('account').where(where).where('reset_until', '>', at).update({ reset_hash: null });
    return taken > 0;
  }

  async isSecondFactorRequired(companyId: string): Promise<boolean> {
    const row = await this.db('company').where({ id: companyId }).first('second_factor');
    return Boolean(row?.second_factor);
  }

  async requireSecondFactor(companyId: string, required: boolean): Promise<void> {
    await this.db('company').where({ id: companyId }).update({ second_factor: required });
  }

  /** Ends every sign-in of an account, but the one of a token. */
  async closeAll(accountId: string, but = ''): Promise<void> {
    await this.db('sign_in')
      .where({ account_id: accountId })
      .whereNot({ token_hash: hashOf(but) })
      .del();
  }

  /** Gives an account the address of its calendar; one that it had before opens nothing any more. */
  async setFeed(accountId: string, token: string): Promise<void> {
    await this.db('calendar_feed')
      .insert({ account_id: accountId, token_hash: hashOf(token) })
      .onConflict('account_id')
      .merge();
  }

  async byFeed(token: string): Promise<Account | null> {
    const row = await this.accounts()
      .join('calendar_feed', 'calendar_feed.account_id', 'account.id')
      .where('calendar_feed.token_hash', hashOf(token))
      .first();
    return row ? accountOf(row) : null;
  }

  async setFirstRun(companyId: string, code: string): Promise<void> {
    await this.db('first_run')
      .insert({ company_id: companyId, code_hash: hashOf(code) })
      .onConflict('company_id')
      .merge();
  }

  /** Takes the code: whose company it opens, and no second time. */
  async takeFirstRun(code: string): Promise<string | null> {
    const rows = await this.db('first_run')
      .where({ code_hash: hashOf(code) })
      .del()
      .returning('company_id');
    return rows[0]?.company_id ?? null;
  }

  async nameCompany(companyId: string, name: string): Promise<void> {
    await this.db('company').where({ id: companyId }).update({ name });
  }

  /** Whether nobody at all can sign in yet, and whether a code is out for a company that has nobody. */
  async firstRun(): Promise<{ waiting: boolean; code: boolean }> {
    const anybody = Boolean(await this.db('account').first('id'));
    const code = (await this.withoutPeople()).length > 0;
    return { waiting: !anybody && code, code };
  }

  /** Companies that nobody can sign in to. */
  async withoutPeople(): Promise<string[]> {
    const rows = await this.db('company')
      .whereNotExists(this.db('account').whereRaw('account.company_id = company.id'))
      .select('id');
    return rows.map((r) => r.id);
  }
}
