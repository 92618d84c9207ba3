import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import { createNodeResolver, importX } from 'eslint-plugin-import-x';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Which packages each package may not import: arrows run client, server -> contract -> core only. */
const FORBIDDEN = {
  core: ['@humble-churn/*', 'react*', 'expo*', 'express', 'drizzle-orm*', '@electric-sql/*', 'zod', 'node:*'],
  contract: [
    '@humble-churn/server*',
    '@humble-churn/client*',
    'react*',
    'expo*',
    'express',
    'drizzle-orm*',
    'node:*',
  ],
  server: ['@humble-churn/client*', 'react*', 'expo*'],
  client: ['@humble-churn/server*', 'express', 'drizzle-orm*', '@electric-sql/*', 'node:*'],
};

/** Which rooms of core a room may use; each is entered by its index. */
const ROOMS = {
  measures: [],
  numerics: [],
  results: [],
  ingredients: ['measures', 'results'],
  making: ['ingredients', 'measures', 'numerics', 'results'],
  kitchen: ['making', 'ingredients', 'numerics'],
  predicting: ['kitchen', 'making', 'pulp', 'ingredients', 'measures', 'numerics', 'results'],
  uncertainty: ['predicting', 'kitchen', 'making', 'ingredients', 'numerics', 'results'],
  keeping: ['making', 'measures', 'results'],
  pulp: ['ingredients', 'measures', 'numerics'],
  batch: [
    'uncertainty',
    'predicting',
    'kitchen',
    'keeping',
    'pulp',
    'making',
    'ingredients',
    'measures',
    'numerics',
    'results',
  ],
  scheduling: ['batch', 'predicting', 'kitchen', 'making', 'ingredients', 'measures', 'results'],
  devices: ['measures', 'numerics'],
  compute: ['keeping', 'scheduling', 'uncertainty', 'predicting', 'kitchen', 'making', 'results'],
};
const inCore = (pattern) => ({
  group: [pattern],
  message:
    'A room of core is entered by its index, and only from the rooms that stand above it: see eslint.config.mjs.',
});
const rooms = Object.entries(ROOMS).map(([room, below]) => ({
  files: [`core/src/${room}/*.ts`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          { group: FORBIDDEN.core, message: 'core may not import this: see docs/architecture.md.' },
          inCore('../*/*'),
          {
            regex: `^\\.\\./(?!(${below.join('|') || '-'})$)`,
            message: `${room} may not use this room: see docs/architecture.md.`,
          },
        ],
      },
    ],
  },
}));

/** Features of the client meet only through their index. */
const features = {
  files: ['client/src/features/*/*.{ts,tsx}'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          { group: FORBIDDEN.client, message: 'client may not import this: see docs/architecture.md.' },
          { group: ['../*/*', '!../../*'], message: 'Another feature is entered by its index.ts.' },
        ],
      },
    ],
  },
};

const boundaries = Object.entries(FORBIDDEN).map(([folder, packages]) => ({
  files:
    folder === 'client' ? ['client/src/**/*.{ts,tsx}', 'client/app/**/*.tsx'] : [`${folder}/src/**/*.ts`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          { group: packages, message: `${folder} may not import this: see docs/architecture.md.` },
          {
            regex: '^(\\.\\./)+(core|contract|server|client)/',
            message: 'Reach another package by its name, not by its path.',
          },
        ],
      },
    ],
  },
}));

export default tseslint.config(
  {
    ignores: [
      '**/node_modules/**',
      'client/dist/**',
      'server/dist/**',
      'server/dist-test/**',
      'client/.expo/**',
      '.build/**',
      'data/**',
      'server/drizzle/**',
      'test-results/**',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
      // Screens hand promises to event handlers all the time; the queries behind them report their own errors.
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
    },
  },
  { files: ['client/**/*.{ts,tsx}'], ...hooks.configs.flat['recommended-latest'] },
  {
    // What came over the wire is looked at by matchers there, field by field.
    files: ['*/test/**/*.{ts,tsx}'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-explicit-any': 'off',
    },
  },
  // A fixture that needs no other one says so with an empty pattern.
  { files: ['e2e/kitchen.ts', 'e2e/home.ts'], rules: { 'no-empty-pattern': 'off' } },
  ...boundaries,
  ...rooms,
  features,
  {
    files: ['{core,contract,server,client}/src/**/*.{ts,tsx}'],
    plugins: { 'import-x': importX },
    settings: {
      'import-x/extensions': ['.ts', '.tsx'],
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts', '.tsx'] },
      'import-x/resolver-next': [createNodeResolver({ extensions: ['.ts', '.tsx', '.js'] })],
    },
    rules: {
      'import-x/no-cycle': ['error', { ignoreExternal: true }],
      // What is longer does more than one thing.
      'max-lines-per-function': ['error', 80],
      'max-lines': ['error', 350],
    },
  },
  // An index only names what its package offers: it does one thing, however much there is.
  { files: ['*/src/index.ts'], rules: { 'max-lines': 'off' } },
  {
    files: ['**/*.mjs', '**/*.js', '**/*.cjs'],
    languageOptions: {
      globals: {
        console: 'readonly',
        process: 'readonly',
        module: 'writable',
        require: 'readonly',
        __dirname: 'readonly',
        setTimeout: 'readonly',
        fetch: 'readonly',
        URL: 'readonly',
        performance: 'readonly',
        Buffer: 'readonly',
      },
    },
  },
  {
    // Parts of it run in the page it measures.
    files: ['scripts/bench.mjs'],
    languageOptions: {
      globals: { window: 'writable', requestAnimationFrame: 'readonly', cancelAnimationFrame: 'readonly' },
    },
  },
  {
    files: ['client/public/*.js'],
    languageOptions: { globals: { self: 'readonly', caches: 'readonly' } },
  },
  prettier,
);
