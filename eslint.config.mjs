import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'
import { unused } from './ops/lint-zones.mjs'

// The pages, with their templates, and what stands beside them; `oxlint.config.mjs` has the rest of the house.
export default tseslint.config(
  { ignores: ['*', '!web', 'web/app/sw-template.js'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/essential'].map((rules) => ({ files: ['web/**/*.ts', 'web/**/*.vue'], ...rules })),
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: tseslint.parser, extraFileExtensions: ['.vue'] } },
  },
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      // A browser's own box for figures drops a comma without a word.
      'vue/no-restricted-static-attribute': [
        'error',
        { key: 'type', value: 'number', element: 'input', message: 'use FigureBox: it reads a comma as a point' },
      ],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', unused],
    },
  },
  {
    ignores: ['**/*.test.ts', 'web/testing/**'],
    rules: {
      // A page opened over the shop's network by plain HTTP is no secure context.
      'no-restricted-properties': [
        'error',
        {
          object: 'crypto',
          property: 'randomUUID',
          message: 'use newId(): a page opened by plain HTTP does not have it',
        },
        { object: 'crypto', property: 'subtle', message: 'a page opened by plain HTTP does not have it' },
      ],
    },
  },
)
