// What must be there before anything of TypeScript can run: a good Node.js and the npm packages of the lock file.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = join(dirname(fileURLToPath(import.meta.url)), '..')
process.chdir(root)

const [major, minor] = process.versions.node.split('.').map(Number)
if (major < 20 || (major === 20 && minor < 19)) {
  console.error(`Even Bore needs Node.js 20.19 or newer; this is ${process.versions.node}.`)
  process.exit(1)
}

const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex')
const mark = join('node_modules', '.installed-lock')
if (!existsSync(mark) || readFileSync(mark, 'utf8') !== lock) {
  console.error('Installing the npm packages of the lock file (once) …')
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { stdio: ['ignore', 2, 2] })
  if (done.status !== 0) {
    console.error('npm could not install the packages. Check that the npm registry can be reached, then run this again.')
    process.exit(1)
  }
  writeFileSync(mark, lock)
}

// In the same process group as the terminal, so that Ctrl-C reaches it; it stops its own children.
const entry = process.argv[2] === 'calc' ? 'ops/calc.ts' : 'ops/main.ts'
const rest = process.argv[2] === 'calc' ? process.argv.slice(3) : process.argv.slice(2)
const child = spawn(process.execPath, ['--import', 'tsx', entry, ...rest], { stdio: 'inherit' })
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => child.kill(signal))
child.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)))
