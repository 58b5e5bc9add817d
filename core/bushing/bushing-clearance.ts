import { z } from 'zod'
import { defineCalculation } from '../define'
import { boreClosureMm, fitPressureMPa, shaftBoreHoopMPa } from '../fit/lame'
import { poisson } from '../fit/rings'
import { judgeLower, judgeUpper, worstVerdict, type Verdict } from '../measure/verdict'
import { lengthFromZeroMm, SLACK, stressMPa, thicknessMm, windowMm } from '../schema'

export const bushingClearanceInput = z
  .strictObject({
    housing: z.strictObject({ boreMm: thicknessMm, outerMm: thicknessMm, modulusMPa: stressMPa, poisson }),
    bushing: z.strictObject({
      outerMm: thicknessMm,
      innerMm: thicknessMm,
      modulusMPa: stressMPa,
      poisson,
      yieldMPa: stressMPa,
    }),
    journalMm: thicknessMm,
    clearance: windowMm,
    uncertaintyMm: lengthFromZeroMm,
  })
  .superRefine(({ housing, bushing }, context) => {
    const wrong = (path: string[], message: string) => context.addIssue({ code: 'custom', path, message })
    if (housing.outerMm <= housing.boreMm) wrong(['housing', 'outerMm'], 'must be larger than its bore')
    if (bushing.innerMm >= bushing.outerMm) wrong(['bushing', 'innerMm'], 'must be smaller than its outside')
    if (bushing.innerMm >= housing.boreMm) wrong(['bushing', 'innerMm'], 'must be smaller than the bore')
  })

export interface BushingClearance {
  interferenceMm: number
  pressureMPa: number
  bushingHoopMPa: number
  closureMm: number
  boreAfterMm: number
  clearanceMm: number
  verdict: 'loose-in-housing' | 'yields' | Verdict
}

/**
 * What a bushing will be once it is in: how much its bore closes, and the clearance left for the journal.
 *
 * @param input diameters mm, moduli and yield MPa, the window of the clearance mm, and the uncertainty of
 *   the clearance (k = 2), not of one reading
 * Source: Lamé; ISO 14253-1.
 */
export function bushingClearance(input: z.infer<typeof bushingClearanceInput>): BushingClearance {
  const { housing, bushing, journalMm, clearance, uncertaintyMm } = input
  const interferenceMm = bushing.outerMm - housing.boreMm
  const pressureMPa = fitPressureMPa(interferenceMm, { interfaceMm: housing.boreMm, hub: housing, shaft: bushing })
  const bushingHoopMPa = shaftBoreHoopMPa(pressureMPa, housing.boreMm, bushing.innerMm)
  const closureMm = boreClosureMm(pressureMPa, housing.boreMm, bushing.innerMm, bushing.modulusMPa)
  const boreAfterMm = bushing.innerMm - closureMm
  const clearanceMm = boreAfterMm - journalMm
  const judged = worstVerdict([
    judgeLower(clearanceMm, clearance.minMm, uncertaintyMm),
    judgeUpper(clearanceMm, clearance.maxMm, uncertaintyMm),
  ])
  const yields = Math.abs(bushingHoopMPa) > bushing.yieldMPa + SLACK
  return {
    interferenceMm,
    pressureMPa,
    bushingHoopMPa,
    closureMm,
    boreAfterMm,
    clearanceMm,
    verdict: interferenceMm <= SLACK ? 'loose-in-housing' : yields ? 'yields' : judged,
  }
}

export const bushingClearanceCalculation = defineCalculation(
  'bushing-clearance',
  'What a bushing will be once it is in, and the clearance it leaves.',
  bushingClearanceInput,
  bushingClearance,
)
