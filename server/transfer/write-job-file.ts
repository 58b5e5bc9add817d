import { Readable } from 'node:stream'
import yazl from 'yazl'
import { JOB_FILE_VERSION, type JobFile } from '#contract/job-file'
import { carryAway } from '#core/job/carry-away'
import { hashText, orderedJson } from '#core/job/signature'
import type { Snapshot } from '#core/job/snapshot'
import { rows, select } from '../store/read-values'
import type { Store } from '../store/store'
import { photoPath } from './photo-path'

/** The job file of a job, without its photos. */
export function jobFileOf(snapshot: Snapshot, shop: string): JobFile {
  // As JSON has it: what is undefined in memory is not there, in the file nor in its check.
  const job = JSON.parse(JSON.stringify(carryAway(snapshot))) as Snapshot
  return {
    format: 'even-bore-job',
    version: JOB_FILE_VERSION,
    savedAt: new Date().toISOString(),
    shop,
    check: hashText(orderedJson(job)),
    job,
  }
}

/**
 * The job file with its photos as one zip, written as it is read: one photo at a time is in
 * memory. Photos are stored as they are: they are packed already.
 */
export async function jobZip(store: Store, file: JobFile): Promise<Readable> {
  const jobId = file.job.job.id
  const there = new Set(
    (await select(store, 'SELECT id FROM photoBytes WHERE jobId = :jobId', { jobId })).map((r) => r.id),
  )
  const zip = new yazl.ZipFile()
  zip.addBuffer(Buffer.from(JSON.stringify(file, null, 1)), 'job.json')
  for (const photo of file.job.photos.filter((p) => there.has(p.id))) {
    zip.addReadStreamLazy(photoPath(photo), { compress: false }, (give) => {
      rows(store, 'photoBytes', { id: photo.id, jobId }).then(
        ([kept]) => give(null, Readable.from([kept!.content as Buffer], { objectMode: false })),
        (error: Error) => give(error, Readable.from([])),
      )
    })
  }
  zip.end()
  return zip.outputStream as Readable
}
