import { z } from 'zod'
import { defineCalculation } from '../define'
import { mark, refuseTwice, SLACK } from '../schema'

const figure = z.number('must be a number').min(-1e9, 'is no such figure').max(1e9, 'is no such figure')
const fromZero = figure.min(0, 'cannot be below zero')

export const findOutliersInput = z.strictObject({
  values: z
    .array(z.strictObject({ id: mark, value: figure }))
    .min(3, 'needs at least three values')
    .max(1000, 'has too many values')
    .superRefine((values, context) =>
      refuseTwice(
        values.map((v) => v.id),
        context,
        (i) => [i, 'id'],
        (id) => `${id} stands twice`,
      ),
    ),
  leastSpread: fromZero,
  limits: z
    .strictObject({ min: figure.nullish(), max: figure.nullish() })
    .refine((l) => l.min == null || l.max == null || l.min <= l.max, {
      message: 'must not be above the maximum',
      path: ['min'],
    })
    .nullish(),
})

/** `over`, `under`: beyond a limit; `high`, `low`: unlike the others. */
export type OutlierVerdict = 'over' | 'under' | 'high' | 'low' | 'usual'

export interface Outliers {
  median: number
  values: { id: string; score: number; verdict: OutlierVerdict }[]
}

/** A normal spread's share in its median deviation. */
const NORMAL_SHARE = 0.6745
const UNLIKE = 3.5

/** The middle of a row of figures. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = Math.floor(sorted.length / 2)
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2
}

/**
 * Which of several alike things is unlike the others, or beyond the book's limit.
 *
 * @param input three values or more, any unit; `leastSpread` in that unit is what the instrument
 *   cannot tell apart, so that no figure is odd by less
 * @returns the median, and for each value its score in spreads and a verdict: limits come first,
 *   so that a whole bad set is not called usual
 * Source: Iglewicz and Hoaglin, modified z-score.
 */
export function findOutliers({ values, leastSpread, limits }: z.infer<typeof findOutliersInput>): Outliers {
  const middle = median(values.map((v) => v.value))
  const spread = Math.max(median(values.map((v) => Math.abs(v.value - middle))), NORMAL_SHARE * leastSpread)
  const [min, max] = [limits?.min ?? -Infinity, limits?.max ?? Infinity]
  return {
    median: middle,
    values: values.map(({ id, value }) => {
      const score = spread > 0 ? (NORMAL_SHARE * (value - middle)) / spread : 0
      const verdict = (): OutlierVerdict => {
        if (value > max + SLACK) return 'over'
        if (value < min - SLACK) return 'under'
        if (score > UNLIKE + SLACK) return 'high'
        return score < -UNLIKE - SLACK ? 'low' : 'usual'
      }
      return { id, score, verdict: verdict() }
    }),
  }
}

export const findOutliersCalculation = defineCalculation(
  'find-outliers',
  'Which of several alike things is unlike the others, or beyond the limit.',
  findOutliersInput,
  findOutliers,
)
