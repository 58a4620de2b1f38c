import { defineConfig } from 'vitest/config';

// Of `ng test`. No time is asserted: a test only ends where a machine that others load has surely stopped.
export default defineConfig({ test: { testTimeout: 300_000, hookTimeout: 180_000 } });
