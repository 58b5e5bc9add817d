import { z } from 'zod'
import { defineCalculation } from '../define'
import { friction, lengthFromZeroMm, lengthMm, SLACK, SLACK_MM, temperatureC, thicknessMm } from '../schema'
import { fitPressureMPa } from './lame'
import { expansionPerC, hubShape, refuseNoRings, shaftShape } from './rings'

export const fitAtTemperatureInput = z
  .strictObject({
    interferenceMm: lengthMm,
    interfaceMm: thicknessMm,
    lengthMm: thicknessMm,
    friction,
    smoothingMm: lengthFromZeroMm,
    measuredAtC: temperatureC,
    hubC: temperatureC,
    shaftC: temperatureC,
    hub: z.strictObject({ ...hubShape, expansionPerC }),
    shaft: z.strictObject({ ...shaftShape, expansionPerC }),
  })
  .superRefine(refuseNoRings)

export interface FitAtTemperature {
  interferenceMm: number
  pressureMPa: number
  holdsN: number
  holdsNm: number
  verdict: 'held' | 'loose'
  looseAtC: number | null
}

/**
 * What a shrink fit still holds when it is hot, each of the two at its own temperature.
 *
 * @param input interference on the diameter as measured at one temperature, sizes mm, moduli MPa,
 *   expansions per °C, temperatures °C
 * @returns what is left of the interference mm, pressure MPa, what it holds N and N·m, and the common
 *   temperature at which it lets go (smoothing not counted; null where it never does)
 * Sources: Lamé; thermal expansion.
 */
export function fitAtTemperature(input: z.infer<typeof fitAtTemperatureInput>): FitAtTemperature {
  const { interferenceMm, interfaceMm: d, measuredAtC, hub, shaft } = input
  const hotMm =
    interferenceMm +
    d * (shaft.expansionPerC * (input.shaftC - measuredAtC) - hub.expansionPerC * (input.hubC - measuredAtC))
  const effectiveMm = hotMm - input.smoothingMm
  const pressureMPa = fitPressureMPa(effectiveMm, input)
  const holdsN = input.friction * pressureMPa * Math.PI * d * input.lengthMm
  const more = hub.expansionPerC - shaft.expansionPerC
  return {
    interferenceMm: hotMm,
    pressureMPa,
    holdsN,
    holdsNm: (holdsN * d) / 2000,
    verdict: effectiveMm > SLACK_MM ? 'held' : 'loose',
    looseAtC: more <= SLACK * 1e-6 || interferenceMm <= 0 ? null : measuredAtC + interferenceMm / (d * more),
  }
}

export const fitAtTemperatureCalculation = defineCalculation(
  'fit-at-temperature',
  'What a shrink fit still holds when it is hot, and when it lets go.',
  fitAtTemperatureInput,
  fitAtTemperature,
)
