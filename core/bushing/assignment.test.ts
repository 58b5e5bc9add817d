import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { assign } from './assignment'

/** How many rows a choice fills and what it costs, the best of all ways, by trying each. */
function bestByTrying(cost: (number | null)[][], row = 0, taken = new Set<number>()): [placed: number, cost: number] {
  if (row === cost.length) return [0, 0]
  let best = bestByTrying(cost, row + 1, taken)
  cost[row]!.forEach((c, column) => {
    if (c === null || taken.has(column)) return
    const rest = bestByTrying(cost, row + 1, new Set([...taken, column]))
    const mine: [number, number] = [rest[0] + 1, rest[1] + c]
    if (mine[0] > best[0] || (mine[0] === best[0] && mine[1] < best[1] - 1e-12)) best = mine
  })
  return best
}

const matrices = fc
  .tuple(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 0, max: 6 }))
  .chain(([rows, columns]) =>
    fc.array(
      fc.array(fc.option(fc.integer({ min: 0, max: 90 }), { freq: 2 }), { minLength: columns, maxLength: columns }),
      {
        minLength: rows,
        maxLength: rows,
      },
    ),
  )
  .map((m) => m.map((r) => r.map((c) => (c === null ? null : c / 1000))))

describe('the assignment', () => {
  it('fills as many rows as trying every way does, at the same cost', () => {
    fc.assert(
      fc.property(matrices, (cost) => {
        const chosen = assign(cost)
        const used = chosen.filter((c) => c !== null)
        expect(new Set(used).size).toBe(used.length)
        const [placed, least] = bestByTrying(cost)
        expect(used.length).toBe(placed)
        const mine = chosen.reduce<number>((sum, c, i) => (c === null ? sum : sum + cost[i]![c]!), 0)
        expect(mine).toBeCloseTo(least, 9)
      }),
      { numRuns: 300 },
    )
  })
})
