import type { z } from 'zod'
import { CalcError } from '../errors'
import type { LinerShape } from '../works/liners/fitting'
import type { Puller } from '../works/liners/strip'
import { SLACK_MM } from '../schema'
import { planPull, type planPullInput, type PullPlan } from './plan-pull'

/** Why a puller must not be used on this liner, or what to watch. */
export type PullerProblem =
  | 'no-room'
  | 'disc-cannot-pass'
  | 'disc-catches-nothing'
  | 'feet-on-flange'
  | 'feet-on-neighbour'
  | 'bar-too-short'
  | 'too-strong'

export interface PullerCheck {
  /** What the puller does; null where there is no room for any disc. */
  plan: PullPlan | null
  /** The disc that is used: as it is, or as it must be made, mm; null where there is no room. */
  discBaseMm: number | null
  /** Between the feet's inner edges and the flange of the liner being pulled, mm; below zero they stand on it. */
  feetClearMm: number
  /** Between a foot and the flange of the neighbour, with the bar along the engine, mm; below zero it stands on it. */
  neighbourClearMm: number
  /** How far the disc catches under the liner's lower edge, each side, mm. */
  catchMm: number
  /** How far the disc clears the block's lower bore, each side, mm. */
  passMm: number
  problems: PullerProblem[]
}

/** The input of `plan-pull` for a puller on a liner of an engine. */
export function pullInput(
  puller: Puller,
  liner: LinerShape,
  engine: { boreMm: number; counterboreMm: number },
): z.infer<typeof planPullInput> {
  const { screw, bar, useFraction, handForceN, leverMm, clearanceMm } = puller
  const { lowerOuterMm, lowerBoreMm, flangeOuterMm, sealLandMm, lipAllowMPa } = liner
  return {
    screw,
    bar,
    useFraction,
    handForceN,
    leverMm,
    clearanceMm,
    liner: {
      boreMm: engine.boreMm,
      lowerOuterMm,
      lowerBoreMm,
      flangeOuterMm,
      sealLandMm,
      counterboreMm: engine.counterboreMm,
      lipAllowMPa,
    },
  }
}

function planOrNull(input: z.infer<typeof planPullInput>): PullPlan | null {
  try {
    return planPull(input)
  } catch (error) {
    if (error instanceof CalcError && error.code === 'no-room') return null
    throw error
  }
}

/**
 * Checks a puller against a liner before it is put on: does the disc pass the block and
 * catch the liner, do the feet stand clear of the flange being pulled and of the
 * neighbours, and is the hand on the lever stronger than the puller.
 *
 * @param engine bore and pitch, and the depth of the counterbore, mm
 */
export function checkPuller(
  puller: Puller,
  liner: LinerShape,
  engine: { boreMm: number; pitchMm: number; counterboreMm: number },
): PullerCheck {
  const plan = planOrNull(pullInput(puller, liner, engine))
  const discBaseMm = puller.discBaseMm ?? plan?.disc.baseMm ?? null
  const base = discBaseMm ?? liner.lowerBoreMm
  const { spanMm } = puller.bar
  const half = spanMm / 2
  const flange = liner.flangeOuterMm / 2
  const feetClearMm = half - puller.footMm / 2 - flange
  const neighbourClearMm = Math.abs(engine.pitchMm - half) - puller.footMm / 2 - flange
  const problems: PullerProblem[] = []
  if (plan === null) problems.push('no-room')
  if (discBaseMm !== null && discBaseMm > liner.lowerBoreMm - SLACK_MM) problems.push('disc-cannot-pass')
  if (discBaseMm !== null && discBaseMm <= engine.boreMm + SLACK_MM) problems.push('disc-catches-nothing')
  if (feetClearMm < -SLACK_MM) problems.push('feet-on-flange')
  else if (plan && spanMm < plan.spanNeededMm - SLACK_MM) problems.push('bar-too-short')
  if (neighbourClearMm < -SLACK_MM) problems.push('feet-on-neighbour')
  if (plan && !plan.withinLimit) problems.push('too-strong')
  return {
    plan,
    discBaseMm,
    feetClearMm,
    neighbourClearMm,
    catchMm: (Math.min(base, liner.lowerOuterMm) - engine.boreMm) / 2,
    passMm: (liner.lowerBoreMm - base) / 2,
    problems,
  }
}

/** Problems that forbid the puller; the others are told beside its figures. */
export const forbidding = [
  'no-room',
  'disc-cannot-pass',
  'disc-catches-nothing',
  'feet-on-flange',
] as const satisfies readonly PullerProblem[]

/** Whether a puller with this problem must not be used. */
export const forbids = (p: PullerProblem): boolean => (forbidding as readonly PullerProblem[]).includes(p)

/** Friction of thread and faces: dry, oiled, greased. Source: VDI 2230, table A5. */
export const frictions = { dry: 0.18, oiled: 0.14, greased: 0.1 } as const

/** Proof stress of a screw by the grade on its head, MPa; without one as of the weakest. Source: ISO 898-1, table 3. */
export const proofByGrade = { unmarked: 225, '5.8': 380, '8.8': 600, '10.9': 830, '12.9': 970 } as const
/** Stress that may stand in a bridge by its steel, MPa: about two thirds of the least yield of its kind. Source: usual practice. */
export const allowBySteel = { mild: 150, usual: 200, strong: 300 } as const

/** Pull over the lever's length for each state of the screw, and where each must stop. */
export function pullCurves(
  input: z.infer<typeof planPullInput>,
  steps = 24,
): { state: keyof typeof frictions; stopTorqueNm: number; points: { leverMm: number; pullN: number }[] }[] {
  const longestMm = Math.max(input.leverMm * 2, 1200)
  return (Object.keys(frictions) as (keyof typeof frictions)[]).map((state) => {
    const screw = { ...input.screw, threadFriction: frictions[state], faceFriction: frictions[state] }
    const { stopTorqueNm } = planPull({ ...input, screw })
    const points = Array.from({ length: steps + 1 }, (_, i) => {
      const leverMm = Math.max(1, (longestMm * i) / steps)
      return { leverMm, pullN: planPull({ ...input, screw, leverMm }).pullN }
    })
    return { state, stopTorqueNm, points }
  })
}
