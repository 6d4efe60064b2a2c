import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'
import maxOwnLines from './tools/lint/maxOwnLines.mjs'

const TESTS = ['**/*.test.ts', 'e2e/**', 'bench/**']

export default ts.config(
  { ignores: ['**/dist/', '**/node_modules/', 'demo/made/', '.cache/', 'docs/'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    files: ['**/*.ts', '**/*.vue', '**/*.mjs'],
    rules: {
      'no-console': ['error', { allow: ['error', 'warn'] }],
      'no-param-reassign': 'error',
      'no-undef': 'off',
      'prefer-const': 'error',
      eqeqeq: 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      'vue/multi-word-component-names': 'error',
      'vue/require-default-prop': 'off',
    },
  },
  {
    files: ['core/src/**/*.ts', 'app/src/**/*.ts', 'cli/src/**/*.ts', 'server/src/**/*.ts'],
    ignores: TESTS,
    rules: {
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    // A composable or a store is one closure over its state: what it holds is counted function by function.
    files: [
      'app/src/**/use*.ts',
      'app/src/session/**/*.ts',
      'app/src/gesture/*.ts',
      'app/src/command/*Commands.ts',
      'app/src/**/*.vue',
    ],
    plugins: { house: { rules: { 'max-own-lines': maxOwnLines } } },
    rules: {
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': 'off',
      'house/max-own-lines': ['error', { max: 60 }],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: TESTS,
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'Date',
        'performance',
        'crypto',
        'fetch',
      ],
    },
  },
  {
    files: ['tools/**', 'cli/**', 'server/src/main.ts', 'bench/**', 'e2e/**', 'demo/**'],
    rules: { 'no-console': 'off' },
  },
  prettier,
)
