import { randomUUID } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { HERE_LASTS_MS, type HereNote } from '#contract/here'
import { Presence } from './presence'

const note = (change: Partial<HereNote> = {}): HereNote => ({
  deviceId: randomUUID(),
  personId: randomUUID(),
  stage: 'trial-fit',
  cylinder: 3,
  place: null,
  ...change,
})

describe('who is at a liner', () => {
  it('is told to those who listen, only where it is new, and only of that job', () => {
    const presence = new Presence()
    const told: number[] = []
    const stop = presence.listen('a', (here) => told.push(here.length))
    const tom = note()
    presence.note('a', tom)
    presence.note('a', { ...tom })
    presence.note('b', note())
    presence.note('a', { ...tom, cylinder: 4 })
    presence.note('a', note())
    expect(told).toEqual([1, 1, 2])
    stop()
    presence.note('a', note())
    expect(told).toHaveLength(3)
  })

  it('is forgotten when nothing is heard any more', () => {
    let now = 0
    const presence = new Presence(() => now)
    const tom = note()
    presence.note('a', tom)
    now = HERE_LASTS_MS
    expect(presence.list('a')).toEqual([tom])
    now += 1
    expect(presence.list('a')).toEqual([])
  })

  it('keeps only so many in mind', () => {
    const presence = new Presence()
    for (let i = 0; i < 300; i++) presence.note('a', note())
    expect(presence.list('a')).toHaveLength(100)
  })
})
