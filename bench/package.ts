import { performance } from 'node:perf_hooks';
import { type JobFile, parseJobFile } from '@hephaist/contracts/exchange/exchange';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import { v7 as newId } from 'uuid';
import { ensureCompany } from '../apps/server/src/db/company.js';
import { connect } from '../apps/server/src/db/connect.js';
import { migrate } from '../apps/server/src/db/migrations.js';
import { importJob } from '../apps/server/src/exchange/job-file.js';
import { buildPackage } from '../apps/server/src/package/build.js';
import { handOver } from '../apps/server/src/package/hand-over.js';
import { RecordStore } from '../apps/server/src/records/store.js';
import { saltmarsh } from '../demo/saltmarsh.js';
import { largeJob } from './large-job.js';
import { say } from './say.js';

const JOINTS = 2000;

/** A job of which every joint is logged, as the demo's were. */
function loggedJob(): JobFile {
  const large = largeJob(JOINTS);
  const demo = saltmarsh('2026-06-15').logs;
  const logs = large.joints.map((j, i): JointLog => {
    const like = demo[i % demo.length];
    if (!like) throw new Error('no demo entry');
    return { ...like, id: newId(), jobId: large.job.id, jointId: j.id };
  });
  return { ...large, logs };
}

/** The package of a job of 2 000 joints, all of them logged: signing it, and building it. */
export async function benchPackage(url: string): Promise<void> {
  const db = connect(url, 60_000);
  try {
    await migrate(db);
    const store = new RecordStore(db, await ensureCompany(db));
    const file = loggedJob();
    await importJob(store, parseJobFile(JSON.parse(JSON.stringify(file))), newId());
    const [id, signer] = [newId(), { id: newId(), person: 'Bench', roles: ['quality'] as const }];
    let start = performance.now();
    await handOver(store, file.job.id, { id, to: 'bench', note: '', units: 'us' }, signer, 'Bench');
    say(`hand over ${JOINTS} joints: read, hash, sign`, performance.now() - start);
    start = performance.now();
    await buildPackage(store, id);
    const took = performance.now() - start;
    const row = (await db('package').where({ id }).first('bytes')) as { bytes: string };
    say(
      `package of ${JOINTS} joints: PDF, JSON, CSV, calendar, ZIP`,
      took,
      `${(Number(row.bytes) / 1e6).toFixed(1)} MB`,
    );
  } finally {
    await db.destroy();
  }
}
