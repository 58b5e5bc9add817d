import { z } from 'zod'
import { defineCalculation } from '../define'
import { cylinderNumber, headList, lengthFromZeroMm, lengthMm, readingList, refuseTwice, type Reading } from '../schema'
import { combinedUncertaintyMm } from './uncertainty'
import { judgeLower, judgeUpper, worstVerdict, type Verdict } from './verdict'

/** The limits of protrusion, mm. A null limit is not judged. */
export interface ProtrusionSpec {
  minMm: number
  maxMm: number
  withinLinerMaxMm: number
  adjacentMaxMm: number | null
  headRangeMaxMm: number | null
}

/** A station's value, with its own uncertainty where it is known better (or worse) than one reading. */
export type JudgedReading = Reading & { uncertaintyMm?: number }

/** The readings of one liner, one a station. */
export interface LinerReadings {
  cylinder: number
  readings: readonly JudgedReading[]
  /** A window of its own, in place of the deck's: where a shim lies under its flange. */
  window?: { minMm: number; maxMm: number } | null | undefined
}

export interface LinerJudgement {
  cylinder: number
  meanMm: number
  minMm: number
  maxMm: number
  rangeMm: number
  verdicts: { low: Verdict; high: Verdict; evenness: Verdict }
}

export interface StepJudgement {
  a: number
  b: number
  /** Mean of b minus mean of a. */
  differenceMm: number
  verdict: Verdict
}

export interface HeadJudgement {
  cylinders: number[]
  rangeMm: number
  verdict: Verdict
}

export interface ProtrusionJudgement {
  liners: LinerJudgement[]
  adjacent: StepJudgement[]
  heads: HeadJudgement[]
  missing: number[]
  overall: Verdict | 'incomplete'
}

/** The window: limits in order. Shared by every calculation that takes one. */
export function refuseCrossedLimits(
  spec: { minMm: number; maxMm: number },
  context: { addIssue(issue: { code: 'custom'; message: string; path: string[] }): void },
): void {
  if (spec.minMm > spec.maxMm) {
    context.addIssue({ code: 'custom', message: 'stands above maxMm: swap the two limits', path: ['minMm'] })
  }
}

const spec = z
  .strictObject({
    minMm: lengthMm,
    maxMm: lengthMm,
    withinLinerMaxMm: lengthFromZeroMm,
    adjacentMaxMm: lengthFromZeroMm,
    headRangeMaxMm: lengthFromZeroMm.nullable(),
  })
  .superRefine(refuseCrossedLimits)

export const judgeProtrusionInput = z
  .strictObject({
    spec,
    uncertaintyMm: lengthFromZeroMm,
    heads: headList,
    liners: z
      .array(
        z.strictObject({
          cylinder: cylinderNumber,
          readings: readingList,
          window: z.strictObject({ minMm: lengthMm, maxMm: lengthMm }).superRefine(refuseCrossedLimits).nullish(),
        }),
      )
      .min(1, 'needs at least one liner')
      .max(99),
  })
  .superRefine((input, context) => {
    const cylinders = input.liners.map((l) => l.cylinder)
    const path = (i: number) => ['liners', i, 'cylinder']
    refuseTwice(cylinders, context, path, (cylinder) => `cylinder ${cylinder} is given twice`)
    const known = new Set(input.heads.flat())
    cylinders.forEach((cylinder, i) => {
      if (!known.has(cylinder)) {
        context.addIssue({ code: 'custom', message: `cylinder ${cylinder} stands under no head`, path: path(i) })
      }
    })
  })

/** Uncertainty of the mean of a liner's readings, mm; U/√n where all have the same. Source: GUM 5.1.2. */
export function linerMeanUncertaintyMm(readings: readonly JudgedReading[], uncertaintyMm: number): number {
  return combinedUncertaintyMm(...readings.map((r) => r.uncertaintyMm ?? uncertaintyMm)) / readings.length
}

