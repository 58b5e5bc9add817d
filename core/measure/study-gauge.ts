import { mean } from './mean'
import { z } from 'zod'
import { defineCalculation } from '../define'
import { CalcError } from '../errors'
import { lengthMm, refuseTwice, thicknessMm } from '../schema'
import { fExceeds } from './f-distribution'
import { gaugeUncertaintyMm } from './uncertainty'

const label = z.union([z.string().min(1, 'must be named').max(80), z.number()], 'must be a name or a number')

export const studyGaugeInput = z
  .strictObject({
    readings: z
      .array(z.strictObject({ part: label, operator: label, trial: label, valueMm: lengthMm }))
      .min(1, 'needs readings')
      .max(5000, 'has too many readings'),
    resolutionMm: thicknessMm,
    toleranceMm: thicknessMm.optional(),
  })
  .superRefine((input, context) => {
    const marks = input.readings.map((r) => JSON.stringify([r.part, r.operator, r.trial]))
    refuseTwice(
      marks,
      context,
      (i) => ['readings', i],
      () => 'the same person measured the same part twice in the same trial',
    )
  })
export type StudyGaugeInput = z.infer<typeof studyGaugeInput>

/** Where a gauge's scatter comes from: standard deviations in mm. */
export interface GaugeStudy {
  repeatabilityMm: number
  operatorMm: number
  interactionMm: number
  gaugeMm: number
  partMm: number
  totalMm: number
  /** null where one part or one operator lets nothing be said of it. */
  interactionPooled: boolean | null
  interactionP: number | null
  gaugeShareOfTotal: number
  gaugeShareOfTolerance?: number
  /** null for a gauge that shows no scatter at all. */
  distinctCategories: number | null
  expandedUncertaintyMm: number
}

const POOL_ABOVE = 0.25

const squares = (values: readonly number[], about: number) => values.reduce((sum, v) => sum + (v - about) ** 2, 0)

/** The readings as cells of parts by operators; every cell must hold the same trials. */
function crossed(readings: StudyGaugeInput['readings']): {
  cells: number[][][]
  parts: number
  operators: number
  trials: number
} {
  const names = (of: (r: StudyGaugeInput['readings'][number]) => string | number) => [...new Set(readings.map(of))]
  const [parts, operators] = [names((r) => r.part), names((r) => r.operator)]
  const trials = names((r) => r.trial).length
  const cells = parts.map((part) =>
    operators.map((operator) =>
      readings.filter((r) => r.part === part && r.operator === operator).map((r) => r.valueMm),
    ),
  )
  if (cells.flat().some((cell) => cell.length !== trials)) {
    throw new CalcError('unbalanced')
  }
  if (trials < 2) throw new CalcError('no-repeats')
  return { cells, parts: parts.length, operators: operators.length, trials }
}

interface Variances {
  repeatability: number
  operator: number
  interaction: number
  part: number
  pooled: boolean | null
  p: number | null
}

/** Variance components of a two-way random model; negative ones are 0. */
function components({ cells, parts: p, operators: o, trials: n }: ReturnType<typeof crossed>): Variances {
  const all = cells.flat(2)
  const grand = mean(all)
  const partMeans = cells.map((row) => mean(row.flat()))
  const operatorMeans = Array.from({ length: o }, (_, j) => mean(cells.flatMap((row) => row[j]!)))
  const errorSs = cells.flat().reduce((sum, cell) => sum + squares(cell, mean(cell)), 0)
  const errorDf = p * o * (n - 1)
  const within = errorSs / errorDf
  const partMs = p > 1 ? (o * n * squares(partMeans, grand)) / (p - 1) : 0
  const operatorMs = o > 1 ? (p * n * squares(operatorMeans, grand)) / (o - 1) : 0
  const positive = (v: number) => Math.max(0, v)
  if (p === 1 || o === 1) {
    const operator = o > 1 ? positive(squares(operatorMeans, grand) / (o - 1) - within / n) : 0
    const part = p > 1 ? positive((partMs - within) / (o * n)) : 0
    return { repeatability: within, operator, interaction: 0, part, pooled: null, p: null }
  }
  const interactionDf = (p - 1) * (o - 1)
  const cellSs = cells.flat().reduce((sum, cell) => sum + n * (mean(cell) - grand) ** 2, 0)
  const interactionSs = positive(cellSs - o * n * squares(partMeans, grand) - p * n * squares(operatorMeans, grand))
  const interactionMs = interactionSs / interactionDf
  const chance = interactionMs === 0 ? 1 : fExceeds(interactionMs / within, interactionDf, errorDf)
  const pooled = chance > POOL_ABOVE
  const repeatability = pooled ? (errorSs + interactionSs) / (errorDf + interactionDf) : within
  const against = pooled ? repeatability : interactionMs
  return {
    repeatability,
    operator: positive((operatorMs - against) / (p * n)),
    interaction: pooled ? 0 : positive((interactionMs - within) / n),
    part: positive((partMs - against) / (o * n)),
    pooled,
    p: chance,
  }
}

/**
 * A repeat study of a gauge: parts by people by trials, two-way random analysis of
 * variance; the interaction joins the error where its p is above 0.25.
 *
 * @throws CalcError `unbalanced` where it is no full cross, `no-repeats` with fewer than two trials
 * Source: AIAG, Measurement Systems Analysis, ANOVA method.
 */
export function studyGauge(input: StudyGaugeInput): GaugeStudy {
  const v = components(crossed(input.readings))
  const gaugeMm = Math.sqrt(v.repeatability + v.operator + v.interaction)
  const partMm = Math.sqrt(v.part)
  const totalMm = Math.hypot(gaugeMm, partMm)
  return {
    repeatabilityMm: Math.sqrt(v.repeatability),
    operatorMm: Math.sqrt(v.operator),
    interactionMm: Math.sqrt(v.interaction),
    gaugeMm,
    partMm,
    totalMm,
    interactionPooled: v.pooled,
    interactionP: v.p,
    gaugeShareOfTotal: totalMm === 0 ? 0 : gaugeMm / totalMm,
    ...(input.toleranceMm === undefined ? {} : { gaugeShareOfTolerance: (6 * gaugeMm) / input.toleranceMm }),
    distinctCategories: gaugeMm === 0 ? null : Math.floor((1.41 * partMm) / gaugeMm),
    expandedUncertaintyMm: gaugeUncertaintyMm(gaugeMm, input.resolutionMm),
  }
}

export const studyGaugeCalculation = defineCalculation(
  'study-gauge',
  'A repeat study: what the gauge, the people and the parts each add to the scatter.',
  studyGaugeInput,
  studyGauge,
)
