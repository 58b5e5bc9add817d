import { describe, expect, it } from 'vitest'
import { leakKinds, leakTable, outside, outsideTests, startLeakTable, withOwnCounts } from './leak-table'

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

describe('a table that was kept before a cause or a test came to it', () => {
  const drop = <T extends object>(of: T, keys: readonly string[]) =>
    Object.fromEntries(Object.entries(of).filter(([k]) => !keys.includes(k))) as T
  const old = {
    causes: { ...drop(startLeakTable.causes, outside), washer: { prior: 33, openUpCost: 1 } },
    tests: Object.fromEntries(
      Object.entries(drop(startLeakTable.tests, outsideTests)).map(([name, t]) => [
        name,
        { ...t, minutes: 7, shows: drop(t.shows, outside) },
      ]),
    ),
    sureAt: 0.9,
  }

  it('is taken with them as they are at the start, and what the shop set stays', () => {
    const table = leakTable.parse(old)
    expect(table.sureAt).toBe(0.9)
    expect(table.causes.washer).toEqual({ prior: 33, openUpCost: 1 })
    expect(table.causes.hose).toEqual(startLeakTable.causes.hose)
    expect(table.tests.soap.minutes).toBe(7)
    expect(table.tests.soap.shows.cap).toBe(startLeakTable.tests.soap.shows.cap)
    expect(table.tests['cap-test']).toEqual(startLeakTable.tests['cap-test'])
  })
  it('is still refused where it is none', () => {
    for (const bad of [null, 'table', {}, { ...old, sureAt: 0.2 }]) expect(leakTable.safeParse(bad).success).toBe(false)
  })
})
