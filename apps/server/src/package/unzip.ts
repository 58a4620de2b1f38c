import { ContractError } from '@hephaist/contracts/schemas/parse';
import yauzl from 'yauzl';

/** Most bytes that a package may unfold to, counted as they come and not as the ZIP says. */
export const MOST_UNFOLDED = 512 * 1024 * 1024;
/** Most files in one. */
const MOST_FILES = 20_000;

const no = (says: string): ContractError => new ContractError([{ field: 'package', says }]);

/**
 * The files of a ZIP by their paths.
 * @param most bytes of all of them together
 * @throws ContractError at `package` where it is no whole ZIP, or unfolds to more
 */
export async function unzip(bytes: Buffer, most = MOST_UNFOLDED): Promise<ReadonlyMap<string, Buffer>> {
  const files = new Map<string, Buffer>();
  let sum = 0;
  try {
    const zip = await yauzl.fromBufferPromise(bytes, { validateEntrySizes: true, strictFileNames: true });
    if (zip.entryCount > MOST_FILES) throw no(`at most ${MOST_FILES} files`);
    for await (const entry of zip.eachEntry()) {
      const chunks: Buffer[] = [];
      for await (const chunk of await zip.openReadStreamPromise(entry)) {
        sum += (chunk as Buffer).length;
        if (sum > most) throw no(`it unfolds to more than ${Math.round(most / 1024 / 1024)} MB`);
        chunks.push(chunk as Buffer);
      }
      if (files.has(entry.fileName)) throw no(`${entry.fileName} stands in it twice`);
      files.set(entry.fileName, Buffer.concat(chunks));
    }
    return files;
  } catch (e) {
    if (e instanceof ContractError) throw e;
    throw no('this is not a whole ZIP file');
  }
}
