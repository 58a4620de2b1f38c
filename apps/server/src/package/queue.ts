import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { Knex } from 'knex';
import PgBoss from 'pg-boss';
import type { Logger } from 'pino';
import { RecordStore } from '../records/store.js';
import { buildPackage } from './build.js';

const QUEUE = 'package';
/** How often packages that wait without anybody knowing are looked for, ms. */
const LOOK_MS = 60_000;
/** A building that takes longer is taken for dead and begun anew, s. */
const LONGEST_S = 1800;
const RETRIES = 2;

/** Which package of which company. */
export interface PackageJob {
  readonly companyId: string;
  readonly id: string;
}
/** What the worker thread is given. */
export interface PackageTask extends PackageJob {
  readonly url: string;
}

const WORKER = fileURLToPath(new URL('./package-worker.mjs', import.meta.url));

/** Builds it beside the server's own thread; run from source there is no bundled worker, and it is built in place. */
function build(db: Knex, task: PackageTask): Promise<void> {
  if (!existsSync(WORKER)) return buildPackage(new RecordStore(db, task.companyId), task.id);
  return new Promise((done, fail) => {
    const worker = new Worker(WORKER, { workerData: task });
    worker.once('error', fail);
    worker.once('exit', (code) => (code === 0 ? done() : fail(new Error(`the builder ended with ${code}`))));
  });
}

export interface PackageQueue {
  /** A package waits: it is built soon, by one of the servers. */
  readonly wake: () => Promise<void>;
  readonly close: () => Promise<void>;
}

/**
 * Builds packages of hand-overs in the background from a queue in the database. Any number of servers may run it: each
 * package is built by one of them, and begun anew by another when that one is gone.
 */
export async function packageQueue(db: Knex, url: string, log: Logger, pollS = 1): Promise<PackageQueue> {
  const boss = new PgBoss({ connectionString: url, schema: 'queue', max: 2, application_name: 'hephaist queue' });
  boss.on('error', (e) => log.warn(e, 'queue'));
  await boss.start();
  await boss.createQueue(QUEUE, { name: QUEUE, policy: 'short' });

  /** Everything that waits is put into the queue, once: also what a killed server left. */
  async function wake(): Promise<void> {
    const waiting = await db('package').whereIn('state', ['waiting', 'building']).select('company_id', 'id');
    for (const { company_id: companyId, id } of waiting)
      await boss.send(
        QUEUE,
        { companyId, id },
        { singletonKey: id, retryLimit: RETRIES, retryDelay: 1, expireInSeconds: LONGEST_S },
      );
  }

  await boss.work<PackageJob>(
    QUEUE,
    { pollingIntervalSeconds: pollS, includeMetadata: true },
    async ([job]: PgBoss.JobWithMetadata<PackageJob>[]) => {
      if (!job) return;
      const { companyId, id } = job.data;
      try {
        await build(db, { companyId, id, url });
      } catch (e) {
        log.error(e, 'package');
        if (job.retryCount < RETRIES) throw e;
        const problem = 'It could not be built. The job is signed for and safe; ask for it again.';
        await db('package').where({ company_id: companyId, id }).update({ state: 'failed', problem });
      }
    },
  );
  const look = setInterval(() => void wake().catch((e: unknown) => log.warn(e, 'queue')), LOOK_MS);
  await wake();
  return {
    wake,
    close: async () => {
      clearInterval(look);
      await boss.stop({ graceful: true, timeout: 5000, wait: true });
    },
  };
}
