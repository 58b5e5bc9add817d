import { randomUUID } from 'node:crypto'
import { beforeEach, describe, expect, it } from 'vitest'
import type { BarrelTruth } from '#core/sim/barrels/truth'
import { readBore } from '#core/works/barrels/bore/read'
import { barrelAt, entriesAt, readWorn } from '#core/works/barrels/read-barrels'
import { readFit } from '#core/works/barrels/fit/read'
import { readDrop } from '#core/works/barrels/sleeve/read'
import type { BarrelSection } from '#core/works/barrels/section'
import { clocksOf } from '#core/works/logic'
import { Hand, newJob } from '../testing/hand'
import { barrels, compressorTruth } from './compressor-world'
import { pumpTruth } from './unit-world'

const truthWith = (more: Partial<BarrelTruth> = {}) => ({
  ...pumpTruth,
  leaks: [],
  barrels: { ...compressorTruth, ...more },
})
const by = { gaugeId: null, uncertaintyMm: 0.002 }

describe('the yard compressor', () => {
  let hand: Hand
  const start = (more: Partial<BarrelTruth> = {}, sheet: Partial<BarrelSection> = {}) => {
    const job = newJob('sarn', ['barrels'], [])
    const sections = { ...job.sheet.sections, barrels: { ...barrels, ...sheet } }
    hand = new Hand({ ...job, sheet: { ...job.sheet, sections } }, truthWith(more))
  }
  beforeEach(() => start())
  const spot = (place = 'barrel-1') => barrelAt(hand.job, place)!
  const bore = (mm: number, what: 'bore-cut' | 'hone-step') => {
    const given = { place: 'barrel-1', boreMm: [mm, mm] as [number, number], partC: 20, ...by }
    hand.act(
      what === 'bore-cut' ? { what, barrelCutId: randomUUID(), ...given } : { what, honeId: randomUUID(), ...given },
    )
  }

  it('is carried to its record by the next move alone: one barrel sleeved, one to the next oversize', () => {
    hand.carry()
    for (const step of [
      'barrel-measure decide barrel-1',
      'barrel-fit bore barrel-1',
      'barrel-fit pin barrel-1',
      'barrel-sleeve drop barrel-1',
      'barrel-sleeve lap barrel-1',
      'barrel-sleeve pin barrel-1',
      'barrel-sleeve bolts',
      'barrel-bore cut barrel-2',
      'barrel-bore hone barrel-1',
      'barrel-ready washed barrel-2',
    ])
      expect(hand.moves, step).toContain(step)
    expect(readWorn(hand.job, spot()).way).toBe('sleeve')
    expect(readWorn(hand.job, spot('barrel-2'))).toMatchObject({ way: 'oversize', oversizeMm: 0.25 })
    // It stuck once, and was heated again.
    expect(entriesAt(hand.job, 'drops', 'barrel-1').map((d) => d.home)).toEqual([false, true])
    for (const place of ['barrel-1', 'barrel-2']) {
      const { judged, sizeVerdict, finished } = readBore(hand.job, spot(place))
      expect(sizeVerdict, place).toBe('in')
      expect(judged!.verdicts, place).toMatchObject({ taper: 'in', round: 'in' })
      expect(judged!.verdicts.size, place).not.toBe('out')
      expect(finished!.crosshatchDeg).toBeGreaterThan(42)
    }
  })
  it('brings every reading to 20 °C and says what a warm bore would have hidden', () => {
    const level = { depthMm: 20, thrustMm: 90.13, alongMm: 90.13 }
    const measure = (partC: number) =>
      hand.act({
        what: 'measure-barrel',
        measuredId: randomUUID(),
        place: 'barrel-1',
        levels: [level],
        partC,
        masterMm: 90,
        wall: 'sound',
        words: '',
        ...by,
      })
    measure(20)
    expect(readWorn(hand.job, spot()).judged!.verdicts.size).toBe('out')
    // At 40 °C an aluminium bore of 90 is 0.041 larger than it is.
    measure(40)
    const { judged, asks } = readWorn(hand.job, spot())
    expect(judged!.largestMm).toBeCloseTo(90.13 / (1 + 2.3e-5 * 20), 6)
    expect(judged!.verdicts.size).toBe('in')
    expect(asks).toBe('keep')
  })
  it('offers only the ways that are open, and refuses another in words', () => {
    hand.until('decide', 'barrel-1')
    expect(hand.move).toMatchObject({ head: 'decide-sleeve', reason: 'beyond' })
    const keep = { what: 'decide-barrel', decidedId: randomUUID(), place: 'barrel-1', way: 'keep' } as const
    expect(hand.refused(keep)).toEqual(['way-closed'])
    expect(hand.refused({ ...keep, way: 'oversize' })).toEqual(['way-closed'])
    expect(hand.refused({ ...keep, way: 'new' })).toBeNull()
  })
  it('asks a pin of a fit that would let go hot, and says at what heat', () => {
    hand.until('pin', 'barrel-1')
    const { interferenceMm, hot } = readFit(hand.job, spot())
    expect(hand.move).toMatchObject({ reason: 'lets-go' })
    // Aluminium grows by 12 parts in a million more than iron, over 96.08.
    expect(hot!.looseAtC).toBeCloseTo(20 + interferenceMm! / (96.08 * 1.2e-5), 6)
    expect(hot!.verdict).toBe('loose')
    hand.act({ what: 'choose-pin', pinChoiceId: randomUUID(), place: 'barrel-1', school: 'trust' })
    expect(hand.gate).toContain('lets-go-hot:barrel-1')
  })
  it('refuses a pin that breaks out into the outside', () => {
    start({}, { pin: { pinMm: 3, depthMm: 5, leastWallMm: 6 } })
    hand.until('pin', 'barrel-1')
    expect(readFit(hand.job, spot()).pin).toMatchObject({ verdict: 'breaks-out', barrelLeftMm: 5.5 })
    expect(hand.move).toMatchObject({ head: 'trust', reason: 'breaks-out' })
    const pin = { what: 'choose-pin', pinChoiceId: randomUUID(), place: 'barrel-1', school: 'pin' } as const
    expect(hand.refused(pin)).toEqual(['pin-breaks-out'])
  })
  it('trusts a fit that still holds hot', () => {
    start({}, { barrel: { ...barrels.barrel, runsC: 60 } })
    hand.until('pin', 'barrel-1')
    expect(hand.move).toMatchObject({ head: 'trust', reason: 'holds-hot' })
  })
  it('counts the cuts from what was measured, and wants another sleeve where the bore went too far', () => {
    hand.until('bore', 'barrel-1')
    const { boreToMm } = readFit(hand.job, spot())
    hand.step()
    expect(hand.move).toMatchObject({ action: 'bore', reason: 'to-fit' })
    // From 91.3 to the middle of the window in cuts of 0.9 at most.
    expect(hand.move.figures.cuts).toBe(Math.ceil((boreToMm! - 91.3) / 0.9))
    const over = boreToMm! + 0.05
    const given = { place: 'barrel-1', boreMm: [over, over] as [number, number], partC: 20, ...by }
    hand.act({ what: 'bore-barrel', boredId: randomUUID(), ...given })
    expect(hand.move).toMatchObject({ action: 'sleeve', head: 'other-sleeve', reason: 'too-loose' })
  })
  it('runs a clock from the oven, and takes no sleeve home that cooled before', () => {
    hand.until('drop', 'barrel-1')
    expect(clocksOf(hand.job).map((c) => [c.code, c.place, c.ends])).toEqual([['drop', 'barrel-1', 'lost']])
    hand.nowMs = Date.parse(readDrop(hand.job, spot()).dropsUntilAt!) + 1000
    expect(hand.move).toMatchObject({ action: 'heat', head: 'heat-again', reason: 'cooled' })
    const home = { what: 'sleeve-drops', dropId: randomUUID(), place: 'barrel-1', home: true } as const
    expect(hand.refused(home)).toEqual(['cooled'])
    const hot = { what: 'barrel-hot', heatedId: randomUUID(), place: 'barrel-1', ambientC: 20, sleeveC: 20 } as const
    expect(hand.refused({ ...hot, ovenC: 200 })).toEqual(['too-hot'])
    expect(hand.refused({ ...hot, ovenC: 70 })).toEqual(['too-cold'])
    // A sleeve out of the freezer lets a cooler barrel do.
    expect(hand.refused({ ...hot, ovenC: 70, sleeveC: -40 })).toBeNull()
  })
  it('takes the wider clearance where the maker’s leaves too little hot, and the generous stock where marks would stay', () => {
    hand.until('plan', 'barrel-1')
    const { asks, schools } = readBore(hand.job, spot())
    expect(asks).toEqual({ clearance: 'hot', stock: 'generous' })
    const [maker, wide] = schools.clearances
    expect(maker!.hot!.enough).toBe(false)
    expect(wide!.hot!.enough).toBe(true)
    expect(schools.stocks.map((s) => s.bore!.marksGone)).toEqual([false, true])
    // In the aluminium of the other barrel the maker's clearance stays what it is.
    expect(readBore(hand.job, spot('barrel-2')).asks.clearance).toBe('maker')
  })
  it('cuts a light one last, and leaves to the stone what no bar is set to', () => {
    start({}, { finish: { ...barrels.finish, maxCutMm: 0.2, finishCutMm: 0.05 } })
    hand.until('read', 'barrel-1')
    const { boreToMm } = readBore(hand.job, spot()).schools.stocks.find((s) => s.school === 'generous')!.bore!
    bore(boreToMm - 0.45, 'bore-cut')
    // 0.4 in two of 0.2, then the light one.
    expect(hand.move).toMatchObject({ action: 'cut', head: 'cut' })
    expect(hand.move.figures.cuts).toBe(3)
    expect(hand.move.figures.cutMm).toBeCloseTo(0.2, 9)
    bore(boreToMm - 0.05, 'bore-cut')
    expect(hand.move).toMatchObject({ action: 'cut', head: 'cut-last' })
    expect(hand.move.figures.cutMm).toBeCloseTo(0.05, 9)
    bore(boreToMm - 0.0004, 'bore-cut')
    expect(hand.move.action).toBe('hone')
  })
  it('wants the torque plate on before the stone, where the sheet has one', () => {
    start({}, { finish: { ...barrels.finish, torquePlate: true } })
    expect(hand.until('plate', 'barrel-1')).toMatchObject({ reason: 'under-load', caution: 'plate-torque' })
    const stone = { what: 'hone-step', honeId: randomUUID(), place: 'barrel-1', partC: 20, ...by } as const
    expect(hand.refused({ ...stone, boreMm: [89, 89] })).toEqual(['plate-first'])
    hand.step()
    expect(hand.move).toMatchObject({ action: 'hone', place: 'barrel-1' })
    expect(hand.refused({ ...stone, boreMm: [89, 89] })).toBeNull()
  })
  it('stops at a bore that is too large already', () => {
    hand.until('read', 'barrel-1')
    bore(90.1, 'bore-cut')
    // It is told, and the other barrel is gone on with; with nothing else left the stage can be closed over it.
    expect(hand.move).toMatchObject({ head: 'too-large', action: 'next-place', to: { place: 'barrel-2' } })
    expect(hand.gate).toContain('bore-too-large:barrel-1')
  })
  it('does not let marks pass that the stone left', () => {
    hand.until('finish', 'barrel-1')
    const { bore: planned } = readBore(hand.job, spot())
    const mm = planned!.finishMm
    hand.act({
      what: 'finish-bore',
      finishedId: randomUUID(),
      place: 'barrel-1',
      levels: [{ depthMm: 60, thrustMm: mm, alongMm: mm }],
      partC: 20,
      masterMm: 90,
      marksLeft: true,
      crosshatchDeg: 44,
      words: '',
      ...by,
    })
    expect(hand.move).toMatchObject({ head: 'marks', reason: 'marks-stay', action: 'next-place' })
    expect(hand.gate).toContain('marks-left:barrel-1')
  })
  it('washes what was cut, in order', () => {
    hand.until('edges', 'barrel-1')
    const oiled = { what: 'ready-step', readiedId: randomUUID(), place: 'barrel-1', step: 'oiled' } as const
    expect(hand.refused(oiled)).toEqual(['washed-first'])
  })
})
