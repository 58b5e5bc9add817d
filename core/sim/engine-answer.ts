import { z } from 'zod'

/** What a simulated engine answers: figures and looks by their names; null: that cannot be got. */
export const engineAnswer = z.record(
  z.string(),
  z.union([z.number(), z.boolean(), z.string(), z.array(z.number()), z.null()]),
)
export type EngineAnswer = z.infer<typeof engineAnswer>

export type { MeasuredBy } from '../job/turn'
