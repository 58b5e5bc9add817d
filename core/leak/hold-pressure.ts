import { z } from 'zod'
import { defineCalculation } from '../define'
import { duration, SLACK, temperatureC } from '../schema'
import { judgeUpper, type Verdict } from '../measure/verdict'

const pressureKPa = z.number('must be a pressure in kPa').min(-1000, 'is no pressure').max(1e6, 'is no pressure')
const doubt = z.number('must be an uncertainty').min(0, 'cannot be below zero').max(1e6, 'is no uncertainty')
const KELVIN = 273.15

export const holdPressureInput = z
  .strictObject({
    startKPa: pressureKPa,
    endKPa: pressureKPa,
    airKPa: pressureKPa.gt(0, 'must be more than zero'),
    startC: temperatureC,
    endC: temperatureC,
    allowedDropKPa: pressureKPa.min(0, 'cannot be below zero'),
    gaugeUncertaintyKPa: doubt,
    temperatureUncertaintyC: doubt,
    volumeL: z.number('must be a volume in litres').gt(0, 'must be more than zero').max(1e6).nullish(),
    seconds: duration,
  })
  .superRefine((p, context) => {
    for (const key of ['startKPa', 'endKPa'] as const)
      if (p[key] + p.airKPa <= 0) context.addIssue({ code: 'custom', path: [key], message: 'is less than nothing' })
  })

export interface HeldPressure {
  correctedEndKPa: number
  dropKPa: number
  uncertaintyKPa: number
  leakPaLPerS: number | null
  verdict: Verdict | 'rose'
}

/**
 * What a closed volume of dry gas has lost, with the change of its temperature taken out.
 *
 * @param input gauge pressures kPa, the air's own absolute pressure kPa, temperatures °C, both
 *   uncertainties (k = 2), litres where known, seconds between the two readings
 * @returns the end as it would stand at the start's temperature, the drop and its uncertainty kPa, the
 *   leak Pa·L/s, and a verdict; `rose`: gas or heat came in, or a temperature is wrong
 * Source: Gay-Lussac; pressure-decay leak testing.
 */
export function holdPressure(input: z.infer<typeof holdPressureInput>): HeldPressure {
  const { startKPa, endKPa, airKPa, startC, endC, allowedDropKPa, volumeL, seconds } = input
  const endK = endC + KELVIN
  const correctedEndKPa = ((endKPa + airKPa) * (startC + KELVIN)) / endK - airKPa
  const dropKPa = startKPa - correctedEndKPa
  const perDegree = (endKPa + airKPa) / endK
  const uncertaintyKPa = Math.sqrt(
    2 * input.gaugeUncertaintyKPa ** 2 + 2 * (perDegree * input.temperatureUncertaintyC) ** 2,
  )
  return {
    correctedEndKPa,
    dropKPa,
    uncertaintyKPa,
    leakPaLPerS: volumeL == null ? null : (dropKPa * 1000 * volumeL) / seconds,
    verdict: dropKPa < -uncertaintyKPa - SLACK ? 'rose' : judgeUpper(dropKPa, allowedDropKPa, uncertaintyKPa),
  }
}

export const holdPressureCalculation = defineCalculation(
  'hold-pressure',
  'What a closed volume has lost, its temperature taken out.',
  holdPressureInput,
  holdPressure,
)
