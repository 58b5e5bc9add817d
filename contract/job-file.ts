import { z } from 'zod'
import { snapshot } from '#core/job/snapshot'

/** The newest version of the job file that is read and written here. */
export const JOB_FILE_VERSION = 6

/**
 * How much one job may hold, the same for what is kept, what is taken away and what is taken
 * in: whatever leaves here as a file is taken in elsewhere.
 */
export const jobLimits = {
  /** One photo, bytes. */
  photoBytes: 8_000_000,
  photos: 200,
  /** All photos of a job, bytes. */
  allPhotosBytes: 100_000_000,
  /** Sets of readings of a job, readings of a set, readings of a job, and entries of all other kinds. */
  sets: 400,
  readingsInSet: 360,
  readings: 10_000,
  entries: 10_000,
  closures: 1000,
  /** `job.json` unpacked, bytes. */
  jsonBytes: 16_000_000,
  /** The file itself, bytes. */
  fileBytes: 128_000_000,
} as const

/** A job as a file of the first version: readable, without photos and without a check. */
export const jobFileV1 = z.strictObject({
  format: z.literal('even-bore-job'),
  version: z.literal(1),
  savedAt: z.iso.datetime(),
  job: snapshot,
})

/**
 * A job as a file: the whole of it, to be taken away, read by another program, or taken in by
 * another shop. Its photos lie beside it in the zip as `photos/ID.jpg` (or png).
 */
export const jobFile = z.strictObject({
  format: z.literal('even-bore-job'),
  version: z.int().min(2).max(JOB_FILE_VERSION),
  savedAt: z.iso.datetime(),
  /** Name of the shop that saved it. */
  shop: z.string(),
  /** SHA-256 over the job as JSON with its keys in order: tells a figure that was changed by hand. */
  check: z.string(),
  job: snapshot,
})
export type JobFile = z.infer<typeof jobFile>

/** What any version tells of itself before the rest is read. */
export const jobFileHead = z.object({ format: z.literal('even-bore-job'), version: z.int() })
