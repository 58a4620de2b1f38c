import { workerData } from 'node:worker_threads';
import { connect } from '../db/connect.js';
import { RecordStore } from '../records/store.js';
import { buildPackage } from './build.js';
import type { PackageTask } from './queue.js';

const { url, companyId, id } = workerData as PackageTask;
const db = connect(url);
try {
  await buildPackage(new RecordStore(db, companyId), id);
} finally {
  await db.destroy();
}
