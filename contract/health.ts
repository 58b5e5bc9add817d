import { z } from 'zod'

/** How a part of the shop's program is that has ended by itself, or did so not long ago. */
export const trouble = z.object({
  part: z.enum(['database', 'server']),
  /** How often it ended in a row. */
  times: z.int(),
  /** How it ended last, in the system's words. */
  how: z.string(),
  at: z.iso.datetime(),
  /** When it is started again; null where it runs. */
  nextAt: z.iso.datetime().nullable(),
})
export type Trouble = z.infer<typeof trouble>

/** What `/api/health` tells. */
export const health = z.object({
  /** Whether acts are taken. */
  ok: z.boolean(),
  database: z.enum(['up', 'away']),
  /** `low`: photos and job files are not taken any more; `full`: nothing is. */
  disk: z.enum(['ok', 'low', 'full']),
  /** Parts that were started anew of late, or wait to be. */
  troubles: z.array(trouble),
})
export type Health = z.infer<typeof health>
