import { z } from 'zod'
import { snapshot } from '#core/job/snapshot'

/** The job as a file: the whole of it, versioned, to be taken away or read by another program. */
export const jobFile = z.strictObject({
  format: z.literal('even-bore-job'),
  version: z.literal(1),
  savedAt: z.iso.datetime(),
  job: snapshot,
})
export type JobFile = z.infer<typeof jobFile>
