import { createHash } from 'node:crypto'
import { strFromU8, unzipSync } from 'fflate'
import { jobFile, jobFileHead, jobFileV1, JOB_FILE_VERSION } from '#contract/job-file'
import { tellIssues } from '#core/define'
import { hashText, orderedJson } from '#core/job/seal'
import type { Snapshot } from '#core/job/snapshot'
import { ApiProblem } from '../errors'
import { photoType } from '../photos/photo-type'
import { photoPath } from './write-job-file'

const MOST_BYTES = 256_000_000
const MOST_ENTRIES = 2000

/** A job as it came in a file, checked through, with the bytes of its photos by their ids. */
export interface ReadJobFile {
  job: Snapshot
  photos: Map<string, Buffer>
}

function unzip(content: Buffer): Record<string, Uint8Array> {
  let bytes = 0
  let entries = 0
  try {
    return unzipSync(content, {
      filter: (entry) => {
        bytes += entry.originalSize
        entries += 1
        if (bytes > MOST_BYTES || entries > MOST_ENTRIES) throw new ApiProblem('file-too-large')
        return entry.name === 'job.json' || entry.name.startsWith('photos/')
      },
    })
  } catch (error) {
    throw error instanceof ApiProblem ? error : new ApiProblem('file-cut-off')
  }
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    throw new ApiProblem(/^\s*\{/.test(text) ? 'file-cut-off' : 'file-no-job')
  }
}

function readJson(text: string): Snapshot {
  const raw = parse(text)
  const head = jobFileHead.safeParse(raw)
  if (!head.success) throw new ApiProblem('file-no-job')
  if (head.data.version > JOB_FILE_VERSION) throw new ApiProblem('file-newer')
  const { check, job } = raw as { check?: unknown; job?: unknown }
  // The check comes first: a figure changed by hand may still look like a good one, or like none.
  if (head.data.version >= 2 && check !== hashText(orderedJson(job))) throw new ApiProblem('file-changed')
  const read = (head.data.version === 1 ? jobFileV1 : jobFile).safeParse(raw, { reportInput: true })
  if (!read.success) throw new ApiProblem('file-damaged', tellIssues(read.error))
  return read.data.job
}

/**
 * Reads a job file: a zip with photos, or JSON alone. Everything is checked before anything
 * is stored: its version, its check, its shape, and that every photo is the one it names.
 *
 * @throws ApiProblem `file-no-job`, `file-cut-off`, `file-newer`, `file-changed`, `file-damaged`, `file-photo-missing`, `file-too-large`
 */
export function readJobFile(content: Buffer): ReadJobFile {
  const zipped = content[0] === 0x50 && content[1] === 0x4b
  const entries = zipped ? unzip(content) : {}
  const text = zipped ? entries['job.json'] && strFromU8(entries['job.json']) : content.toString('utf8')
  if (text === undefined || text === '') throw new ApiProblem('file-no-job')
  const job = readJson(text)
  const photos = new Map<string, Buffer>()
  for (const photo of job.photos) {
    const found = entries[photoPath(photo)]
    if (!found) throw new ApiProblem('file-photo-missing')
    const bytes = Buffer.from(found)
    if (createHash('sha256').update(bytes).digest('hex') !== photo.sha256 || photoType(bytes) !== photo.mime) throw new ApiProblem('file-changed')
    photos.set(photo.id, bytes)
  }
  return { job, photos }
}
