import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import VueI18n from '@intlify/unplugin-vue-i18n/vite'
import tailwind from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { defineConfig, type Plugin } from 'vite'

/** Writes the service worker with the list of what the build made, so that all of it is kept on the device. */
function serviceWorker(): Plugin {
  return {
    name: 'service-worker',
    apply: 'build',
    generateBundle(_, bundle) {
      const files = Object.keys(bundle)
        .filter((f) => /\.(js|css|woff2|wasm)$/.test(f))
        .map((f) => `/${f}`)
        .sort()
      const mark = createHash('sha256').update(files.join()).digest('hex').slice(0, 12)
      const source = readFileSync(here('app/sw-template.js'), 'utf8')
        .replace('__FILES__', JSON.stringify(files))
        .replace('__MARK__', mark)
      this.emitFile({ type: 'asset', fileName: 'sw.js', source })
    },
  }
}

/** Leaves what the page never asks of Zod, the making of JSON schemas, out of it. */
function withoutJsonSchemas(): Plugin {
  return {
    name: 'without-json-schemas',
    apply: 'build',
    enforce: 'pre',
    transform: {
      filter: { id: /zod\/v4\/core\/(json-schema-processors|to-json-schema)\.js$/ },
      handler(code) {
        const names = [...code.matchAll(/^export (?:const|function) (\w+)/gm)].map(([, name]) => name)
        const none = `const none = () => { throw new Error('no JSON schemas in the page') }`
        // A schema makes these two for itself when it is made, and calls what they answer only where it is asked.
        const stub = (name?: string) => (name?.startsWith('create') ? `() => none` : 'none')
        const lines = names.map((name) => `export const ${name} = ${stub(name)}`)
        return { code: [none, ...lines, 'export { none as process }'].join('\n'), map: null }
      },
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
  },
  worker: { format: 'es' },
  server: { proxy: { '/api': { target: process.env.EVENBORE_API ?? 'http://127.0.0.1:4780', ws: true } } },
})
