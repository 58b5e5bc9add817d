import { z } from 'zod'
import { defineCalculation } from '../define'
import { lengthFromZeroMm, lengthMm, SLACK_MM, thicknessMm } from '../schema'
import { judgeLower, judgeUpper, worstVerdict, type Verdict } from '../measure/verdict'

export const tipSpec = z
  .strictObject({ minMm: lengthMm, maxMm: lengthMm, aimMm: lengthMm })
  .refine((s) => s.minMm <= s.maxMm, { message: 'must not be above the maximum', path: ['minMm'] })

export const setTipInput = z
  .strictObject({
    injectorSeatToTipMm: thicknessMm,
    sleeveSeatAboveFireDeckMm: lengthMm,
    washerMm: thicknessMm,
    crushMm: lengthFromZeroMm,
    stockMm: z.array(thicknessMm).max(1000),
    spec: tipSpec,
    uncertaintyMm: lengthFromZeroMm,
    seatUncertaintyMm: lengthFromZeroMm,
    measuredMm: lengthMm.nullish(),
  })
  .superRefine(({ washerMm, crushMm, stockMm }, context) => {
    const message = 'is as thick as the washer that it crushes'
    if (crushMm >= washerMm) context.addIssue({ code: 'custom', path: ['crushMm'], message })
    stockMm.forEach((w, i) => {
      if (w <= crushMm) context.addIssue({ code: 'custom', path: ['stockMm', i], message: 'is thinner than the crush' })
    })
  })

/** How many washers lie under the injector, told by where its tip stands. */
export type TipReading = 'missing' | 'one' | 'stacked' | 'not-seated-or-bent'

export interface TipSetting {
  expected: { washers: number; protrusionMm: number }[]
  choiceMm: number | null
  choiceProtrusionMm: number | null
  seatToAimMm: number
  verdict?: Verdict
  washersLikely?: number
  unexplainedMm?: number
  reading?: TipReading
}

const readings: readonly TipReading[] = ['missing', 'one', 'stacked', 'stacked']

/**
 * Where the tip of an injector stands below the fire deck with none to three washers, which washer of
 * the stock brings it to its aim, and what a measured tip says of the washers under it.
 *
 * @param input mm; the seat's height above the fire deck; a washer clamps to its thickness less the
 *   crush; protrusion is positive below the fire deck; uncertainties k = 2
 * @returns what is expected, the choice (null where none of the stock serves), how far one washer
 *   misses the aim (below 0: cut the seat deeper by it), and with a measurement its verdict and reading
 * Source: the sum of the parts between seat and tip.
 */
export function setTip(input: z.infer<typeof setTipInput>): TipSetting {
  const { washerMm, crushMm, stockMm, spec, uncertaintyMm, seatUncertaintyMm, measuredMm } = input
  const bareMm = input.injectorSeatToTipMm - input.sleeveSeatAboveFireDeckMm
  const expected = [0, 1, 2, 3].map((washers) => ({ washers, protrusionMm: bareMm - washers * (washerMm - crushMm) }))
  const inside = [...stockMm]
    .sort((a, b) => a - b)
    .map((thicknessMm) => ({ thicknessMm, tipMm: bareMm - (thicknessMm - crushMm) }))
    .filter(({ tipMm }) => tipMm >= spec.minMm - SLACK_MM && tipMm <= spec.maxMm + SLACK_MM)
  const choice = inside.reduce<(typeof inside)[number] | null>(
    (best, w) =>
      best === null || Math.abs(w.tipMm - spec.aimMm) < Math.abs(best.tipMm - spec.aimMm) - SLACK_MM ? w : best,
    null,
  )
  const planned = {
    expected,
    choiceMm: choice?.thicknessMm ?? null,
    choiceProtrusionMm: choice?.tipMm ?? null,
    seatToAimMm: expected[1]!.protrusionMm - spec.aimMm,
  }
  if (measuredMm == null) return planned
  const offMm = (of: (typeof expected)[number]) => Math.abs(measuredMm - of.protrusionMm)
  const likely = expected.reduce((best, e) => {
    const nearer = offMm(best) - offMm(e)
    const asNear = Math.abs(nearer) <= SLACK_MM
    return nearer > SLACK_MM || (asNear && Math.abs(e.washers - 1) < Math.abs(best.washers - 1)) ? e : best
  })
  const unexplainedMm = measuredMm - likely.protrusionMm
  const explained = Math.abs(unexplainedMm) <= uncertaintyMm + seatUncertaintyMm + SLACK_MM
  return {
    ...planned,
    verdict: worstVerdict([
      judgeLower(measuredMm, spec.minMm, uncertaintyMm),
      judgeUpper(measuredMm, spec.maxMm, uncertaintyMm),
    ]),
    washersLikely: likely.washers,
    unexplainedMm,
    reading: explained ? readings[likely.washers]! : 'not-seated-or-bent',
  }
}

export const setTipCalculation = defineCalculation(
  'set-tip',
  'Where an injector tip stands, which washer serves, and how many lie under it.',
  setTipInput,
  setTip,
)
