import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  // Each file has a company of its own (served.ts): they run in any order, beside each other.
  // Half the time a browser waits: for the server, or for a line to be purged.
  workers: 2,
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
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
