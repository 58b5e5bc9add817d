import { describe, expect, it } from 'vitest'
import { leakKinds, leakTable, startLeakTable, withOwnCounts } from './leak-table'

const priors = (counts: Parameters<typeof withOwnCounts>[1]) =>
  Object.fromEntries(leakKinds.map((k) => [k, withOwnCounts(startLeakTable, counts).causes[k].prior]))

describe('what a shop holds usual', () => {
  it('is the starting guess while nothing was found', () => {
    expect(priors({})).toEqual(Object.fromEntries(leakKinds.map((k) => [k, startLeakTable.causes[k].prior])))
  })

  it('moves to what was found, by how often, and leaves nothing impossible', () => {
    const after = priors({ 'oil-cooler': 10 })
    // Ten jobs of guess and ten of its own: half of what it was, and half of all besides.
    expect(after['oil-cooler']).toBeCloseTo(startLeakTable.causes['oil-cooler'].prior / 2 + 50, 6)
    expect(after.washer).toBeCloseTo(startLeakTable.causes.washer.prior / 2, 6)
    expect(leakKinds.every((k) => after[k]! > 0)).toBe(true)
    expect(priors({ 'oil-cooler': 90 })['oil-cooler']).toBeGreaterThan(85)
  })

  it('keeps what else the shop set, and is a table that can be saved', () => {
    const own = { ...startLeakTable, sureAt: 0.97 }
    const table = withOwnCounts(own, { washer: 3, 'head-crack': 1 })
    expect(table).toMatchObject({ sureAt: 0.97, tests: own.tests })
    expect(table.causes.washer.openUpCost).toBe(own.causes.washer.openUpCost)
    expect(leakTable.safeParse(table).success).toBe(true)
  })
})
