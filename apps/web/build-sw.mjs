import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';

/** Bundles the service worker with the list of all files of the application as it was built. */
const root = 'apps/web/dist/browser';
const hashOf = (file) =>
  createHash('sha256')
    .update(readFileSync(join(root, file)))
    .digest('hex')
    .slice(0, 16);
const isOurs = (file) => /\.[a-z0-9]+$/i.test(file) && !/(^sw\.js|\.map|index\.html|\.txt|\.br|\.gz)$/.test(file);

const files = readdirSync(root, { recursive: true })
  .map((f) => f.replaceAll('\\', '/'))
  .filter(isOurs)
  .sort();
if (!files.length) throw new Error(`nothing was built in ${root}`);
const entries = [
  // The page as the server gives it, with its policy.
  { url: '/', revision: hashOf('index.html') },
  ...files.map((file) => ({
    url: `/${file}`,
    revision: /-[A-Za-z0-9]{8}\.(js|css|woff2)$/.test(file) ? null : hashOf(file),
  })),
];

await build({
  entryPoints: ['apps/web/sw/sw.ts'],
  outfile: join(root, 'sw.js'),
  bundle: true,
  minify: true,
  format: 'iife',
  target: 'es2022',
  define: { FILES: JSON.stringify(entries), 'process.env.NODE_ENV': '"production"' },
  logLevel: 'warning',
});
