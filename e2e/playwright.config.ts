import { defineConfig } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const freePort =
  "const s=require('net').createServer().listen(0,'127.0.0.1',()=>{process.stdout.write(String(s.address().port));s.close()})";
// Set once by the first process; the workers inherit them.
process.env['E2E_PORT'] ??= execFileSync(process.execPath, ['-e', freePort], { encoding: 'utf8' }).trim();
process.env['E2E_DATA'] ??= mkdtempSync(join(tmpdir(), 'hephaist-e2e-'));
const baseURL = `http://127.0.0.1:${process.env['E2E_PORT']}`;

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  workers: 1,
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: [['list'], ['json', { outputFile: '../.hephaist/e2e.json' }]],
  use: {
    baseURL,
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
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
  webServer: {
    command: `bash e2e/serve.sh ${process.env['E2E_PORT']} ${process.env['E2E_DATA']}`,
    cwd: '..',
    url: `${baseURL}/api/health`,
    timeout: 60_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 15_000 },
  },
});
