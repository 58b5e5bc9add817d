import { z } from 'zod'
import { defineCalculation } from '../define'
import { friction, lengthFromZeroMm, lengthMm, SLACK, SLACK_MM, stressMPa, temperatureC, thicknessMm } from '../schema'
import { boreClosureMm, fitPressureMPa, hubHoopMPa, shaftBoreHoopMPa } from './lame'
import { expansionPerC, hubShape, refuseNoRings, shaftShape } from './rings'

export const planPressFitInput = z
  .strictObject({
    interfaceMm: thicknessMm,
    lengthMm: thicknessMm,
    interferenceMm: lengthMm,
    smoothingMm: lengthFromZeroMm,
    friction,
    shaftC: temperatureC,
    hub: z.strictObject({ ...hubShape, yieldMPa: stressMPa, expansionPerC }),
    shaft: z.strictObject({ ...shaftShape, yieldMPa: stressMPa, expansionPerC }),
    ambientC: temperatureC,
    slipClearanceMm: lengthFromZeroMm,
    maxHeatC: temperatureC,
  })
  .superRefine(refuseNoRings)

export interface PressFit {
  pressureMPa: number
  pressForceN: number
  slipTorqueNm: number
  hubHoopMPa: number
  hubEquivalentMPa: number
  hubYieldShare: number
  shaftBoreHoopMPa: number
  shaftYieldShare: number
  boreClosureMm: number
  hubGrowthMm: number
  slipOnAtC: number
  withinHeatLimit: boolean
  clearanceAtLimitMm: number
  verdict: 'loose' | 'yields' | 'holds'
}

/**
 * A hub pressed or shrunk onto a shaft: what holds it, what it takes to press it on, how hot it must be
 * to slip on, and whether either of the two yields.
 *
 * @param input diameters mm (the shaft's bore 0 for a solid one), interference on the diameter (below 0 a
 *   gap), what its rough peaks lose to smoothing, moduli and yields MPa, expansions per °C, temperatures °C
 * @returns pressure and stresses MPa, force N, torque N·m, lengths mm; smoothing counts for the pressure
 *   and the verdict only
 * Sources: Lamé; DIN 7190-1.
 */
export function planPressFit(input: z.infer<typeof planPressFitInput>): PressFit {
  const { interfaceMm: d, interferenceMm, smoothingMm, hub, shaft, ambientC, slipClearanceMm } = input
  const effectiveMm = interferenceMm - smoothingMm
  const pressureMPa = fitPressureMPa(effectiveMm, input)
  const pressForceN = input.friction * pressureMPa * Math.PI * d * input.lengthMm
  const hoop = hubHoopMPa(pressureMPa, hub.outerMm, d)
  const hubEquivalentMPa = Math.sqrt(hoop ** 2 + hoop * pressureMPa + pressureMPa ** 2)
  const boreHoop = shaftBoreHoopMPa(pressureMPa, d, shaft.innerMm)
  const shrinkMm = shaft.expansionPerC * d * (ambientC - input.shaftC)
  const wantedMm = Math.max(0, Math.max(0, interferenceMm) + slipClearanceMm - shrinkMm)
  const slipOnAtC = ambientC + wantedMm / (hub.expansionPerC * d)
  const hubYieldShare = hubEquivalentMPa / hub.yieldMPa
  const shaftYieldShare = Math.abs(boreHoop) / shaft.yieldMPa
  const yields = hubYieldShare > 1 + SLACK || shaftYieldShare > 1 + SLACK
  return {
    pressureMPa,
    pressForceN,
    slipTorqueNm: (pressForceN * d) / 2000,
    hubHoopMPa: hoop,
    hubEquivalentMPa,
    hubYieldShare,
    shaftBoreHoopMPa: boreHoop,
    shaftYieldShare,
    boreClosureMm: boreClosureMm(pressureMPa, d, shaft.innerMm, shaft.modulusMPa),
    hubGrowthMm: (2 * pressureMPa * d ** 2 * hub.outerMm) / (hub.modulusMPa * (hub.outerMm ** 2 - d ** 2)),
    slipOnAtC,
    withinHeatLimit: slipOnAtC <= input.maxHeatC + SLACK,
    clearanceAtLimitMm: hub.expansionPerC * d * (input.maxHeatC - ambientC) + shrinkMm - interferenceMm,
    verdict: effectiveMm <= SLACK_MM ? 'loose' : yields ? 'yields' : 'holds',
  }
}

export const planPressFitCalculation = defineCalculation(
  'plan-press-fit',
  'What holds a pressed or shrunk hub, and how hot it must be to slip on.',
  planPressFitInput,
  planPressFit,
)
