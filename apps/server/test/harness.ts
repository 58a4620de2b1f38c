import type { JobFile } from '@hephaist/contracts/exchange/exchange';
import { type Role, ROLES } from '@hephaist/contracts/records/roles';
import type { Express } from 'express';
import type { Knex } from 'knex';
import { pino } from 'pino';
import request from 'supertest';
import { inject } from 'vitest';
import { saltmarsh } from '../../../demo/saltmarsh.js';
import { type AppOptions, createApp } from '../src/app.js';
import { appendTrail } from '../src/audit/trail.js';
import { touchedAccounts } from '../src/audit/watched.js';
import { ensureCompany } from '../src/db/company.js';
import { connect } from '../src/db/connect.js';
import { migrate } from '../src/db/migrations.js';
import { DEMO_ACTOR } from '../src/demo/load.js';
import { hashPassword } from '../src/people/passwords.js';
import { PeopleStore } from '../src/people/people-store.js';
import { RecordStore } from '../src/records/store.js';
import { TEMPLATE } from './postgres.js';

/** Tests wait longer than the application does: a busy machine is no stopped database. */
const PATIENCE_MS = 60_000;

/** Cheap hashing: what is tested is not how long it takes. */
export const TEST_COST = { log2N: 4, r: 1, p: 1 };
/** Of every account that the harness makes. */
export const TEST_PASSWORD = 'a password for tests';

let serial = 0;
/** A fresh id of the right form. */
export const newId = (): string => `0190ffff-0000-7000-8000-${(++serial).toString(16).padStart(12, '0')}`;
/** A fresh database name, so that tests never meet. */
const newName = (): string => `t${process.pid}_${Date.now().toString(36)}_${++serial}`;

export interface Harness {
  readonly app: Express;
  /** Sends requests as an account of the company in this role; in all roles where none is named. */
  as(role?: Role): request.Agent;
  /** The cookie of the account in all roles. */
  readonly cookie: string;
  readonly db: Knex;
  readonly store: RecordStore;
  readonly url: string;
  /** Signs every account in anew, where a restore ended it. */
  signInAgain(): Promise<void>;
  /** Another company in the same database, with accounts of its own. */
  otherCompany(): Promise<Harness['as']>;
  close(): Promise<void>;
}

/** An application on an empty, migrated database of its own. */
export async function harness(
  maxBodyBytes?: number,
  more: Partial<AppOptions> = {},
  server = inject('databaseUrl'),
): Promise<Harness> {
  const root = connect(server, PATIENCE_MS);
  const name = newName();
  // Where a test has a PostgreSQL of its own there is nothing to copy from.
  const copied = Boolean(await root('pg_database').where({ datname: TEMPLATE }).first('datname'));
  await root.raw(`create database ${name}${copied ? ` template ${TEMPLATE}` : ''}`);
  await root.destroy();
  const url = server.replace(/\/postgres$/, `/${name}`);
  const db = connect(url, PATIENCE_MS);
  await migrate(db);
  const companyId = await ensureCompany(db);
  const app = createApp({
    db,
    log: pino({ level: 'silent' }),
    passwordCost: TEST_COST,
    ...(maxBodyBytes ? { maxBodyBytes } : {}),
    ...more,
  });
  const cookie = `hephaist=everything-of-${name}`;
  const opened: [string, string][] = [];
  return {
    app,
    as: await peopleOf(db, app, companyId, cookie.split('=')[1], opened),
    cookie,
    db,
    url,
    store: new RecordStore(db, companyId, DEMO_ACTOR),
    signInAgain: () => openAll(db, opened),
    otherCompany: async () => peopleOf(db, app, await ensureCompany(db, newId(), 'Another company')),
    close: () => db.destroy(),
  };
}

/** Signs accounts in by their tokens. */
async function openAll(db: Knex, opened: readonly (readonly [string, string])[]): Promise<void> {
  const people = new PeopleStore(db);
  for (const [token, id] of opened) {
    await people.close(token);
    await people.open(token, id, new Date());
  }
}

/** Accounts of a company, one for each role and one with all of them, signed in. */
async function peopleOf(
  db: Knex,
  app: Express,
  companyId: string,
  firstToken?: string,
  opened: [token: string, accountId: string][] = [],
): Promise<Harness['as']> {
  const people = new PeopleStore(db);
  const hash = await hashPassword(TEST_PASSWORD, TEST_COST);
  const agents = new Map<string, request.Agent>();
  for (const roles of [[...ROLES], ...ROLES.map((r) => [r])]) {
    const [id, name] = [newId(), roles.length > 1 ? 'everything' : (roles[0] ?? '')];
    const row = { id, name: `${name}-${++serial}`, person: `Test ${name}`, roles, brazerId: null };
    await people.insert(companyId, row, hash, false);
    const token = (roles.length > 1 && firstToken) || `token-${name}-${serial}`;
    opened.push([token, id]);
    agents.set(name, request.agent(app).set('Cookie', `hephaist=${token}`));
  }
  await openAll(db, opened);
  await appendTrail(db, companyId, {
    at: new Date(),
    by: DEMO_ACTOR,
    deed: 'let in',
    records: await touchedAccounts(db, companyId),
  });
  return (role) => agents.get(role ?? 'everything') ?? request.agent(app);
}

/** Brings a file in and countersigns it: as somebody of every role. */
export async function broughtIn(
  h: Pick<Harness, 'as'>,
  body: object | string,
  id = newId(),
): Promise<request.Response> {
  const sent = h.as().post(`/api/import/${id}`).set('Content-Type', 'application/json');
  const came = await sent.send(typeof body === 'string' ? body : JSON.stringify(body));
  if (came.status !== 202) return came;
  return h.as().post(`/api/waiting-files/${id}/countersign`).send({ password: TEST_PASSWORD });
}

/** The demo as a plain file, as it would come over HTTP. */
export const demoFile = (): JobFile => JSON.parse(JSON.stringify(saltmarsh('2026-06-15'))) as JobFile;
