import { z } from 'zod'

/** What a simulated engine answers: figures and looks by their names. */
export const engineAnswer = z.record(z.string(), z.union([z.number(), z.boolean(), z.string(), z.array(z.number())]))
export type EngineAnswer = z.infer<typeof engineAnswer>

/** How good a figure is, where an answer is one: by which gauge, and its uncertainty, mm. */
export interface MeasuredBy {
  gaugeId: string | null
  uncertaintyMm: number
}
