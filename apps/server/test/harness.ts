import type { JobFile } from '@hephaist/contracts';
import type { Express } from 'express';
import type { Knex } from 'knex';
import { pino } from 'pino';
import { inject } from 'vitest';
import { saltmarsh } from '../../../demo/saltmarsh.js';
import { createApp } from '../src/app.js';
import { ensureCompany } from '../src/db/company.js';
import { connect } from '../src/db/connect.js';
import { migrate } from '../src/db/migrations.js';
import { RecordStore } from '../src/records/store.js';

/** Tests wait longer than the application does: a busy machine is no stopped database. */
const PATIENCE_MS = 60_000;

let serial = 0;
/** A fresh id of the right form. */
export const newId = (): string => `0190ffff-0000-7000-8000-${(++serial).toString(16).padStart(12, '0')}`;
/** A fresh database name, so that tests never meet. */
const newName = (): string => `t${process.pid}_${Date.now().toString(36)}_${++serial}`;

export interface Harness {
  readonly app: Express;
  readonly db: Knex;
  readonly store: RecordStore;
  readonly url: string;
  close(): Promise<void>;
}

/** An application on an empty, migrated database of its own. */
export async function harness(maxBodyBytes?: number): Promise<Harness> {
  const root = connect(inject('databaseUrl'), PATIENCE_MS);
  const name = newName();
  await root.raw(`create database ${name}`);
  await root.destroy();
  const url = inject('databaseUrl').replace(/\/postgres$/, `/${name}`);
  const db = connect(url, PATIENCE_MS);
  await migrate(db);
  const companyId = await ensureCompany(db);
  const app = createApp({ db, companyId, log: pino({ level: 'silent' }), ...(maxBodyBytes ? { maxBodyBytes } : {}) });
  return { app, db, url, store: new RecordStore(db, companyId), close: () => db.destroy() };
}

/** The demo as a plain file, as it would come over HTTP. */
export const demoFile = (): JobFile => JSON.parse(JSON.stringify(saltmarsh('2026-06-15'))) as JobFile;
