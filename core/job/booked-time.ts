import { z } from 'zod'
import { stageNames } from '../works/stage-table'
import { entry, strike } from './base'

/** Hours spent on a stage, as somebody booked them, or planned for it. */
export const bookedTime = z.strictObject({
  ...entry,
  stage: z.enum(stageNames),
  kind: z.enum(['planned', 'used']),
  hours: z.number().min(0).max(500),
  words: z.string().max(300),
  struck: strike,
})
export type BookedTime = z.infer<typeof bookedTime>
