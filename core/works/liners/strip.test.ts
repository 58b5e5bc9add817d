import { beforeEach, describe, expect, it } from 'vitest'
import { Played } from '../../testing/make-snapshot'
import { bridge, wholeJob } from '../../testing/tarrock'
import { isClosed, readRoute, routeFacts } from '../../job/route'
import { gateProblems } from '../logic'
import { stagesOf, workChoices, workPresets } from '../../job/stages'
import { decide as decideStage } from './decide/steps'
import { look } from './look/steps'
import { pastStopNm } from './pull/puller'
import { pull as pullStage } from './pull/steps'
import { protect } from './protect/steps'
import { inBore, plugsIn, readTally, tallyTotals } from '../../job/tally'
import type { OpeningName, StopperName } from '../../job/tally-mark'
import { recordMove } from '../job/sign'

let played: Played
let made = 0
beforeEach(() => {
  played = new Played(wholeJob())
})
const stopper = (
  cylinder: number,
  goesIn: boolean,
  place: OpeningName = 'crank-hole',
  item: StopperName = 'ear-plug',
  count = 1,
) => played.act({ what: 'tally-plug', tallyId: played.id(7000 + made++), cylinder, goesIn, place, item, count })
const close = (stage: 'protect' | 'pull' | 'look' | 'decide', note = '') =>
  played.act({ what: 'close-stage', stage, note })
const pull = (cylinder: number, peakNm = 80) =>
  played.act({
    what: 'log-pull',
    pullId: played.id(7000 + made++),
    cylinder,
    pullerId: bridge.id,
    peakNm,
    tightMm: [12],
    ranOut: 'coolant',
    words: '',
  })
const grade = (cylinder: number, as: 'good' | 'poor' | 'scrap') =>
  played.act({
    what: 'grade-cylinder',
    gradeId: played.id(7000 + made++),
    cylinder,
    grade: as,
    suggested: 'good',
    words: '',
  })

describe('the route by the work chosen', () => {
  it('keeps the order of the trade, with as found first and the record last', () => {
    expect(stagesOf([])).toEqual(['as-found', 'record'])
    expect(stagesOf(['check', 'strip'])).toEqual([
      'as-found',
      'protect',
      'pull',
      'look',
      'decide',
      'final-check',
      'record',
    ])
    expect(stagesOf(workPresets.whole)).toHaveLength(15)
    for (const work of workChoices) expect(stagesOf([work]).length, work).toBeGreaterThan(1)
  })

  it('asks no job for a stage that is not on it', () => {
    const measured = new Played(wholeJob({ job: { ...wholeJob().job, work: [] } }))
      .deck({}, 'as-found')
      .act({ what: 'close-stage', stage: 'as-found', note: '' })
    expect(readRoute(routeFacts(measured.snapshot)).map((r) => r.state)).toEqual(['done', 'next'])
    expect(gateProblems(measured.snapshot, 'record', 0)).toEqual([])
  })

  it('may pass the stripping by, but not the seals', () => {
    played
      .act({ what: 'close-stage', stage: 'as-found', note: '' })
      .deck()
      .act({ what: 'close-stage', stage: 'trial-fit', note: '' })
    const states = Object.fromEntries(readRoute(routeFacts(played.snapshot)).map((r) => [r.stage, r.state]))
    expect(states).toMatchObject({ protect: 'passed', pull: 'passed', look: 'passed', decide: 'passed', fit: 'next' })
    expect(gateProblems(played.snapshot, 'final-check', 0).map((p) => p.code)).toContain('earlier-open')
  })
})

