import js from '@eslint/js';
import angular from 'angular-eslint';
import prettier from 'eslint-config-prettier';
import ts from 'typescript-eslint';

/** Arrows go one way: what a folder may not import, and why. */
const forbid = (files, patterns) => ({ files, rules: { 'no-restricted-imports': ['error', { patterns }] } });
const no = (group, message) => ({ group, message });
/** The list of what others may use would bring all of it to every page (scripts are cut by files). */
const whole = {
  regex: '^@vilko/(core|contract)(/(golfer|live|words))?$',
  message: 'pages fetch files, not everything: import from the file itself',
};

export default ts.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '.angular/**',
      '**/.angular/**',
      '.data/**',
      '**/*.mjs',
      '**/*.cjs',
      'server/src/db/migrations/**',
    ],
  },
  js.configs.recommended,
  ...ts.configs.strictTypeChecked.map((c) => ({ ...c, files: ['**/*.ts'] })),
  {
    files: ['**/*.ts'],
    languageOptions: {
      parserOptions: {
        project: [
          'core/tsconfig.spec.json',
          'contract/tsconfig.json',
          'server/tsconfig.spec.json',
          'server/tsconfig.drizzle.json',
          'cli/tsconfig.spec.json',
          'web/tsconfig.eslint.json',
          'web/tsconfig.worker.json',
          'e2e/tsconfig.json',
          'bench/tsconfig.json',
          'scripts/tsconfig.json',
        ],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off', // typed arrays under noUncheckedIndexedAccess
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true, allowBoolean: true }],
      '@typescript-eslint/no-confusing-void-expression': [
        'error',
        { ignoreArrowShorthand: true, ignoreVoidReturningFunctions: true },
      ],
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      '@typescript-eslint/no-invalid-void-type': 'off', // Angular's output<void>()
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off', // Angular CDK takes literals
      '@typescript-eslint/no-unnecessary-condition': 'off',
      '@typescript-eslint/prefer-literal-enum-member': 'off',
      '@typescript-eslint/no-extraneous-class': 'off',
      '@typescript-eslint/unified-signatures': 'off',
      '@typescript-eslint/no-misused-spread': 'off',
      '@typescript-eslint/no-unnecessary-type-parameters': 'off',
      '@typescript-eslint/no-dynamic-delete': 'off',
      'no-self-compare': 'off', // x === x asks whether a sample is defined
      'no-console': 'off',
    },
  },
  forbid(
    ['core/src/**/*.ts'],
    [
      {
        regex: '^(?!\\.|#unpack$|zod$|fflate$|@stdlib/)',
        message: 'core knows nobody but zod, fflate and a library of distributions',
      },
    ],
  ),
  {
    files: ['core/src/**/*.spec.ts', 'core/src/testing/**', 'core/src/**/*.node.ts'],
    rules: { 'no-restricted-imports': 'off' },
  },
  forbid(
    ['contract/src/**/*.ts'],
    [
      no(
        ['@angular/*', 'node:*', 'fastify', 'drizzle-orm*', '@vilko/server*', '@vilko/web*'],
        'contract uses core only',
      ),
      whole,
    ],
  ),
  forbid(['server/src/**/*-routes.ts'], [no(['drizzle-orm*', '**/db/schema*'], 'routes never import Drizzle')]),
  forbid(['web/src/**/*.ts'], [whole]),
  forbid(['web/src/app/drawing/**/*.ts'], [whole, no(['@ngrx/*', '**/state/*'], 'drawing knows no state')]),
  ...angular.configs.tsRecommended.map((c) => ({ ...c, files: ['web/**/*.ts'] })),
  ...angular.configs.templateRecommended.map((c) => ({ ...c, files: ['web/**/*.html'] })),
  ...angular.configs.templateAccessibility.map((c) => ({ ...c, files: ['web/**/*.html'] })),
  {
    files: ['web/**/*.ts'],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'vk', style: 'kebab-case' }],
      '@angular-eslint/no-output-native': 'off',
    },
  },
  {
    files: ['**/*.ts'],
    rules: {
      'max-len': [
        'error',
        { code: 120, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true },
      ],
    },
  },
  // what a caller must name: more than four in a row are mistaken for each other
  {
    files: ['{core,contract,server,cli,web}/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      'max-params': ['error', 4],
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
    },
  },
  // longer yet: one loop over bytes that a call would slow, the stand-in device
  {
    files: ['core/src/formats/csv/csv-rows.ts', 'server/src/device/main.ts'],
    rules: { 'max-lines-per-function': 'off' },
  },
  { files: ['core/src/drills/picture.ts'], rules: { 'max-len': 'off' } }, // figures of the body, a pose a line
);
