import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import type { Brazing } from '@hephaist/contracts/records/brazer-record';

/** What a job was when it was handed over: its file, what its crew had brazed anywhere, and whose company it is. */
export interface Snapshot {
  readonly job: string;
  readonly brazings: readonly Brazing[];
  readonly company: string;
  /** Signatures in the file that were not given here. */
  readonly imported: readonly string[];
}

export const packSnapshot = (s: Snapshot): Promise<Buffer> => promisify(gzip)(Buffer.from(JSON.stringify(s)));

export const unpackSnapshot = async (bytes: Buffer): Promise<Snapshot> =>
  JSON.parse((await promisify(gunzip)(bytes)).toString()) as Snapshot;
