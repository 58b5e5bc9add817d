import { openDB, type DBSchema, type IDBPDatabase, type StoreNames } from 'idb'
import type { Command } from '#contract/commands'
import type { JobList, Shop } from '#contract/shop'
import type { Snapshot } from '#core/job/snapshot'

/** A command on its way: its place in the queue, and why it was refused, if it was. */
export interface Queued {
  order: number
  command: Command
}

export interface RefusedCommand extends Queued {
  code: string
  details: string[]
}

/** A photo on its way: its bytes, until the server has them. */
export interface KeptPhoto {
  jobId: string
  content: ArrayBuffer
  mime: string
}

interface DeviceSchema extends DBSchema {
  photos: { key: string; value: KeptPhoto }
  outbox: { key: number; value: Omit<Queued, 'order'> & { order?: number } }
  refused: { key: number; value: RefusedCommand }
  snapshots: { key: string; value: Snapshot }
  shop: { key: string; value: Shop }
  lists: { key: string; value: JobList }
}

let opened: Promise<IDBPDatabase<DeviceSchema>> | null = null
let lost: () => void = () => undefined

/** Calls back when the browser took the store away under the page, as when a person clears a site's data: it is opened anew at the next use. */
export function onStoreLost(then: () => void): void {
  lost = then
}

/** The device's own store: commands not yet acknowledged, and the last that was seen of each job. */
export function deviceDb(): Promise<IDBPDatabase<DeviceSchema>> {
  if (opened) return opened
  const opening = openDB<DeviceSchema>('even-bore', 3, {
    // Whatever version it comes from: what is not there yet is made, what is there stays as it is.
    upgrade(db) {
      const lacks = (name: StoreNames<DeviceSchema>) => !db.objectStoreNames.contains(name)
      if (lacks('outbox')) db.createObjectStore('outbox', { keyPath: 'order', autoIncrement: true })
      if (lacks('refused')) db.createObjectStore('refused', { keyPath: 'order' })
      for (const name of ['photos', 'snapshots', 'shop', 'lists'] as const) if (lacks(name)) db.createObjectStore(name)
    },
    // A newer page on this device must not wait for this one: it is let through, and this one opens again.
    blocking(_from, _to, event) {
      ;(event.target as IDBDatabase).close()
      opened = null
    },
    terminated() {
      opened = null
      lost()
    },
  })
  opened = opening
  // One that could not be opened is tried again the next time.
  opening.catch(() => {
    if (opened === opening) opened = null
  })
  return opening
}

/** A plain copy, free of the page's reactive wrappers, as the device's store wants it. */
export function plain<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T
}
