import { z } from 'zod'
import { defineCalculation } from '../define'
import { angleDeg, lengthMm, share, SLACK, thicknessMm } from '../schema'
import { depthHalfMm, openShare, overlapMm2, turnOffsetMm } from './circles'

export const openAreaInput = z.strictObject({
  bushingHoleMm: thicknessMm,
  drillingMm: thicknessMm,
  boreMm: thicknessMm,
  turnedDeg: angleDeg,
  depthErrorMm: lengthMm,
  groove: z.boolean('must be yes or no'),
  wantedShare: share,
})

export interface OpenArea {
  openShare: number
  openAreaMm2: number
  offsetMm: number
  pinMm: number
  depthWindowMm: number | null
  enough: boolean
}

/**
 * How much of an oil hole is open behind a bushing, and the largest pin that passes.
 *
 * @param input hole, drilling and bore mm, how far the bushing is turned (degrees) and off its depth (mm),
 *   whether a groove runs round the drilling, and the share that is wanted
 * @returns share and area open, the offset of the two, the pin mm, and ± how far off its depth this turn
 *   still allows (null where it allows none)
 * Source: the area two circles have in common.
 */
export function openArea(input: z.infer<typeof openAreaInput>): OpenArea {
  const turnMm = turnOffsetMm(input, input.boreMm)
  const offsetMm = Math.hypot(input.depthErrorMm, turnMm)
  const [a, b] = [input.bushingHoleMm / 2, input.drillingMm / 2]
  const open = openShare(input, offsetMm)
  return {
    openShare: open,
    openAreaMm2: overlapMm2(a, b, offsetMm),
    offsetMm,
    pinMm: Math.max(0, Math.min(2 * a, 2 * b, a + b - offsetMm)),
    depthWindowMm: depthHalfMm(input, turnMm, input.wantedShare),
    enough: open >= input.wantedShare - SLACK,
  }
}

export const openAreaCalculation = defineCalculation(
  'open-area',
  'How much of an oil hole is open behind a bushing, and which pin passes.',
  openAreaInput,
  openArea,
)
