import { z } from 'zod'
import { angleOf, torqueOf } from '../../figure-types'
import { angleDeg, cylinderNumber, lengthFromZeroMm, thicknessMm } from '../../schema'
import { entry, strike } from '../../job/base'

/** The liner's own measures, as an engine's sheet has them; what the puller, the drawing and the clocking need. */
export const linerShape = z.strictObject({
  flangeOuterMm: thicknessMm,
  lowerOuterMm: thicknessMm,
  /** The block's bore that a puller's disc must pass. */
  lowerBoreMm: thicknessMm,
  lengthMm: thicknessMm,
  /** Height of the lands that the seals sit in: once it is lifted so far, it comes by hand. */
  sealLandMm: lengthFromZeroMm,
  /** Travel of the piston rings, down from the liner's top. */
  travelTopMm: lengthFromZeroMm,
  travelBottomMm: lengthFromZeroMm,
  lipAllowMPa: z.number().gt(0).max(5000),
  massKg: z.number().gt(0).max(2000).nullable(),
  /** Where its ports or injector opening must face; null where nothing is clocked. */
  clockDeg: angleDeg.nullable(),
  clockTolDeg: z.number().min(0).max(45),
})
export type LinerShape = z.infer<typeof linerShape>

export const lubricantNames = ['oil', 'rubber-lube', 'soap', 'coolant'] as const

/** One ring of the seal set, from the top down. */
export const sealGroove = z.strictObject({
  place: z.string().trim().min(1).max(40),
  material: z.string().trim().max(40),
  colour: z.string().trim().max(40),
  lubricant: z.enum(lubricantNames),
  /** A swelling band must be in within so many minutes of being wetted; null for others. */
  swellMinutes: z.number().gt(0).max(240).nullable(),
})
export type SealGroove = z.infer<typeof sealGroove>

/** A ring of the seal set: wetted, or put on with its lubricant confirmed. */
export const sealFit = z.strictObject({
  ...entry,
  cylinder: cylinderNumber,
  /** Its groove, counted from the top, 0 the first. */
  groove: z.int().min(0).max(11),
  step: z.enum(['wetted', 'on']),
  lubricant: z.enum(lubricantNames),
  struck: strike,
})

/** A liner pressed in. */
export const pressLog = z.strictObject({
  ...entry,
  cylinder: cylinderNumber,
  /** The most the press screw took, N·m; null where nobody looked. */
  peakNm: torqueOf({ least: 0, most: 20_000 }).nullable(),
  /** Where its ports or opening stand; null where nothing is clocked. */
  atDeg: angleOf({ least: 0, most: 360 }).nullable(),
  words: z.string().max(300),
  struck: strike,
})
export type PressLog = z.infer<typeof pressLog>
