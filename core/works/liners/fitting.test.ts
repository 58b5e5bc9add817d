import { beforeEach, describe, expect, it } from 'vitest'
import { turnBetweenDeg } from '../../measure/angle'
import { Played } from '../../testing/make-snapshot'
import { wholeJob } from '../../testing/tarrock'
import { compareWithDry } from './compare-dry'
import { fit } from './fit/steps'
import { pressProblem, readFitting, runningBand, sealProblem, swellLeftMs } from './read-fitting'
import { gateProblems } from '../logic'

let played: Played
let made = 0
const START = Date.parse('2026-11-02T09:00:00.000Z')
const at = (minutes: number) => new Date(START + minutes * 60_000).toISOString()
const ms = (minutes: number) => START + minutes * 60_000

/** Dry fit done and closed, nothing on yet. */
function dryDone(liner: object = {}): Played {
  return new Played(wholeJob({}, liner))
    .deck({}, 'as-found')
    .act({ what: 'close-stage', stage: 'as-found', note: '' })
    .deck()
    .act({ what: 'close-stage', stage: 'trial-fit', note: '' })
}
beforeEach(() => {
  played = dryDone()
})
function ring(cylinder: number, groove: number, step: 'on' | 'wetted', minutes: number): string {
  const sealFitId = played.id(8000 + made++)
  played.act(
    { what: 'fit-seal', sealFitId, cylinder, groove, step, lubricant: played.snapshot.sheet.seals[groove]!.lubricant },
    at(minutes),
  )
  return sealFitId
}
function press(cylinder: number, minutes: number, atDeg: number | null = null): string {
  const pressId = played.id(8000 + made++)
  played.act({ what: 'press-liner', pressId, cylinder, peakNm: 30, atDeg, words: '' }, at(minutes))
  return pressId
}
function whole(cylinder: number, from: number, atDeg: number | null = null): void {
  ring(cylinder, 1, 'on', from)
  ring(cylinder, 2, 'on', from + 1)
  ring(cylinder, 0, 'wetted', from + 2)
  ring(cylinder, 0, 'on', from + 3)
  press(cylinder, from + 5, atDeg)
}

