import { unused, zones } from './ops/lint-zones.mjs'

const recommended = [
  'no-var',
  'prefer-const',
  'prefer-rest-params',
  'prefer-spread',
  'no-array-constructor',
  'no-unused-expressions',
  'typescript/ban-ts-comment',
  'typescript/no-duplicate-enum-values',
  'typescript/no-empty-object-type',
  'typescript/no-explicit-any',
  'typescript/no-extra-non-null-assertion',
  'typescript/no-misused-new',
  'typescript/no-namespace',
  'typescript/no-non-null-asserted-optional-chain',
  'typescript/no-require-imports',
  'typescript/no-this-alias',
  'typescript/no-unnecessary-type-constraint',
  'typescript/no-unsafe-declaration-merging',
  'typescript/no-unsafe-function-type',
  'typescript/no-wrapper-object-types',
  'typescript/prefer-as-const',
  'typescript/prefer-namespace-keyword',
  'typescript/triple-slash-reference',
]

const eachTo = (to, rules) => Object.fromEntries(rules.map((rule) => [rule, to]))

// All of the house; the scripts of its pages by the rules that know types and circles, since ESLint has their templates.
export default {
  plugins: ['typescript', 'import'],
  jsPlugins: [{ name: 'paths', specifier: 'eslint-plugin-import-x' }],
  settings: { 'import-x/resolver': { typescript: { project: './tsconfig.json' } } },
  categories: { correctness: 'off' },
  ignorePatterns: ['testing/toy', 'web/app/sw-template.js'],
  rules: {
    ...eachTo('error', recommended),
    'no-unused-vars': ['error', unused],
    'import/no-cycle': ['error', { ignoreTypes: false }],
    'typescript/no-floating-promises': 'error',
    'typescript/await-thenable': 'error',
    'typescript/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
    'paths/no-restricted-paths': ['error', { zones }],
  },
  overrides: [
    { files: ['dist/pages/**'], rules: eachTo('off', [...recommended, 'no-unused-vars', 'paths/no-restricted-paths']) },
    {
      files: ['core/**/*.ts'],
      excludeFiles: ['**/*.test.ts'],
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
  ],
}
