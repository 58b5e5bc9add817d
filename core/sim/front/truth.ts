import { z } from 'zod'
import { placeCode } from '../../job/place'
import { lengthMm, thicknessMm } from '../../schema'
import { faceLooks, rubberLooks, teethLooks } from '../../works/front/kinds'

const sized = z.object({ outerMm: thicknessMm, innerMm: thicknessMm })
/** What nobody sees of the ends of a simulated engine. */
export const frontTruth = z.object({
  damper: z.object({ indexDeg: z.number(), runoutMm: z.number(), rubber: z.enum(rubberLooks) }),
  /** The dial of this shop: what its stem gives way, and what its own stylus adds twice a turn. */
  dial: z.object({ slackMm: z.number().min(0), ownMm: z.number().min(0) }).default({ slackMm: 0.003, ownMm: 0 }),
  flywheel: z
    .object({
      face: z.enum(faceLooks),
      teeth: z.enum(teethLooks),
      /** What a crumb under the first mounting lifts, and how its face lies without one. */
      crumbMm: z.number().min(0),
      crumbAtDeg: z.number(),
      tiltMm: z.number().min(0),
      /** Where the housing's bore lies to the crank. */
      boreXMm: z.number(),
      boreYMm: z.number(),
    })
    .nullable()
    .default(null),
  /** Tracks that old seals left on the shaft. */
  tracks: z.record(placeCode, z.object({ fromMm: lengthMm, toMm: lengthMm, trackMm: lengthMm })),
  /** Where a cover first comes to lie, and its rail. */
  covers: z.record(
    placeCode,
    z.object({ xMm: z.number(), yMm: z.number(), leftStepMm: z.number(), rightStepMm: z.number() }),
  ),
  /** What the drawer holds first; then what the sheet names. */
  drawer: z.record(placeCode, sized),
  /** Bore of the old damper, and of the new ones after it, mm. */
  hubsMm: z.array(thicknessMm),
  noseMm: thicknessMm,
  /** How far the pointer lies, degrees. */
  pointerDeg: z.number(),
})
export type FrontTruth = z.infer<typeof frontTruth>
