import { createHash } from 'node:crypto';
import type { RecordStore } from '../records/store.js';

/** Bytes written at once. */
const PART = 1024 * 1024;

/** Takes the bytes of one building of a package into the database, piece by piece, and hashes them on the way. */
export class PartWriter {
  private readonly hash = createHash('sha256');
  private waiting: Uint8Array[] = [];
  private held = 0;
  private n = 0;
  bytes = 0;

  constructor(
    private readonly store: RecordStore,
    private readonly id: string,
    private readonly build: string,
  ) {}

  take(chunk: Uint8Array): void {
    this.hash.update(chunk);
    this.waiting.push(chunk);
    this.held += chunk.length;
    this.bytes += chunk.length;
  }

  /** Writes what is held, where it is enough or the last. */
  async flush(last = false): Promise<void> {
    if (!this.held || (!last && this.held < PART)) return;
    const bytes = Buffer.concat(this.waiting);
    [this.waiting, this.held] = [[], 0];
    const { companyId, db } = this.store;
    for (let from = 0; from < bytes.length; from += PART)
      await db('package_part').insert({
        company_id: companyId,
        id: this.id,
        build: this.build,
        n: this.n++,
        bytes: bytes.subarray(from, from + PART),
      });
  }

  digest(): string {
    return this.hash.digest('hex');
  }
}

/** The bytes of a package that is ready, piece by piece. */
export async function* partsOf(
  store: Pick<RecordStore, 'db' | 'companyId'>,
  id: string,
  build: string,
): AsyncGenerator<Buffer> {
  for (let n = 0; ; n++) {
    const row = await store.db('package_part').where({ company_id: store.companyId, id, build, n }).first('bytes');
    if (!row) return;
    yield row.bytes;
  }
}
