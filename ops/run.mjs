// What must be there before anything of TypeScript can run: a good Node.js and the npm packages of the lock file.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'

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
    console.error(
      'npm could not install the packages. Check that the npm registry can be reached, then run this again.',
    )
    process.exit(1)
  }
  writeFileSync(mark, lock)
}

/** The newest change below a folder, ms. */
function newest(path) {
  const { mtimeMs } = statSync(path)
  return statSync(path).isDirectory()
    ? Math.max(mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))))
    : mtimeMs
}

/** One calculation: the core bundled once, so that an answer is there in a moment. */
async function calc() {
  const bundle = join('dist', 'calc.mjs')
  if (
    !existsSync(bundle) ||
    statSync(bundle).mtimeMs < Math.max(newest('core'), newest(join('ops', 'calc.ts')), newest('package-lock.json'))
  ) {
    const { build } = await import('esbuild')
    await build({
      entryPoints: ['ops/calc.ts'],
      outfile: bundle,
      bundle: true,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      external: ['highs'],
      logLevel: 'error',
    })
  }
  await import(pathToFileURL(join(root, bundle)).href)
}

/** Everything else, by a process of its own that reads the TypeScript as it is. */
function command() {
  // In the same process group as the terminal, so that Ctrl-C reaches it; it stops its own children.
  const child = spawn(process.execPath, ['--import', 'tsx', 'ops/main.ts', ...process.argv.slice(2)], {
    stdio: 'inherit',
  })
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => child.kill(signal))
  child.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)))
}

if (process.argv[2] === 'calc') {
  process.argv.splice(2, 1)
  await calc()
} else command()
