import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { openDB } from 'idb'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { sixCylinders } from '#core/testing/make-snapshot'
import { snapshot } from '#core/job/snapshot'
import { readLeniently } from './read-leniently'

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
  vi.resetModules()
})
// Files share what they import: no other file may meet the store that was opened and closed here.
afterEach(() => void vi.resetModules())

/** What a device of each release had in its store, as that release made it. */
const releases: Record<number, { stores: string[]; snapshot: object }> = {
  1: { stores: ['outbox', 'refused', 'snapshots', 'shop'], snapshot: asBefore() },
  2: { stores: ['outbox', 'refused', 'snapshots', 'shop', 'photos'], snapshot: asBefore() },
}

/** A job as devices kept it before places and works: without what came since. */
function asBefore(): object {
  const { works: _, ...job } = structuredClone(sixCylinders())
  const { sections: __, ...sheet } = job.sheet
  return { ...job, sheet, sheets: [sheet] }
}

async function fill(version: number): Promise<void> {
  const { stores, snapshot: kept } = releases[version]!
  const old = await openDB('even-bore', version, {
    upgrade(db) {
      for (const name of stores)
        db.createObjectStore(
          name,
          name === 'outbox'
            ? { keyPath: 'order', autoIncrement: true }
            : name === 'refused'
              ? { keyPath: 'order' }
              : {},
        )
    },
  })
  await old.add('outbox', { command: { commandId: 'waits', act: { what: 'take-reading' } } })
  await old.put('refused', { order: 4, command: { commandId: 'aside' }, code: 'stage-closed', details: [] })
  await old.put('snapshots', kept, 'job')
  if (stores.includes('photos'))
    await old.put('photos', { jobId: 'job', content: new ArrayBuffer(3), mime: 'image/png' }, 'p')
  old.close()
}

describe('the store of a device', () => {
  it.each([1, 2])('of version %i opens with everything that waited in it', async (version) => {
    await fill(version)
    const { deviceDb } = await import('./device-db')
    const db = await deviceDb()
    expect((await db.getAll('outbox')).map((q) => q.command.commandId)).toEqual(['waits'])
    expect((await db.getAll('refused'))[0]).toMatchObject({ order: 4, code: 'stage-closed' })
    expect(await db.getAllKeys('photos')).toEqual(version === 2 ? ['p'] : [])
    const job = readLeniently(snapshot, await db.get('snapshots', 'job'))
    expect(job).toMatchObject({ works: {}, sheet: { sections: {} }, engine: { name: 'Six' } })
    await db.put('lists', { jobs: [], total: 0 }, 'jobs')
    db.close()
  })

  it('is made whole where there was none', async () => {
    const { deviceDb } = await import('./device-db')
    const db = await deviceDb()
    expect([...db.objectStoreNames].sort()).toEqual(['lists', 'outbox', 'photos', 'refused', 'shop', 'snapshots'])
    db.close()
  })
})
