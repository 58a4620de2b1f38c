import { connect } from '../src/db/connect.js';
import type { Harness } from './harness.js';

/**
 * Does some work while every connection of the database is killed just before its n-th statement.
 * @returns whether the work came through, and whether there was an n-th statement at all
 */
export async function killedAt(
  h: Harness,
  n: number,
  work: () => Promise<unknown>,
): Promise<{ outcome: boolean; reached: boolean }> {
  const killer = connect(h.url);
  await killer.raw('select 1');
  let count = 0;
  const kill = (query: { sql: string }): void => {
    if (/pg_terminate|pg_stat/.test(query.sql) || ++count !== n) return;
    const pool = (h.db.client as { pool: { used: { resource: { processID: number } }[] } }).pool;
    for (const c of pool.used) void killer.raw('select pg_terminate_backend(?)', [c.resource.processID]);
  };
  h.db.on('query', kill);
  const outcome = await work().then(
    () => true,
    () => false,
  );
  h.db.removeListener('query', kill);
  await killer.destroy();
  return { outcome, reached: count >= n };
}
