import { strToU8, zipSync, type Zippable } from 'fflate'
import { JOB_FILE_VERSION, type JobFile } from '#contract/job-file'
import { carryAway } from '#core/job/carry-away'
import { hashText, orderedJson } from '#core/job/seal'
import type { Snapshot } from '#core/job/snapshot'
import type { Photo } from '#core/job/strip'
import { rows } from '../store/read-values'
import type { Store } from '../store/store'

/** The job file of a job, without its photos. */
export function jobFileOf(snapshot: Snapshot, shop: string): JobFile {
  // As JSON has it: what is undefined in memory is not there, in the file nor in its check.
  const job = JSON.parse(JSON.stringify(carryAway(snapshot))) as Snapshot
  return { format: 'even-bore-job', version: JOB_FILE_VERSION, savedAt: new Date().toISOString(), shop, check: hashText(orderedJson(job)), job }
}

/** Where a photo lies in the zip. */
export function photoPath(photo: Pick<Photo, 'id' | 'mime'>): string {
  return `photos/${photo.id}.${photo.mime.replace('image/', '').replace('jpeg', 'jpg')}`
}

/** The job file with its photos as one zip. Photos are stored as they are: they are packed already. */
export async function jobZip(store: Store, file: JobFile): Promise<Buffer> {
  const content: Zippable = { 'job.json': [strToU8(JSON.stringify(file, null, 1)), { level: 6 }] }
  const found = await rows(store, 'photoBytes', { jobId: file.job.job.id })
  for (const photo of file.job.photos) {
    const kept = found.find((b) => b.id === photo.id)
    if (kept) content[photoPath(photo)] = [new Uint8Array(kept.content as Buffer), { level: 0 }]
  }
  return Buffer.from(zipSync(content))
}
