import { z } from 'zod'

/** What nobody sees of a simulated block: gaps under a straight edge, and the old gasket's fire ring. Mm. */
export const blockTruth = z.object({
  /** By face, head and line: `deck-1-left`; where nothing is said it is nearly flat. */
  gapsMm: z.record(z.string(), z.number()),
  /** The crushed ring at the stations of each liner. */
  ringsMm: z.record(z.string(), z.array(z.number())),
})
export type BlockTruth = z.infer<typeof blockTruth>
