import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import { say, StepFailed } from './say'
import { unpackFont } from './unpack-font'

const sources = [
  'core',
  'contract',
  'server',
  'web',
  'package-lock.json',
  'package.json',
  'ops/build.ts',
  'ops/unpack-font.ts',
]

function* filesOf(path: string): Generator<string> {
  if (!existsSync(path)) return
  if (statSync(path).isFile()) yield path
  else for (const name of readdirSync(path).sort()) yield* filesOf(join(path, name))
}

function sourceMark(): string {
  const hash = createHash('sha256')
  for (const source of sources) for (const file of filesOf(source)) hash.update(file).update(readFileSync(file))
  return hash.digest('hex')
}

const { BROTLI_PARAM_QUALITY } = constants
/** The best there is for scripts; of what is large and loaded by few, a little less in a tenth of the time. */
const qualityOf = (bytes: number) => (bytes > 1_000_000 ? 9 : 11)

/** Lays a compressed copy beside each file of the interface, once, so that none is compressed when it is asked for. */
function compress(folder: string): void {
  for (const file of filesOf(folder)) {
    const content = readFileSync(file)
    if (!/\.(js|css|html|json|svg|wasm|webmanifest)$/.test(file) || content.length < 300) continue
    writeFileSync(
      `${file}.br`,
      brotliCompressSync(content, { params: { [BROTLI_PARAM_QUALITY]: qualityOf(content.length) } }),
    )
    writeFileSync(`${file}.gz`, gzipSync(content, { level: 9 }))
  }
}

/** Lays the fonts of the papers beside the server, unpacked. */
function layFonts(folder: string): void {
  mkdirSync(folder, { recursive: true })
  for (const family of ['archivo-narrow', 'red-hat-mono']) {
    const files = join('node_modules/@fontsource', family, 'files')
    for (const name of readdirSync(files).filter((file) => /-latin-\d+-normal\.woff$/.test(file)))
      writeFileSync(join(folder, name.replace(/woff$/, 'ttf')), unpackFont(readFileSync(join(files, name))))
  }
}

/** Builds server and interface into `dist/`, unless they are built from these very sources. */
export async function build(): Promise<void> {
  const mark = sourceMark()
  if (existsSync('dist/mark') && readFileSync('dist/mark', 'utf8') === mark) return
  say('Building the server and the interface …')
  try {
    // Brought only where something is to be built: a start that finds it built need not wait for them.
    const [esbuild, vite] = await Promise.all([import('esbuild'), import('vite')])
    await esbuild.build({
      entryPoints: {
        main: 'server/main.ts',
        thread: 'server/work/thread.ts',
        // One that holds servers open one after the other brings this.
        'open-server': 'server/open-server.ts',
      },
      outdir: 'dist/server',
      bundle: true,
      splitting: true,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      packages: 'external',
      sourcemap: 'linked',
      logLevel: 'error',
    })
    layFonts('dist/server/fonts')
    // Whatever this was started from: an interface that is built for tests would keep nothing on its devices.
    const { NODE_ENV } = process.env
    process.env.NODE_ENV = 'production'
    await vite
      .build({ root: 'web', configFile: 'web/vite.config.ts', mode: 'production', logLevel: 'error' })
      .finally(() => {
        if (NODE_ENV === undefined) delete process.env.NODE_ENV
        else process.env.NODE_ENV = NODE_ENV
      })
    compress('dist/web')
  } catch (error) {
    throw new StepFailed('The build failed.', error instanceof Error ? error.message : String(error))
  }
  writeFileSync('dist/mark', mark)
}
