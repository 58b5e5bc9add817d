import { readdirSync } from 'node:fs'
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript'
import importX from 'eslint-plugin-import-x'
import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

/** Every stage's own folder. */
const stages = readdirSync('web/works', { withFileTypes: true })
  .filter((work) => work.isDirectory())
  .flatMap((work) =>
    readdirSync(`web/works/${work.name}`, { withFileTypes: true })
      .filter((s) => s.isDirectory())
      .map((stage) => `./web/works/${work.name}/${stage.name}`),
  )

/** Imports run one way: core ← contract ← server, web; a stage never looks into another stage. */
const zones = [
  {
    target: './core',
    from: ['./contract', './server', './web', './ops', './e2e', './testing'],
    message: 'core imports nothing of the house',
  },
  {
    target: './contract',
    from: ['./server', './web', './ops', './e2e', './testing'],
    message: 'contract imports core only',
  },
  {
    target: './server',
    from: ['./web', './ops', './e2e', './testing'],
    message: 'server and web never import each other',
  },
  {
    target: './web',
    from: ['./server', './ops', './e2e', './testing'],
    message: 'server and web never import each other',
  },
  ...stages.map((stage) => ({
    target: stage,
    from: stages.filter((s) => s !== stage),
    message: 'a stage imports from no other stage',
  })),
  { target: './web/bench', from: ['./web/works', './web/pages'], message: 'the bench knows no stage' },
]

export default tseslint.config(
  { ignores: ['testing/toy', 'dist', 'node_modules', '.evenbore', 'web/app/sw-template.js'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/essential'].map((rules) => ({ files: ['web/**/*.ts', 'web/**/*.vue'], ...rules })),
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: tseslint.parser, extraFileExtensions: ['.vue'] } },
  },
  {
    plugins: { 'import-x': importX },
    settings: { 'import-x/resolver-next': [createTypeScriptImportResolver({ project: './tsconfig.json' })] },
    rules: {
      'import-x/no-restricted-paths': ['error', { zones: zones.map((z) => ({ ...z })) }],
      'no-restricted-globals': 'off',
      'vue/multi-word-component-names': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  {
    files: ['web/**/*.ts', 'web/**/*.vue'],
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
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'fetch',
        'setTimeout',
        'setInterval',
        'localStorage',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
      'no-restricted-imports': ['error', { patterns: ['node:*', 'vue', 'fastify', 'sequelize'] }],
    },
  },
)
