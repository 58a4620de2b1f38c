import { defineConfig } from 'vitest/config';

/**
 * The core's own tests as the mutation tester runs them: those of the folder that is mutated (MUTATE, from
 * scripts/mutate.sh) with what asserts shipped rows, thresholds and selections; never the comparison with a generated
 * document. Tests of other folders would kill more: the score is what a folder is held by near at hand.
 */
const folder = process.env['MUTATE'];
/** Only this spec of the folder (MUTATE_SPEC, as: transport), where each mutant takes long; the score is then a lower bound. */
const spec = process.env['MUTATE_SPEC'];
const near = spec
  ? [`src/${folder}/${spec}*.spec.ts`]
  : folder
    ? [`src/${folder}/**/*.spec.ts`, 'src/testing/thresholds.spec.ts', 'src/catalogue/published.spec.ts']
    : ['src/**/*.spec.ts'];

export default defineConfig({
  test: {
    root: 'packages/core',
    include: folder === 'fit-up' || folder === 'rating' ? [...near, 'src/selection/select-cases.spec.ts'] : near,
    exclude: ['src/provenance/**'],
    environment: 'node',
    testTimeout: 600_000,
  },
});
