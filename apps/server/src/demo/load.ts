import { parseJobFile } from '@hephaist/contracts';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { importJob } from '../exchange/job-file.js';
import type { RecordStore } from '../records/store.js';

/** Loads the demo job where the database has no job at all. True when it did. */
export async function loadDemo(store: RecordStore, today: string): Promise<boolean> {
  if ((await store.count('job')) > 0) return false;
  const file = parseJobFile(JSON.parse(JSON.stringify(saltmarsh(today))));
  await importJob(store, file, '01900000-0000-7000-8000-0000000000de', 'demo');
  return true;
}
