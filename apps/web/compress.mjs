import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

/** Compresses every text of the application once, as small as it gets, beside it: the server sends these as they are. */
const root = 'apps/web/dist/browser';
/** Shorter than this, bytes, a file is no smaller on its way. */
const WORTH = 1000;

const texts = readdirSync(root, { recursive: true, withFileTypes: true })
  .filter((f) => f.isFile() && /\.(js|css|svg|webmanifest)$/.test(f.name))
  .map((f) => join(f.parentPath, f.name));
if (!texts.length) throw new Error(`nothing was built in ${root}`);

await Promise.all(
  texts.map(async (file) => {
    const bytes = readFileSync(file);
    if (bytes.length < WORTH) return;
    const params = { [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length };
    writeFileSync(`${file}.br`, await promisify(brotliCompress)(bytes, { params }));
    writeFileSync(`${file}.gz`, await promisify(gzip)(bytes, { level: 9 }));
  }),
);
