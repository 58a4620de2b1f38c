import { resolve } from 'node:path';
import { dayIn } from '@hephaist/core/qualification/continuity';
import { saysOf } from '@hephaist/core/words/says-of';
import { pino } from 'pino';
import { DEMO_ZONE } from '../../../demo/saltmarsh.js';
import { createApp } from './app.js';
import { anchorPlaces, Anchors } from './audit/anchor.js';
import { ensureCompany, everyCompany } from './db/company.js';
import { connect, STATEMENT_MS } from './db/connect.js';
import { migrate, whyUnusable } from './db/migrations.js';
import { DEMO_ACTOR, demoSignIns, loadDemo, loadDemoPeople } from './demo/load.js';
import { roomIn } from './http/room.js';
import { type ReachableSet, readInstruments } from './live/instruments.js';
import { liveService } from './live/service.js';
import { packageQueue } from './package/queue.js';
import { offerFirstRun } from './people/first-run.js';
import { RecordStore } from './records/store.js';
import { workPool } from './work/work-pool.js';

/**
 * Starts the server. Settings come from the environment:
 * DATABASE_URL, HEPHAIST_PORT, HEPHAIST_WEB (folder of the built application), HEPHAIST_DEMO (off: no demo),
 * HEPHAIST_DATA (folder of its signing key and of anchors of the trail), HEPHAIST_ANCHORS (more files for anchors),
 * HEPHAIST_HOSTS (names it goes by beside localhost), HEPHAIST_TRUST_PROXY (proxies whose word on address and TLS is taken), HEPHAIST_INSTRUMENTS (sets of instruments at the purge, see live/instruments.ts).
 * HEPHAIST_METRICS_TOKEN (who knows it reads /api/metrics), HEPHAIST_QUOTA_GB (what a company keeps beside its records),
 * `--user-entries` only answers whether a person has entered anything: exit code 10 if so.
 */
const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
/** It cannot serve as it is set up: to be mended by a person, not by starting again (EX_CONFIG of sysexits.h). */
const SETTINGS = 78;
/** It broke: whoever started it may start it again (EX_SOFTWARE). */
const BROKE = 70;
const fail = (words: string): never => {
  process.stderr.write(`hephaist: ${words}\n`);
  process.exit(SETTINGS);
};
process.on('uncaughtException', (e) => {
  log.fatal(e, 'it broke');
  process.exit(BROKE);
});

const url = process.env['DATABASE_URL'] ?? fail('DATABASE_URL is not set');
const port = Number(process.env['HEPHAIST_PORT'] ?? 8420);
const webRoot = resolve(process.env['HEPHAIST_WEB'] ?? 'apps/web/dist/browser');
function instrumentSets(): ReachableSet[] {
  try {
    return readInstruments(process.env['HEPHAIST_INSTRUMENTS'] ?? '');
  } catch (e) {
    return fail(saysOf(e));
  }
}
const instruments = instrumentSets();
/** For what takes as long as it takes, before anybody is served: migrations and the demo. */
const patient = connect(url);
const db = connect(url, undefined, STATEMENT_MS);

async function prepare(): Promise<string> {
  try {
    await migrate(patient);
    return await ensureCompany(patient);
  } catch (e) {
    return fail(whyUnusable(e));
  }
}

const companyId = await prepare();
const store = new RecordStore(patient, companyId, DEMO_ACTOR);
if (process.argv.includes('--user-entries')) {
  const any = await store.hasUserEntries();
  await patient.destroy();
  process.exit(any ? 10 : 0);
}
const demo = process.env['HEPHAIST_DEMO'] !== 'off';
const today = dayIn(new Date().toISOString(), DEMO_ZONE);
if (demo) {
  await loadDemo(store, today);
  await loadDemoPeople(store, today);
}
const signIns = demo ? await demoSignIns(store) : '';
const codes = await offerFirstRun(patient);
await patient.destroy();

const packages = await packageQueue(db, url, log);
const packageWaits = (): void => void packages.wake().catch((e: unknown) => log.warn(e, 'queue'));
const live = liveService(() => everyCompany(db), instruments, log);
const work = workPool();
const anchors = await Anchors.open(anchorPlaces(process.env));
const anchoring = anchors?.keep(db, (e) => log.error(e, 'anchors'));
const metricsToken = process.env['HEPHAIST_METRICS_TOKEN'];
const trustProxy = process.env['HEPHAIST_TRUST_PROXY'];
const hosts = [
  '127.0.0.1',
  'localhost',
  '[::1]',
  ...(process.env['HEPHAIST_HOSTS'] ?? '').split(/[\s,]+/).filter(Boolean),
];
const server = createApp({
  hosts,
  db,
  log,
  webRoot,
  instruments,
  packageWaits,
  work,
  anchors,
  room: process.env['HEPHAIST_DATA'] ? roomIn(process.env['HEPHAIST_DATA']) : null,
  ...(trustProxy ? { trustProxy } : {}),
  ...(metricsToken ? { metricsToken } : {}),
}).listen(port, '127.0.0.1', (error?: Error) => {
  if (error) fail(`port ${port} is taken: stop what uses it, or set HEPHAIST_PORT to another`);
  process.stdout.write(`Hephaist is at http://127.0.0.1:${port}\n`);
  for (const code of codes) process.stdout.write(`First administrator: open it and type the code ${code}\n`);
  if (signIns) process.stdout.write(signIns);
});

// Longer than a proxy or a browser keeps a connection: the one that closes it is never in the middle of a request.
server.keepAliveTimeout = 75_000;
server.headersTimeout = 80_000;

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    server.close();
    server.closeAllConnections();
    anchoring?.close();
    void Promise.all([live.close(), packages.close(), work.close()])
      .then(() => db.destroy())
      .finally(() => process.exit(0));
  });
}
