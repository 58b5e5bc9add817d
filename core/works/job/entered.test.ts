import { describe, expect, it } from 'vitest'
import { applyAct } from '../../job/apply'
import type { JobAct } from '../../job/acts'
import { sixCylinders } from '../../testing/make-snapshot'
import { enteredTold } from './entered'

const person = sixCylinders().people[0]!.id
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const after = (...acts: JobAct[]) =>
  acts.reduce(
    (s, act, i) => applyAct(s, act, { seq: i + 1, at: `2026-11-02T08:0${i}:00.000Z`, personId: person }),
    sixCylinders(),
  )
const washer: JobAct = { what: 'fit-washer', washerId: id(1), cylinder: 3, thicknessMm: 1.5 }
const tip: JobAct = {
  what: 'measure-tip',
  tipId: id(2),
  cylinder: 3,
  valueMm: 2.4,
  gaugeId: null,
  uncertaintyMm: 0.01,
  words: 'stands proud',
  repeats: { valueMm: [2.39, 2.41] },
}
const lines = (...acts: JobAct[]) => {
  const block = enteredTold(after(...acts)).find((b) => b.is === 'list')
  return block?.is === 'list' ? block.lines.map((l) => JSON.stringify(l)) : []
}

describe('what was entered', () => {
  it('stands in its order with its figures and words, and what was read more than once', () => {
    const [first, second] = lines(washer, tip)
    expect(first).toContain('act.fit-washer')
    expect(first).toContain('{"mm":1.5,"unit":true}')
    expect(second).toContain('{"mm":2.4,"unit":true}')
    expect(second).toContain('stands proud')
    expect(second).toContain('2.39')
    // Its gauge is told with the gauges.
    expect(second).not.toContain('0.01')
  })
  it('stands struck out, too, with why', () => {
    const [, struck] = lines(washer, tip, { what: 'strike-entry', entryId: id(2), reason: 'mistake' })
    expect(struck).toContain('"reason":"mistake"')
  })
  it('is no part of a record on which nothing was entered', () => {
    expect(enteredTold(sixCylinders())).toEqual([])
  })
})
