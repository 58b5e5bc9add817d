import { z } from 'zod'
import { placeCode } from '../../job/place'
import { lengthFromZeroMm, thicknessMm } from '../../schema'

const turns = z.number().gt(0).max(20)
/** A pad with its face seal: a carbon that runs on a ring, drawn in by nuts. */
const pad = z.strictObject({
  name: z.string().trim().min(1).max(60),
  faceMm: thicknessMm,
  /** Jacking screws that bring it off, and nuts that draw it in. */
  nuts: z.int().min(2).max(12),
  pitchMm: thicknessMm,
  circleMm: thicknessMm,
  travelMm: thicknessMm,
  stepTurns: turns,
  maxSkewMm: lengthFromZeroMm,
  /** The carbon lies under oil so long, minutes. */
  soakMin: z.number().gt(0).max(1e5),
  /** Low-pressure air before it is filled, and what it may lose. */
  airKPa: z.number().gt(0).max(500),
  airDropKPa: z.number().min(0).max(500),
  airMin: z.number().gt(0).max(600),
  /** The joint of its nuts, by its code among the fasteners; null where the sheet does not say. */
  joint: placeCode.nullable(),
})
export type Pad = z.infer<typeof pad>

/** What the sheet says of the face seals of a unit. */
export const section = z.strictObject({ pads: z.array(pad).min(1).max(12) })
export type FaceSection = z.infer<typeof section>
