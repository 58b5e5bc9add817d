import { z } from 'zod'
import { defineCalculation } from '../define'
import { expansionPerC } from '../fit/rings'
import { lengthFromZeroMm, SLACK_MM, temperatureC, thicknessMm } from '../schema'

export const runClearanceInput = z.strictObject({
  boreMm: thicknessMm,
  pistonMm: thicknessMm,
  boreExpansionPerC: expansionPerC,
  pistonExpansionPerC: expansionPerC,
  measuredAtC: temperatureC,
  boreC: temperatureC,
  pistonC: temperatureC,
  hotMinMm: lengthFromZeroMm,
})

export interface RunClearance {
  coldMm: number
  hotMm: number
  pistonTouchesAtC: number
  enough: boolean
  boreForHotMinMm: number
}

/**
 * What is left of a piston's clearance when both are hot, and at which temperature of the piston none is.
 *
 * @param input diameters mm as measured at one temperature, expansions per °C, temperatures °C, and what
 *   must be left hot
 * @returns clearances mm on the diameter, and the cold bore that would leave just that
 */
export function runClearance(input: z.infer<typeof runClearanceInput>): RunClearance {
  const { boreMm, pistonMm, measuredAtC, hotMinMm } = input
  const boreGrowth = 1 + input.boreExpansionPerC * (input.boreC - measuredAtC)
  const hotBoreMm = boreMm * boreGrowth
  const hotPistonMm = pistonMm * (1 + input.pistonExpansionPerC * (input.pistonC - measuredAtC))
  const hotMm = hotBoreMm - hotPistonMm
  return {
    coldMm: boreMm - pistonMm,
    hotMm,
    pistonTouchesAtC: measuredAtC + (hotBoreMm / pistonMm - 1) / input.pistonExpansionPerC,
    enough: hotMm >= hotMinMm - SLACK_MM,
    boreForHotMinMm: (hotPistonMm + hotMinMm) / boreGrowth,
  }
}

export const runClearanceCalculation = defineCalculation(
  'run-clearance',
  'What is left of a piston clearance when hot, and when it touches.',
  runClearanceInput,
  runClearance,
)
