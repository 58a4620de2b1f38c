import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect } from '../src/db/connect.js';
import { migrate } from '../src/db/migrations.js';

/** What is thrown away need not survive a power cut; a server that is killed loses nothing by it. */
export const THROWN_AWAY = '-c fsync=off -c full_page_writes=off';
/** Name of the migrated database that each test's own is copied from. */
export const TEMPLATE = 'migrated';

/** Runs a shell line with the functions of scripts/lib.sh. */
const withLib = (line: string): string =>
  execFileSync('bash', ['-c', `set -e; . scripts/lib.sh; PG_MORE='${THROWN_AWAY}'; ${line}`], {
    encoding: 'utf8',
    cwd: process.cwd(),
  }).trim();

/** A real PostgreSQL of its own, in a folder that is removed afterwards; it can be taken away for a while. */
export function startPostgres(): { url: string; away: () => void; back: () => void; stop: () => void } {
  const folder = mkdtempSync(join(tmpdir(), 'hephaist-test-'));
  const url = withLib(`pg_start '${folder}' "$(free_port)"; printf '%s' "$PG_URL"`);
  const away = (): void => void spawnSync('bash', ['-c', `. scripts/lib.sh; pg_stop '${folder}'`]);
  return {
    url,
    away,
    back: () => void withLib(`pg_start '${folder}' ${new URL(url).port}`),
    stop: () => {
      away();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** The one that all tests of the server share, each with databases of its own. */
export default async function setup({
  provide,
}: {
  provide: (key: 'databaseUrl', value: string) => void;
}): Promise<() => void> {
  const { url, stop } = startPostgres();
  const root = connect(url);
  await root.raw(`create database ${TEMPLATE}`);
  await root.destroy();
  const db = connect(url.replace(/\/postgres$/, `/${TEMPLATE}`));
  await migrate(db);
  await db.destroy();
  provide('databaseUrl', url);
  return stop;
}

declare module 'vitest' {
  export interface ProvidedContext {
    databaseUrl: string;
  }
}
