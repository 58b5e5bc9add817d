import { z } from 'zod'
import { defineCalculation } from '../define'
import { lengthFromZeroMm, SLACK_MM, thicknessMm } from '../schema'

export const placePinInput = z
  .strictObject({
    flangeOuterMm: thicknessMm,
    sleeveOuterMm: thicknessMm,
    barrelOuterMm: thicknessMm,
    flangeMm: thicknessMm,
    pinMm: thicknessMm,
    depthMm: thicknessMm,
    leastWallMm: lengthFromZeroMm,
  })
  .superRefine((p, context) => {
    if (p.sleeveOuterMm >= p.flangeOuterMm)
      context.addIssue({ code: 'custom', path: ['sleeveOuterMm'], message: 'must be smaller than the flange' })
    if (p.barrelOuterMm <= p.flangeOuterMm)
      context.addIssue({ code: 'custom', path: ['barrelOuterMm'], message: 'must be larger than the flange' })
  })

export interface PlacedPin {
  centreRadiusMm: number
  flangeLeftMm: number
  barrelLeftMm: number
  holdsMm: number
  verdict: 'breaks-out' | 'flange-too-narrow' | 'sound'
}

/**
 * A pin at the seam of a sleeve's flange against turning: what is left beside it, and how deep it holds.
 *
 * @param input diameters, flange height, pin, its depth and the least wall, mm
 */
export function placePin(input: z.infer<typeof placePinInput>): PlacedPin {
  const { flangeOuterMm, pinMm, leastWallMm } = input
  const flangeLeftMm = (flangeOuterMm - input.sleeveOuterMm) / 2 - pinMm / 2
  const barrelLeftMm = (input.barrelOuterMm - flangeOuterMm) / 2 - pinMm / 2
  const thin = (mm: number) => mm < leastWallMm - SLACK_MM
  return {
    centreRadiusMm: flangeOuterMm / 2,
    flangeLeftMm,
    barrelLeftMm,
    holdsMm: Math.min(input.depthMm, input.flangeMm),
    verdict: thin(barrelLeftMm) ? 'breaks-out' : thin(flangeLeftMm) ? 'flange-too-narrow' : 'sound',
  }
}

export const placePinCalculation = defineCalculation(
  'place-pin',
  'A pin at the seam of a flange: does it break out, and how deep does it hold.',
  placePinInput,
  placePin,
)
