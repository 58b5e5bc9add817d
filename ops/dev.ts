import { spawn, type ChildProcess } from 'node:child_process'
import { chmodSync, mkdirSync, writeFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { build } from './build'
import { openHome } from './home'
import { ensure, needs } from './debian'
import { startDatabase } from './mariadb'
import { freePort } from './processes'
import { say } from './say'
import { serverEnvironment } from './serve'

const hook = `#!/bin/sh
# Put here by ./evenbore dev --hooks: what is committed is formatted and passes the lint.
files=$(git diff --cached --name-only --diff-filter=ACM | grep -E '\\.(ts|mts|mjs|vue|json|css|html)$')
[ -z "$files" ] && exit 0
echo "$files" | xargs npx prettier --check || { echo "Run: npx prettier --write ."; exit 1; }
code=$(echo "$files" | grep -E '\\.(ts|mts|mjs|vue)$')
[ -z "$code" ] || { echo "$code" | xargs npx eslint --no-warn-ignored && npx oxlint -c oxlint.config.mjs --type-aware; }
`

/** Puts the check before a commit where git looks for it. */
function addHook(): void {
  mkdirSync('.git/hooks', { recursive: true })
  writeFileSync('.git/hooks/pre-commit', hook)
  chmodSync('.git/hooks/pre-commit', 0o755)
  say('Before each commit its files are checked now: .git/hooks/pre-commit')
}

/**
 * `dev`: server and page of the demo, both watching their sources. The page is served by Vite,
 * which brings what changed at once; the server starts anew at each change.
 */
export async function dev({ hooks }: { hooks: boolean }): Promise<void> {
  if (hooks) addHook()
  ensure(needs.mariadb)
  // Papers, plans and long calculations run in threads, which are built: start anew where those change.
  await build()
  const database = await startDatabase(openHome('demo'))
  const port = await freePort(4790)
  const env = {
    ...serverEnvironment(database.address, { port, host: '127.0.0.1', demo: true }),
    NODE_ENV: 'development',
    EVENBORE_THREAD: resolve('dist/server/thread.js'),
  }
  const page = { ...process.env, EVENBORE_API: `http://127.0.0.1:${port}` }
  const children: ChildProcess[] = [
    spawn(process.execPath, ['--watch', '--import', 'tsx', 'server/main.ts'], { stdio: 'inherit', env }),
    spawn('node_modules/.bin/vite', ['--config', 'web/vite.config.ts', '--host', '127.0.0.1'], {
      stdio: 'inherit',
      env: page,
    }),
  ]
  say('The page is at the address that Vite prints below; /bench shows the parts of the bench in all their states.')
  const leave = () => children.forEach((c) => c.kill('SIGTERM'))
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.once(signal, leave)
  await Promise.all(children.map((c) => new Promise((resolve) => c.once('exit', resolve))))
  await database.stop()
}
