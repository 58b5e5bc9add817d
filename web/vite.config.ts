import { fileURLToPath } from 'node:url'
import VueI18n from '@intlify/unplugin-vue-i18n/vite'
import tailwind from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

export default defineConfig({
  root: here('.'),
  plugins: [vue(), tailwind(), VueI18n({ include: here('../contract/words/*.json'), strictMessage: false })],
  build: { outDir: here('../dist/web'), emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 900 },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:4780', ws: true } } },
})
