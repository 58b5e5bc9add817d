import { describe, expect, it } from 'vitest'
import { ids, Played } from '../testing/make-snapshot'
import { nameOn } from './name-on'
import { isZeroDue, setsOfLastZero, setsSinceZero } from './zero-round'

const gauge = { stage: 'as-found', gaugeId: ids.gauge, zeroOn: 'deck' } as const
const four = [0.1, 0.101, 0.1, 0.099]
const cylinders = (sets: { cylinder: number | null }[]) => sets.map((s) => s.cylinder)
const stage = 'as-found' as const

describe('sets since the last zero', () => {
  it('are those of this gauge, zeroed there, at this stage, that are read and not ended', () => {
    const played = new Played()
      .set(1, four, { stage, zeroMm: 0 })
      .set(2, four, { stage })
      .set(3, four, { stage, gaugeId: ids.coarse })
      .set(4, four)
      .set(5, [], { stage })
      .set(6, [0.1], { stage })
    expect(cylinders(setsSinceZero(played.snapshot, gauge))).toEqual([2, 6])
    expect(setsSinceZero(played.snapshot, { ...gauge, zeroOn: 'liner' })).toEqual([])
    const { id } = played.snapshot.readings.at(-1)!
    played.act({ what: 'strike-reading', readingId: id, reason: 'undone' })
    expect(cylinders(setsSinceZero(played.snapshot, gauge))).toEqual([2])
  })

  it('all end on one look, and are the ones that are taken back', () => {
    const played = new Played().set(1, four, { stage }).set(2, four, { stage })
    const see = (zeroMm: number, at: string) =>
      played.act({ what: 'close-sets', setIds: setsSinceZero(played.snapshot, gauge).map((s) => s.id), zeroMm }, at)
    see(0.001, '2026-11-02T08:10:00.000Z')
    played.set(3, four, { stage })
    see(0.02, '2026-11-02T08:20:00.000Z')
    expect(played.snapshot.sets.map((s) => s.closed!.zeroMoved)).toEqual([false, false, true])
    const last = setsOfLastZero(played.snapshot, gauge, ids.person)
    expect(cylinders(last)).toEqual([3])
    expect(setsOfLastZero(played.snapshot, gauge, ids.gauge)).toEqual([])
    played.act({ what: 'reopen-sets', setIds: last.map((s) => s.id) })
    expect(cylinders(setsSinceZero(played.snapshot, gauge))).toEqual([3])
    expect(cylinders(setsOfLastZero(played.snapshot, gauge, ids.person))).toEqual([1, 2])
  })
})

describe('the zero is due', () => {
  const since = (n: number, zeroOn: 'deck' | 'liner' = 'deck') =>
    Array.from({ length: n }, () => ({ ...new Played().set(1, four).snapshot.sets[0]!, zeroOn }))

  it.each([
    [[], true, 0, false],
    [since(2), false, 0, false],
    [since(2), true, 0, true],
    [since(2), false, 3, false],
    [since(3), false, 3, true],
    [since(1, 'liner'), false, 0, true],
  ] as const)('case %#', (sets, whole, every, due) => {
    expect(isZeroDue(sets, whole, every)).toBe(due)
  })
})

describe('a name', () => {
  const people = [
    {
      id: ids.person,
      name: 'C',
      role: 'lead' as const,
      earlierNames: [
        { name: 'A', until: '2026-01-01T00:00:00.000Z' },
        { name: 'B', until: '2026-02-01T00:00:00.000Z' },
      ],
    },
  ]
  it.each([
    ['2025-12-31T00:00:00.000Z', 'A'],
    ['2026-01-01T00:00:00.000Z', 'B'],
    ['2026-03-01T00:00:00.000Z', 'C'],
    [undefined, 'C'],
  ])('on %s is %s', (at, name) => {
    expect(nameOn(people, ids.person, at)).toBe(name)
  })

  it('of nobody is a dash', () => {
    expect(nameOn(people, undefined)).toBe('—')
    expect(nameOn(people, ids.gauge, '2026-03-01T00:00:00.000Z')).toBe('—')
  })
})
