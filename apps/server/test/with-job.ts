import type { JobFile } from '@hephaist/contracts/exchange/exchange';
import { afterAll, beforeAll } from 'vitest';
import { importJob } from '../src/exchange/job-file.js';
import { type Harness, harness, newId } from './harness.js';

/**
 * An application of a spec file's own with a job on file, from before its first test until after its last; what it has
 * is there once the tests run.
 */
export function withJob(file: JobFile): Harness {
  let made: Harness | undefined;
  beforeAll(async () => {
    made = await harness();
    await importJob(made.store, file, newId());
  });
  afterAll(() => made?.close());
  return new Proxy({} as Harness, {
    get: (_, key) => {
      if (!made) throw new Error('the application of these tests does not stand yet');
      return Reflect.get(made, key) as unknown;
    },
  });
}
