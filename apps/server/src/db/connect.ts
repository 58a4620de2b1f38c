import knex, { type Knex } from 'knex';

const addresses = new WeakMap<Knex, string>();
/** By which address a pool was opened. */
export const addressOf = (db: Knex): string => addresses.get(db) ?? '';

/** Longest that one statement of a request may take, and a transaction may stand idle, ms. */
export const STATEMENT_MS = 30_000;

/**
 * Opens a pool. Waits no longer than told for a connection, so that a stopped database is told, not waited for.
 * @param waitMs how long one is waited for
 * @param statementMs how long one statement may take; 0 for as long as it takes, as a migration or a backup does
 */
export function connect(url: string, waitMs = 4000, statementMs = 0): Knex {
  const db = knex({
    client: 'pg',
    connection: {
      connectionString: url,
      connectionTimeoutMillis: 0.75 * waitMs,
      ...(statementMs
        ? {
            statement_timeout: statementMs,
            idle_in_transaction_session_timeout: 4 * statementMs,
            lock_timeout: statementMs,
          }
        : {}),
    },
    pool: { min: 0, max: 10 },
    acquireConnectionTimeout: waitMs,
  });
  addresses.set(db, url);
  return db;
}
