import type { Transaction } from 'sequelize'
import { iso, select } from './read-values'
import { gaveWay, type Store } from './store'

/**
 * Holds a job against every other act in it until the transaction ends. It comes before
 * anything else is read: what is read after it is what stands, not an older view.
 *
 * @returns when it began; null where there is no such job
 */
export async function holdJob(store: Store, jobId: string, transaction: Transaction): Promise<Date | null> {
  const [job] = await select(store, 'SELECT createdAt FROM jobs WHERE id = :jobId FOR UPDATE', { jobId }, transaction)
  return job ? new Date(iso(job.createdAt)) : null
}

/** Holds the shop against every other act outside a job: numbers, sheets and stock are given one after the other. */
export async function holdShop(store: Store, transaction: Transaction): Promise<void> {
  await select(store, 'SELECT id FROM settings WHERE id = 1 FOR UPDATE', {}, transaction)
}

const TRIES = 6

/** One transaction, begun anew where it had to give way to another one. */
export async function inTransaction<T>(store: Store, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await store.sequelize.transaction(work)
    } catch (error) {
      if (tries >= TRIES || !gaveWay(error)) throw error
      await new Promise((resolve) => setTimeout(resolve, tries * 10))
    }
  }
}
