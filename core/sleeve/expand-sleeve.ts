import { z } from 'zod'
import { defineCalculation } from '../define'
import { CalcError } from '../errors'
import { lengthFromZeroMm, share, SLACK, SLACK_MM, thicknessMm } from '../schema'

export const shareWindow = z
  .strictObject({ min: share, max: share })
  .refine((s) => s.min <= s.max, { message: 'must not be above the maximum', path: ['min'] })

export const expandSleeveInput = z.strictObject({
  sleeveBoreMm: thicknessMm,
  wallMm: thicknessMm,
  headBoreMm: thicknessMm,
  mandrelMm: thicknessMm,
  springbackMm: lengthFromZeroMm,
  share: shareWindow,
})

export interface ExpandedSleeve {
  outerMm: number
  gapMm: number
  boreAfterMm: number
  wallReductionShare: number
  mandrelMinMm: number
  mandrelMaxMm: number
  verdict: 'loose' | 'tight' | 'over-expanded'
}

/**
 * A copper sleeve drawn tight by a mandrel: whether this one grips, and between which sizes one does.
 *
 * @param input bores, wall and mandrel mm; what the bore springs back after the draw; the window of
 *   apparent wall reduction, shares of 1
 * @throws CalcError `does-not-enter` where the sleeve is larger than its bore
 * Source: apparent wall reduction as used for expanded tube joints.
 */
export function expandSleeve(input: z.infer<typeof expandSleeveInput>): ExpandedSleeve {
  const { sleeveBoreMm, wallMm, headBoreMm, mandrelMm, springbackMm } = input
  const outerMm = sleeveBoreMm + 2 * wallMm
  const gapMm = headBoreMm - outerMm
  if (gapMm < -SLACK_MM) throw new CalcError('does-not-enter')
  const boreAfterMm = mandrelMm - springbackMm
  const wallReductionShare = (boreAfterMm - sleeveBoreMm - gapMm) / (2 * wallMm)
  const mandrelAt = (reduction: number) => sleeveBoreMm + gapMm + springbackMm + 2 * wallMm * reduction
  const { min, max } = input.share
  const tight = wallReductionShare >= min - SLACK
  return {
    outerMm,
    gapMm,
    boreAfterMm,
    wallReductionShare,
    mandrelMinMm: mandrelAt(min),
    mandrelMaxMm: mandrelAt(max),
    verdict: !tight ? 'loose' : wallReductionShare > max + SLACK ? 'over-expanded' : 'tight',
  }
}

export const expandSleeveCalculation = defineCalculation(
  'expand-sleeve',
  'Whether a drawn mandrel makes a sleeve grip, and which one does.',
  expandSleeveInput,
  expandSleeve,
)
