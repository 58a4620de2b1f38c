import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Runs a shell line with the functions of scripts/lib.sh. */
export const withLib = (line: string): string =>
  execFileSync('bash', ['-c', `set -e; . scripts/lib.sh; ${line}`], { encoding: 'utf8', cwd: process.cwd() }).trim();

/** Starts a real PostgreSQL of its own for the tests, in a folder that is removed afterwards. */
export default function setup({
  provide,
}: {
  provide: (key: 'databaseUrl' | 'pgFolder', value: string) => void;
}): () => void {
  const folder = mkdtempSync(join(tmpdir(), 'hephaist-test-'));
  const url = withLib(`pg_start '${folder}' "$(free_port)"; printf '%s' "$PG_URL"`);
  provide('databaseUrl', url);
  provide('pgFolder', folder);
  return () => {
    spawnSync('bash', ['-c', `. scripts/lib.sh; pg_stop '${folder}'`]);
    rmSync(folder, { recursive: true, force: true });
  };
}

declare module 'vitest' {
  export interface ProvidedContext {
    databaseUrl: string;
    pgFolder: string;
  }
}
