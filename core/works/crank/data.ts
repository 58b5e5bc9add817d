import { z } from 'zod'
import { angleDeg, cylinderNumber, lengthFromZeroMm, lengthMm, thicknessMm } from '../../schema'

/** The crank as the sheet has it: what barring the engine is planned by. Its firing order is the engine's own. */
export const section = z.strictObject({
  cycleDeg: z.union([z.literal(720), z.literal(360)]),
  strokeMm: thicknessMm,
  rodMm: thicknessMm,
  /** The crown at its top, below the block's face; negative above. */
  crownBelowDeckMm: lengthMm,
  gasketMm: lengthFromZeroMm,
  /** Depth of the bowl under the tool; 0 for a flat crown, or a tool beside the bowl. */
  bowlMm: lengthFromZeroMm,
  /** Tops of an uneven engine. */
  tdc: z
    .array(z.strictObject({ cylinder: cylinderNumber, deg: angleDeg }))
    .max(99)
    .default([]),
  /** Teeth of the ring gear: people bar by teeth; null where nobody counted. */
  ringTeeth: z.int().min(1).max(400).nullable().default(null),
})
export type CrankSection = z.infer<typeof section>
