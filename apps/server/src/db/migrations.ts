import { saysOf } from '@hephaist/core/words/says-of';
import type { Knex } from 'knex';
import * as records from './0001-records.js';
import * as companyTables from './0002-company-tables.js';
import * as lineLayout from './0003-line-layout.js';
import * as purgeSessions from './0004-purge-sessions.js';
import * as people from './0005-people.js';
import * as crew from './0006-crew.js';
import * as pictures from './0007-pictures.js';
import * as pqr from './0008-pqr.js';
import * as pressureTests from './0009-pressure-tests.js';
import * as handOvers from './0010-hand-overs.js';
import * as intakes from './0011-intakes.js';
import * as ofOneJob from './0012-of-one-job.js';
import * as limits from './0013-limits.js';
import * as watched from './0014-watched.js';
import * as givenPasswords from './0015-given-passwords.js';
import * as trailSeesAll from './0016-trail-sees-all.js';
import * as secondFactor from './0017-second-factor.js';
import * as annulments from './0018-annulments.js';
import * as onFile from './0019-on-file.js';
import * as lineSteps from './0020-line-steps.js';
import * as secondLooks from './0021-second-looks.js';
import * as torchRigs from './0022-torch-rigs.js';
import * as hotWork from './0023-hot-work.js';
import * as devices from './0024-devices.js';
import * as practice from './0025-practice.js';

export interface Migration {
  readonly name: string;
  readonly up: (db: Knex) => Promise<void>;
}

/** All migrations in order; forward only. Names are what the database remembers. */
export const MIGRATIONS: readonly Migration[] = [
  { name: '0001-records', up: records.up },
  { name: '0002-company-tables', up: companyTables.up },
  { name: '0003-line-layout', up: lineLayout.up },
  { name: '0004-purge-sessions', up: purgeSessions.up },
  { name: '0005-people', up: people.up },
  { name: '0006-crew', up: crew.up },
  { name: '0007-pictures', up: pictures.up },
  { name: '0008-pqr', up: pqr.up },
  { name: '0009-pressure-tests', up: pressureTests.up },
  { name: '0010-hand-overs', up: handOvers.up },
  { name: '0011-intakes', up: intakes.up },
  { name: '0012-of-one-job', up: ofOneJob.up },
  { name: '0013-limits', up: limits.up },
  { name: '0014-watched', up: watched.up },
  { name: '0015-given-passwords', up: givenPasswords.up },
  { name: '0016-trail-sees-all', up: trailSeesAll.up },
  { name: '0017-second-factor', up: secondFactor.up },
  { name: '0018-annulments', up: annulments.up },
  { name: '0019-on-file', up: onFile.up },
  { name: '0020-line-steps', up: lineSteps.up },
  { name: '0021-second-looks', up: secondLooks.up },
  { name: '0022-torch-rigs', up: torchRigs.up },
  { name: '0023-hot-work', up: hotWork.up },
  { name: '0024-devices', up: devices.up },
  { name: '0025-practice', up: practice.up },
];

const source: Knex.MigrationSource<Migration> = {
  getMigrations: () => Promise.resolve([...MIGRATIONS]),
  getMigrationName: (m) => m.name,
  getMigration: (m) =>
    Promise.resolve({
      up: m.up,
      down: () => Promise.reject(new Error('migrations go forward only')),
    }),
};

/** The database knows migrations that this code does not. */
export class DatabaseNewerError extends Error {
  constructor(names: readonly string[]) {
    super(
      `The database is newer than this code: it knows ${names.join(', ')}. Start the newer version, or use another database.`,
    );
    this.name = 'DatabaseNewerError';
  }
}

/** Why a database could not be opened or brought up to this code. */
export const whyUnusable = (e: unknown): string =>
  e instanceof DatabaseNewerError ? e.message : `the database cannot be used: ${saysOf(e)}`;

/** Brings the schema up to date. @throws DatabaseNewerError when the database is ahead of the code */
export async function migrate(db: Knex): Promise<void> {
  if (await db.schema.hasTable('knex_migrations')) {
    const done = await db<{ name: string }>('knex_migrations').select('name');
    const unknown = done.map((d) => d.name).filter((n) => !MIGRATIONS.some((m) => m.name === n));
    if (unknown.length) throw new DatabaseNewerError(unknown);
  }
  await db.migrate.latest({ migrationSource: source });
}
