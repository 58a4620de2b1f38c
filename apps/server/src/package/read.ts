import {
  ContractError,
  JOB_FILE_NAME,
  manifestSchema,
  parse,
  parseJobFile,
  PICTURE_NAME,
  type JobFile,
  type Manifest,
} from '@hephaist/contracts';
import { sha256Bytes } from '@hephaist/core';
import { unzipSync } from 'fflate';
import { pictureFacts, type TakenPicture } from '../pictures/picture.js';

/** Most bytes that a package may unfold to. */
const MOST_UNFOLDED = 1024 * 1024 * 1024;

const no = (field: string, says: string): ContractError => new ContractError([{ field, says }]);

/** The files of a ZIP, unless they unfold to more than anybody hands over. */
function unfold(bytes: Uint8Array): Record<string, Uint8Array> {
  let sum = 0;
  try {
    return unzipSync(bytes, {
      filter: (f) => {
        sum += f.originalSize;
        if (sum > MOST_UNFOLDED) throw no('package', 'it unfolds to more than 1 GB');
        return true;
      },
    });
  } catch (e) {
    if (e instanceof ContractError) throw e;
    throw no('package', 'this is not a whole ZIP file');
  }
}

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
export async function readPackage(
  bytes: Uint8Array,
): Promise<{ raw: unknown; file: JobFile; pictures: TakenPicture[] }> {
  const files = unfold(bytes);
  const listed = files['manifest.json'];
  if (!listed) throw no('manifest.json', 'missing: this is not a Hephaist package');
  const manifest = parse<Manifest>(manifestSchema, json(listed, 'manifest.json'), 'manifest.');
  const known = new Map(manifest.files.map((f) => [f.path, f]));
  for (const path of Object.keys(files))
    if (path !== 'manifest.json' && !known.has(path)) throw no(path, 'not in the manifest');
  for (const { path, sha256 } of manifest.files) {
    const own = files[path];
    if (!own) throw no(path, 'in the manifest and not in the package');
    if (sha256Bytes(own) !== sha256) throw no(path, 'changed since the package was built');
  }
  const job = files[JOB_FILE_NAME];
  if (!job) throw no(JOB_FILE_NAME, 'missing');
  const pictures: TakenPicture[] = [];
  for (const { path, sha256 } of manifest.files) {
    const id = PICTURE_NAME.exec(path)?.[1];
    if (!id) continue;
    const own = Buffer.from(files[path] as Uint8Array);
    pictures.push({ id, hash: sha256, bytes: own, ...(await pictureFacts(own)) });
  }
  const raw = json(job, JOB_FILE_NAME);
  return { raw, file: parseJobFile(raw), pictures };
}
