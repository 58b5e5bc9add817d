import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

const common = { globals: false, restoreMocks: true }
/** Files that run one after the other share what they import: to bring it anew for each took a fifth of the whole run. */
const shared = { ...common, isolate: false }

export default defineConfig({
  plugins: [vue()],
  test: {
    // Each file has a database, a server and a browser of its own: a few at a time keep the cores busy, since each waits now and then.
    maxWorkers: 3,
    projects: [
      {
        extends: true,
        test: {
          ...shared,
          name: 'core',
          testTimeout: 240_000,
          include: ['core/**/*.test.ts', 'contract/**/*.test.ts', 'ops/**/*.test.ts'],
        },
      },
      {
        extends: true,
        test: {
          ...common,
          name: 'web',
          testTimeout: 120_000,
          environment: 'happy-dom',
          setupFiles: ['web/testing/words.ts'],
          include: ['web/**/*.test.ts'],
        },
      },
      {
        extends: true,
        test: {
          ...shared,
          name: 'server',
          include: ['server/**/*.test.ts', 'testing/*.test.ts'],
          testTimeout: 240_000,
          hookTimeout: 400_000,
        },
      },
      {
        extends: true,
        test: {
          ...shared,
          name: 'interface',
          include: ['e2e/**/*.test.ts'],
          testTimeout: 600_000,
          hookTimeout: 400_000,
        },
      },
    ],
  },
})
