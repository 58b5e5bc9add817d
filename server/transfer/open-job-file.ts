import { createHash } from 'node:crypto'
import { open, readFile, stat, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { buffer } from 'node:stream/consumers'
import yauzl from 'yauzl'
import { jobFile, jobFileHead, jobFileV1, jobLimits, JOB_FILE_VERSION } from '#contract/job-file'
import { sensibleIssues } from '#contract/sensible'
import { tellIssues } from '#core/define'
import type { InputIssue } from '#core/errors'
import { checkReferences } from '#core/job/check-references'
import { hashText, orderedJson } from '#core/job/signature'
import type { Snapshot } from '#core/job/snapshot'
import { allCollections, entriesOf } from '#core/works/kinds'
import { ApiProblem, type ApiErrorCode } from '../errors'
import { photoType } from '../photos/photo-type'
import { photoPath } from './photo-path'

/** A job as it came in a file, checked through; the bytes of its photos lie beside, each in a file of its own. */
export interface OpenedJobFile {
  job: Snapshot
  shop: string
  savedAt: string
  photos: { id: string; path: string }[]
}
export type OpenReply = { opened: OpenedJobFile } | { problem: { code: ApiErrorCode; issues: InputIssue[] } }

export interface OpenTask {
  /** Where the file lies, and an empty folder for its photos. */
  path: string
  folder: string
}

const MOST_ISSUES = 20
/** More than its job and photos may lie in a zip that somebody packed anew, but not thousands of things. */
const MOST_ENTRIES = jobLimits.photos + 100

type Entries = Map<string, yauzl.Entry>

/** The table of contents of a zip; nothing is unpacked yet. */
async function listEntries(zip: yauzl.ZipFile): Promise<Entries> {
  const entries: Entries = new Map()
  if (zip.entryCount > MOST_ENTRIES) throw new ApiProblem('file-too-large')
  for await (const entry of zip.eachEntry()) {
    if (entries.has(entry.fileName))
      throw new ApiProblem('file-damaged', [{ path: entry.fileName, message: 'lies twice in the file' }])
    entries.set(entry.fileName, entry)
  }
  return entries
}

/** Unpacks one entry. It is not begun where it says it is too large, and given up where it is larger than it says. */
async function unpack(zip: yauzl.ZipFile, entry: yauzl.Entry, mostBytes: number): Promise<Buffer> {
  if (entry.uncompressedSize > mostBytes) throw new ApiProblem('file-too-large')
  return buffer(await zip.openReadStreamPromise(entry))
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    throw new ApiProblem(/^\s*\{/.test(text) ? 'file-cut-off' : 'file-no-job')
  }
}

/** Whether a job holds more than one can: everything that is done in it later is judged on the whole. */
function isTooLarge(job: Snapshot): boolean {
  const inSet = new Map<string, number>()
  for (const { setId } of job.readings) inSet.set(setId, (inSet.get(setId) ?? 0) + 1)
  const entries = allCollections.reduce((n, rows) => n + entriesOf(job, rows).length, 0)
  return (
    job.sets.length > jobLimits.sets ||
    job.readings.length > jobLimits.readings ||
    entries > jobLimits.entries ||
    job.closures.length > jobLimits.closures ||
    [...inSet.values()].some((n) => n > jobLimits.readingsInSet)
  )
}

function readJson(text: string): Omit<OpenedJobFile, 'photos'> {
  const raw = parse(text)
  const head = jobFileHead.safeParse(raw)
  if (!head.success) throw new ApiProblem('file-no-job')
  if (head.data.version > JOB_FILE_VERSION) throw new ApiProblem('file-newer')
  const { check, job } = raw as { check?: unknown; job?: unknown }
  // The check comes first: a figure changed by hand may still look like a good one, or like none.
  if (head.data.version >= 2 && check !== hashText(orderedJson(job))) throw new ApiProblem('file-changed')
  const read = (head.data.version === 1 ? jobFileV1 : jobFile).safeParse(raw, { reportInput: true })
  if (!read.success) throw new ApiProblem('file-damaged', tellIssues(read.error).slice(0, MOST_ISSUES))
  if (isTooLarge(read.data.job)) throw new ApiProblem('file-job-too-large')
  const issues = [...checkReferences(read.data.job), ...sensibleIssues(read.data.job)]
  if (issues.length > 0) throw new ApiProblem('file-damaged', issues.slice(0, MOST_ISSUES))
  return { job: read.data.job, shop: 'shop' in read.data ? read.data.shop : '', savedAt: read.data.savedAt }
}

/** Unpacks the photos that the job names, and only those, each checked against what the job says of it. */
async function unpackPhotos(
  job: Snapshot,
  folder: string,
  take: (path: string) => Promise<Buffer | null>,
): Promise<OpenedJobFile['photos']> {
  const { photos } = job
  if (photos.length > jobLimits.photos || photos.reduce((sum, p) => sum + p.bytes, 0) > jobLimits.allPhotosBytes)
    throw new ApiProblem('file-too-large')
  const kept: OpenedJobFile['photos'] = []
  for (const photo of photos) {
    const bytes = await take(photoPath(photo))
    if (!bytes) throw new ApiProblem('file-photo-missing')
    if (createHash('sha256').update(bytes).digest('hex') !== photo.sha256 || photoType(bytes) !== photo.mime)
      throw new ApiProblem('file-changed')
    const path = join(folder, photo.id)
    await writeFile(path, bytes)
    kept.push({ id: photo.id, path })
  }
  return kept
}

async function readZip({ path, folder }: OpenTask): Promise<OpenedJobFile> {
  const zip = await yauzl.openPromise(path, { lazyEntries: true, autoClose: false })
  try {
    const entries = await listEntries(zip)
    const own = entries.get('job.json')
    if (!own) throw new ApiProblem('file-no-job')
    const read = readJson((await unpack(zip, own, jobLimits.jsonBytes)).toString('utf8'))
    const photos = await unpackPhotos(read.job, folder, async (name) => {
      const entry = entries.get(name)
      return entry ? unpack(zip, entry, jobLimits.photoBytes) : null
    })
    return { ...read, photos }
  } finally {
    zip.close()
  }
}

async function isZip(path: string): Promise<boolean> {
  const file = await open(path)
  try {
    const { buffer: start } = await file.read(Buffer.alloc(2), 0, 2, 0)
    return start.toString('latin1') === 'PK'
  } finally {
    await file.close()
  }
}

async function readPlain({ path, folder }: OpenTask): Promise<OpenedJobFile> {
  if ((await stat(path)).size > jobLimits.jsonBytes) throw new ApiProblem('file-too-large')
  const read = readJson(await readFile(path, 'utf8'))
  return { ...read, photos: await unpackPhotos(read.job, folder, async () => null) }
}

/**
 * Opens a job file: a zip with photos, or JSON alone. The job comes first, then the photos it
 * names; everything is bounded before it is unpacked, and checked before anything is stored: its
 * version, its check, its shape, what it points at, and that every photo is the one it names.
 *
 * @returns what it holds, or why it is not taken in: `file-no-job`, `file-cut-off`, `file-newer`,
 * `file-changed`, `file-damaged`, `file-photo-missing`, `file-too-large`
 */
export async function openJobFile(task: OpenTask): Promise<OpenReply> {
  try {
    return { opened: await ((await isZip(task.path)) ? readZip(task) : readPlain(task)) }
  } catch (error) {
    if (error instanceof ApiProblem) return { problem: { code: error.code, issues: error.issues } }
    // Nested deeper than anything here is; or a zip that ends too early, or is larger than it says.
    if (error instanceof RangeError)
      return { problem: { code: 'file-damaged', issues: [{ path: 'job', message: 'is nested too deep' }] } }
    return {
      problem: {
        code:
          /central directory/i.test(String(error)) || !/too many bytes/.test(String(error))
            ? 'file-cut-off'
            : 'file-too-large',
        issues: [],
      },
    }
  }
}
