import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { build } from './build'
import { ensure, needs } from './debian'
import { openHome } from './home'
import { startDatabase } from './mariadb'
import { endAllWith } from './processes'
import { say } from './say'

const signals = ['SIGINT', 'SIGTERM', 'SIGHUP'] as const

interface Ended {
  good: boolean
  said: string
}
interface Check extends Ended {
  what: string
}

interface Report {
  numPassedTests: number
  numFailedTests: number
  numPendingTests: number
}

/** Steps under way. */
const running = new Set<ChildProcess>()

/** Runs a step to its end; when this command is told to leave, the step is too. */
async function step(command: string, args: string[], env: NodeJS.ProcessEnv = {}, quiet = false): Promise<Ended> {
  const child = spawn(command, args, {
    stdio: quiet ? ['ignore', 'pipe', 'pipe'] : 'inherit',
    env: { ...process.env, ...env },
  })
  running.add(child)
  let said = ''
  child.stdout?.on('data', (d: Buffer) => (said += d.toString()))
  child.stderr?.on('data', (d: Buffer) => (said += d.toString()))
  const leave = () => child.kill('SIGTERM')
  for (const signal of signals) process.on(signal, leave)
  const code = await new Promise<number | null>((resolve) => child.once('exit', resolve))
  running.delete(child)
  for (const signal of signals) process.off(signal, leave)
  return { good: code === 0, said }
}

/** Formatting, lint and types, one after the other beside build and tests: what they say is told at the end. */
async function checkBeside(givenUp: AbortSignal): Promise<Check[]> {
  const found: Check[] = []
  // What they make lives long: a larger nursery is swept less often, which saves them a fifth of their time.
  const env = { NODE_OPTIONS: '--max-semi-space-size=64' }
  for (const what of ['Formatting', 'Lint', 'Types']) {
    if (givenUp.aborted) break
    const args = ['--import', 'tsx', 'ops/check.ts', what.toLowerCase()]
    found.push({ what, ...(await step(process.execPath, args, env, true)) })
  }
  return found
}

/**
 * All tests: formatting, lint and types beside them; units, the server against a MariaDB of its own, and the
 * interface in a real browser. Everything it starts has its own folders and ports, so it
 * runs beside a running copy.
 *
 * @param args further words go to Vitest, e.g. a file's name
 */
export async function test(args: string[]): Promise<number> {
  ensure(needs.mariadb, needs.chromium)
  const noBuild = new AbortController()
  const checking = args.length > 0 ? Promise.resolve([]) : checkBeside(noBuild.signal)
  await build().catch((error: unknown) => {
    noBuild.abort()
    for (const child of running) child.kill('SIGTERM')
    throw error
  })
  const root = mkdtempSync(join(tmpdir(), 'evenbore-test-'))
  const home = openHome('demo', root)
  const database = await startDatabase(home, { forTests: true, relaxed: true })
  const report = join(root, 'report.json')
  let passed = false
  let beside: Check[] = []
  let counts: Report = { numPassedTests: 0, numFailedTests: 0, numPendingTests: 0 }
  try {
    say('\n— Tests')
    const env = {
      EVENBORE_TEST_DB: JSON.stringify(database.address),
      EVENBORE_TEST_RUN: root,
      EVENBORE_THREAD: resolve('dist/server/thread.js'),
      NODE_OPTIONS: '--max-semi-space-size=64',
    }
    const reporters = ['--reporter=default', '--reporter=json', `--outputFile.json=${report}`]
    passed = (await step('npx', ['vitest', 'run', ...reporters, ...args], env)).good
    beside = await checking
    counts = JSON.parse(readFileSync(report, 'utf8')) as Report
  } finally {
    await endAllWith(`EVENBORE_TEST_RUN=${root}`)
    await database.stop()
    rmSync(root, { recursive: true, force: true })
    rmSync(home.run, { recursive: true, force: true })
  }
  for (const { what, good, said } of beside) say(`\n— ${what}: ${good ? 'good' : `not good\n${said}`}`)
  say(`\n${counts.numPassedTests} passed, ${counts.numFailedTests} failed, ${counts.numPendingTests} skipped`)
  return passed && beside.every((c) => c.good) && counts.numPassedTests > 0 ? 0 : 1
}
