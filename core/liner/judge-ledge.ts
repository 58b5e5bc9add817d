import { z } from 'zod'
import { defineCalculation } from '../define'
import { turnDeg } from '../measure/angle'
import { fitPlane } from '../measure/fit-plane'
import { combinedUncertaintyMm } from '../measure/uncertainty'
import { judgeUpper, type Verdict } from '../measure/verdict'
import { angleDeg, lengthFromZeroMm, readingList } from '../schema'

export const judgeLedgeInput = z.strictObject({
  /** Depth below the deck at each station. */
  readings: readingList,
  uncertaintyMm: lengthFromZeroMm,
  /** The ledge may never lie deeper; null where the book names no limit. */
  maxDepthMm: lengthFromZeroMm.nullable(),
  maxTiltMm: lengthFromZeroMm,
  cleanupMm: lengthFromZeroMm,
  marks: z
    .array(
      z.strictObject({
        kind: z.enum(['fretting', 'pitting', 'burr', 'old-seal']),
        atDeg: angleDeg,
        depthMm: lengthFromZeroMm,
      }),
    )
    .max(100),
})
export type JudgeLedgeInput = z.infer<typeof judgeLedgeInput>

/** Why a ledge is as it is judged, the gravest first. */
export type LedgeReason =
  | 'past-limit'
  | 'old-seal'
  | 'burr'
  | 'cannot-be-trued'
  | 'leans'
  | 'fretted'
  | 'limit-unsure'
  | 'lean-unsure'
  | 'sound'

/** Which way along or across the engine: the piston thrusts across, so wear left or right is wear by thrust. */
export type LedgeSide = 'front' | 'right' | 'rear' | 'left'

export interface LedgeJudgement {
  verdict: Verdict
  reason: LedgeReason
  centreMm: number
  tiltMm: number
  highAtDeg: number | null
  lowAtDeg: number | null
  /** Side of the engine on which the ledge is lowest; null where it is even. */
  lowSide: LedgeSide | null
  /** Depth of the highest spot: where a cutter's stop begins to count. */
  depthMm: number
  deepestMm: number
  /** From the deepest spot to the limit; null without one. */
  depthLeftMm: number | null
  frettingMm: number
  /** The cut that makes the whole ring clean. */
  cleanCutMm: number
  /** Where the mark that gives the reason sits; null where none does. */
  markAtDeg: number | null
}

/** The side of the engine a direction points to. */
export function sideOf(directionDeg: number): LedgeSide {
  return (['front', 'right', 'rear', 'left'] as const)[Math.floor(turnDeg(directionDeg + 45) / 90) % 4]!
}

/**
 * A ledge judged: how deep, how it leans, what is worn, and what that means.
 *
 * Lengths mm, depths positive downward, angles clockwise from the front. A lean is known from
 * two opposite stations, so it has √2·U; a depth has U.
 *
 * @throws CalcError `too-few-stations` where the readings carry no plane
 */
export function judgeLedge(input: JudgeLedgeInput): LedgeJudgement {
  const { uncertaintyMm: u, maxDepthMm, maxTiltMm, marks } = input
  const fit = fitPlane(input.readings, 1)
  const lowAtDeg = fit.highAtDeg
  const depthMm = fit.centreMm - fit.tiltMm / 2
  const deepestMm = fit.centreMm + fit.tiltMm / 2
  const worst = marks
    .filter((m) => m.kind === 'fretting' || m.kind === 'pitting')
    .sort((a, b) => b.depthMm - a.depthMm)[0]
  const frettingMm = worst?.depthMm ?? 0
  const cleanCutMm = fit.tiltMm + frettingMm + input.cleanupMm
  const depth = maxDepthMm === null ? 'in' : judgeUpper(deepestMm, maxDepthMm, u)
  const lean = judgeUpper(fit.tiltMm, maxTiltMm, combinedUncertaintyMm(u, u))
  const mark = (kind: string) => marks.find((m) => m.kind === kind)
  const needsTruing = lean === 'out' || frettingMm > 0
  const tooDeepAfter = maxDepthMm !== null && depthMm + cleanCutMm > maxDepthMm

  const [reason, at]: [LedgeReason, number | null] =
    depth === 'out'
      ? ['past-limit', lowAtDeg]
      : mark('old-seal')
        ? ['old-seal', mark('old-seal')!.atDeg]
        : mark('burr')
          ? ['burr', mark('burr')!.atDeg]
          : needsTruing && tooDeepAfter
            ? ['cannot-be-trued', worst?.atDeg ?? lowAtDeg]
            : lean === 'out'
              ? ['leans', lowAtDeg]
              : worst && frettingMm > 0
                ? ['fretted', worst.atDeg]
                : depth === 'unsure'
                  ? ['limit-unsure', lowAtDeg]
                  : lean === 'unsure'
                    ? ['lean-unsure', lowAtDeg]
                    : ['sound', null]
  const verdict: Verdict =
    reason === 'sound' ? 'in' : reason === 'limit-unsure' || reason === 'lean-unsure' ? 'unsure' : 'out'
  return {
    verdict,
    reason,
    centreMm: fit.centreMm,
    tiltMm: fit.tiltMm,
    highAtDeg: lowAtDeg === null ? null : turnDeg(lowAtDeg + 180),
    lowAtDeg,
    lowSide: lowAtDeg === null ? null : sideOf(lowAtDeg),
    depthMm,
    deepestMm,
    depthLeftMm: maxDepthMm === null ? null : maxDepthMm - deepestMm,
    frettingMm,
    cleanCutMm,
    markAtDeg: at === null ? null : turnDeg(at),
  }
}

export const judgeLedgeCalculation = defineCalculation(
  'judge-ledge',
  'A ledge judged: depth, lean, wear and what is left to its limit, with the reason.',
  judgeLedgeInput,
  judgeLedge,
)
