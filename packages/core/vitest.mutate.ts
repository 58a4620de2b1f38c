import { defineConfig } from 'vitest/config';

/** The core's own tests, as the mutation tester runs them. */
export default defineConfig({
  test: { root: 'packages/core', include: ['src/**/*.spec.ts'], environment: 'node', testTimeout: 60_000 },
});
