import { createHash } from 'node:crypto'
import { UniqueConstraintError, type Transaction } from 'sequelize'
import { jobLimits } from '#contract/job-file'
import { ApiProblem } from '../errors'
import { holdJob, inTransaction } from '../store/holding'
import { rows, select } from '../store/read-values'
import type { Row } from '../store/models'
import type { Store } from '../store/store'
import { readPicture } from './picture'
import { refuseFullDisk } from './room'

export interface PhotoPlace {
  jobId: string
  photoId: string
}

export interface KeptBytes {
  sha256: string
  mime: string
  bytes: number
}

/** Whether a job holds as many photos as its file can, so that one more of this size is not taken. */
export async function isFull(store: Store, jobId: string, bytes: number, transaction: Transaction): Promise<boolean> {
  const [held] = await select(
    store,
    'SELECT COUNT(*) AS n, COALESCE(SUM(bytes), 0) AS bytes FROM photoBytes WHERE jobId = :jobId',
    { jobId },
    transaction,
  )
  return Number(held!.n) >= jobLimits.photos || Number(held!.bytes) + bytes > jobLimits.allPhotosBytes
}

/** Puts the bytes of a photo into the store, as bytes: written out into the query they would be twice as long, and hold up readings. */
export async function insertBytes(
  store: Store,
  { id, jobId, mime, sha256, content }: { id: string; jobId: string; mime: string; sha256: string; content: Buffer },
  transaction: Transaction,
): Promise<void> {
  const bind = [id, jobId, mime, sha256, content, content.length, new Date()]
  await store.sequelize.query(
    'INSERT INTO photoBytes (id, jobId, mime, sha256, content, bytes, keptAt) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    { bind, transaction },
  )
}

/**
 * Keeps the bytes of a photo, once. Sent again, the same bytes change nothing. A picture is read
 * whole before it is kept, and a job holds no more of them than its file can.
 *
 * @throws ApiProblem `no-photo`, `photo-differs`, `photo-quota`, `unknown-job`, `disk-full`
 */
export async function keepPhoto(store: Store, { jobId, photoId }: PhotoPlace, content: Buffer): Promise<KeptBytes> {
  await refuseFullDisk()
  const picture = await readPicture(content)
  if (!picture) throw new ApiProblem('no-photo')
  const { mime } = picture
  const sha256 = createHash('sha256').update(content).digest('hex')
  const kept = { sha256, mime, bytes: content.length }
  const same = (row: Record<string, unknown> | undefined) => row?.sha256 === sha256 && row.jobId === jobId
  try {
    await inTransaction(store, async (transaction) => {
      if (!(await holdJob(store, jobId, transaction))) throw new ApiProblem('unknown-job')
      const [there] = await select(
        store,
        'SELECT sha256, jobId FROM photoBytes WHERE id = :photoId',
        { photoId },
        transaction,
      )
      if (there) {
        if (!same(there)) throw new ApiProblem('photo-differs')
        return
      }
      if (await isFull(store, jobId, content.length, transaction)) throw new ApiProblem('photo-quota')
      await insertBytes(store, { id: photoId, jobId, mime, sha256, content }, transaction)
    })
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error
    if (!same((await rows(store, 'photoBytes', { id: photoId }))[0])) throw new ApiProblem('photo-differs')
  }
  return kept
}

/**
 * Whether the bytes of a photo are those that its job speaks of, and that lie under its signature: looked at when it is
 * shown or printed, not when a job opens.
 */
export async function isAsKept(store: Store, row: Row): Promise<boolean> {
  const [named] = await rows(store, 'photos', { id: row.id })
  const hash = Buffer.from(await crypto.subtle.digest('SHA-256', new Uint8Array(row.content as Buffer))).toString('hex')
  // One that no act has named yet is what was sent.
  return hash === (named ?? row).sha256
}

/** A device may be away for days with the act that names a photo; after that, nobody comes for it. */
const ORPHAN_DAYS = 14

/** Clears away photos that no act ever named. @returns how many */
export async function clearOrphans(store: Store, now = new Date()): Promise<number> {
  const before = new Date(now.getTime() - ORPHAN_DAYS * 86_400_000)
  const found = await select(
    store,
    'SELECT b.id FROM photoBytes b LEFT JOIN photos p ON p.id = b.id WHERE p.id IS NULL AND b.keptAt < :before',
    { before },
  )
  for (const { id } of found)
    await store.sequelize.query(
      'DELETE FROM photoBytes WHERE id = :id AND NOT EXISTS (SELECT 1 FROM photos WHERE photos.id = :id)',
      { replacements: { id } },
    )
  return found.length
}
