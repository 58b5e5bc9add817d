import { describe, expect, it } from 'vitest'
import { ids, sixCylinders } from '../testing/make-snapshot'
import type { JobAct } from './acts'
import { applyAct } from './apply'
import { standingAt } from './standing'

const uuid = (n: number) => `00000000-0000-4000-8000-00000000000${n}`
const spot = { cylinder: null, place: 'barrel-1' }
const bored = (id: number, mm: number, more: object = {}): JobAct => ({
  what: 'bore-barrel',
  boredId: uuid(id),
  place: 'barrel-1',
  boreMm: [mm, mm],
  partC: 20,
  gaugeId: null,
  uncertaintyMm: 0,
  ...more,
})
const play = (...acts: JobAct[]) =>
  acts.reduce(
    (job, act, i) => applyAct(job, act, { seq: 10 + i, at: '2026-11-30T10:00:00.000Z', personId: ids.person }),
    sixCylinders(),
  )

describe('an entry that is made again', () => {
  it('takes the place of the one it replaces, which stays beside its strike', () => {
    const job = play(bored(1, 91), bored(2, 92), bored(3, 91.1, { replaces: { id: uuid(1), reason: 'misread' } }))
    expect(standingAt(job, 'barrels.bored', spot).map((e) => [e.id, e.seq])).toEqual([
      [uuid(3), 10],
      [uuid(2), 11],
    ])
    expect(job.works.barrels!.bored[0]!.struck).toMatchObject({ reason: 'misread', personId: ids.person })
  })
  it('keeps that place when it is made again once more', () => {
    const again = bored(3, 91.1, { replaces: { id: uuid(1), reason: 'misread' } })
    const job = play(
      bored(1, 91),
      bored(2, 92),
      again,
      bored(4, 91.2, { replaces: { id: uuid(3), reason: 'mistyped' } }),
    )
    expect(standingAt(job, 'barrels.bored', spot).map((e) => e.id)).toEqual([uuid(4), uuid(2)])
  })
  it('changes nothing a second time', () => {
    const acts = [bored(1, 91), bored(3, 91.1, { replaces: { id: uuid(1), reason: 'misread' } })]
    expect(play(...acts, acts[1]!).works.barrels!.bored).toHaveLength(2)
  })
})
