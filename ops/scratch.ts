import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { House } from '../testing/house'
import { build } from './build'
import { ensure, needs } from './debian'
import { openHome } from './home'
import { startDatabase } from './mariadb'

/**
 * Runs something against a throw-away copy of the demo: its own database, server and ports.
 *
 * @param options.durable whether the database waits for the disk, as in a shop
 */
export async function withScratchHouse<T>(use: (house: House) => Promise<T>, { durable = false } = {}): Promise<T> {
  ensure(needs.mariadb, needs.chromium)
  await build()
  const root = mkdtempSync(join(tmpdir(), 'evenbore-scratch-'))
  const home = openHome('demo', root)
  const database = await startDatabase(home, { forTests: true, relaxed: !durable })
  process.env.EVENBORE_TEST_DB = JSON.stringify(database.address)
  try {
    const house = await House.open()
    try {
      return await use(house)
    } finally {
      await house.close()
    }
  } finally {
    await database.stop()
    rmSync(root, { recursive: true, force: true })
    rmSync(home.run, { recursive: true, force: true })
  }
}
