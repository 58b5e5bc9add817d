import { describe, expect, it } from 'vitest'
import { ids, Played, sixCylinders } from '../testing/make-snapshot'
import { uncertaintyByRuleMm } from '../measure/uncertainty'
import { zeroMoved } from './apply'
import { readDeck } from '../works/liners/deck'
import { planEngine, readFiringOrder } from '../works/liners/plan-engine'
import { isClosed, readRoute, routeFacts } from './route'
import { gateProblems } from '../works/logic'
import { engineShape, limits } from './snapshot'
import type { MeasuredStage } from './stages'

const cylinder = (played: Played, n: number, stage: MeasuredStage = 'trial-fit') =>
  readDeck(played.snapshot, stage).cylinders.find((c) => c.cylinder === n)!
const shimId = (played: Played, n: number) => played.snapshot.shims[n]!.id

describe('acts', () => {
  it('count once, however often they arrive', () => {
    const played = new Played().set(1, [0.1, 0.11, 0.1, 0.09])
    const again = {
      what: 'take-reading' as const,
      readingId: played.snapshot.readings[0]!.id,
      setId: played.snapshot.sets[0]!.id,
      angleDeg: 0,
      valueMm: 0.5,
      source: 'typed' as const,
    }
    const before = played.snapshot
    expect(played.act(again).snapshot.readings).toEqual(before.readings)
  })

  it('strike a reading out without losing it; the first strike stands', () => {
    const played = new Played().set(1, [0.1, 0.9])
    const readingId = played.snapshot.readings[1]!.id
    played
      .act({ what: 'strike-reading', readingId, reason: 'slip' })
      .act({ what: 'strike-reading', readingId, reason: 'other' })
    expect(played.snapshot.readings[1]!.struck?.reason).toBe('slip')
    expect(cylinder(played, 1).stations.map((s) => s.valueMm)).toEqual([0.1, null, null, null])
  })

  it('mark a set whose zero moved more than its gauge explains', () => {
    expect(zeroMoved(0.003, 0.0036)).toBe(false)
    expect(zeroMoved(-0.004, 0.0036)).toBe(true)
    expect(zeroMoved(null, 0.0036)).toBe(false)
    expect(new Played().set(1, [0.1, 0.1, 0.1, 0.1], { zeroMm: 0.006 }).snapshot.sets[0]!.closed).toMatchObject({
      zeroMoved: true,
    })
    expect(
      new Played().set(1, [0.1, 0.1, 0.1, 0.1], { zeroMm: 0.006, gaugeId: ids.coarse }).snapshot.sets[0]!.closed,
    ).toMatchObject({ zeroMoved: false })
  })

  it('judge by the shop rule', () => {
    expect(uncertaintyByRuleMm('plain', { repeatabilityMm: 1, resolutionMm: 1 })).toBe(0)
    expect(new Played(sixCylinders({ rule: 'plain' })).set(1, [0.1]).snapshot.sets[0]!.uncertaintyMm).toBe(0)
  })

  it('lay shims in and out: one bore a shim, out with the liner when the ledge is cut', () => {
    const played = new Played().deck()
    const fitted = () => played.snapshot.shims.filter((s) => s.fitted).map((s) => [s.label, s.fitted!.cylinder])
    played.shim(2, shimId(played, 0), 0.15)
    expect(fitted()).toEqual([['S0', 2]])
    played.shim(2, shimId(played, 1), 0.2)
    expect(fitted()).toEqual([['S1', 2]])
    played.cut(2, [0.05], 0.05)
    expect(fitted()).toEqual([])
    played.act({ what: 'strike-cut', cutId: played.snapshot.cuts[0]!.id, reason: 'mistake' })
    expect(fitted()).toEqual([['S1', 2]])
    played.shim(2, null, 0.1)
    expect(fitted()).toEqual([])
  })

  it('that rest on something unknown change nothing', () => {
    const { snapshot } = new Played()
    expect(new Played(snapshot).act({ what: 'adopt-sheet', sheetId: ids.gauge }).snapshot).toBe(snapshot)
    expect(
      new Played(snapshot).act({
        what: 'open-set',
        setId: ids.sheet,
        cylinder: 1,
        stage: 'trial-fit',
        gaugeId: ids.sheet,
        zeroOn: 'deck',
      }).snapshot,
    ).toBe(snapshot)
  })
})

