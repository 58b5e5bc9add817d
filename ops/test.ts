import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { build } from './build'
import { ensure, needs } from './debian'
import { openHome } from './home'
import { startDatabase } from './mariadb'
import { say } from './say'

const signals = ['SIGINT', 'SIGTERM', 'SIGHUP'] as const

interface Report {
  numPassedTests: number
  numFailedTests: number
  numPendingTests: number
}

/** Runs a step to its end; when this command is told to leave, the step is too. */
async function step(what: string, command: string, args: string[], env: NodeJS.ProcessEnv = {}): Promise<boolean> {
  say(`\n— ${what}`)
  const child = spawn(command, args, { stdio: 'inherit', env: { ...process.env, ...env } })
  const leave = () => child.kill('SIGTERM')
  for (const signal of signals) process.on(signal, leave)
  const code = await new Promise<number | null>((resolve) => child.once('exit', resolve))
  for (const signal of signals) process.off(signal, leave)
  return code === 0
}

/**
 * All tests: lint and types, then units, the server against a MariaDB of its own, and the
 * interface in a real browser. Everything it starts has its own folders and ports, so it
 * runs beside a running copy.
 *
 * @param args further words go to Vitest, e.g. a file's name
 */
export async function test(args: string[]): Promise<number> {
  ensure(needs.mariadb, needs.chromium)
  const checks =
    args.length > 0 ||
    ((await step('Lint', 'npx', ['eslint', '.'])) && (await step('Types', 'npm', ['run', '--silent', 'typecheck'])))
  await build()
  const root = mkdtempSync(join(tmpdir(), 'evenbore-test-'))
  const home = openHome('demo', root)
  const database = await startDatabase(home, { forTests: true, relaxed: true })
  const report = join(root, 'report.json')
  let passed = false
  let counts: Report = { numPassedTests: 0, numFailedTests: 0, numPendingTests: 0 }
  try {
    passed = await step(
      'Tests',
      'npx',
      ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`, ...args],
      {
        EVENBORE_TEST_DB: JSON.stringify(database.address),
        EVENBORE_THREAD: resolve('dist/server/thread.js'),
        NODE_OPTIONS: '',
      },
    )
    counts = JSON.parse(readFileSync(report, 'utf8')) as Report
  } finally {
    await database.stop()
    rmSync(root, { recursive: true, force: true })
    rmSync(home.run, { recursive: true, force: true })
  }
  if (!checks) say('\nLint or types failed; see above.')
  say(`\n${counts.numPassedTests} passed, ${counts.numFailedTests} failed, ${counts.numPendingTests} skipped`)
  return checks && passed && counts.numPassedTests > 0 ? 0 : 1
}
