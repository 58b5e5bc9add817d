import { beforeEach, describe, expect, it } from 'vitest'
import { Played } from '../../../testing/make-snapshot'
import { wholeJob } from '../../../testing/tarrock'
import { findPatterns } from '../find-patterns'
import { breakEvenReturn, optionOf, planRenewals, returnCost } from '../plan-renewals'
import { readComplaint } from '../read-complaint'
import type { Finding } from '../strip'
import { confirmedGrade, suggestGrade } from '../suggest-grade'

let played: Played
let made = 0
beforeEach(() => {
  played = new Played(wholeJob())
})
function find(cylinder: number, kind: Finding['kind'], severity: number, more: Partial<Finding> = {}): string {
  const findingId = played.id(6000 + made++)
  const { on = 'outside', atDeg = 90, spanDeg = 40, fromMm = 20, toMm = 60, pastSteps = null } = more
  played.act({
    what: 'mark-finding',
    findingId,
    cylinder,
    on,
    kind,
    atDeg,
    spanDeg,
    fromMm,
    toMm,
    severity,
    pastSteps,
    words: '',
  })
  return findingId
}
const patterns = () => findPatterns(played.snapshot).map((p) => [p.code, p.kind, p.cylinders.join()])

describe('the suggested grade', () => {
  it('of a clean liner is good', () =>
    expect(suggestGrade(played.snapshot, 1)).toEqual({ grade: 'good', sum: 0, reasons: [] }))

  it('falls with what is found, and back when it is struck out', () => {
    const light = find(1, 'pitting', 1)
    expect(suggestGrade(played.snapshot, 1).grade).toBe('fair')
    find(1, 'scale', 2)
    find(1, 'polish', 1)
    expect(suggestGrade(played.snapshot, 1).grade).toBe('poor')
    played.act({ what: 'strike-entry', entryId: light, reason: 'dirt' })
    expect(suggestGrade(played.snapshot, 1).grade).toBe('fair')
  })

  it('is scrap for one crack or heavy pitting, never for many small things', () => {
    find(2, 'crack', 1)
    find(3, 'pitting', 3)
    for (let i = 0; i < 12; i++) find(4, 'pitting', 2, { atDeg: i * 30 })
    expect([2, 3, 4].map((c) => suggestGrade(played.snapshot, c).grade)).toEqual(['scrap', 'scrap', 'poor'])
    expect(suggestGrade(played.snapshot, 3).reasons[0]).toMatchObject({ kind: 'pitting', severity: 3 })
  })

  it('counts a worn ledge against the liner', () => {
    played.set(5, [10.619, 10.612, 10.569, 10.576], { stage: 'counterbores' })
    expect(suggestGrade(played.snapshot, 5)).toMatchObject({ grade: 'fair', reasons: [{ kind: 'worn-ledge' }] })
  })

  it('gives way to what a person confirmed last', () => {
    const grade = (as: 'good' | 'scrap') =>
      played.act({
        what: 'grade-cylinder',
        gradeId: played.id(6900 + made++),
        cylinder: 1,
        grade: as,
        suggested: 'good',
        words: '',
      })
    expect(confirmedGrade(played.snapshot, 1)).toBeNull()
    grade('scrap')
    grade('good')
    expect(confirmedGrade(played.snapshot, 1)?.grade).toBe('good')
  })
})

describe('patterns', () => {
  it('say nothing of one mark alone', () => {
    find(3, 'pitting', 3)
    expect(patterns()).toEqual([])
  })

  it('see the same side on neighbours, over 12 o’clock too, and not across a gap', () => {
    find(2, 'pitting', 1, { atDeg: 350 })
    find(3, 'pitting', 1, { atDeg: 10 })
    find(5, 'pitting', 1, { atDeg: 0 })
    const [same] = findPatterns(played.snapshot)
    expect(same).toMatchObject({ code: 'same-side', cylinders: [2, 3] })
    expect(Math.min(same!.atDeg!, 360 - same!.atDeg!)).toBeLessThan(1e-6)
  })

  it('see it grow worse toward one end', () => {
    for (const [c, s] of [
      [2, 1],
      [3, 1],
      [4, 2],
      [5, 2],
      [6, 3],
    ] as const)
      find(c, 'scale', s, { on: 'jacket', spanDeg: 360 })
    expect(patterns()).toEqual([['worse-to-rear', 'scale', '2,3,4,5,6']])
    played = new Played(wholeJob())
    for (const [c, s] of [
      [1, 3],
      [2, 2],
      [3, 1],
    ] as const)
      find(c, 'scale', s, { on: 'jacket', spanDeg: 360 })
    expect(patterns()).toEqual([['worse-to-front', 'scale', '1,2,3']])
  })

  it('tell a track that a ring held from one that went through', () => {
    find(2, 'coolant-track', 1, { pastSteps: 1 })
    find(3, 'coolant-track', 2, { pastSteps: 2 })
    find(6, 'coolant-track', 3, { pastSteps: 4 })
    expect(findPatterns(played.snapshot).map((p) => [p.code, p.cylinders.join(), p.steps])).toEqual([
      ['past-all', '6', 4],
      ['held-by-ring', '2,3', 2],
    ])
  })

  it('know the thrust sides and one that stands alone', () => {
    find(1, 'scoring', 2, { on: 'bore', atDeg: 85 })
    find(4, 'scoring', 3, { on: 'bore', atDeg: 275 })
    expect(patterns()).toEqual([
      ['thrust-side', 'scoring', '1,4'],
      ['one-alone', 'scoring', '4'],
    ])
  })
})

