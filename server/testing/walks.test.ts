import { describe, expect, it } from 'vitest'
import { plants } from './walks/plants'
import { sumUp, recordsOf, walkIn, walkNumber } from './walks/walk-all'
import { walked } from './walks/works'

/** Walks of each work in a run. */
const EACH = 40
/** A fault is found within so many. */
const WITHIN = 500

/** What the walks of this run come to by chance only, and where a test comes to it always: `server/demo/reckless.test.ts`. */
const KINDS_BY_CHANCE = ['lay-block', 'skip-test']

describe('walks of somebody who errs and somebody who finishes', () => {
  it('find nothing: one voice, every limit told, a way on from everywhere, nothing lost on the record', async () => {
    const all = []
    for (let n = 0; n < EACH * walked.length; n++) all.push(await walkNumber(n, 1))
    const sum = sumUp(all)
    expect(sum.found).toEqual([])
    expect(sum.signed).toBeGreaterThan(sum.walks / 3)
    expect(sum.signed + sum.asItStands).toBe(sum.walks)
    expect(sum.stages.open).toEqual([])
    expect(sum.kinds.open.filter((kind) => !KINDS_BY_CHANCE.includes(kind))).toEqual([])
  })

  it('is put on each root of the faults that were found', () => {
    expect(plants.length).toBeGreaterThanOrEqual(20)
    expect(new Set(plants.map((p) => p.root))).toEqual(new Set([1, 2, 3, 4, 5, 6]))
  })
  it.each(plants.map((p) => [p.name, p] as const))('find within some hundred that %s', async (_, { work, plant }) => {
    const tried = walked.find((w) => w.name === work)!
    const { parts, undo } = plant(await recordsOf(tried))
    let at = 0
    try {
      for (let seed = 1; seed <= WITHIN && at === 0; seed++) if (walkIn(tried, seed, parts).found.length > 0) at = seed
    } finally {
      undo()
    }
    expect(at).toBeGreaterThan(0)
    // What found it was the fault: without it the same walk finds nothing.
    expect(walkIn(tried, at, await recordsOf(tried)).found).toEqual([])
  })
})
