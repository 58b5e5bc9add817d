import { z } from 'zod'
import { defineCalculation } from '../define'
import { CalcError } from '../errors'
import { duration, mark, refuseTwice, share, SLACK } from '../schema'

const MOST = 200
const leakCause = z.strictObject({
  id: mark,
  /** How likely it is before anything is tested; only their ratios count. */
  prior: z.number('must be a likelihood').min(0, 'cannot be below zero').max(1e6, 'is no likelihood'),
  /** What it costs to open the engine for it and find that it was something else. */
  openUpCost: z.number('must be money').min(0, 'cannot be below zero').max(1e12, 'is too much money'),
})
const leakTest = z.strictObject({
  id: mark,
  minutes: duration,
  /** Tests that see the same thing share a group: of their results only the last counts. */
  group: mark.nullish(),
  /** How likely it shows if that cause holds. */
  positive: z.record(z.string(), share),
})
const leakResult = z.strictObject({ test: mark, positive: z.boolean('must be yes or no') })

export const findLeakInput = z
  .strictObject({
    causes: z.array(leakCause).min(1, 'needs at least one cause').max(MOST),
    tests: z.array(leakTest).max(MOST),
    results: z.array(leakResult).max(MOST),
    sureAt: share.gt(0, 'must be more than zero'),
  })
  .superRefine(({ causes, tests, results }, context) => {
    const twice = (ids: string[], at: string, key: string) =>
      refuseTwice(
        ids,
        context,
        (i) => [at, i, key],
        (id) => `${id} stands twice`,
      )
    const names = causes.map((c) => c.id)
    twice(names, 'causes', 'id')
    twice(
      tests.map((t) => t.id),
      'tests',
      'id',
    )
    twice(
      results.map((r) => r.test),
      'results',
      'test',
    )
    const wrong = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message })
    if (causes.every((c) => c.prior === 0)) wrong(['causes'], 'needs a cause that is likely at all')
    tests.forEach((t, i) => {
      const missing = names.filter((n) => !(n in t.positive))
      const unknown = Object.keys(t.positive).filter((n) => !names.includes(n))
      if (missing.length > 0) wrong(['tests', i, 'positive'], `has no chance for ${missing.join(', ')}`)
      if (unknown.length > 0) wrong(['tests', i, 'positive'], `names causes that are not listed: ${unknown.join(', ')}`)
    })
    results.forEach((r, i) => {
      if (!tests.some((t) => t.id === r.test)) wrong(['results', i, 'test'], `${r.test} is no test of the list`)
    })
  })
export type FindLeakInput = z.infer<typeof findLeakInput>

export interface LeakStanding {
  causes: { id: string; chance: number }[]
  likeliest: string
  sure: boolean
  riskOfActingNow: number
  entropyBits: number
  tests: { id: string; chancePositive: number; bits: number; bitsPerMinute: number }[]
  next: string | null
}

const EQUAL = 1e-12
/** A test that tells less in a minute tells nothing. */
const LEAST_BITS_PER_MINUTE = 1e-9

const entropyOf = (chances: readonly number[]): number =>
  -chances.reduce((sum, p) => (p > 0 ? sum + p * Math.log2(p) : sum), 0)

/** Chances made to add up to 1; null where none is left. */
function normalised(weights: readonly number[]): number[] | null {
  const sum = weights.reduce((s, w) => s + w, 0)
  return sum > 0 ? weights.map((w) => w / sum) : null
}

/** The first of the largest, equals within {@link EQUAL}. */
function largest<T>(all: readonly T[], of: (item: T) => number): T | null {
  const most = Math.max(...all.map(of))
  return all.find((item) => of(item) >= most - EQUAL) ?? null
}

/**
 * How likely each cause of a leak is after what was tested, what it would cost to act on the likeliest
 * now, and which test tells most in a minute. One of the causes is taken to hold.
 *
 * @param input causes with their likelihoods before testing and the money lost by opening up for the
 *   wrong one; tests with minutes and, for each cause, the chance 0…1 that they show; results so far
 * @returns chances that add up to 1, entropy in bits, bits and bits a minute of each test still offered,
 *   and the next one (null once one cause is sure enough, or no test tells anything)
 * @throws CalcError `contradiction` where the results leave no cause
 * Source: Bayes' theorem; Shannon information.
 */
export function findLeak({ causes, tests, results, sureAt }: FindLeakInput): LeakStanding {
  const testOf = (id: string) => tests.find((t) => t.id === id)!
  const groupOf = (id: string) => testOf(id).group ?? null
  const counting = results.filter(
    (r, i) =>
      groupOf(r.test) === null || !results.slice(i + 1).some((later) => groupOf(later.test) === groupOf(r.test)),
  )
  const chances = normalised(
    causes.map((c) =>
      counting.reduce((weight, { test, positive }) => {
        const shows = testOf(test).positive[c.id]!
        return weight * (positive ? shows : 1 - shows)
      }, c.prior),
    ),
  )
  if (!chances) throw new CalcError('contradiction')
  const entropyBits = entropyOf(chances)
  const groupsDone = new Set(results.map((r) => groupOf(r.test)).filter((g) => g !== null))
  const offered = tests
    .filter((t) => !results.some((r) => r.test === t.id) && !(t.group != null && groupsDone.has(t.group)))
    .map((t) => {
      const shows = causes.map((c) => t.positive[c.id]!)
      const chancePositive = chances.reduce((sum, p, i) => sum + p * shows[i]!, 0)
      const after = (weights: number[], chance: number) => chance * entropyOf(normalised(weights) ?? [])
      const expected =
        after(
          chances.map((p, i) => p * shows[i]!),
          chancePositive,
        ) +
        after(
          chances.map((p, i) => p * (1 - shows[i]!)),
          1 - chancePositive,
        )
      const bits = Math.max(0, entropyBits - expected)
      return { id: t.id, chancePositive, bits, bitsPerMinute: bits / t.minutes }
    })
  const ranked = causes.map((c, i) => ({ id: c.id, chance: chances[i]!, openUpCost: c.openUpCost }))
  const likeliest = largest(ranked, (c) => c.chance)!
  const sure = likeliest.chance >= sureAt - SLACK
  const telling = offered.filter((t) => t.bitsPerMinute > LEAST_BITS_PER_MINUTE)
  return {
    causes: ranked.map(({ id, chance }) => ({ id, chance })),
    likeliest: likeliest.id,
    sure,
    riskOfActingNow: (1 - likeliest.chance) * likeliest.openUpCost,
    entropyBits,
    tests: offered,
    next: sure ? null : (largest(telling, (t) => t.bitsPerMinute)?.id ?? null),
  }
}

export const findLeakCalculation = defineCalculation(
  'find-leak',
  'How likely each cause of a leak is, and which test tells most in a minute.',
  findLeakInput,
  findLeak,
)
