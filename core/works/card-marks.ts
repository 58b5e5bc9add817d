import { z } from 'zod'
import { cylinderNumber, lengthMm } from '../schema'

const verdict = z.enum(['in', 'unsure', 'out'])

/** What a list shows of a job at a glance: a mark for each place, where it lies between its limits, and the worst. */
export const cardMarks = z.strictObject({
  marks: z
    .array(
      z.strictObject({
        at: z.string().max(12),
        verdict: verdict.nullable(),
        /** 0 at its lower limit, 1 at its upper; null where nothing is measured. */
        share: z.number().nullable(),
      }),
    )
    .max(40),
  worst: z.strictObject({ cylinder: cylinderNumber, valueMm: lengthMm, verdict }).nullable(),
})
export type CardMarks = z.infer<typeof cardMarks>
