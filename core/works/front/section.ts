import { z } from 'zod'
import { expansionPerC, poisson } from '../../fit/rings'
import { threadShape } from '../../fasten/thread'
import { placeCode } from '../../job/place'
import {
  angleDeg,
  friction,
  lengthFromZeroMm,
  lengthMm,
  mark,
  share,
  stressMPa,
  temperatureC,
  thicknessMm,
  windowMm,
} from '../../schema'

export const endNames = ['front', 'rear'] as const
export type EndName = (typeof endNames)[number]
/** Kinds of shaft seals; each has its usual treatment where the sheet is silent. */
export const sealKinds = ['rubber-coated', 'bare-metal', 'pre-coated', 'ptfe'] as const
export type SealKind = (typeof sealKinds)[number]
export const lipWays = ['dry', 'oiled'] as const
export type LipWay = (typeof lipWays)[number]
export const outsideWays = ['dry', 'oiled', 'sealed', 'as-coated'] as const
export type OutsideWay = (typeof outsideWays)[number]

const seal = z.strictObject({
  kind: z.enum(sealKinds),
  outerMm: thicknessMm,
  innerMm: thicknessMm,
  widthMm: thicknessMm,
  /** By the seal's own line on the sheet; null where it is silent. */
  lip: z.enum(lipWays).nullable(),
  outside: z.enum(outsideWays).nullable(),
})
/** The cover that carries a seal. */
const cover = z.strictObject({
  dowelled: z.boolean(),
  runoutMaxMm: lengthFromZeroMm,
  stepMaxMm: lengthFromZeroMm,
  /** A bolt's play in its hole, on the diameter. */
  holeClearanceMm: lengthFromZeroMm,
  /** Ends of the rail from the crank's middle, facing that end: the left one below zero. */
  railLeftMm: lengthMm.lt(0),
  railRightMm: thicknessMm,
  sealant: z.string().trim().min(1).max(60).nullable(),
  /** When the sealant's skin has closed; null where it has none. */
  skinMin: z.number().gt(0).max(1e4).nullable(),
  /** How far off a cover may be that was centred so, and nobody sees it: the tool's play, what an old hub wanders, a dial's slack. */
  doubtMm: z.strictObject({ tool: lengthFromZeroMm, damper: lengthFromZeroMm, dial: lengthFromZeroMm }),
  /** The joint of its bolts, by its code among the fasteners. */
  joint: placeCode.nullable(),
})
const end = z.strictObject({
  end: z.enum(endNames),
  shaftMm: thicknessMm,
  seal,
  /** Where its outer face may stand below the housing's face. */
  depth: z
    .strictObject({ minMm: lengthMm, nominalMm: lengthMm, maxMm: lengthMm })
    .refine((d) => d.minMm <= d.nominalMm && d.nominalMm <= d.maxMm, {
      message: 'must lie between the least and the most',
      path: ['nominalMm'],
    }),
  lipFromFaceMm: lengthMm,
  /** Kept from an old track, and how deep one may be that a lip still runs on. */
  trackClearanceMm: lengthFromZeroMm,
  maxTrackMm: lengthFromZeroMm,
  /** How deep a track is that a fingernail feels, and one that catches it. */
  feltMm: lengthFromZeroMm,
  catchesMm: lengthFromZeroMm,
  maxLeanMm: lengthFromZeroMm,
  /** Minutes a dry lip rests before it may turn; null for none. */
  restMin: z.number().gt(0).max(1e5).nullable(),
  press: z.strictObject({ pitchMm: thicknessMm, stepTurns: z.number().gt(0).max(10), circleMm: thicknessMm }),
  cover: cover.nullable(),
})
export type EndSheet = z.infer<typeof end>

export const damperKinds = ['rubber', 'fluid', 'flange'] as const
const damper = z.strictObject({
  kind: z.enum(damperKinds),
  noseMm: thicknessMm,
  /** The hub outside where it grips. */
  hubOuterMm: thicknessMm,
  rimMm: thicknessMm,
  gripLengthMm: thicknessMm,
  interference: windowMm,
  friction,
  hubModulusMPa: stressMPa,
  hubPoisson: poisson,
  hubYieldMPa: stressMPa,
  hubExpansionPerC: expansionPerC,
  noseModulusMPa: stressMPa,
  nosePoisson: poisson,
  noseYieldMPa: stressMPa,
  /** What its rubber, the seal's lip and the grease bear, the least of them. */
  maxHeatC: temperatureC,
  slipClearanceMm: lengthFromZeroMm,
  massKg: z.number().gt(0).max(1000),
  heatCapacityJPerKgC: z.number().gt(0).max(1e5),
  filmWPerM2C: z.number().gt(0).max(1e5),
  areaM2: z.number().gt(0).max(100),
  rimRunoutMaxMm: lengthFromZeroMm,
  indexMaxDeg: angleDeg,
  /** Hours after which a fluid-filled one goes on no more; null where the sheet sets none. */
  hoursMax: z.number().gt(0).max(1e6).nullable(),
  /** Screws of its pulling holes: as they are first, then drilled out. */
  pullSizes: z
    .array(z.strictObject({ name: mark, ...threadShape, proofMPa: stressMPa, shearMPa: stressMPa }))
    .min(1)
    .max(6),
  pullCount: z.int().min(1).max(12),
  pullEngagementMm: thicknessMm,
  holeShearMPa: stressMPa,
  useFraction: share.gt(0),
  /** The nose's thread, and the installer's rod. */
  noseThread: z.strictObject({ ...threadShape, depthMm: thicknessMm, leadInMm: lengthFromZeroMm, shearMPa: stressMPa }),
  rodThreadMm: thicknessMm,
  rodShearMPa: stressMPa,
  travelMm: thicknessMm,
  /** The joint of its bolt, by its code among the fasteners; null where it has none. */
  joint: placeCode.nullable(),
})
export type DamperSheet = z.infer<typeof damper>

/** The flywheel behind the rear seal, and the housing it runs in. */
const flywheel = z.strictObject({
  massKg: z.number().gt(0).max(2000),
  guideStuds: z.int().min(1).max(6),
  /** Where the dial runs on its face, across. */
  faceCircleMm: thicknessMm,
  faceRunoutMaxMm: lengthFromZeroMm,
  /** The housing's bore, swept from the crank; null where nothing is centred in it. */
  boreRunoutMaxMm: lengthFromZeroMm.nullable(),
  /** The joint of its bolts, by its code among the fasteners; null where it has none. */
  joint: placeCode.nullable(),
})
export type FlywheelSheet = z.infer<typeof flywheel>

/** What the sheet says of the ends of the crank: seals, covers, the damper, the flywheel. */
export const section = z.strictObject({
  ends: z
    .array(end)
    .min(1)
    .max(2)
    .refine((ends) => new Set(ends.map((e) => e.end)).size === ends.length, { message: 'names an end twice' }),
  damper: damper.nullable(),
  flywheel: flywheel.nullable(),
})
export type FrontSection = z.infer<typeof section>
