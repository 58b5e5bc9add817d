import { z } from 'zod'
import { shareWindow } from '../../sleeve/expand-sleeve'
import { tipSpec } from '../../sleeve/set-tip'
import { lengthFromZeroMm, lengthMm, thicknessMm } from '../../schema'

/** Two ways a sleeve is held: pressed with a retaining compound, or expanded onto O-rings. */
export const sleeveKinds = ['compound', 'expanded'] as const
export type SleeveKind = (typeof sleeveKinds)[number]

/** What the sheet says of injector sleeves. */
export const section = z.strictObject({
  kind: z.enum(sleeveKinds),
  /** The seat in the sleeve, above the fire deck. */
  seatAboveMm: lengthMm,
  /** How well that seat's height is known (k = 2). */
  seatUncertaintyMm: lengthFromZeroMm,
  sleeveBoreMm: thicknessMm,
  wallMm: thicknessMm,
  headBoreMm: thicknessMm,
  headBoreTolMm: lengthFromZeroMm,
  /** Of an expanded sleeve: the window of apparent wall reduction, its springback, and the mandrels there are. */
  share: shareWindow,
  springbackMm: lengthFromZeroMm,
  mandrelsMm: z.array(thicknessMm).max(20),
  /** Torque of the yoke's bolt that keeps the drawing tool down. */
  yokeNm: z.number().gt(0).max(1e4).nullable(),
  /** How far the driver or mandrel reaches below the fire deck, and what is kept clear under it. */
  toolReachMm: lengthMm,
  clearanceMm: lengthFromZeroMm,
  /** Of a pressed sleeve: what holds it, and its two times. */
  compound: z
    .strictObject({
      name: z.string().trim().min(1).max(60),
      fixtureMin: z.number().gt(0).max(1e4),
      cureMin: z.number().gt(0).max(1e5),
    })
    .nullable(),
  /** How far its top stands below the head's face; null where the sheet does not say. */
  topBelow: z
    .strictObject({ minMm: lengthMm, maxMm: lengthMm })
    .refine((t) => t.minMm <= t.maxMm, { message: 'must not be above the maximum', path: ['minMm'] })
    .nullable(),
  injectorSeatToTipMm: thicknessMm,
  washerMm: thicknessMm,
  crushMm: lengthFromZeroMm,
  tip: tipSpec,
  /** Washers there are, each as measured. */
  washersMm: z.array(thicknessMm).max(60),
  /** The joint that holds an injector down, by its code among the fasteners; null where the sheet does not say. */
  clampJoint: z.string().max(30).nullable(),
  test: z.strictObject({
    kPa: z.number().gt(0).max(2000),
    minutes: z.number().gt(0).max(600),
    allowedDropKPa: z.number().min(0).max(2000),
  }),
  /** Return flow of an injector: the book's limit and what the measuring glass cannot tell apart, ml a minute. */
  returnFlow: z.strictObject({ max: z.number().gt(0).max(1e5), least: z.number().min(0).max(1e5) }),
  /** Of a sleeve that is tapped and pulled: what its own metal bears, how deep a thread goes into it, and how hard it sits; null where the sheet does not say. */
  tapped: z
    .strictObject({
      sleeveShearMPa: z.number().gt(0).max(2000),
      holeDepthMm: thicknessMm,
      pullN: z.number().gt(0).max(1e6),
    })
    .nullable()
    .default(null),
})
export type SleeveSection = z.infer<typeof section>