describe('the tally', () => {
  it('counts each kind in each opening in and out', () => {
    stopper(3, true, 'crank-hole', 'ear-plug', 2)
    stopper(3, true, 'bore', 'foam-plug')
    stopper(1, true, 'oil-drilling', 'cap')
    stopper(3, false, 'crank-hole', 'ear-plug', 1)
    expect(readTally(played.snapshot)).toEqual([
      { cylinder: 1, place: 'oil-drilling', item: 'cap', count: 1 },
      { cylinder: 3, place: 'bore', item: 'foam-plug', count: 1 },
      { cylinder: 3, place: 'crank-hole', item: 'ear-plug', count: 1 },
    ])
    expect(tallyTotals(played.snapshot)).toEqual({ wentIn: 4, cameOut: 1, stillIn: 3 })
    expect(plugsIn(played.snapshot)).toEqual([3])
    expect(inBore(played.snapshot, 3)).toMatchObject({ item: 'foam-plug' })
    expect(inBore(played.snapshot, 1)).toBeNull()
  })

  it('never falls below none', () => {
    stopper(2, false)
    stopper(2, true)
    expect(tallyTotals(played.snapshot).stillIn).toBe(1)
  })

  it('leads from plugging to the signature', () => {
    expect(protect.move(played.snapshot, { cylinder: 1 })).toMatchObject({
      action: 'count-in',
      button: null,
      caution: 'tally',
    })
    stopper(3, true, 'crank-hole', 'ear-plug', 2)
    expect(protect.move(played.snapshot, { cylinder: 1 })).toMatchObject({
      action: 'close-stage',
      figures: { wentIn: 2, stillIn: 2 },
    })
    close('protect')
    expect(protect.move(played.snapshot, { cylinder: 1 })).toMatchObject({ action: 'done' })
    expect(recordMove(played.snapshot)).toMatchObject({
      action: 'count-out',
      cylinder: 3,
      figures: { item: { word: 'stopper.ear-plug' }, place: { word: 'opening.crank-hole' }, count: 2, left: 2 },
    })
    expect(gateProblems(played.snapshot, 'record', 0)).toContainEqual({ code: 'plug-in', cylinders: [3], soft: false })
    stopper(3, false, 'crank-hole', 'ear-plug', 2)
    expect(recordMove(played.snapshot)).toMatchObject({ action: 'close-first', button: null })
  })

  it('asks before an engine is left open with nothing counted in', () => {
    expect(gateProblems(played.snapshot, 'protect', 0)).toEqual([
      expect.objectContaining({ code: 'nothing-in', soft: true }),
    ])
  })
})

describe('pulling', () => {
  it('wants the measures, then a puller, then a good one', () => {
    const bare = wholeJob()
    expect(
      pullStage.move({ ...bare, sheet: { ...bare.sheet, liner: null } }, { cylinder: 1, toolId: bridge.id }),
    ).toMatchObject({
      action: 'shape-first',
    })
    expect(pullStage.move(bare, { cylinder: 1, toolId: null })).toMatchObject({ action: 'puller-first', button: null })
    const onFlange = { ...bridge, bar: { ...bridge.bar, spanMm: 170 } }
    expect(pullStage.move({ ...bare, pullers: [onFlange] }, { cylinder: 1, toolId: bridge.id })).toMatchObject({
      action: 'other-puller',
      reason: 'feet-on-flange',
      caution: 'breaks',
    })
    expect(pullStage.move(wholeJob({}, { lowerBoreMm: 140.5 }), { cylinder: 1, toolId: bridge.id })).toMatchObject({
      action: 'other-puller',
      reason: 'no-room',
    })
  })

  it('says at which torque to stop and what gives first', () => {
    const move = pullStage.move(played.snapshot, { cylinder: 1, toolId: bridge.id })
    expect(move).toMatchObject({ action: 'pull', reason: 'bar', caution: 'pull-heavy', cylinder: 1 })
    expect(Number(move.figures.stopAtMostNm)).toBeGreaterThan(100)
    const strong = { ...bridge, leverMm: 900 }
    expect(pullStage.move({ ...played.snapshot, pullers: [strong] }, { cylinder: 1, toolId: bridge.id }).reason).toBe(
      'hand-is-stronger',
    )
  })

  it('has a puller that took too much looked over before it pulls again', () => {
    const stop = Math.floor(
      Number(pullStage.move(played.snapshot, { cylinder: 1, toolId: bridge.id }).figures.stopAtMostNm),
    )
    pull(1, stop + 53)
    const log = played.snapshot.pulls[0]!
    expect(Math.floor(pastStopNm(played.snapshot, log)!)).toBe(stop)
    expect(pastStopNm(played.snapshot, { ...log, peakNm: stop })).toBeNull()
    expect(pastStopNm(played.snapshot, { ...log, peakNm: null })).toBeNull()
    expect(pastStopNm(played.snapshot, { ...log, pullerId: null })).toBeNull()
    expect(pullStage.move(played.snapshot, { cylinder: 1, toolId: bridge.id })).toMatchObject({
      action: 'next-cylinder',
      caution: 'puller-over',
      figures: { peakNm: stop + 53, stopAtMostNm: pastStopNm(played.snapshot, log) },
    })
    pull(2, stop - 20)
    expect(pullStage.move(played.snapshot, { cylinder: 2, toolId: bridge.id })).toMatchObject({
      action: 'next-cylinder',
      caution: null,
    })
    pull(3, stop + 1)
    played.act({ what: 'strike-entry', entryId: played.snapshot.pulls[2]!.id, reason: 'misread' })
    expect(pullStage.move(played.snapshot, { cylinder: 2, toolId: bridge.id }).caution).toBeNull()
  })

  it('goes round the engine until all are out', () => {
    pull(1)
    expect(pullStage.move(played.snapshot, { cylinder: 1, toolId: bridge.id })).toMatchObject({
      action: 'next-cylinder',
      cylinder: 2,
    })
    for (const c of [2, 3, 4, 5]) pull(c)
    expect(gateProblems(played.snapshot, 'pull', 0)).toEqual([{ code: 'not-pulled', cylinders: [6], soft: true }])
    pull(6)
    expect(pullStage.move(played.snapshot, { cylinder: 6, toolId: bridge.id })).toMatchObject({
      action: 'close-stage',
      reason: 'all-out',
    })
    played.act({ what: 'strike-entry', entryId: played.snapshot.pulls[5]!.id, reason: 'wrong one' })
    expect(pullStage.move(played.snapshot, { cylinder: 6, toolId: bridge.id })).toMatchObject({
      action: 'pull',
      cylinder: 6,
    })
    close('pull', 'one stays in')
    expect(pullStage.move(played.snapshot, { cylinder: 6, toolId: bridge.id }).action).toBe('done')
  })
})

