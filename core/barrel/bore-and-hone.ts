import { z } from 'zod'
import { defineCalculation } from '../define'
import { lengthFromZeroMm, SLACK, SLACK_MM, thicknessMm } from '../schema'

const rate = z.number('must be a rate a minute').gt(0, 'must be more than zero').max(1e6, 'is out of any range')

export const boreAndHoneInput = z.strictObject({
  pistonMm: thicknessMm,
  clearanceMm: lengthFromZeroMm,
  honeStockMm: lengthFromZeroMm,
  boreNowMm: thicknessMm,
  maxCutOnDiameterMm: thicknessMm,
  strokesPerMinute: rate,
  strokeLengthMm: thicknessMm,
  rpm: rate,
  wantedCrosshatchDeg: z.number('must be an angle').gt(0, 'must be more than zero').lt(180, 'must be below 180'),
  boringMarksMm: lengthFromZeroMm,
  marksFactor: z.number('must be a factor').min(0, 'cannot be below zero').max(1000),
})

export interface BoreAndHone {
  finishMm: number
  boreToMm: number
  boringCuts: number
  cutEachMm: number
  crosshatchDeg: number
  rpmForWanted: number
  leastHoneStockMm: number
  marksGone: boolean
  verdict: 'too-large' | 'hone-only' | 'bore-then-hone'
}

/**
 * How a bore is brought to its piston: cuts, what is left for the stone, whether the stone takes the
 * boring marks away, and the speed for the crosshatch.
 *
 * @param input diameters mm, the most a cut takes on the diameter, double strokes and turns a minute, the
 *   stroke mm, the whole angle of the crosshatch, marks peak to valley mm and how many times them is honed
 */
export function boreAndHone(input: z.infer<typeof boreAndHoneInput>): BoreAndHone {
  const { boreNowMm, honeStockMm, maxCutOnDiameterMm } = input
  const finishMm = input.pistonMm + input.clearanceMm
  const boreToMm = finishMm - honeStockMm
  const tooLarge = boreNowMm > finishMm + SLACK_MM
  const nothing = tooLarge || boreToMm <= boreNowMm + SLACK_MM
  const boringCuts = nothing ? 0 : Math.ceil((boreToMm - boreNowMm) / maxCutOnDiameterMm - SLACK)
  const strokeSpeed = 2 * input.strokesPerMinute * input.strokeLengthMm
  const half = (input.wantedCrosshatchDeg * Math.PI) / 360
  const leastHoneStockMm = 2 * input.boringMarksMm * input.marksFactor
  const honedMm = finishMm - Math.max(boreToMm, boreNowMm)
  return {
    finishMm,
    boreToMm,
    boringCuts,
    cutEachMm: boringCuts === 0 ? 0 : (boreToMm - boreNowMm) / boringCuts,
    crosshatchDeg: (2 * Math.atan(strokeSpeed / (Math.PI * finishMm * input.rpm)) * 180) / Math.PI,
    rpmForWanted: strokeSpeed / (Math.PI * finishMm * Math.tan(half)),
    leastHoneStockMm,
    marksGone: !tooLarge && honedMm >= leastHoneStockMm - SLACK_MM,
    verdict: tooLarge ? 'too-large' : nothing ? 'hone-only' : 'bore-then-hone',
  }
}

export const boreAndHoneCalculation = defineCalculation(
  'bore-and-hone',
  'How a bore is brought to its piston: cuts, hone stock and crosshatch.',
  boreAndHoneInput,
  boreAndHone,
)
