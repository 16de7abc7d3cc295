import next from 'eslint-config-next'
import tseslint from 'typescript-eslint'
import { MANY_BRANCHES, MANY_PARAMETERS } from './eslint.debt.mjs'

export default tseslint.config(
  {
    ignores: [
      '.next/',
      'public/sw.js',
      'node_modules/',
      '.data/',
      'next-env.d.ts',
      'test-results/',
      'playwright-report/',
    ],
  },
  ...next,
  ...tseslint.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': [
        'error',
        { checksVoidReturn: { attributes: false, arguments: false } },
      ],
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-empty-object-type': 'off',
    },
  },
  {
    files: ['src/core/**', 'src/season/**', 'src/data/**', 'src/interchange/**', 'src/words/**'],
    rules: { 'no-console': ['error', { allow: ['error'] }] },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The core has no clock: take the day as a parameter.' },
        {
          object: 'Math',
          property: 'random',
          message: 'The core draws no lots: take a seeded generator as a parameter.',
        },
      ],
    },
  },
  { files: ['**/*.ts', '**/*.tsx'], ignores: MANY_PARAMETERS, rules: { 'max-params': ['error', 4] } },
  { files: ['**/*.ts', '**/*.tsx'], ignores: MANY_BRANCHES, rules: { complexity: ['error', 20] } },
  { files: ['e2e/**'], rules: { 'react-hooks/rules-of-hooks': 'off' } },
)
