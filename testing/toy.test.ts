import { spawnSync } from 'node:child_process'
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { build } from 'esbuild'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { oneChecker, unswept } from '../ops/check'

/**
 * A work with one stage, one kind and one section, in folders of its own, is added to a copy of the
 * house by four lines and carried through it. What is left out is named by a failing check.
 */
const house = mkdtempSync(join(tmpdir(), 'evenbore-toy-'))
const parts = ['core', 'contract', 'server', 'web', 'package.json', 'tsconfig.json', 'vitest.config.ts']

/** The four lines that are written outside the folders of the work: where, before what, and which. */
const lines: [file: string, before: string, line: string][] = [
  [
    'core/works/stage-table.ts',
    "  { name: 'record',",
    "  { name: 'lay-gaskets', phase: 'build', work: 'gaskets', choice: 'gaskets', hours: { once: 0.2, place: 0.1 } },\n",
  ],
  ['core/works/works.ts', '', "export * as gaskets from './gaskets/data'\n"],
  ['core/works/logics.ts', '', "export * as gaskets from './gaskets/logic'\n"],
  ['core/sim/works.ts', '', "export { plays as gaskets } from './gaskets/plays'\n"],
]

function write([file, before, line]: (typeof lines)[number]): void {
  const path = join(house, file)
  const text = readFileSync(path, 'utf8')
  writeFileSync(path, before ? text.replace(before, line + before) : text + line)
}

/** Runs a check in the copy. @returns how it ended, and everything it said */
function run(command: string, args: string[], env: NodeJS.ProcessEnv = {}): { status: number | null; said: string } {
  const done = spawnSync(join('node_modules', command), args, {
    cwd: house,
    encoding: 'utf8',
    env: { ...process.env, NO_COLOR: '1', EVENBORE_THREAD: join(house, 'dist/thread.js'), ...env },
  })
  return { status: done.status, said: done.stdout + done.stderr }
}
/** The type check of the copy; what has not changed since the last one is not looked at again. */
const types = () =>
  run(
    'typescript-native/bin/tsc',
    ['--noEmit', ...oneChecker, '-p', 'tsconfig.json', '--incremental', '--tsBuildInfoFile', 'dist/types.json'],
    unswept,
  )
/** Tests of the copy, of the house and of its pages, that are about the toy; whether other works have it all is looked at where they are. */
const tests = (names: RegExp, ...files: string[]) =>
  // One after the other in one process: what they share is brought once.
  run('.bin/vitest', ['run', '--project', 'house', '--project', 'web', '-t', names.source, ...files], {
    VITEST_MAX_WORKERS: '1',
  })

/** What looks at the words of a work. */
const words = ['words', 'say-move'].map((name) => `contract/words/${name}.test.ts`)

/** Leaves a part out, looks, and puts it back. */
function without(file: string, look: () => void, change: (text: string) => string | null = () => null): void {
  const path = join(house, file)
  const text = readFileSync(path, 'utf8')
  const left = change(text)
  if (left === null) rmSync(path)
  else writeFileSync(path, left)
  look()
  writeFileSync(path, text)
}

beforeAll(async () => {
  for (const part of parts) cpSync(part, join(house, part), { recursive: true })
  symlinkSync(resolve('node_modules'), join(house, 'node_modules'))
  cpSync('testing/toy', house, { recursive: true })
  lines.forEach(write)
  await build({
    absWorkingDir: house,
    entryPoints: { thread: 'server/work/thread.ts' },
    outdir: 'dist',
    bundle: true,
    splitting: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    logLevel: 'error',
  })
}, 240_000)
afterAll(() => rmSync(house, { recursive: true, force: true }))

describe('a new work', () => {
  it('is carried from intake to a signed record by four lines outside its folders', () => {
    const { status, said } = tests(
      /is carried from intake|the message file|lay-gaskets/,
      'server/carry.test.ts',
      'server/record/works.test.ts',
      ...words,
      'web/works/works.test.ts',
    )
    expect(status, said).toBe(0)
    // Its way to the record, its record, its words, its screen.
    for (const file of [
      'server/carry',
      'server/record/works',
      'contract/words/words',
      'contract/words/say-move',
      'web/works/works',
    ])
      expect(said).toMatch(new RegExp(`✓ .*${file}.test.ts \\(\\d+ tests?[^)]*\\)`))
  }, 600_000)

  it('compiles as it is, and by itself names what was forgotten of it', () => {
    expect(types()).toMatchObject({ status: 0, said: '' })
    const [table, , logics] = lines
    without(
      'core/works/logics.ts',
      () =>
        without(
          'core/works/stage-table.ts',
          () => {
            // A figure that a turn neither asks nor gives, and one without bounds.
            without(
              'core/works/gaskets/lay/steps.ts',
              () => {
                const { said } = types()
                expect(said).toMatch(/core\/works\/logic\.ts.*Property 'gaskets' is missing/s)
                expect(said).toMatch(/core\/works\/stage-table\.ts.*Property 'hours' is missing/s)
                expect(said).toMatch(/gaskets\/lay\/steps\.ts.*'gapMm' is missing/s)
              },
              (text) => text.replace('    gapMm: {},\n', ''),
            )
          },
          (text) => text.replace(table![2], table![2].replace(/, hours: \{.*?\}/, '')),
        ),
      (text) => text.replace(logics![2], ''),
    )
  }, 600_000)

  it('without its words and its record fails and says so', () => {
    without('contract/words/en/gaskets.json', () =>
      without('core/works/gaskets/record.ts', () => {
        const { status, said } = tests(/the message file|lay-gaskets/, ...words, 'server/record/works.test.ts')
        expect(status).not.toBe(0)
        expect(said).toMatch(/en\/gaskets\.json/)
        expect(said).toMatch(/core\/works\/gaskets\/record\.ts gives no record/)
      }),
    )
  }, 240_000)

  it('without what its simulated unit answers fails and says so', () => {
    const [, , , plays] = lines
    without(
      'core/sim/works.ts',
      () => {
        const { status, said } = tests(/is carried from intake/, 'server/carry.test.ts')
        expect(status).not.toBe(0)
        expect(said).toMatch(/Nothing is known of lay-gasket thicknessMm/)
      },
      (text) => text.replace(plays![2], ''),
    )
  }, 240_000)

  it('without its screen, a sentence, the name of its stage or of its act fails and says each', () => {
    const left = [
      '"bare": "nothing lies there.",',
      '"stage": { "lay-gaskets": "Gaskets" },',
      '"act": { "lay-gasket": "gasket laid" },',
      ', "gapMm": "Which leaf goes beside it?"',
      '"not-laid": "Nothing lies there yet: {cylinders}.", ',
      '"order": { "already-laid": "one lies there already" },',
    ]
    without('web/works/gaskets/views.ts', () =>
      without(
        'contract/words/en/gaskets.json',
        () => {
          const { status, said } = tests(/the message file|lay-gaskets/, ...words, 'web/works/works.test.ts')
          expect(status).not.toBe(0)
          for (const message of [
            /no more: lay-gaskets.*'bare'/s,
            /stage\.lay-gaskets/,
            /act\.lay-gasket/,
            /lay-gasket\.gapMm/,
            /gate\.not-laid/,
            /order\.already-laid/,
            /The stage lay-gaskets has no screen: web\/works\/gaskets\/views\.ts/,
          ])
            expect(said).toMatch(message)
        },
        (text) => {
          for (const part of left) expect(text).toContain(part)
          return left.reduce((rest, part) => rest.replace(part, ''), text)
        },
      ),
    )
  }, 240_000)
})
