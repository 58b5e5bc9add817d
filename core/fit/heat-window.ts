import { z } from 'zod'
import { defineCalculation } from '../define'
import { lengthFromZeroMm, lengthMm, SLACK, temperatureC, thicknessMm } from '../schema'
import { expansionPerC } from './rings'

const size = (what: string) =>
  z.number(`must be ${what}`).gt(0, 'must be more than zero').max(1e9, 'is out of any range')

export const heatWindowInput = z.strictObject({
  massKg: size('a mass in kg'),
  heatCapacityJPerKgC: size('a heat capacity'),
  filmWPerM2C: size('a heat transfer'),
  areaM2: size('an area in m²'),
  ambientC: temperatureC,
  partC: temperatureC,
  interferenceMm: lengthMm,
  slipClearanceMm: lengthFromZeroMm,
  expansionPerC,
  interfaceMm: thicknessMm,
})

export interface HeatWindow {
  timeConstantS: number
  gripsAtC: number
  secondsToGrip: number | null
  slipsUntilC: number
  secondsToSlip: number | null
}

/**
 * How long a hot part stays loose in still air: the clock that runs from the oven's door. Touching the
 * cold shaft it grips far sooner.
 *
 * @param input mass kg, heat capacity J/(kg·°C), film W/(m²·°C), surface m², temperatures °C,
 *   interference on the diameter and the gap wanted to slip mm, expansion per °C
 * @returns the time constant s; the temperatures at which it grips and until which it slips, and the
 *   seconds to each (null where it never does; 0 where it is not hot enough)
 * Source: lumped cooling (small Biot number).
 */
export function heatWindow(input: z.infer<typeof heatWindowInput>): HeatWindow {
  const { ambientC, partC, interferenceMm, slipClearanceMm } = input
  const timeConstantS = (input.massKg * input.heatCapacityJPerKgC) / (input.filmWPerM2C * input.areaM2)
  const growthPerC = input.expansionPerC * input.interfaceMm
  const tightMm = Math.max(0, interferenceMm)
  const gripsAtC = ambientC + tightMm / growthPerC
  const slipsUntilC = ambientC + (tightMm + slipClearanceMm) / growthPerC
  const secondsTo = (atC: number): number | null => {
    if (atC - ambientC < SLACK) return null
    return partC <= atC ? 0 : timeConstantS * Math.log((partC - ambientC) / (atC - ambientC))
  }
  return {
    timeConstantS,
    gripsAtC,
    secondsToGrip: secondsTo(gripsAtC),
    slipsUntilC,
    secondsToSlip: secondsTo(slipsUntilC),
  }
}

export const heatWindowCalculation = defineCalculation(
  'heat-window',
  'How long a hot part stays loose, from the door of the oven.',
  heatWindowInput,
  heatWindow,
)
