import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { distinctMm, matchMilp, possibleSteps, type MatchOption, type MatchProblem } from './match-model'
import { startMatch } from './match-start'

const micron = (least: number, most: number) => fc.integer({ min: least, max: most }).map((v) => v / 1000)
/** A few bores, each with its options over the same liners and shims. */
const problem: fc.Arbitrary<MatchProblem> = fc
  .record({
    bores: fc.array(micron(0, 40), { minLength: 2, maxLength: 3 }),
    flanges: fc.array(micron(80, 140), { minLength: 3, maxLength: 4 }),
    shimCounts: fc.array(fc.integer({ min: 1, max: 2 }), { maxLength: 1 }),
    far: fc.integer({ min: 90, max: 130 }),
  })
  .map(({ bores, flanges, shimCounts, far }) => ({
    bores: bores.map((deep) =>
      flanges.flatMap((flange, liner) =>
        [-1, ...shimCounts.keys()].map((shim): MatchOption => {
          const centreMm = flange + (shim < 0 ? 0 : 0.02) - deep
          return { liner, shim, centreMm, offMm: Math.abs(centreMm - 0.1), out: centreMm > far / 1000 }
        }),
      ),
    ),
    neighbours: bores.slice(1).map((_, i): [number, number] => [i, i + 1]),
    liners: flanges.length,
    shimCounts,
  }))

function* choices(bores: MatchOption[][], at = 0): Generator<MatchOption[]> {
  if (at === bores.length) yield []
  else for (const option of bores[at]!) for (const rest of choices(bores, at + 1)) yield [option, ...rest]
}
const step = (p: MatchProblem, choice: MatchOption[]) =>
  p.neighbours.reduce((worst, [a, b]) => Math.max(worst, Math.abs(choice[a]!.centreMm - choice[b]!.centreMm)), 0)
const usesStock = (p: MatchProblem, choice: MatchOption[]) =>
  new Set(choice.map((o) => o.liner)).size === choice.length &&
  p.shimCounts.every((count, shim) => choice.filter((o) => o.shim === shim).length <= count)

/** Whether a choice keeps every row; the cumulative columns follow from it. */
function keepsRows(p: MatchProblem, choice: MatchOption[], mostOut: number | null, stepMm: number | null): boolean {
  const { milp, options } = matchMilp(p, () => 0, mostOut, stepMm)
  const value = new Float64Array(milp.columns)
  options.forEach((o, i) => (value[i] = choice.includes(o) ? 1 : 0))
  // Each cumulative column stands alone on the left of the row that defines it.
  for (const row of milp.rows) {
    const [first] = row.terms
    if (row.lower === 0 && row.upper === 0 && first && first[0] >= milp.binaries)
      value[first[0]] = -row.terms.slice(1).reduce((s, [c, k]) => s + k * value[c]!, 0)
  }
  return milp.rows.every((row) => {
    const sum = row.terms.reduce((s, [c, k]) => s + k * value[c]!, 0)
    return sum >= row.lower - 1e-9 && sum <= row.upper + 1e-9
  })
}

describe('the match as a linear program', () => {
  it('lets through exactly the choices that keep to stock, to the bores outside and to the step', () => {
    fc.assert(
      fc.property(problem, micron(0, 60), fc.integer({ min: 0, max: 2 }), (p, stepMm, mostOut) => {
        for (const choice of choices(p.bores)) {
          const allowed =
            usesStock(p, choice) && choice.filter((o) => o.out).length <= mostOut && step(p, choice) <= stepMm + 1e-9
          expect(keepsRows(p, choice, mostOut, stepMm)).toBe(allowed)
        }
      }),
      { numRuns: 40 },
    )
  })

  it('knows every step that can occur', () => {
    fc.assert(
      fc.property(problem, (p) => {
        const steps = possibleSteps(p, Infinity)
        for (const choice of choices(p.bores))
          expect(steps.some((s) => Math.abs(s - step(p, choice)) < 1e-8)).toBe(true)
        expect([...steps].sort((a, b) => a - b)).toEqual(steps)
        // None that is asked for is left out, and none that is not is looked at.
        for (const upTo of [0, 0.013, 0.05])
          expect(possibleSteps(p, upTo + 1e-9)).toEqual(steps.filter((s) => s <= upTo + 1e-9))
      }),
      { numRuns: 20 },
    )
  })

  it('takes for one what differs by floating point alone', () => {
    expect(distinctMm([0.3, 0.1 + 0.2, 0.1, 0.3000001])).toEqual([0.1, 0.3, 0.3000001])
  })
})

describe('startMatch', () => {
  it('begins with something that can be done, the same every time, and near the best', () => {
    fc.assert(
      fc.property(problem, (p) => {
        const choice = startMatch(p)!
        expect(usesStock(p, choice)).toBe(true)
        expect(startMatch(p)).toEqual(choice)
        const fewest = Math.min(
          ...[...choices(p.bores)].filter((c) => usesStock(p, c)).map((c) => c.filter((o) => o.out).length),
        )
        expect(choice.filter((o) => o.out).length).toBe(fewest)
      }),
      { numRuns: 25 },
    )
  })

  it('has nothing where a bore stays empty', () => {
    const one: MatchOption = { liner: 0, shim: -1, centreMm: 0.1, offMm: 0, out: false }
    expect(startMatch({ bores: [[one], [one]], neighbours: [[0, 1]], liners: 1, shimCounts: [] })).toBeNull()
  })
})
