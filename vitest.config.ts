import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'
import { BaseSequencer, type TestSpecification } from 'vitest/node'

/** What takes minutes is begun first, so that what takes a second is left to fill the end. */
class LongFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const turn = ({ moduleId }: TestSpecification) =>
      ['/testing/', '/e2e/', '/server/'].findIndex((part) => moduleId.includes(part)) >>> 0
    return (await super.sort(files)).sort((a, b) => turn(a) - turn(b) || a.project.name.localeCompare(b.project.name))
  }
}

const common = { globals: false, restoreMocks: true }
const page = { ...common, testTimeout: 120_000, environment: 'happy-dom', setupFiles: ['web/testing/words.ts'] }

export default defineConfig({
  plugins: [vue()],
  test: {
    // Each file has a database, a server and a browser of its own: a few at a time keep the cores busy, since each waits now and then.
    maxWorkers: 3,
    sequence: { sequencer: LongFirst },
    projects: [
      {
        extends: true,
        test: {
          ...common,
          name: 'house',
          // Files that run one after the other share what they import: to bring it anew for each took a fifth of the whole run.
          isolate: false,
          include: ['{core,contract,ops,server,e2e}/**/*.test.ts', 'testing/*.test.ts'],
          testTimeout: 600_000,
          hookTimeout: 400_000,
        },
      },
      {
        extends: true,
        test: { ...page, name: 'web', isolate: false, include: ['web/**/*.test.ts'] },
      },
    ],
  },
})
