import { build } from 'esbuild';

/** Bundles the server with core, contracts and demo in it; published packages stay outside. */
await build({
  entryPoints: ['apps/server/src/main.ts'],
  outfile: 'apps/server/dist/main.mjs',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  packages: 'external',
  alias: {
    '@hephaist/core': './packages/core/src/index.ts',
    '@hephaist/contracts': './packages/contracts/src/index.ts',
  },
  logLevel: 'warning',
});
