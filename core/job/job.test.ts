import { describe, expect, it } from 'vitest'
import { ids, Played, sixCylinders } from '../testing/make-snapshot'
import { uncertaintyByRuleMm, zeroMoved } from './apply'
import { barePlane, readDeck } from '../works/liners/deck'
import { moveInput, shimOfThickness } from '../works/liners/move-input'
import { nextMoveInput, type NextMove } from '../works/liners/deck-move-input'
import { nextMove } from '../works/liners/next-move'
import { planEngine, readFiringOrder } from '../works/liners/plan-engine'
import { isClosed, readRoute, routeFacts } from './route'
import { gateProblems } from '../works/logic'
import { engineShape, limits } from './snapshot'
import type { MeasuredStage } from './stages'

function moveOf(
  played: Played,
  selected: number | null = 1,
  more: { gaugeLive?: boolean; stage?: MeasuredStage } = {},
): NextMove {
  const stage = more.stage ?? 'trial-fit'
  const input = moveInput(played.snapshot, readDeck(played.snapshot, stage), selected, more.gaugeLive ?? false)
  // What the builder makes must be what the calculation takes.
  return nextMove(nextMoveInput.parse(input))
}
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

describe('the deck', () => {
  it('forgets readings of a stack that was changed, and shows the prediction beside the next ones', () => {
    const played = new Played().set(3, [0.16, 0.17, 0.165, 0.16]).cut(3, [0.06], 0.106)
    expect(cylinder(played, 3)).toMatchObject({
      changed: { kind: 'cut', expectMm: 0.106 },
      judgement: null,
      cutTotalMm: 0.06,
    })
    played.set(3, [0.1, 0.104, 0.1, 0.1])
    const { changed, prediction } = cylinder(played, 3)
    expect(changed).toBeNull()
    expect(prediction!.expectMm).toBe(0.106)
    expect(prediction!.measuredMm).toBeCloseTo(0.101)
    expect(prediction!.differenceMm).toBeCloseTo(-0.005)
    // Of a set after which nothing was changed there was nothing to promise.
    played.set(3, [0.101, 0.101, 0.101, 0.101], { zeroMm: 0 })
    expect(cylinder(played, 3).prediction).toBeNull()
    expect(cylinder(played, 4).prediction).toBeNull()
  })

  it('takes the mean of repeats, known better than one reading', () => {
    const played = new Played().set(1, [0.138, 0.1, 0.1, 0.1, 0.136, 0.1, 0.1, 0.1])
    const c = cylinder(played, 1)
    expect(c.stations[0]!.valueMm).toBeCloseTo(0.137)
    expect(c.stations[0]!.uncertaintyMm).toBeCloseTo(c.set!.uncertaintyMm / Math.SQRT2)
  })

  it('keeps fretting until the cuts have gone through it', () => {
    const ledges = [{ cylinder: 3, depthMm: 10.5, frettingMm: 0.02 }]
    const played = new Played(sixCylinders({ ledges })).set(3, [0.1, 0.1, 0.1, 0.1]).cut(3, [0.03], 0.07)
    expect(cylinder(played, 3)).toMatchObject({ depthMm: 10.53 })
    expect(cylinder(played, 3).frettingMm).toBeCloseTo(0.01)
    expect(cylinder(played.cut(3, [0.05], 0.02), 3).frettingMm).toBe(0)
  })

  it('is whole only when everything is measured, unchanged and on a good zero', () => {
    expect(readDeck(new Played().set(1, [0.1, 0.1, 0.1, 0.1]).snapshot, 'trial-fit').overall).toBe('incomplete')
    expect(readDeck(new Played().deck().snapshot, 'trial-fit').overall).toBe('in')
    expect(
      readDeck(new Played().deck().set(2, [0.1, 0.1, 0.1, 0.1], { zeroMm: 0.02 }).snapshot, 'trial-fit').overall,
    ).toBe('incomplete')
    expect(readDeck(new Played().deck().cut(1, [0.03], 0.07).snapshot, 'trial-fit').overall).toBe('incomplete')
    expect(readDeck(new Played().deck({ 2: [0.2, 0.2, 0.2, 0.2] }).snapshot, 'trial-fit').overall).toBe('out')
  })

  it('tells a liner without its shim', () => {
    const played = new Played()
      .set(2, [0.05, 0.05, 0.05, 0.05])
      .shim(2, new Played().snapshot.shims[0]!.id, 0.1)
      .set(2, [0.1, 0.1, 0.1, 0.1])
    expect(barePlane(cylinder(played, 2))!.centreMm).toBeCloseTo(0.05)
  })
})

