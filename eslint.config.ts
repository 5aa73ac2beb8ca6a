import { readFileSync } from 'node:fs';
import { defineConfig, globalIgnores } from 'eslint/config';
import jsdoc from 'eslint-plugin-jsdoc';
import tseslint from 'typescript-eslint';

/** Names that the root export of core gives to the world. */
const publicNames = [
  ...readFileSync(new URL('core/src/index.ts', import.meta.url), 'utf8').matchAll(/export \{([^}]*)\}/g),
]
  .flatMap(([, names = '']) => names.split(','))
  .map((name) => name.trim())
  .filter((name) => name !== '' && !name.startsWith('type '))
  .join('|');
/** Where those of them that are functions are declared. */
const publicFunctions = [
  `ExportNamedDeclaration > FunctionDeclaration[id.name=/^(${publicNames})$/]`,
  `ExportNamedDeclaration > VariableDeclaration > VariableDeclarator[id.name=/^(${publicNames})$/] > ArrowFunctionExpression`,
];

export default defineConfig([
  globalIgnores([
    '**/node_modules',
    '**/dist',
    '**/.astro',
    '.data',
    'web/drizzle',
    '**/*.mjs',
    '**/*.cjs',
    '**/env.d.ts',
  ]),
  {
    files: ['**/*.{ts,tsx}'],
    extends: [tseslint.configs.strictTypeChecked, tseslint.configs.stylisticTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/consistent-type-definitions': ['error', 'interface'],
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      // The classes of the contracts are plain data with rules on their fields: an object literal of that shape is one.
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      '@typescript-eslint/no-misused-spread': 'off',
      eqeqeq: 'error',
      'no-console': 'error',
    },
  },
  {
    // Decorated DTO classes hold nothing but their fields.
    files: ['web/src/contracts/**/*.ts'],
    rules: { '@typescript-eslint/no-extraneous-class': 'off' },
  },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'process',
        'window',
        'document',
        'fetch',
        'setTimeout',
        'setInterval',
        'crypto',
        'performance',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'core has no clock: take the time as an argument.' },
        { object: 'Math', property: 'random', message: 'core has no randomness: take the generator as an argument.' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'core has no clock.' },
      ],
    },
  },
  {
    // What a reader of the package meets is documented: what goes in, what comes out, and an example that a test runs.
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts', 'core/src/testing/**'],
    plugins: { jsdoc },
    rules: {
      'jsdoc/require-jsdoc': ['error', { require: { FunctionDeclaration: false }, contexts: publicFunctions }],
      'jsdoc/require-param': ['error', { contexts: publicFunctions, checkDestructured: false }],
      'jsdoc/require-returns': ['error', { contexts: publicFunctions }],
      'jsdoc/require-example': ['error', { contexts: publicFunctions }],
    },
  },
]);