describe('seals', () => {
  it('wait for the dry fit, where there is one on the route', () => {
    const early = new Played(wholeJob())
    expect(fit.move(early.snapshot, { cylinder: 1, nowMs: START })).toMatchObject({
      action: 'stop',
      reason: 'dry-first',
      caution: 'seals-cost',
    })
    const without = new Played(wholeJob({ job: { ...wholeJob().job, work: ['seals', 'check'] } }))
    expect(fit.move(without.snapshot, { cylinder: 1, nowMs: START })).toMatchObject({ action: 'ring-on' })
  })

  it('go on in the order of the sheet, the swelling one last of all', () => {
    expect(fit.move(played.snapshot, { cylinder: 1, nowMs: START })).toMatchObject({
      action: 'ring-on',
      figures: { groove: 1, lubricant: { word: 'lubricant.soap' } },
      caution: 'ring',
    })
    ring(1, 1, 'on', 0)
    expect(fit.move(played.snapshot, { cylinder: 1, nowMs: START }).figures.groove).toBe(2)
    ring(1, 2, 'on', 1)
    expect(fit.move(played.snapshot, { cylinder: 1, nowMs: ms(1) })).toMatchObject({
      action: 'wet',
      figures: { groove: 0, minutes: 10 },
    })
    ring(1, 0, 'wetted', 2)
    expect(fit.move(played.snapshot, { cylinder: 1, nowMs: ms(3) })).toMatchObject({
      action: 'band-on',
      reason: 'clock-running',
    })
    ring(1, 0, 'on', 4)
    expect(fit.move(played.snapshot, { cylinder: 1, nowMs: ms(5) })).toMatchObject({
      action: 'press',
      reason: 'band-waits',
      caution: 'press-heavy',
    })
    press(1, 6)
    expect(fit.move(played.snapshot, { cylinder: 1, nowMs: ms(7) })).toMatchObject({
      action: 'next-cylinder',
      cylinder: 2,
    })
  })

  it('wait for the plug that is still in the bore', () => {
    const rag = { what: 'tally-plug', cylinder: 1, place: 'bore', item: 'rag', count: 2 } as const
    played.act({ ...rag, tallyId: played.id(8900), goesIn: true })
    expect(fit.move(played.snapshot, { cylinder: 1, nowMs: START })).toMatchObject({
      action: 'plug-out',
      button: 'plug-out',
      figures: { count: 2, item: { word: 'stopper.rag' } },
    })
    expect(gateProblems(played.snapshot, 'fit', START)).toContainEqual({ code: 'plug-in', cylinders: [1], soft: false })
    played.act({ ...rag, tallyId: played.id(8901), goesIn: false })
    expect(fit.move(played.snapshot, { cylinder: 1, nowMs: START }).action).toBe('ring-on')
  })

  it('stop what is out of order', () => {
    const problem = (
      groove: number,
      step: 'on' | 'wetted',
      lubricant = played.snapshot.sheet.seals[groove]?.lubricant ?? 'oil',
      minutes = 0,
    ) => sealProblem(played.snapshot, 1, groove, step, lubricant, ms(minutes))
    expect(problem(2, 'on')).toBe('ring-order')
    expect(problem(0, 'wetted')).toBe('ring-order')
    expect(problem(1, 'on', 'oil')).toBe('wrong-lubricant')
    expect(problem(5, 'on')).toBe('no-such-groove')
    expect(problem(1, 'on')).toBeNull()
    expect(pressProblem(played.snapshot, 1, START)).toBe('rings-missing')
    ring(1, 1, 'on', 0)
    expect(problem(1, 'on')).toBe('already-on')
    ring(1, 2, 'on', 0)
    expect(problem(0, 'on')).toBe('wet-first')
    ring(1, 0, 'wetted', 0)
    expect(problem(0, 'on', 'oil', 10)).toBeNull()
    expect(problem(0, 'on', 'oil', 10.1)).toBe('band-late')
    ring(1, 0, 'on', 1)
    expect(pressProblem(played.snapshot, 1, ms(10))).toBeNull()
    expect(pressProblem(played.snapshot, 1, ms(10.5))).toBe('band-late')
    press(1, 9)
    expect(pressProblem(played.snapshot, 1, ms(9))).toBe('already-in')
    expect(problem(2, 'on')).toBe('already-in')
  })

  it('run against the clock from the moment the band was wet, whoever asks and whenever', () => {
    ring(2, 1, 'on', 0)
    ring(2, 2, 'on', 0)
    const wet = ring(2, 0, 'wetted', 0)
    const two = () => readFitting(played.snapshot)[1]!
    expect(swellLeftMs(two(), ms(4))).toBe(6 * 60_000)
    expect(swellLeftMs(two(), ms(12))).toBe(-2 * 60_000)
    expect(swellLeftMs(readFitting(played.snapshot)[0]!, ms(4))).toBeNull()
    ring(4, 1, 'on', 1)
    ring(4, 2, 'on', 1)
    ring(4, 0, 'wetted', 3)
    expect(runningBand(readFitting(played.snapshot), ms(4))).toMatchObject({
      cylinder: 2,
      ring: { groove: 0 },
      leftMs: 6 * 60_000,
    })
    played.act({ what: 'strike-entry', entryId: played.snapshot.sealFits.at(-1)!.id, reason: 'not wet' })
    // Another liner in hand: the wet band goes first.
    expect(fit.move(played.snapshot, { cylinder: 5, nowMs: ms(4) })).toMatchObject({
      action: 'next-cylinder',
      reason: 'band-runs',
      cylinder: 2,
    })
    expect(fit.move(played.snapshot, { cylinder: 2, nowMs: ms(12) })).toMatchObject({
      action: 'band-late',
      figures: { minutes: 10 },
    })
    played.act({ what: 'strike-entry', entryId: wet, reason: 'swollen' })
    expect(fit.move(played.snapshot, { cylinder: 2, nowMs: ms(12) })).toMatchObject({ action: 'wet' })
  })

  it('are all on and all in before the stage can be closed', () => {
    for (const c of [1, 2, 3, 4, 5]) whole(c, c * 20)
    const codes = () => gateProblems(played.snapshot, 'fit', 0).map((p) => [p.code, p.cylinders.join()])
    expect(codes()).toEqual([
      ['ring-missing', '6'],
      ['not-pressed', '6'],
    ])
    whole(6, 200)
    expect(codes()).toEqual([])
    expect(fit.move(played.snapshot, { cylinder: 1, nowMs: ms(300) })).toMatchObject({ action: 'close-stage' })
  })

  it('remember a band that went in past its time', () => {
    ring(1, 1, 'on', 0)
    ring(1, 2, 'on', 0)
    ring(1, 0, 'wetted', 0)
    ring(1, 0, 'on', 1)
    press(1, 12)
    expect(readFitting(played.snapshot)[0]).toMatchObject({ late: true })
  })
})

