import { build } from 'esbuild';

/** Bundles the server, and the stand-ins for instruments, with core, contracts and demo in them; published packages stay outside. */
const bundle = (entry, outfile) =>
  build({
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    packages: 'external',
    alias: {
      '@hephaist/core': './packages/core/src',
      '@hephaist/contracts': './packages/contracts/src',
    },
    logLevel: 'warning',
  });

await bundle('apps/server/src/main.ts', 'apps/server/dist/main.mjs');
await bundle('apps/server/src/tool.ts', 'apps/server/dist/tool.mjs');
await bundle('apps/server/src/work/worker.ts', 'apps/server/dist/work-worker.mjs');
await bundle('apps/server/src/package/worker.ts', 'apps/server/dist/package-worker.mjs');
await bundle('apps/stand-in/src/main.ts', 'apps/stand-in/dist/main.mjs');