describe('the next move', () => {
  it('walks the stations first', () => {
    expect(moveOf(new Played())).toMatchObject({
      action: 'measure',
      cylinder: 1,
      stationDeg: 0,
      reason: 'first',
      caution: 'clamp',
      figures: { stationNumber: 1, stationCount: 4, holdDownNm: 55 },
    })
    expect(moveOf(new Played().set(1, [0.1, 0.1]))).toMatchObject({
      action: 'measure',
      stationDeg: 180,
      reason: 'continue',
    })
  })

  it('asks for the zero of a gauge that is connected, and takes a moved one again', () => {
    const played = new Played().set(1, [0.1, 0.1, 0.1, 0.1])
    expect(moveOf(played, 1, { gaugeLive: true }).action).toBe('close-zero')
    expect(moveOf(new Played().set(1, [0.1, 0.1, 0.1, 0.1], { zeroMm: 0.02 }))).toMatchObject({
      action: 'measure',
      reason: 'zero-moved',
    })
  })

  it('goes on to a cylinder that asks for something', () => {
    expect(moveOf(new Played().set(1, [0.1, 0.1, 0.1, 0.1]))).toMatchObject({
      action: 'next-cylinder',
      cylinder: 2,
      reason: 'waits-first',
    })
  })

  it('shims a low liner', () => {
    expect(moveOf(new Played().deck({ 2: [0.044, 0.046, 0.045, 0.043] }), 2)).toMatchObject({
      action: 'shim',
      cylinder: 2,
      reason: 'low',
      caution: 'chamfer',
      figures: { shimMm: 0.05 },
    })
  })

  it('trues a leaning, fretted ledge with figures for the first pass', () => {
    const played = new Played(sixCylinders({ ledges: [{ cylinder: 3, depthMm: 10.5, frettingMm: 0.02 }] })).deck({
      3: [-0.02, 0.006, 0.032, 0.023],
    })
    const move = moveOf(played, 3)
    expect(move).toMatchObject({
      action: 'cut',
      reason: 'fretted',
      caution: 'chips',
      figures: {
        leavesMm: [0.08],
        passKind: 'rough',
        shimMm: 0.2,
        frettingMm: 0.02,
        passes: [{ kind: 'rough' }, { kind: 'finish' }],
      },
    })
    expect(move.figures.expectMm).toBeCloseTo(-0.0422, 3)
    expect(move.figures.endMm).toBeCloseTo(0.1078, 3)
  })

  it('measures again after every change, wherever it was made', () => {
    const played = new Played().deck().cut(5, [0.05], 0.05)
    expect(moveOf(played, 5)).toMatchObject({ action: 'measure', reason: 'after-cut', figures: { expectMm: 0.05 } })
    expect(moveOf(played, 1)).toMatchObject({ action: 'next-cylinder', cylinder: 5 })
  })

  it('swaps a shim, or takes it out', () => {
    const thin = new Played().deck({ 2: [0.01, 0.01, 0.01, 0.01] })
    thin.shim(2, shimId(thin, 0), 0.06).set(2, [0.045, 0.045, 0.045, 0.045])
    expect(moveOf(thin, 2)).toMatchObject({ action: 'shim', figures: { shimMm: 0.1, shimOutMm: 0.05 } })
    const thick = new Played().deck()
    thick.shim(2, shimId(thick, 1), 0.2).set(2, [0.2, 0.2, 0.2, 0.2])
    expect(moveOf(thick, 2)).toMatchObject({ action: 'shim-out', figures: { shimOutMm: 0.1 } })
  })

  it('stops at a ledge that may not be cut deeper', () => {
    const played = new Played(sixCylinders({ ledges: [{ cylinder: 5, depthMm: 11.28, frettingMm: 0 }] })).deck({
      5: [0.18, 0.18, 0.18, 0.18],
    })
    expect(moveOf(played, 5)).toMatchObject({
      action: 'blocked',
      reason: 'past-max-depth',
      caution: 'machine-shop',
      figures: { limitMm: 11.3, depthMm: 11.28 },
    })
  })

  it('repeats a reading on the line where that can tell, else leaves it to the lead', () => {
    expect(moveOf(new Played().deck({ 1: [0.12, 0.121, 0.138, 0.13] }), 1)).toMatchObject({
      action: 'repeat-anew',
      stationDeg: 180,
      reason: 'on-the-line',
      figures: { more: 4, limitMm: 0.14 },
    })
    expect(moveOf(new Played().deck({ 1: [0.12, 0.121, 0.1399, 0.13] }), 1)).toMatchObject({
      action: 'decide',
      reason: 'too-close',
      caution: 'lead-decides',
    })
  })

  it('settles a reading on the line by its repeats, within the set and before its zero', () => {
    const played = new Played().deck().set(1, [0.12, 0.121, 0.138, 0.13])
    const setId = played.snapshot.sets.at(-1)!.id
    for (let more = 3; more > 0; more--) {
      expect(moveOf(played, 1, { gaugeLive: true })).toMatchObject({
        action: 'repeat',
        stationDeg: 180,
        figures: { more },
      })
      played.act({
        what: 'take-reading',
        readingId: played.id(500 + more),
        setId,
        angleDeg: 180,
        valueMm: 0.138,
        source: 'gauge',
      })
    }
    expect(cylinder(played, 1).verdict).toBe('in')
    expect(moveOf(played, 1, { gaugeLive: true })).toMatchObject({ action: 'close-zero' })
  })

  it('suspects dirt where readings scatter and no lean explains it', () => {
    expect(moveOf(new Played().deck({ 1: [0.075, 0.125, 0.075, 0.125] }), 1)).toMatchObject({
      action: 'measure',
      reason: 'rough-readings',
      figures: { limitMm: 0.03 },
    })
  })

  it('evens a step once every liner is inside by itself', () => {
    const move = moveOf(new Played().deck({ 1: [0.085, 0.085, 0.085, 0.085], 2: [0.133, 0.133, 0.133, 0.133] }), 1)
    expect(move.reason).toBe('stepped')
    expect(move.figures.stepMm).toBeCloseTo(0.048)
    expect(move).toMatchObject({ action: 'cut', cylinder: 2, figures: { neighbour: 1 } })
    expect(move.figures.endMm!).toBeLessThan(0.12)
  })

  it('evens a head whose ends differ too much', () => {
    const move = moveOf(
      new Played().deck({ 1: [0.075, 0.075, 0.075, 0.075], 2: [0.1, 0.1, 0.1, 0.1], 3: [0.133, 0.133, 0.133, 0.133] }),
      1,
    )
    expect(move).toMatchObject({ reason: 'head-range', figures: { limitMm: 0.05 } })
  })

  it('says what the other cylinder waits for', () => {
    const even = [0.1, 0.1, 0.1, 0.1]
    const reasonOf = (played: Played) => moveOf(played, 1).reason
    expect(reasonOf(new Played().set(1, even).set(2, [0.1]))).toBe('waits-open')
    expect(reasonOf(new Played().deck().cut(4, [0.05], 0.05))).toBe('waits-changed')
    expect(reasonOf(new Played().deck({ 3: [0.15, 0.151, 0.15, 0.15] }))).toBe('waits-outside')
    expect(reasonOf(new Played().deck({ 3: [0.139, 0.13, 0.131, 0.13] }))).toBe('waits-line')
    const moved = new Played().set(1, even, { zeroMm: 0 }).set(2, even, { zeroMm: 0.03 })
    for (const c of [3, 4, 5, 6]) moved.set(c, even, { zeroMm: 0 })
    expect(moveOf(moved, 1)).toMatchObject({ action: 'next-cylinder', cylinder: 2, reason: 'waits-zero' })
  })

  it('closes the stage when all is inside, and says when it is closed', () => {
    const played = new Played().deck()
    expect(moveOf(played, 4)).toMatchObject({ action: 'close-stage', reason: 'all-inside' })
    expect(moveOf(played.act({ what: 'close-stage', stage: 'trial-fit', note: '' })).action).toBe('done')
  })

  it('corrects nothing as found, and sends a bad final check back', () => {
    expect(moveOf(new Played().deck({ 3: [-0.05, 0, 0, 0] }, 'as-found'), 3, { stage: 'as-found' })).toMatchObject({
      action: 'close-stage',
      reason: 'baseline',
    })
    expect(
      moveOf(new Played().deck({ 3: [0.15, 0.15, 0.15, 0.15] }, 'final-check'), 1, { stage: 'final-check' }),
    ).toMatchObject({ action: 'back-to-trial', cylinder: 3, reason: 'outside-high', caution: 'seals-out' })
  })

  it('says which liner to pull at the final check and what is outside, though another lies on the line', () => {
    const atEnd = (deck: Parameters<Played['deck']>[0]) =>
      moveOf(new Played().deck(deck, 'final-check'), 1, { stage: 'final-check' })
    const even = (mm: number) => [mm, mm, mm, mm]
    expect(atEnd({ 1: [0.12, 0.121, 0.139, 0.13], 4: [0.03, 0.1, 0.1, 0.1] })).toMatchObject({
      action: 'back-to-trial',
      cylinder: 4,
      reason: 'outside-low',
      figures: { valueMm: 0.03, limitMm: 0.06 },
    })
    const leaning = atEnd({ 4: [0.075, 0.1, 0.125, 0.1] })
    expect(leaning).toMatchObject({ cylinder: 4, reason: 'outside-spread', figures: { limitMm: 0.03 } })
    expect(leaning.figures.valueMm).toBeCloseTo(0.05, 9)
    const stepped = atEnd({ 1: even(0.12), 2: even(0.075), 3: even(0.1) })
    expect(stepped).toMatchObject({ cylinder: 2, reason: 'outside-step', figures: { neighbour: 1, limitMm: 0.04 } })
    expect(stepped.figures.valueMm).toBeCloseTo(0.045, 9)
    expect(atEnd({ 1: even(0.075), 2: even(0.1), 3: even(0.133) })).toMatchObject({
      cylinder: 3,
      reason: 'outside-head',
      figures: { limitMm: 0.05 },
    })
  })

  it('reads a liner on the line again at the final check too, and gives its figures to whoever decides', () => {
    const near = new Played().deck({ 5: [0.12, 0.121, 0.139, 0.13] }, 'final-check')
    const doubt = moveOf(near, 5, { stage: 'final-check' })
    expect(doubt).toMatchObject({
      action: 'decide',
      reason: 'too-close',
      cylinder: 5,
      caution: 'lead-decides',
      figures: { valueMm: 0.139, limitMm: 0.14 },
    })
    expect(doubt.figures).not.toHaveProperty('leavesMm')
    const open = new Played()
    for (const c of [1, 2, 3, 4, 5, 6])
      open.set(c, c === 5 ? [0.12, 0.121, 0.1375, 0.13] : [0.12, 0.121, 0.12, 0.119], { stage: 'final-check' })
    expect(moveOf(open, 5, { stage: 'final-check' })).toMatchObject({
      action: 'repeat',
      reason: 'on-the-line',
      cylinder: 5,
      stationDeg: 180,
    })
  })

  it('finds the shim by its measured thickness, the one already in its bore too', () => {
    const played = new Played().deck()
    expect(shimOfThickness(played.snapshot, 0.1, 1)!.label).toBe('S1')
    played.shim(2, shimId(played, 1), 0.2)
    expect(shimOfThickness(played.snapshot, 0.1, 2)!.label).toBe('S1')
    expect(shimOfThickness(played.snapshot, 0.1, 1)!.label).not.toBe('S1')
  })

  it.each([1, 2, 3, 4])('brings every deck it is given to the end of the stage (seed %i)', (seed) => {
    // A deck that obeys: each cut and shim does what was predicted.
    const heights = new Map([1, 2, 3, 4, 5, 6].map((c) => [c, 0.1 + 0.06 * Math.sin(seed * 12.9 + c * 7.7)]))
    const played = new Played()
    const level = (c: number) => [0, 1, 2, 3].map(() => heights.get(c)!)
    for (const c of heights.keys()) played.set(c, level(c), { zeroMm: 0 })
    for (let steps = 0, selected: number | null = 1; steps < 60; steps++) {
      const m = moveOf(played, selected)
      if (m.action === 'close-stage') return
      expect(['measure', 'next-cylinder', 'cut', 'shim', 'shim-out', 'decide', 'repeat-anew']).toContain(m.action)
      if (m.action === 'decide' || m.action === 'repeat-anew') return
      selected = m.cylinder
      const c = m.cylinder!
      if (m.action === 'measure') played.set(c, level(c), { zeroMm: 0 })
      if (m.action === 'cut') {
        heights.set(c, m.figures.expectMm!)
        played.cut(c, m.figures.leavesMm!, m.figures.expectMm!)
      }
      if (m.action === 'shim' || m.action === 'shim-out') {
        heights.set(c, m.figures.expectMm!)
        played.shim(
          c,
          m.action === 'shim' ? shimOfThickness(played.snapshot, m.figures.shimMm!, c)!.id : null,
          m.figures.expectMm!,
        )
      }
    }
    expect.unreachable('the stage never came to its end')
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
    const found = gateProblems(played.snapshot, 'trial-fit')
    expect(found).toContainEqual({ code: 'changed', cylinders: [6], soft: false })
    expect(found.find((p) => p.code === 'out')!.cylinders).toContain(2)
    expect(found).toContainEqual({ code: 'unsure', cylinders: [5], soft: true })
    expect(gateProblems(new Played().deck().snapshot, 'trial-fit')).toEqual([])
  })

  it('tells a liner that is off by itself from one that is off by the step to its neighbour', () => {
    const even = (mm: number) => [mm, mm, mm, mm]
    const played = new Played().deck({ 2: even(0.069), 3: even(0.115) })
    const found = gateProblems(played.snapshot, 'trial-fit').filter((p) => p.code !== 'step-unsure')
    expect(found.map((p) => p.code)).toEqual(['step-out'])
    expect(found[0]!.cylinders).toEqual(expect.arrayContaining([2, 3]))
  })

  it('lets an incomplete baseline pass with a reason, but signs nothing with a stage open', () => {
    expect(gateProblems(new Played().snapshot, 'as-found')).toEqual([
      { code: 'not-measured', cylinders: [1, 2, 3, 4, 5, 6], soft: true },
    ])
    expect(gateProblems(new Played().snapshot, 'record')).toEqual([
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
