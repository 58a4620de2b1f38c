import knex, { type Knex } from 'knex';

/** Opens a pool. Waits at most 4 s for a connection, so that a stopped database is told, not waited for. */
export function connect(url: string): Knex {
  return knex({
    client: 'pg',
    connection: { connectionString: url, connectionTimeoutMillis: 3000 },
    pool: { min: 0, max: 10 },
    acquireConnectionTimeout: 4000,
  });
}
