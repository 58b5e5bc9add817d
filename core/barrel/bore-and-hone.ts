import { z } from 'zod'
import { defineCalculation } from '../define'
import { lengthFromZeroMm, SLACK, SLACK_MM, thicknessMm } from '../schema'

const rate = z.number('must be a rate a minute').gt(0, 'must be more than zero').max(1e6, 'is out of any range')

const onlyTaken = (input: { finishCutMm?: number | undefined; maxCutOnDiameterMm: number }) =>
  (input.finishCutMm ?? 0) <= input.maxCutOnDiameterMm

export const boreAndHoneInput = z
  .strictObject({
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
    finishCutMm: lengthFromZeroMm.optional(),
  })
  .refine(onlyTaken, { message: 'must not be more than a cut takes', path: ['finishCutMm'] })

export interface BoreAndHone {
  finishMm: number
  boreToMm: number
  boringCuts: number
  cutEachMm: number
  /** The light one at the end; left out where none is wanted. */
  lastCutMm?: number
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
 *   stroke mm, the whole angle of the crosshatch, marks peak to valley mm and how many times them is honed;
 *   how light the last cut is, mm on the diameter, where one is wanted
 */
export function boreAndHone(input: z.infer<typeof boreAndHoneInput>): BoreAndHone {
  const { boreNowMm, honeStockMm, maxCutOnDiameterMm } = input
  const finishMm = input.pistonMm + input.clearanceMm
  const boreToMm = finishMm - honeStockMm
  const tooLarge = boreNowMm > finishMm + SLACK_MM
  const nothing = tooLarge || boreToMm <= boreNowMm + SLACK_MM
  const cuts = planCuts(nothing ? 0 : boreToMm - boreNowMm, maxCutOnDiameterMm, input.finishCutMm ?? 0)
  const strokeSpeed = 2 * input.strokesPerMinute * input.strokeLengthMm
  const half = (input.wantedCrosshatchDeg * Math.PI) / 360
  const leastHoneStockMm = 2 * input.boringMarksMm * input.marksFactor
  const honedMm = finishMm - Math.max(boreToMm, boreNowMm)
  return {
    finishMm,
    boreToMm,
    ...cuts,
    crosshatchDeg: (2 * Math.atan(strokeSpeed / (Math.PI * finishMm * input.rpm)) * 180) / Math.PI,
    rpmForWanted: strokeSpeed / (Math.PI * finishMm * Math.tan(half)),
    leastHoneStockMm,
    marksGone: !tooLarge && honedMm >= leastHoneStockMm - SLACK_MM,
    verdict: tooLarge ? 'too-large' : nothing ? 'hone-only' : 'bore-then-hone',
  }
}

/** Cuts of the same size, and after them the light one where it is wanted. mm on the diameter */
function planCuts(
  leftMm: number,
  mostMm: number,
  finishCutMm: number,
): Pick<BoreAndHone, 'boringCuts' | 'cutEachMm' | 'lastCutMm'> {
  const each = (mm: number) => {
    const boringCuts = mm === 0 ? 0 : Math.ceil(mm / mostMm - SLACK)
    return { boringCuts, cutEachMm: boringCuts === 0 ? 0 : mm / boringCuts }
  }
  if (finishCutMm === 0) return each(leftMm)
  if (leftMm <= finishCutMm + SLACK_MM)
    return { boringCuts: leftMm === 0 ? 0 : 1, cutEachMm: leftMm, lastCutMm: leftMm }
  const rough = each(leftMm - finishCutMm)
  return { boringCuts: rough.boringCuts + 1, cutEachMm: rough.cutEachMm, lastCutMm: finishCutMm }
}

export const boreAndHoneCalculation = defineCalculation(
  'bore-and-hone',
  'How a bore is brought to its piston: cuts, hone stock and crosshatch.',
  boreAndHoneInput,
  boreAndHone,
)