describe('route and gates', () => {
  it('names the first open stage next', () => {
    const played = new Played()
    const states = () => Object.fromEntries(readRoute(routeFacts(played.snapshot)).map((r) => [r.stage, r.state]))
    expect(states()).toMatchObject({ 'as-found': 'next', counterbores: 'later', 'trial-fit': 'later', record: 'later' })
    played.act({ what: 'close-stage', stage: 'as-found', note: 'came stripped' })
    expect(states()).toMatchObject({ 'as-found': 'done', counterbores: 'next', cut: 'later' })
    // A shop that only measures and shims passes the ledges, parts, plan and cutter by.
    played.set(1, [0.1])
    expect(states()).toMatchObject({
      counterbores: 'passed',
      parts: 'passed',
      'repair-plan': 'passed',
      cut: 'passed',
      'trial-fit': 'next',
    })
    played.set(2, [10.5], { stage: 'counterbores' })
    expect(states()).toMatchObject({ counterbores: 'next', parts: 'passed', 'trial-fit': 'begun' })
  })

  it('opens again what was closed', () => {
    const played = new Played()
      .act({ what: 'close-stage', stage: 'as-found', note: '' })
      .act({ what: 'reopen-stage', stage: 'as-found', note: 'one forgotten' })
    expect(isClosed(played.snapshot, 'as-found')).toBe(false)
  })

  it('says what is in the way, and what a person may answer for', () => {
    const played = new Played().deck({ 2: [0.2, 0.2, 0.2, 0.2], 5: [0.12, 0.121, 0.139, 0.13] }).cut(6, [0.05], 0.05)
    const found = gateProblems(played.snapshot, 'trial-fit', 0)
    expect(found).toContainEqual({ code: 'changed', cylinders: [6], soft: false })
    expect(found.find((p) => p.code === 'out')!.cylinders).toContain(2)
    expect(found).toContainEqual({ code: 'unsure', cylinders: [5], soft: true })
    expect(gateProblems(new Played().deck().snapshot, 'trial-fit', 0)).toEqual([])
  })

  it('tells a liner that is off by itself from one that is off by the step to its neighbour', () => {
    const even = (mm: number) => [mm, mm, mm, mm]
    const played = new Played().deck({ 2: even(0.069), 3: even(0.115) })
    const found = gateProblems(played.snapshot, 'trial-fit', 0).filter((p) => p.code !== 'step-unsure')
    expect(found.map((p) => p.code)).toEqual(['step-out'])
    expect(found[0]!.cylinders).toEqual(expect.arrayContaining([2, 3]))
  })

  it('lets an incomplete baseline pass with a reason, but signs nothing with a stage open', () => {
    expect(gateProblems(new Played().snapshot, 'as-found', 0)).toEqual([
      { code: 'not-measured', cylinders: [1, 2, 3, 4, 5, 6], soft: true },
    ])
    expect(gateProblems(new Played().snapshot, 'record', 0)).toEqual([
      { code: 'earlier-open', cylinders: [], soft: false },
    ])
  })
})

describe('sheets and shapes', () => {
  const good = sixCylinders().sheet.limits
  it('refuse limits that cross, and an aim outside them', () => {
    expect(limits.safeParse(good).success).toBe(true)
    expect(limits.safeParse({ ...good, minMm: 0.2 }).error?.issues[0]?.message).toBe('limits-crossed')
    expect(limits.safeParse({ ...good, aimMm: 0.2 }).error?.issues[0]?.message).toBe('aim-outside')
  })

  it('read a firing order as it is written, and no other', () => {
    expect(readFiringOrder('1-4-2-6-3-5', 6)).toEqual([1, 4, 2, 6, 3, 5])
    expect(readFiringOrder(' 1, 3 4–2 ', 4)).toEqual([1, 3, 4, 2])
    expect(readFiringOrder('', 4)).toEqual([])
    for (const wrong of ['1-3-4', '1-3-4-4', '1-3-4-5', '1-3-4-x', '0-1-2-3'])
      expect(readFiringOrder(wrong, 4), wrong).toBeNull()
  })

  it('plan usual engines', () => {
    expect(planEngine('inline', 6, 3).heads).toEqual([
      [1, 2, 3],
      [4, 5, 6],
    ])
    expect(planEngine('vee', 8, 4)).toMatchObject({
      banks: [
        [1, 3, 5, 7],
        [2, 4, 6, 8],
      ],
      heads: [
        [1, 3, 5, 7],
        [2, 4, 6, 8],
      ],
    })
    expect(planEngine('inline', 0, 0).banks).toEqual([[1]])
    const shape = { name: 'x', boreMm: 100, pitchMm: 130, ...planEngine('vee', 6, 1) }
    expect(engineShape.safeParse(shape).success).toBe(true)
    expect(engineShape.safeParse({ ...shape, pitchMm: 90 }).error?.issues[0]?.message).toBe('pitch-under-bore')
    expect(engineShape.safeParse({ ...shape, banks: [[1, 2]] }).success).toBe(false)
  })
})
