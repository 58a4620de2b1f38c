import { defineConfig } from 'vitest/config';
import { LongestFirst } from './vitest.sequencer';

// Files share no state but what they import, and that is read once: a server test has a database of its own.
const project = (name: string, root: string) => ({
  test: {
    name,
    root,
    include: ['src/**/*.spec.ts'],
    environment: 'node' as const,
    // No time is asserted: a test only ends where a machine that others load has surely stopped.
    testTimeout: 300_000,
    isolate: false,
  },
});

export default defineConfig({
  test: {
    maxWorkers: 2,
    sequence: { sequencer: LongestFirst },
    projects: [
      project('core', 'packages/core'),
      project('contracts', 'packages/contracts'),
      // Components are tested where Angular compiles them: npm run components.
      { test: { ...project('web', 'apps/web').test, exclude: ['src/**/*.dom.spec.ts'] } },
      project('stand-in', 'apps/stand-in'),
      {
        test: {
          ...project('server', 'apps/server').test,
          include: ['src/**/*.spec.ts', 'test/**/*.spec.ts'],
          globalSetup: ['./test/postgres.ts'],
          hookTimeout: 180000,
        },
      },
    ],
  },
});
