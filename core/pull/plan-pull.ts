import { z } from 'zod'
import { defineCalculation } from '../define'
import { CalcError } from '../errors'
import { lengthFromZeroMm, SLACK_MM, thicknessMm } from '../schema'

const strength = z.number('must be a stress in MPa').gt(0, 'must be more than zero').max(5000, 'is no steel')
const friction = z.number('must be a friction value').min(0, 'cannot be below zero').max(1, 'is too much friction')

export const planPullInput = z.strictObject({
  screw: z.strictObject({
    majorMm: thicknessMm,
    pitchMm: thicknessMm,
    proofMPa: strength,
    threadFriction: friction,
    faceFriction: friction,
    faceOuterMm: thicknessMm,
    faceInnerMm: lengthFromZeroMm,
  }),
  useFraction: z.number('must be a fraction').gt(0, 'must be more than zero').max(1, 'cannot be above 1'),
  handForceN: z
    .number('must be a force in N')
    .gt(0, 'must be more than zero')
    .max(10_000, 'is more than a person pulls'),
  leverMm: thicknessMm,
  bar: z.strictObject({
    spanMm: thicknessMm,
    widthMm: thicknessMm,
    heightMm: thicknessMm,
    holeMm: lengthFromZeroMm,
    allowMPa: strength,
  }),
  liner: z.strictObject({
    boreMm: thicknessMm,
    lowerOuterMm: thicknessMm,
    lowerBoreMm: thicknessMm,
    flangeOuterMm: thicknessMm,
    sealLandMm: lengthFromZeroMm,
    counterboreMm: lengthFromZeroMm,
    lipAllowMPa: strength,
  }),
  clearanceMm: lengthFromZeroMm,
})

export interface PullPlan {
  torqueNm: number
  pullN: number
  torquePerKilonewtonNm: number
  stressAreaMm2: number
  limits: { screwN: number; barN: number; lipN: number }
  safePullN: number
  governs: 'screw' | 'bar' | 'lip'
  stopTorqueNm: number
  disc: { baseMm: number; stepMm: number; lipAreaMm2: number }
  withinLimit: boolean
  liftToFreeMm: number
  spanNeededMm: number
}

const pitchDiameterMm = ({ majorMm, pitchMm }: { majorMm: number; pitchMm: number }) => majorMm - 0.649519 * pitchMm
const threadArmMm = (screw: { majorMm: number; pitchMm: number; threadFriction: number }) =>
  screw.pitchMm / (2 * Math.PI) + (screw.threadFriction * pitchDiameterMm(screw)) / (2 * Math.cos(Math.PI / 6))

/** What a pulling screw takes to turn, N·m a newton of its pull: its thread, and the face of its nut. Source: VDI 2230. */
export const torquePerNewtonNm = (
  screw: Pick<
    z.infer<typeof planPullInput>['screw'],
    'majorMm' | 'pitchMm' | 'threadFriction' | 'faceFriction' | 'faceOuterMm' | 'faceInnerMm'
  >,
): number => (threadArmMm(screw) + (screw.faceFriction * (screw.faceOuterMm + screw.faceInnerMm)) / 4) / 1000

/**
 * A liner puller: what a hand on a lever pulls, what breaks first, at which torque to
 * stop, and the disc that fits. ISO 60° thread, bar simply supported with its load in the middle.
 *
 * @throws CalcError `no-room` where the disc catches nothing or the hole is as wide as the bar
 * Sources: ISO 898-1 (stress area), VDI 2230 (tightening torque), beam bending.
 */
export function planPull(input: z.infer<typeof planPullInput>): PullPlan {
  const { screw, bar, liner, useFraction, clearanceMm } = input
  const baseMm = liner.lowerBoreMm - clearanceMm
  if (baseMm <= liner.boreMm + SLACK_MM) throw new CalcError('no-room')
  if (bar.holeMm >= bar.widthMm - SLACK_MM) throw new CalcError('no-room', { says: 'no-bar' })

  const d2 = pitchDiameterMm(screw)
  const d3 = screw.majorMm - 1.226869 * screw.pitchMm
  const ds = (d2 + d3) / 2
  const stressAreaMm2 = (Math.PI / 4) * ds ** 2
  const threadArm = threadArmMm(screw)
  const torquePerNewton = torquePerNewtonNm(screw)

  const screwN =
    (useFraction * screw.proofMPa) /
    Math.sqrt((1 / stressAreaMm2) ** 2 + 3 * ((16 * threadArm) / (Math.PI * ds ** 3)) ** 2)
  const barModulusMm3 = ((bar.widthMm - bar.holeMm) * bar.heightMm ** 2) / 6
  const barN = (4 * useFraction * bar.allowMPa * barModulusMm3) / bar.spanMm
  const lipAreaMm2 = (Math.PI / 4) * (Math.min(baseMm, liner.lowerOuterMm) ** 2 - liner.boreMm ** 2)
  const lipN = useFraction * liner.lipAllowMPa * lipAreaMm2

  const limits = { screwN, barN, lipN }
  const safePullN = Math.min(screwN, barN, lipN)
  const torqueNm = (input.handForceN * input.leverMm) / 1000
  const pullN = torqueNm / torquePerNewton
  return {
    torqueNm,
    pullN,
    torquePerKilonewtonNm: torquePerNewton * 1000,
    stressAreaMm2,
    limits,
    safePullN,
    governs: safePullN === screwN ? 'screw' : safePullN === barN ? 'bar' : 'lip',
    stopTorqueNm: safePullN * torquePerNewton,
    disc: { baseMm, stepMm: liner.boreMm - clearanceMm, lipAreaMm2 },
    withinLimit: pullN <= safePullN,
    liftToFreeMm: Math.max(liner.sealLandMm, liner.counterboreMm),
    spanNeededMm: liner.flangeOuterMm + 2 * clearanceMm,
  }
}

export const planPullCalculation = defineCalculation(
  'plan-pull',
  'A liner puller: its pull, what breaks first, at which torque to stop, and the disc that fits.',
  planPullInput,
  planPull,
)
