import js from '@eslint/js';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import importX from 'eslint-plugin-import-x';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/**
 * The folders of the core in the order of the flow: each imports only what stands before it. Tests
 * look wherever they need to.
 */
const FLOW = [
  'base',
  'theory',
  'intonation',
  'instruments',
  'schools',
  'recipe',
  'passage',
  'fingering',
  'bowing',
  'shifts',
  'study',
  'score',
  'sound',
  'listening',
  'grading',
  'book',
  'practice',
  'classroom',
  'library',
];

const ALONG_THE_FLOW = FLOW.map((folder, place) => ({
  target: `./src/core/${folder}/**/!(*.test|arbitrary-*).ts`,
  from: FLOW.slice(place + 1).map((later) => `./src/core/${later}/**/*`),
  message: `${folder} stands before this in the flow (FLOW in eslint.config.js); what both need belongs further up.`,
})).filter(({ from }) => from.length > 0);

/** All code except tests and what only they use. */
const CODE = '**/!(*.test|*.fixture|arbitrary-*).{ts,tsx}';

/** Code outside a folder of the core imports from its door, `index.ts`. Tests and scripts import any file. */
const THROUGH_DOORS = FLOW.map((folder) => ({
  target: [
    ...FLOW.filter((other) => other !== folder).map((other) => `./src/core/${other}/${CODE}`),
    ...['app', 'audio', 'data', 'features', 'ui', 'workers'].map((other) => `./src/${other}/${CODE}`),
    ...['cli', 'demo', 'server'].map((other) => `./${other}/${CODE}`),
  ],
  from: `./src/core/${folder}/**/*`,
  except: [`**/src/core/${folder}/index.ts`, '**/src/core/base/without-eval.ts'],
  message: `Import from src/core/${folder}/index.ts, the door of the folder.`,
}));

/**
 * Imports go one way: core ← workers, data ← features → ui, all ← app.
 * Each row: what lies in `target` may not import from `from`.
 */
const ONE_WAY = [
  { target: './src/core', from: './src', except: ['./core'] },
  { target: './src/workers', from: './src', except: ['./core', './workers'] },
  { target: './src/audio', from: './src', except: ['./core', './workers', './audio'] },
  { target: './src/ui', from: './src', except: ['./ui'] },
  { target: './src/data', from: './src', except: ['./core', './workers', './data'] },
  { target: './src/features', from: './src/app' },
  ...['library', 'study', 'notices', 'tuning', 'syllabus', 'book', 'pupils', 'class', 'passage'].map((feature) => ({
    target: `./src/features/${feature}`,
    from: './src/features',
    except: [`./${feature}`],
    message: 'No feature imports another; what two of them need belongs in core, data or ui.',
  })),
];

export default tseslint.config(
  { ignores: ['dist', 'built', 'node_modules', 'docs'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    files: ['**/*.{ts,tsx}'],
    plugins: { 'import-x': importX },
    settings: { 'import-x/resolver-next': [createTypeScriptImportResolver()] },
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      'import-x/no-restricted-paths': ['error', { zones: [...ONE_WAY, ...ALONG_THE_FLOW, ...THROUGH_DOORS] }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/only-throw-error': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/require-await': 'error',
      '@typescript-eslint/no-base-to-string': 'error',
      '@typescript-eslint/restrict-plus-operands': 'error',
      '@typescript-eslint/no-unsafe-argument': 'error',
      '@typescript-eslint/no-unsafe-assignment': 'error',
      '@typescript-eslint/no-unsafe-call': 'error',
      '@typescript-eslint/no-unsafe-return': 'error',
      '@typescript-eslint/prefer-promise-reject-errors': 'error',
      'no-console': 'error',
    },
  },
  {
    files: ['src/{app,data,features,ui,audio}/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { ...reactHooks.configs['recommended-latest']?.rules },
  },
  {
    files: ['**/*.test.ts', 'tests/**/*.ts', 'bench/**/*.ts'],
    // A test reads foreign files as they come and stops where something is missing.
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-explicit-any': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-base-to-string': 'off',
      '@typescript-eslint/require-await': 'off',
    },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts', '**/arbitrary-recipe.ts'],
    rules: {
      // The core is pure: no clock, no chance, no page, no files.
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'navigator',
        'localStorage',
        'fetch',
        'performance',
        'process',
        'setTimeout',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'The core has no clock.' },
      ],
      'no-restricted-imports': ['error', { patterns: ['node:*', 'react', 'react-*', 'idb', '@tanstack/*'] }],
    },
  },
  { ...jsxA11y.flatConfigs.recommended, files: ['src/**/*.tsx'] },
  {
    files: ['public/*.js'],
    languageOptions: {
      globals: {
        self: 'readonly',
        URL: 'readonly',
        URLPattern: 'readonly',
        importScripts: 'readonly',
        caches: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
      },
    },
  },
  {
    files: ['scripts/**/*.mjs', 'eslint.config.js'],
    languageOptions: { globals: { process: 'readonly', URL: 'readonly', console: 'readonly' } },
  },
);
