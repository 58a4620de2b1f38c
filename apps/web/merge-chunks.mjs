import { readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { rollup } from 'rollup';

/**
 * Puts the many small scripts that the build makes together by how many places ask for them: a page asks for some forty
 * instead of some hundred and seventy, and nothing that only one place needs comes with another.
 */
const root = resolve('apps/web/dist/browser');
/** Asked for by so many places, a script goes with what nearly all ask for. */
const NEARLY_ALL = 20;
/** By so many, with what several ask for; of a script as small as this, bytes, two are enough. */
const SEVERAL = 5;
const SMALL = 6000;

const page = readFileSync(join(root, 'index.html'), 'utf8');
const [, main] = /<script src="(main-[^"]+\.js)"/.exec(page) ?? [];
if (!main) throw new Error(`no first script in ${root}/index.html`);

/** Which of the first script and the places reach each script without a further import() in between. */
function reached(ids, info) {
  const by = new Map(ids.map((id) => [id, new Set()]));
  const walk = (id, from) => {
    if (by.get(id).has(from)) return;
    by.get(id).add(from);
    for (const next of info(id).importedIds) walk(next, from);
  };
  for (const id of ids) if (id === join(root, main) || info(id).dynamicImporters.length) walk(id, id);
  return by;
}

let by;
const made = [];
const bundle = await rollup({
  input: join(root, main),
  treeshake: false,
  plugins: [
    {
      name: 'reached',
      load: (id) => void made.push(id),
      buildEnd() {
        by = reached([...this.getModuleIds()], (id) => this.getModuleInfo(id));
      },
    },
  ],
  onwarn: (warning) => {
    throw new Error(warning.message);
  },
});
const { output } = await bundle.generate({
  format: 'es',
  compact: true,
  // Hashes as the build makes them, by which the server knows that a file never changes.
  hashCharacters: 'base36',
  entryFileNames: 'main-[hash].js',
  chunkFileNames: 'chunk-[hash].js',
  manualChunks(id, { getModuleInfo }) {
    const from = by.get(id);
    if (from.has(join(root, main))) return 'first';
    if (getModuleInfo(id).dynamicImporters.length) return null;
    if (from.size >= NEARLY_ALL) return 'nearly-all';
    return from.size >= SEVERAL || (from.size > 1 && statSync(id).size < SMALL) ? 'several' : null;
  },
});
await bundle.close();

for (const id of made) rmSync(id);
for (const { fileName, code } of output) writeFileSync(join(root, fileName), code);
const first = output.find((chunk) => chunk.isEntry);
writeFileSync(
  join(root, 'index.html'),
  page
    .replace(/<link rel="modulepreload"[^>]*>/g, '')
    .replace(`<script src="${main}"`, `<script src="${first.fileName}"`),
);
console.log(`${made.length} scripts put together into ${output.length}`);
