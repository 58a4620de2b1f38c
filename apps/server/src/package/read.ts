import { type JobFile, parseJobFile } from '@hephaist/contracts/exchange/exchange';
import { JOB_FILE_NAME, type Manifest, manifestSchema, PICTURE_NAME } from '@hephaist/contracts/records/hand-over';
import { ContractError, parse } from '@hephaist/contracts/schemas/parse';
import type { TakenPicture } from '../pictures/picture.js';
import { fileFacts } from '../pictures/report.js';
import { hashOf } from '../records/hash.js';
import { unzip } from './unzip.js';

/** A package as it was read. */
export interface ReadPackage {
  /** Its job's file as it stands in it. */
  readonly raw: unknown;
  readonly file: JobFile;
  readonly pictures: readonly TakenPicture[];
}

const no = (field: string, says: string): ContractError => new ContractError([{ field, says }]);

const json = (bytes: Uint8Array, path: string): unknown => {
  try {
    return JSON.parse(Buffer.from(bytes).toString('utf8'));
  } catch {
    throw no(path, 'this is not JSON');
  }
};

/**
 * Reads a package: every file must be as the manifest says, none missing and none besides.
 * @throws ContractError naming the file
 */
export async function readPackage(bytes: Buffer): Promise<ReadPackage> {
  const files = await unzip(bytes);
  const listed = files.get('manifest.json');
  if (!listed) throw no('manifest.json', 'missing: this is not a Hephaist package');
  const manifest = parse<Manifest>(manifestSchema, json(listed, 'manifest.json'), 'manifest.');
  const known = new Map(manifest.files.map((f) => [f.path, f]));
  for (const path of files.keys())
    if (path !== 'manifest.json' && !known.has(path)) throw no(path, 'not in the manifest');
  for (const { path, sha256 } of manifest.files) {
    const own = files.get(path);
    if (!own) throw no(path, 'in the manifest and not in the package');
    if (hashOf(own) !== sha256) throw no(path, 'changed since the package was built');
  }
  const job = files.get(JOB_FILE_NAME);
  if (!job) throw no(JOB_FILE_NAME, 'missing');
  const pictures: TakenPicture[] = [];
  for (const { path, sha256 } of manifest.files) {
    const named = PICTURE_NAME.exec(path);
    const id = named?.[1] ?? named?.[2];
    if (!id) continue;
    const own = files.get(path) as Buffer;
    pictures.push({ id, hash: sha256, bytes: own, ...(await fileFacts(own)) });
  }
  const raw = json(job, JOB_FILE_NAME);
  return { raw, file: parseJobFile(raw), pictures };
}
