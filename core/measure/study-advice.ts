import { mean } from './mean'
import { meanUncertaintyMm, readingsToDecide } from './uncertainty'
import { studyGauge, type GaugeStudy, type StudyGaugeInput } from './study-gauge'

/** Who or what wanders: the spread of one person's repeats on one part, and how far a person stands off the others. */
export interface StudyCell {
  part: string
  operator: string
  valuesMm: number[]
  meanMm: number
  rangeMm: number
}

/** Where a study's scatter comes from, worst first. */
export type StudyCulprit = 'repeats' | 'people' | 'people-and-parts' | 'scale'

export interface StudyReport {
  study: GaugeStudy
  cells: StudyCell[]
  /** Each person's mean less that of all, mm. */
  people: { operator: string; offMm: number; meanRangeMm: number }[]
  /** The part whose repeats wander most. */
  roughestPart: string
  culprit: StudyCulprit
  /** Share of the narrowest window that one reading's uncertainty takes up at both limits. */
  windowShare: number
  /** Repeats after which a reading halfway into its uncertainty is told; null where too many are needed. */
  repeatsToTell: number | null
  /** Uncertainty of a mean of so many, mm. */
  meanOfThreeMm: number
}

/** Every reading with how far it lies off the mean of its part, mm: what wanders, told from what is big. */
export function offPartMeans<R extends { part: string; valueMm: number }>(
  readings: readonly R[],
): (R & { offMm: number })[] {
  const means = new Map(
    [...new Set(readings.map((r) => r.part))].map((part) => [
      part,
      mean(readings.filter((r) => r.part === part).map((r) => r.valueMm)),
    ]),
  )
  return readings.map((r) => ({ ...r, offMm: r.valueMm - means.get(r.part)! }))
}

/**
 * A study told: its figures, whose and which part's readings wander, and what repeating is worth.
 *
 * @param windowMm the narrowest window the gauge must tell inside from outside of
 * @throws CalcError as `study-gauge` does
 */
export function reportStudy(input: StudyGaugeInput, windowMm: number): StudyReport {
  const study = studyGauge({ ...input, toleranceMm: windowMm })
  const names = (of: (r: StudyGaugeInput['readings'][number]) => string | number) => [
    ...new Set(input.readings.map((r) => String(of(r)))),
  ]
  const cells = names((r) => r.part).flatMap((part) =>
    names((r) => r.operator).map((operator): StudyCell => {
      const valuesMm = input.readings
        .filter((r) => String(r.part) === part && String(r.operator) === operator)
        .map((r) => r.valueMm)
      return {
        part,
        operator,
        valuesMm,
        meanMm: mean(valuesMm),
        rangeMm: Math.max(...valuesMm) - Math.min(...valuesMm),
      }
    }),
  )
  const grand = mean(input.readings.map((r) => r.valueMm))
  const people = names((r) => r.operator).map((operator) => {
    const own = cells.filter((c) => c.operator === operator)
    return { operator, offMm: mean(own.map((c) => c.meanMm)) - grand, meanRangeMm: mean(own.map((c) => c.rangeMm)) }
  })
  const byPart = names((r) => r.part).map((part) => ({
    part,
    rangeMm: Math.max(...cells.filter((c) => c.part === part).map((c) => c.rangeMm)),
  }))
  const parts: [StudyCulprit, number][] = [
    ['repeats', study.repeatabilityMm],
    ['people', study.operatorMm],
    ['people-and-parts', study.interactionMm],
    ['scale', input.resolutionMm / Math.sqrt(12)],
  ]
  const u = study.expandedUncertaintyMm
  return {
    study,
    cells,
    people,
    roughestPart: [...byPart].sort((a, b) => b.rangeMm - a.rangeMm)[0]!.part,
    culprit: [...parts].sort((a, b) => b[1] - a[1])[0]![0],
    windowShare: Math.min(1, (2 * u) / windowMm),
    repeatsToTell: readingsToDecide(u / 2, u),
    meanOfThreeMm: meanUncertaintyMm(u, 3),
  }
}
