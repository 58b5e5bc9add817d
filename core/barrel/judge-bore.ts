import { z } from 'zod'
import { defineCalculation } from '../define'
import { expansionPerC } from '../fit/rings'
import { judgeUpper, type Verdict } from '../measure/verdict'
import { lengthFromZeroMm, lengthMm, temperatureC, thicknessMm } from '../schema'

export const judgeBoreInput = z.strictObject({
  levels: z
    .array(z.strictObject({ depthMm: lengthMm, thrustMm: thicknessMm, alongMm: thicknessMm }))
    .min(1, 'needs at least one level')
    .max(100),
  partC: temperatureC,
  expansionPerC,
  newMm: thicknessMm,
  maxMm: thicknessMm,
  taperMaxMm: lengthFromZeroMm,
  outOfRoundMaxMm: lengthFromZeroMm,
  pistonMm: thicknessMm,
  uncertaintyMm: lengthFromZeroMm,
})

export interface JudgedBore {
  largestMm: number
  smallestMm: number
  taperMm: number
  outOfRoundMm: number
  wearMm: number
  clearanceMm: number
  verdicts: { size: Verdict; taper: Verdict; round: Verdict }
}

const REFERENCE_C = 20

/**
 * A cylinder by a bore gauge at several depths in two directions, brought to 20 °C: size, taper, round,
 * wear and the clearance of this piston.
 *
 * @param input diameters mm, the part's own temperature °C and expansion per °C; new size, limit and
 *   piston hold at 20 °C; U of one reading
 * Source: ISO 1 (reference temperature), ISO 14253-1.
 */
export function judgeBore(input: z.infer<typeof judgeBoreInput>): JudgedBore {
  const cold = (mm: number) => mm / (1 + input.expansionPerC * (input.partC - REFERENCE_C))
  const thrust = input.levels.map((l) => cold(l.thrustMm))
  const along = input.levels.map((l) => cold(l.alongMm))
  const range = (values: number[]) => Math.max(...values) - Math.min(...values)
  const largestMm = Math.max(...thrust, ...along)
  const smallestMm = Math.min(...thrust, ...along)
  const taperMm = Math.max(range(thrust), range(along))
  const outOfRoundMm = Math.max(...thrust.map((t, i) => Math.abs(t - along[i]!)))
  const two = Math.SQRT2 * input.uncertaintyMm
  return {
    largestMm,
    smallestMm,
    taperMm,
    outOfRoundMm,
    wearMm: largestMm - input.newMm,
    clearanceMm: smallestMm - input.pistonMm,
    verdicts: {
      size: judgeUpper(largestMm, input.maxMm, input.uncertaintyMm),
      taper: judgeUpper(taperMm, input.taperMaxMm, two),
      round: judgeUpper(outOfRoundMm, input.outOfRoundMaxMm, two),
    },
  }
}

export const judgeBoreCalculation = defineCalculation(
  'judge-bore',
  'A cylinder by the bore gauge, brought to 20 °C: size, taper, round and wear.',
  judgeBoreInput,
  judgeBore,
)