describe('looking and deciding', () => {
  it('asks for a grade of each liner, and names the bad ones', () => {
    expect(look.move(played.snapshot, { cylinder: 2 })).toMatchObject({
      action: 'grade',
      reason: 'nothing-marked',
      cylinder: 2,
      figures: { grade: { word: 'grade.good' } },
    })
    for (const c of [1, 2, 3, 4, 5]) grade(c, c === 3 ? 'scrap' : 'good')
    expect(look.move(played.snapshot, { cylinder: 1 })).toMatchObject({ action: 'next-cylinder', cylinder: 6 })
    expect(gateProblems(played.snapshot, 'look', 0)).toEqual([{ code: 'not-graded', cylinders: [6], soft: true }])
    grade(6, 'poor')
    expect(look.move(played.snapshot, { cylinder: 1 })).toMatchObject({
      action: 'close-stage',
      reason: 'some-bad',
      figures: { cylinders: [3, 6] },
    })
  })

  it('asks anew about a liner that was marked worse after it was graded', () => {
    const mark = (cylinder: number, severity: 1 | 2 | 3) =>
      played.act({
        what: 'mark-finding',
        findingId: played.id(9000 + made++),
        cylinder,
        on: 'outside',
        kind: 'pitting',
        atDeg: 0,
        spanDeg: 40,
        fromMm: 60,
        toMm: 90,
        severity,
        pastSteps: null,
        words: '',
      })
    for (const c of [1, 2, 3, 4, 5, 6]) grade(c, c === 3 ? 'scrap' : 'good')
    mark(3, 3)
    expect(look.move(played.snapshot, { cylinder: 1 }).action).toBe('close-stage')
    mark(4, 2)
    expect(look.move(played.snapshot, { cylinder: 1 })).toMatchObject({
      action: 'next-cylinder',
      reason: 'marked-since',
      cylinder: 4,
    })
    expect(look.move(played.snapshot, { cylinder: 4 })).toMatchObject({
      action: 'grade',
      reason: 'worse-since',
      figures: { graded: { word: 'grade.good' }, grade: { word: 'grade.poor' } },
    })
    expect(gateProblems(played.snapshot, 'look', 0)).toEqual([{ code: 'marked-since', cylinders: [4], soft: true }])
    // Who has seen the marks and still says good is not asked again.
    played.act({
      what: 'grade-cylinder',
      gradeId: played.id(9000 + made++),
      cylinder: 4,
      grade: 'good',
      suggested: 'poor',
      words: 'old, under the seal',
    })
    expect(look.move(played.snapshot, { cylinder: 4 }).action).toBe('close-stage')
    expect(gateProblems(played.snapshot, 'look', 0)).toEqual([])
  })

  it('decides only on confirmed grades, and anew when one has changed', () => {
    expect(decideStage.move(played.snapshot, { cylinder: 1 })).toMatchObject({ action: 'grade-first' })
    for (const c of [1, 2, 3, 4, 5, 6]) grade(c, c === 3 ? 'scrap' : 'good')
    const offered = decideStage.move(played.snapshot, { cylinder: 1 })
    expect(offered).toMatchObject({ action: 'take', reason: 'cheapest', figures: { renew: [3], count: 1 } })
    expect(gateProblems(played.snapshot, 'decide', 0)).toEqual([
      expect.objectContaining({ code: 'no-decision', soft: false }),
    ])
    played.act({
      what: 'decide-renewals',
      decisionId: played.id(9900),
      renew: [3],
      costs: played.snapshot.renewalCosts,
      nowCost: 500,
      comebackChance: 0.1,
      expectedCost: 900,
      words: '',
    })
    expect(decideStage.move(played.snapshot, { cylinder: 1 })).toMatchObject({
      action: 'close-stage',
      figures: { renew: [3] },
    })
    grade(4, 'poor')
    expect(decideStage.move(played.snapshot, { cylinder: 1 })).toMatchObject({ action: 'take', reason: 'graded-since' })
    close('decide')
    expect(isClosed(played.snapshot, 'decide')).toBe(true)
    expect(decideStage.move(played.snapshot, { cylinder: 1 }).action).toBe('done')
  })
})
