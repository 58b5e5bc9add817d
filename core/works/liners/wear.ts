import { z } from 'zod'
import { entry, strike } from '../../job/base'
import { angleDeg, cylinderNumber, lengthFromZeroMm } from '../../schema'

export const wearKinds = ['fretting', 'pitting', 'burr', 'old-seal'] as const
/** Something seen on a ledge, at its clock position. */
export const wearMark = z.strictObject({
  ...entry,
  cylinder: cylinderNumber,
  kind: z.enum(wearKinds),
  atDeg: angleDeg,
  /** How far it reaches round the ring, degrees. */
  spanDeg: z.number().min(1).max(360),
  depthMm: lengthFromZeroMm,
  words: z.string().max(300),
  struck: strike,
})
export type WearMark = z.infer<typeof wearMark>
