import { randomUUID } from 'node:crypto'
import { beforeEach, describe, expect, it } from 'vitest'
import { clocksOf } from '#core/works/logic'
import { padAt, readFace } from '#core/works/faces/read-faces'
import { Hand, newJob } from '../testing/hand'
import { gearboxTruth } from './gearbox-world'
import { pumpTruth } from './unit-world'

const truth = { ...pumpTruth, leaks: [], faces: gearboxTruth }

describe('the tide gate gearbox', () => {
  let hand: Hand
  beforeEach(() => {
    hand = new Hand(newJob('lune', ['face-seals'], []), truth)
  })
  const face = (place = 'pad-1') => readFace(hand.job, padAt(hand.job, place)!)
  const draw = (turns: number[], binds = false) =>
    hand.act({ what: 'nut-round', roundId: randomUUID(), place: 'pad-1', way: 'on', turns, binds })

  it('is carried to its record by the next move alone, one pad worked at while the other soaks', () => {
    hand.carry()
    for (const place of ['pad-1', 'pad-2']) expect(face(place).tight, place).toBe(true)
    const soaking = hand.moves.indexOf('face-seal rolled pad-1')
    expect(hand.moves[soaking + 1]).toBe('face-seal next-place pad-2')
    expect(hand.moves).toContain('face-seal bolts pad-1')
  })
  it('refuses a carbon that was not soaked, and a step before its time', () => {
    const clicked = { what: 'face-step', stepId: randomUUID(), place: 'pad-1', step: 'clicked' } as const
    expect(hand.refused(clicked)).toEqual(['face-step-first'])
    hand.until('rolled', 'pad-1')
    hand.step()
    expect(hand.refused(clicked)).toEqual(['not-soaked'])
    expect(clocksOf(hand.job).map((c) => [c.code, c.place])).toEqual([['soak', 'pad-1']])
    hand.nowMs += 15 * 60_000
    expect(hand.refused(clicked)).toBeNull()
  })
  it('stops where the nuts were drawn unevenly, until they are even', () => {
    hand.until('draw', 'pad-1')
    draw([1, 2.2, 1, 1])
    expect(hand.move).toMatchObject({ action: 'even', reason: 'uneven' })
    expect(hand.move.figures.skewMm).toBeCloseTo(1.5, 6)
    expect(hand.gate).toContain('face-uneven:pad-1')
    hand.step()
    expect(face().on.skewMm).toBeCloseTo(0, 9)
    expect(hand.move.action).toBe('draw')
  })
  it('stops where it binds: off again, felt for its tabs, wiped again', () => {
    hand.until('draw', 'pad-1')
    draw([1, 1, 1, 1], true)
    expect(hand.move).toMatchObject({ action: 'clicked', reason: 'binds' })
    hand.step()
    expect(hand.move.action).toBe('wiped')
    expect(face().on.mm).toBe(0)
  })
  it('is tried again where it lost its air', () => {
    hand.until('air', 'pad-1')
    const read = { what: 'air-test', place: 'pad-1', startKPa: 30 } as const
    expect(hand.refused({ ...read, airId: randomUUID(), endKPa: 30, words: '' })).toEqual(['no-air'])
    hand.act({ what: 'air-on', airOnId: randomUUID(), place: 'pad-1', startKPa: 30 })
    // Its time is a clock of its own.
    expect(hand.move).toMatchObject({ action: 'next-place', place: 'pad-2' })
    expect(clocksOf(hand.job).map((c) => c.code)).toContain('air')
    expect(hand.refused({ ...read, airId: randomUUID(), endKPa: 30, words: '' })).toEqual(['not-stood'])
    hand.nowMs += 6 * 60_000
    expect(hand.move).toMatchObject({ action: 'air-end', place: 'pad-1' })
    hand.act({ ...read, airId: randomUUID(), endKPa: 24 })
    expect(hand.move).toMatchObject({ action: 'again', reason: 'leaks' })
    expect(hand.gate).toContain('air-lost:pad-1')
    hand.step()
    hand.nowMs += 6 * 60_000
    hand.step()
    expect(face().tight).toBe(true)
  })
  it('counts its time anew where the carbon still bubbles', () => {
    hand.until('rolled', 'pad-1')
    hand.step()
    const due = Date.parse(face().soakedAt!)
    hand.nowMs = due - 60_000
    hand.act({ what: 'face-step', stepId: randomUUID(), place: 'pad-1', step: 'bubbles' })
    expect(Date.parse(face().soakedAt!)).toBe(due - 60_000 + 15 * 60_000)
  })
})
