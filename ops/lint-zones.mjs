import { readdirSync } from 'node:fs'

// What both lints are told of the house: ESLint, which reads the pages, and the native one, which reads all else.

/** Every stage's own folder. */
const stages = readdirSync('web/works', { withFileTypes: true })
  .filter((work) => work.isDirectory())
  .flatMap((work) =>
    readdirSync(`web/works/${work.name}`, { withFileTypes: true })
      .filter((s) => s.isDirectory())
      .map((stage) => `./web/works/${work.name}/${stage.name}`),
  )

/** Every work's own folder in core. */
const works = readdirSync('core/works', { withFileTypes: true })
  .filter((work) => work.isDirectory())
  .map((work) => work.name)

/** Imports run one way: core ← contract ← server, web; a stage never looks into another stage. */
export const zones = [
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
  {
    target: './web/bench/**/!(*.test.ts)',
    from: ['./web/works', './web/pages', ...works.map((work) => `./core/works/${work}`)],
    message: 'the bench knows no work',
  },
]

/** A name that is not used begins with a line. */
export const unused = { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }
