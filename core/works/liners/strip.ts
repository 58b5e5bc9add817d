import { z } from 'zod'
import { lengthOf, torqueOf } from '../../figure-types'
import { angleDeg, cylinderNumber, lengthFromZeroMm, thicknessMm } from '../../schema'
import { planPullInput } from '../../pull/plan-pull'
import { entry, id, strike } from '../../job/base'

/** A liner puller of the shop, made or bought. */
export const puller = z.strictObject({
  id,
  name: z.string().trim().min(1).max(80),
  origin: z.enum(['made', 'bought']),
  screw: planPullInput.shape.screw,
  bar: planPullInput.shape.bar,
  /** Width of a foot along the bar, mm. */
  footMm: thicknessMm,
  /** Diameter of the disc as it is; null: it is made to fit the liner. */
  discBaseMm: thicknessMm.nullable(),
  leverMm: planPullInput.shape.leverMm,
  handForceN: planPullInput.shape.handForceN,
  useFraction: planPullInput.shape.useFraction,
  clearanceMm: lengthFromZeroMm,
})
export type Puller = z.infer<typeof puller>

export const ranOutNames = ['nothing', 'coolant', 'oil', 'sludge'] as const

/** How a liner came out. */
export const pullLog = z.strictObject({
  ...entry,
  cylinder: cylinderNumber,
  /** null: it came by hand or by other means. */
  pullerId: id.nullable(),
  /** The most the wrench took, N·m; null where nobody looked. */
  peakNm: torqueOf({ least: 0, most: 20_000 }).nullable(),
  /** Lifts at which it went tight again, mm. */
  tightMm: z.array(lengthOf({ least: 0, most: 2000, by: ['rule'], rough: true })).max(8),
  ranOut: z.enum(ranOutNames),
  words: z.string().max(300),
  struck: strike,
})
export type PullLog = z.infer<typeof pullLog>

/** Where a finding lies: on the liner, or on the block round it. */
export const faceNames = ['outside', 'bore', 'ledge', 'seal-bore', 'jacket'] as const
export type FaceName = (typeof faceNames)[number]
export const findingKinds = [
  'pitting',
  'crack',
  'scale',
  'wax',
  'sediment',
  'coolant-track',
  'fretting',
  'scoring',
  'polish',
  'rust',
  'seal-cut',
  'seal-hard',
  'old-seal',
] as const
export type FindingKind = (typeof findingKinds)[number]

/** What can be found where. */
export const kindsOn: Record<FaceName, readonly FindingKind[]> = {
  outside: ['pitting', 'crack', 'scale', 'wax', 'coolant-track', 'fretting', 'rust', 'seal-cut', 'seal-hard'],
  bore: ['polish', 'scoring', 'crack', 'rust'],
  ledge: ['fretting', 'pitting', 'sediment', 'old-seal', 'coolant-track'],
  'seal-bore': ['pitting', 'rust', 'scoring', 'sediment'],
  jacket: ['scale', 'wax', 'sediment', 'rust'],
}

/** Something seen on a liner or its block. */
export const finding = z.strictObject({
  ...entry,
  cylinder: cylinderNumber,
  on: z.enum(faceNames),
  kind: z.enum(findingKinds),
  /** The middle of it round the bore, and how far round it reaches, degrees. */
  atDeg: angleDeg,
  spanDeg: z.number().min(1).max(360),
  /** From where to where down from the liner's top, mm. */
  fromMm: lengthFromZeroMm,
  toMm: lengthFromZeroMm,
  /** 1 light, 2 plain, 3 heavy. */
  severity: z.int().min(1).max(3),
  /** Of a coolant track: how many sealing steps it got past, counted from the flange down; null for others. */
  pastSteps: z.int().min(0).max(8).nullable(),
  words: z.string().max(500),
  struck: strike,
})
export type Finding = z.infer<typeof finding>

/** How good an old liner still is. `scrap` never goes back. */
export const gradeNames = ['good', 'fair', 'poor', 'scrap'] as const
export type GradeName = (typeof gradeNames)[number]
/** A liner's grade as a person confirmed it, with what was suggested. The latest one counts. */
export const grade = z.strictObject({
  ...entry,
  cylinder: cylinderNumber,
  grade: z.enum(gradeNames),
  suggested: z.enum(gradeNames),
  words: z.string().max(300),
})
export type Grade = z.infer<typeof grade>

const chance = z.number().min(0).max(1)
const money = z.number().min(0).max(1e9)
/** What renewing costs in this shop, and how often a liner of each grade comes back. */
export const renewalCosts = z.strictObject({
  failChance: z.strictObject({ good: chance, fair: chance, poor: chance, scrap: chance }),
  renewedFailChance: chance,
  openUpAgain: money,
  downtime: money,
  linerParts: money,
  linerLabour: money,
})
export type RenewalCosts = z.infer<typeof renewalCosts>
export const startRenewalCosts: RenewalCosts = {
  failChance: { good: 0.02, fair: 0.08, poor: 0.3, scrap: 0.9 },
  renewedFailChance: 0.01,
  openUpAgain: 2400,
  downtime: 3600,
  linerParts: 310,
  linerLabour: 190,
}

/** Which liners are renewed, as it was decided with the owner. The latest one counts. */
export const decision = z.strictObject({
  ...entry,
  renew: z.array(cylinderNumber).max(99),
  costs: renewalCosts,
  nowCost: money,
  comebackChance: chance,
  expectedCost: money,
  words: z.string().max(300),
})
export type Decision = z.infer<typeof decision>