describe('patterns of few marks', () => {
  it('know polish at the thrust sides, and nothing of it at the ends of the bore', () => {
    find(2, 'polish', 1, { on: 'bore', atDeg: 95 })
    find(5, 'polish', 1, { on: 'bore', atDeg: 265 })
    expect(patterns()).toEqual([['thrust-side', 'polish', '2,5']])
    played = new Played(wholeJob())
    find(2, 'polish', 1, { on: 'bore', atDeg: 10 })
    find(5, 'polish', 1, { on: 'bore', atDeg: 180 })
    expect(patterns()).toEqual([])
  })

  it('see no trend over two cylinders, nor where it goes up and down', () => {
    find(5, 'scale', 1, { on: 'jacket', spanDeg: 360 })
    find(6, 'scale', 3, { on: 'jacket', spanDeg: 360 })
    expect(patterns().map(([code]) => code)).not.toContain('worse-to-rear')
    find(1, 'scale', 3, { on: 'jacket', spanDeg: 360 })
    find(2, 'scale', 1, { on: 'jacket', spanDeg: 360 })
    expect(patterns().map(([code]) => code)).not.toContain('worse-to-rear')
  })
})

describe('the complaint', () => {
  const came = (complaints: ('head-gasket' | 'coolant-loss' | 'coolant-in-oil' | 'overhaul')[]) => {
    played = new Played(wholeJob({ job: { ...wholeJob().job, complaints } }))
    return played
  }
  it('is explained by sunk, leaning and stepped liners', () => {
    came(['head-gasket', 'coolant-loss']).deck({ 3: [-0.05, -0.02, 0.01, -0.02] }, 'as-found')
    const { signs, unexplained } = readComplaint(played.snapshot)
    expect(signs.map((s) => s.code)).toEqual(['sunk', 'leaning', 'stepped'])
    expect(signs[0]).toMatchObject({ cylinders: [3], explains: ['head-gasket', 'coolant-loss'] })
    expect(signs[1]!.valueMm).toBeCloseTo(0.06, 3)
    expect(unexplained).toEqual([])
  })

  it('goes by the worst reading: one edge below the deck is sunk, whatever the mean', () => {
    came(['head-gasket']).deck({ 3: [-0.01, 0.05, 0.09, 0.05] }, 'as-found')
    expect(readComplaint(played.snapshot).signs[0]).toMatchObject({ code: 'sunk', cylinders: [3], valueMm: -0.01 })
  })

  it('is not, where every liner stands inside', () => {
    came(['coolant-in-oil', 'overhaul']).deck({}, 'as-found')
    expect(readComplaint(played.snapshot)).toMatchObject({
      signs: [{ code: 'all-inside' }],
      unexplained: ['coolant-in-oil'],
    })
  })

  it('is left open while something is unmeasured', () => {
    came(['head-gasket']).set(1, [0.1, 0.1, 0.1, 0.1], { stage: 'as-found' })
    expect(readComplaint(played.snapshot)).toMatchObject({
      signs: [{ code: 'not-measured', cylinders: [2, 3, 4, 5, 6] }],
      unexplained: [],
    })
  })
})

describe('one, some or all', () => {
  it('breaks even exactly where both are expected to cost the same', () => {
    const grade = (cylinder: number, as: 'good' | 'fair' | 'poor' | 'scrap') =>
      played.act({
        what: 'grade-cylinder',
        gradeId: played.id(6900 + made++),
        cylinder,
        grade: as,
        suggested: as,
        words: '',
      })
    for (const [c, g] of [
      [1, 'good'],
      [2, 'poor'],
      [3, 'scrap'],
      [4, 'fair'],
      [5, 'poor'],
      [6, 'fair'],
    ] as const)
      grade(c, g)
    const plan = planRenewals(played.snapshot)
    expect(plan.options[0]!.renew).toEqual([3])
    expect(plan.grades.every((g) => g.confirmed)).toBe(true)
    expect([optionOf(plan, [3]), optionOf(plan, [5, 3, 2]), optionOf(plan, [1, 2])]).toEqual([0, 2, -1])
    plan.breakEven.slice(0, -1).forEach((even, i) => {
      const again = planRenewals(played.snapshot, { ...played.snapshot.renewalCosts, openUpAgain: even!, downtime: 0 })
      expect(again.options[i]!.expectedCost).toBeCloseTo(again.options[i + 1]!.expectedCost, 6)
    })
    expect(plan.breakEven.at(-1)).toBeNull()
    expect(returnCost(played.snapshot.renewalCosts)).toBe(6000)
  })

  it('never breaks even where more new liners do not help', () => {
    const option = (comebackChance: number, expectedCost: number) => ({
      renew: [],
      nowCost: 0,
      comebackChance,
      expectedCost,
    })
    expect(breakEvenReturn(option(0.1, 10), option(0.1, 20), 100)).toBeNull()
    expect(breakEvenReturn(option(0.2, 20), option(0.1, 15), 100)).toBeCloseTo(50, 9)
  })
})