/** Judges one liner by its own readings. Lengths mm. */
export function judgeLiner(
  liner: LinerReadings,
  spec: Pick<ProtrusionSpec, 'minMm' | 'maxMm' | 'withinLinerMaxMm'>,
  uncertaintyMm: number,
): LinerJudgement {
  const own = (r: JudgedReading) => r.uncertaintyMm ?? uncertaintyMm
  const byHeight = [...liner.readings].sort((a, b) => a.valueMm - b.valueMm)
  const values = byHeight.map((r) => r.valueMm)
  const [lowest, highest] = [byHeight[0]!, byHeight.at(-1)!]
  const [minMm, maxMm] = [lowest.valueMm, highest.valueMm]
  const window = liner.window ?? spec
  return {
    cylinder: liner.cylinder,
    meanMm: values.reduce((sum, v) => sum + v, 0) / values.length,
    minMm,
    maxMm,
    rangeMm: maxMm - minMm,
    verdicts: {
      // With one uncertainty for all, these are the lowest and the highest reading alone.
      low: worstVerdict(byHeight.map((r) => judgeLower(r.valueMm, window.minMm, own(r)))),
      high: worstVerdict(byHeight.map((r) => judgeUpper(r.valueMm, window.maxMm, own(r)))),
      evenness: judgeUpper(maxMm - minMm, spec.withinLinerMaxMm, combinedUncertaintyMm(own(lowest), own(highest))),
    },
  }
}

/**
 * Judges the protrusion of a whole deck: every liner, the step to its
 * neighbour under the same head, and the range under each head.
 *
 * @param heads cylinders under each head, in deck order
 * @param liners readings (mm above the deck, clamped); a reading may carry its own uncertainty
 * @param uncertaintyMm expanded uncertainty (k = 2) of one reading; 0 judges plainly
 * @returns liners in the order of the heads, then verdicts; `missing` lists cylinders without readings
 * Source: ISO 14253-1 for the verdicts, JCGM 100 for means and differences.
 */
export function judgeProtrusion(
  spec: ProtrusionSpec,
  heads: readonly (readonly number[])[],
  liners: readonly LinerReadings[],
  uncertaintyMm: number,
): ProtrusionJudgement {
  const given = new Map(liners.filter((l) => l.readings.length > 0).map((l) => [l.cylinder, l]))
  const judged = new Map([...given].map(([cylinder, l]) => [cylinder, judgeLiner(l, spec, uncertaintyMm)]))
  const meanU = (cylinder: number) => linerMeanUncertaintyMm(given.get(cylinder)!.readings, uncertaintyMm)

  const adjacent: StepJudgement[] = []
  const headJudgements: HeadJudgement[] = []
  for (const head of heads) {
    const measured = head.flatMap((cylinder) => judged.get(cylinder) ?? [])
    head.forEach((a, i) => {
      const b = head[i + 1]
      if (b === undefined || spec.adjacentMaxMm === null) return
      const [first, second] = [judged.get(a), judged.get(b)]
      if (!first || !second) return
      const differenceMm = second.meanMm - first.meanMm
      const u = combinedUncertaintyMm(meanU(a), meanU(b))
      adjacent.push({ a, b, differenceMm, verdict: judgeUpper(Math.abs(differenceMm), spec.adjacentMaxMm, u) })
    })
    if (spec.headRangeMaxMm !== null && measured.length >= 2) {
      const byHeight = [...measured].sort((x, y) => x.meanMm - y.meanMm)
      const [lowest, highest] = [byHeight[0]!, byHeight.at(-1)!]
      const rangeMm = highest.meanMm - lowest.meanMm
      const u = combinedUncertaintyMm(meanU(lowest.cylinder), meanU(highest.cylinder))
      headJudgements.push({
        cylinders: [...head],
        rangeMm,
        verdict: judgeUpper(rangeMm, spec.headRangeMaxMm, u),
      })
    }
  }

  const inOrder = liners.flatMap((l) => judged.get(l.cylinder) ?? [])
  const missing = heads.flat().filter((cylinder) => !judged.has(cylinder))
  const worst = worstVerdict([
    ...inOrder.flatMap((l) => Object.values(l.verdicts)),
    ...adjacent.map((s) => s.verdict),
    ...headJudgements.map((h) => h.verdict),
  ])
  const overall = worst === 'out' || missing.length === 0 ? worst : 'incomplete'
  return { liners: inOrder, adjacent, heads: headJudgements, missing, overall }
}

export const judgeProtrusionCalculation = defineCalculation(
  'judge-protrusion',
  'Judges the protrusion of every liner, the steps between neighbours and the range under each head.',
  judgeProtrusionInput,
  (input) => judgeProtrusion(input.spec, input.heads, input.liners, input.uncertaintyMm),
)
