import { describe, expect, it } from 'vitest'
import { Played, sixCylinders } from '../../testing/make-snapshot'
import { readDeck } from './deck'
import { moveInput, shimOfThickness } from './move-input'
import { nextMoveInput, type NextMove } from './deck-move-input'
import { nextMove } from './next-move'
import type { MeasuredStage } from '../../job/stages'

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