describe('clocking', () => {
  it('measures the smaller turn', () => {
    expect([
      turnBetweenDeg(10, 350),
      turnBetweenDeg(350, 10),
      turnBetweenDeg(0, 180),
      turnBetweenDeg(-90, 270),
    ]).toEqual([20, 20, 180, 0])
  })

  it('holds the opening against where it must face, inclusive of the tolerance', () => {
    played = dryDone({ clockDeg: 0, clockTolDeg: 5 })
    whole(1, 0, 355)
    whole(2, 20, 354)
    expect(
      readFitting(played.snapshot)
        .slice(0, 3)
        .map((f) => f.clock),
    ).toEqual(['in', 'out', null])
    expect(fit.move(played.snapshot, { cylinder: 2, nowMs: ms(60) })).toMatchObject({
      action: 'turn',
      figures: { at: 354, want: 0, tolerance: 5 },
    })
    expect(gateProblems(played.snapshot, 'fit', 0)).toContainEqual({ code: 'clock-out', cylinders: [2], soft: true })
  })
})

describe('the final check against the dry fit', () => {
  const final = (cylinder: number, valuesMm: number[]) =>
    played.set(cylinder, valuesMm, { stage: 'final-check', zeroMm: 0 })
  const of = (cylinder: number) => compareWithDry(played.snapshot).find((c) => c.cylinder === cylinder)

  it('says nothing of what was not measured twice', () => {
    expect(compareWithDry(played.snapshot)).toEqual([])
    played.act({ what: 'reopen-stage', stage: 'trial-fit', note: '' })
    final(1, [0.1, 0.1])
    expect(of(1)).toBeUndefined()
  })

  it('tells a liner up on one side, up all round, down, and the same', () => {
    final(1, [0.1, 0.101, 0.101, 0.099])
    final(2, [0.1, 0.151, 0.1, 0.049])
    final(3, [0.13, 0.131, 0.13, 0.129])
    final(4, [0.08, 0.081, 0.08, 0.079])
    expect([1, 2, 3, 4].map((c) => of(c)!.cause)).toEqual(['same', 'dirt-or-ring', 'not-down', 'seated-deeper'])
    expect(of(2)).toMatchObject({ highAtDeg: expect.closeTo(90, 6), tiltShiftMm: expect.closeTo(0.1, 6), sure: true })
    expect(gateProblems(played.snapshot, 'final-check', 0)).toContainEqual({
      code: 'shifted',
      cylinders: [2, 3, 4],
      soft: true,
    })
  })

  it('thinks of the shim first where there is one', () => {
    played = new Played(wholeJob()).deck()
    played
      .shim(3, played.snapshot.shims[0]!.id, 0.15)
      .set(3, [0.1, 0.101, 0.1, 0.099], { zeroMm: 0 })
      .act({ what: 'close-stage', stage: 'trial-fit', note: '' })
    final(3, [0.13, 0.131, 0.13, 0.129])
    expect(of(3)!.cause).toBe('shim-upside-down')
  })

  it('is in no doubt only beyond what gauge and window explain', () => {
    final(1, [0.106, 0.101, 0.1, 0.099])
    expect(of(1)).toMatchObject({ sure: false })
    expect(of(1)!.stations[0]).toMatchObject({ real: true })
    expect(gateProblems(played.snapshot, 'final-check', 0).map((p) => p.code)).not.toContain('shifted')
  })
})
