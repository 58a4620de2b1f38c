import { defineConfig } from '@playwright/test';
import { CHROMIUM } from '../scripts/chromium.js';

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  // Each file has a company of its own (served.ts): they run in any order, beside each other.
  // A browser waits a good part of its time, for the server or for a line to be purged: two fill no two processors.
  workers: 3,
  // Nothing here asserts a time: these only end what has surely stopped. A machine that others load may stand still for a
  // minute; what such a minute broke is tried once more, and told as such at the end.
  timeout: 600_000,
  expect: { timeout: 60_000 },
  retries: 1,
  reporter: [['list'], ['json', { outputFile: '../.hephaist/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    // Only the journeys without a network keep the application on the device.
    serviceWorkers: 'block',
    actionTimeout: 60_000,
    launchOptions: CHROMIUM,
  },
});
