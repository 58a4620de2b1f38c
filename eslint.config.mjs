import ngrx from '@ngrx/eslint-plugin/v9';
import angular from 'angular-eslint';
import { defineConfig } from 'eslint/config';
import sorted from 'eslint-plugin-simple-import-sort';
import tseslint from 'typescript-eslint';

/** Which packages a folder may import; the direction core <- contracts <- server, web is a rule, not a habit. */
const noUpward = (...forbidden) => ({
  'no-restricted-imports': [
    'error',
    { patterns: [{ group: forbidden, message: 'Dependencies go core <- contracts <- server, web.' }] },
  ],
});

/** Places of the web, each a feature of its own; what two need stands beside them. */
const FEATURES = [
  'braze',
  'follow',
  'jobs',
  'keep',
  'live',
  'now',
  'on-file',
  'people',
  'plan',
  'practise',
  'prove',
  'purge',
  'shop',
  'torch',
];
const SHARED = ['answer', 'coupon-tests', 'data', 'drawings', 'forms', 'layout', 'shell', 'signing', 'time', 'units'];
const apart = (folder) => ({
  files: [`apps/web/src/app/${folder}/**/*.ts`],
  ignores: ['**/*.spec.ts', '**/*.store.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            group: [
              ...FEATURES.filter((f) => f !== folder).map((f) => `../${f}/*`),
              '@hephaist/server*',
              'express',
              'knex',
              '**/server/**',
            ],
            message: 'One feature does not import another: what both need stands beside them.',
          },
          {
            group: ['**/data/api'],
            allowImportNames: ['ApiProblem', 'AwayError'],
            message: 'Pages ask a store, or data/papers for a file: what is fetched stands in one place.',
          },
        ],
      },
    ],
  },
});

export default defineConfig(
  { ignores: ['**/dist/**', '**/node_modules/**', '.angular/**', '.hephaist/**', 'test-results/**'] },
  {
    files: ['**/*.ts'],
    extends: [tseslint.configs.recommendedTypeChecked],
    plugins: { sorted },
    languageOptions: {
      parserOptions: {
        projectService: {
          allowDefaultProject: [
            'vitest.config.ts',
            'vitest.dom.config.ts',
            'vitest.sequencer.ts',
            'scripts/*.ts',
            'packages/core/vitest.mutate.ts',
          ],
        },
      },
    },
    rules: {
      // Packages, then what stands above, then what stands beside, with no gap between.
      'sorted/imports': ['error', { groups: [['^node:', '^@?\\w', '^\\.\\.', '^\\.']] }],
      'no-duplicate-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-unnecessary-type-assertion': 'off',
    },
  },
  {
    files: ['packages/core/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: noUpward(
      '@hephaist/contracts*',
      '@hephaist/server*',
      '@hephaist/web*',
      '@angular/*',
      'express',
      'knex',
      'node:*',
      '**/apps/**',
      '**/contracts/**',
    ),
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      'no-restricted-globals': ['error', 'process', 'window', 'document', 'fetch', 'setTimeout'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now' },
        { object: 'Math', property: 'random' },
      ],
    },
  },
  {
    files: ['packages/contracts/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: noUpward('@hephaist/server*', '@hephaist/web*', '@angular/*', 'express', 'knex', '**/apps/**'),
  },
  {
    files: ['packages/contracts/src/schemas/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: noUpward('../records/*', '../exchange/*'),
  },
  {
    files: ['packages/contracts/src/records/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: noUpward('../exchange/*'),
  },
  { files: ['apps/server/**/*.ts'], rules: noUpward('@hephaist/web*', '@angular/*', '**/web/**') },
  {
    files: ['apps/web/**/*.ts'],
    extends: [angular.configs.tsRecommended, ngrx.configs.signalsTypeChecked],
    processor: angular.processInlineTemplates,
    rules: {
      ...noUpward('@hephaist/server*', 'express', 'knex', '**/server/**'),
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'hp', style: 'kebab-case' }],
    },
  },
  ...[...FEATURES, ...SHARED].map(apart),
  {
    files: ['apps/web/**/*.html'],
    extends: [angular.configs.templateRecommended, angular.configs.templateAccessibility],
  },
  {
    files: ['**/*.spec.ts', 'e2e/**/*.ts', 'apps/server/test/**/*.ts'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
    },
  },
);
