import knex, { type Knex } from 'knex';

const addresses = new WeakMap<Knex, string>();
/** By which address a pool was opened. */
export const addressOf = (db: Knex): string => addresses.get(db) ?? '';

/**
 * Opens a pool. Waits no longer than told for a connection, so that a stopped database is told, not waited for.
 * @param waitMs how long one is waited for
 */
export function connect(url: string, waitMs = 4000): Knex {
  const db = knex({
    client: 'pg',
    connection: { connectionString: url, connectionTimeoutMillis: 0.75 * waitMs },
    pool: { min: 0, max: 10 },
    acquireConnectionTimeout: waitMs,
  });
  addresses.set(db, url);
  return db;
}
