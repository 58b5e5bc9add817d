import { createHash } from 'node:crypto'
import { readFileSync, writeFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import VueI18n from '@intlify/unplugin-vue-i18n/vite'
import tailwind from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { defineConfig, type Plugin } from 'vite'
import { awayPage } from '../contract/words/problem-page'

/**
 * Writes the service worker, and all scripts and styles as one file beside it: a device asks once for what it keeps, not
 * for each of two hundred. Fonts and other packed things it asks for by themselves.
 */
function serviceWorker(): Plugin {
  const isText = (file: string) => /\.(js|css)$/.test(file)
  let pack = ''
  return {
    name: 'service-worker',
    apply: 'build',
    generateBundle(_, bundle) {
      const names = Object.keys(bundle).sort()
      const files = names.filter((f) => /\.(woff2|wasm)$/.test(f)).map((f) => `/${f}`)
      const mark = createHash('sha256').update(names.join()).digest('hex').slice(0, 12)
      pack = `assets/kept-${mark}.json`
      const source = readFileSync(here('app/sw-template.js'), 'utf8')
        .replace('__FILES__', JSON.stringify(files))
        .replace('__PACK__', `/${pack}`)
        .replace('__MARK__', mark)
        .replace('__AWAY_PAGE__', () => JSON.stringify(awayPage()))
      this.emitFile({ type: 'asset', fileName: 'sw.js', source })
    },
    writeBundle({ dir }, bundle) {
      const read = (file: string) => readFileSync(join(dir!, file), 'utf8')
      const kept = Object.fromEntries(
        Object.keys(bundle)
          .filter((f) => isText(f) && f !== 'sw.js')
          .map((f) => [`/${f}`, read(f)]),
      )
      writeFileSync(join(dir!, pack), JSON.stringify(kept))
    },
  }
}

/** What Zod makes JSON schemas with, file by file. Another version may have it otherwise: then the build stops and says so. */
const jsonSchemaFiles = {
  'json-schema-processors.js': /^(\w+Processor|allProcessors|aggregateChecks|toJSONSchema)$/,
  'to-json-schema.js':
    /^(initializeContext|handleUnrepresentable|processSchema|extractDefs|finalize|createToJSONSchemaMethod|createStandardJSONSchemaMethod)$/,
} as const

/** Leaves what the page never asks of Zod, the making of JSON schemas, out of it. */
function withoutJsonSchemas(): Plugin {
  const left = new Set<string>(Object.keys(jsonSchemaFiles))
  return {
    name: 'without-json-schemas',
    apply: 'build',
    enforce: 'pre',
    transform: {
      filter: { id: /zod\/v4\/core\/(json-schema-processors|to-json-schema)\.js$/ },
      handler(code, id) {
        const file = basename(id) as keyof typeof jsonSchemaFiles
        const names = [...code.matchAll(/^export (?:const|function) (\w+)/gm)].map(([, name]) => name!)
        const strange = names.filter((name) => !jsonSchemaFiles[file].test(name))
        if (strange.length > 0 || names.length === 0)
          this.error(`${file} of this Zod exports ${strange.join(', ') || 'nothing'}: look at it anew`)
        left.delete(file)
        const none = `const none = () => { throw new Error('no JSON schemas in the page') }`
        // A schema makes these two for itself when it is made, and calls what they answer only where it is asked.
        const stub = (name?: string) => (name?.startsWith('create') ? `() => none` : 'none')
        const lines = names.map((name) => `export const ${name} = ${stub(name)}`)
        return { code: [none, ...lines, 'export { none as process }'].join('\n'), map: null }
      },
    },
    buildEnd(error) {
      if (!error && left.size > 0) this.error(`this Zod has no ${[...left].join(', ')}: look at it anew`)
    },
  }
}

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

export default defineConfig({
  root: here('.'),
  plugins: [
    // Nothing here is written with the options API.
    vue({ features: { optionsAPI: false, prodDevtools: false } }),
    tailwind(),
    // Messages are compiled ahead: the page needs no compiler.
    VueI18n({
      include: here('../contract/words/en/!(errors).json'),
      strictMessage: false,
      dropMessageCompiler: true,
      fullInstall: false,
    }),
    serviceWorker(),
    withoutJsonSchemas(),
  ],
  define: { __INTLIFY_PROD_DEVTOOLS__: false, __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: false },
  build: {
    manifest: true,
    outDir: here('../dist/web'),
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        // What every stage of a deck draws comes as one file: many small ones are packed worse.
        codeSplitting: {
          includeDependenciesRecursively: false,
          groups: [
            {
              name: 'deck',
              test: /web\/(works\/liners|bench)\/(useDeckPlan|useDeckContext|WindowGlyph|WindowBands|DeckProfile|DeckRail|StackSection|PadKeys|usePlaceName|MoveBar|ReadingPad|GaugeWarning|useGoOn|useReadingEntry|StationCells|useStageKeys|useZero|entry)\./,
            },
          ],
        },
      },
    },
  },
  worker: { format: 'es' },
  server: { proxy: { '/api': { target: process.env.EVENBORE_API ?? 'http://127.0.0.1:4780', ws: true } } },
})
