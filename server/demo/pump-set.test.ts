import { randomUUID } from 'node:crypto'
import { beforeEach, describe, expect, it } from 'vitest'
import type { ComplaintName } from '#core/job/intake'
import { leaksNow } from '#core/sim/unit-truth'
import { leakEntries, readLadder, settledNow } from '#core/works/leaks/read-leak'
import { readExpansion, readHold, readIn, sectionOf, sleeveScope } from '#core/works/sleeves/read-sleeves'
import { stageLogic } from '#core/works/logic'
import { Hand, newJob } from '../testing/hand'
import { pumpTruth } from './unit-world'

describe('pump set A', () => {
  let hand: Hand
  beforeEach(() => {
    hand = new Hand(newJob('orrin', ['find-leak', 'first-run'], ['fuel-in-coolant', 'gas-in-coolant']), pumpTruth)
  })

  it('is carried to its record by the next move alone, the first fault found hiding the second', () => {
    hand.carry()
    const settled = leakEntries(hand.job, 'settled').map((s) => `${s.cause}@${s.cylinder}`)
    expect(settled).toEqual(['sleeve-seal@2', 'washer@5'])
    expect(leaksNow(pumpTruth, hand.job)).toEqual([])
    expect(sleeveScope(hand.job)).toEqual([2])
    expect(hand.moves.some((m) => m.startsWith('first-run to-ladder'))).toBe(true)
    expect(hand.moves.filter((m) => m.startsWith('sleeves-out sleeve'))).toEqual(['sleeves-out sleeve 2'])
    expect(hand.moves).toContain('tips washers-out 5')
    expect(leakEntries(hand.job, 'runs').filter((r) => !r.gone)).toHaveLength(1)
  })

  it('does not settle before one cause is sure enough, and moves the ladder with every result', () => {
    const chances: number[] = []
    while (!settledNow(hand.job)) {
      hand.step()
      chances.push(readLadder(hand.job)!.causes.find((c) => c.id === 'sleeve-seal@2')!.chance)
    }
    expect(chances.at(-1)).toBeGreaterThan(0.85)
    expect(new Set(chances).size).toBeGreaterThan(2)
  })
})

describe('a hole that is wet under pressure', () => {
  it('is named where its sleeve is not on this job, too', () => {
    const hand = new Hand(newJob('orrin', ['find-leak', 'first-run'], ['fuel-in-coolant']), pumpTruth)
    hand.until('read')
    expect(sleeveScope(hand.job)).toEqual([2])
    const { id, startC, startKPa } = readHold(hand.job).start!
    hand.act({ what: 'hold-end', heldId: randomUUID(), holdId: id, endKPa: startKPa, endC: startC, wet: [5] })
    expect(hand.move).toMatchObject({ action: 'close-stage', head: 'wet-elsewhere', cylinder: 5 })
    expect(hand.gate).toEqual(['wet-elsewhere:5'])
  })
})

describe('coolant that goes somewhere', () => {
  const ladderOf = (complaints: ComplaintName[]) => {
    const job = newJob('orrin', ['find-leak', 'first-run'], complaints)
    return { job, ladder: readLadder(job)! }
  }
  it('is looked for outside first, before anything is opened', () => {
    const { job, ladder } = ladderOf(['coolant-loss'])
    expect(ladder.causes.map((c) => c.id)).toEqual(expect.arrayContaining(['water-pump', 'hose', 'radiator', 'cap']))
    expect(ladder.tests.map((x) => x.id)).toEqual(expect.arrayContaining(['look-outside', 'cap-test']))
    expect(stageLogic['find-leak'].move(job, { cylinder: 1 })).toMatchObject({
      place: 'look-outside',
      reason: 'outside-first',
    })
  })
  it('is not asked of an engine whose coolant goes nowhere', () => {
    const { ladder } = ladderOf(['fuel-in-coolant', 'gas-in-coolant'])
    const ids = [...ladder.causes, ...ladder.tests].map((x) => x.id)
    for (const id of ['water-pump', 'hose', 'radiator', 'cap', 'look-outside', 'cap-test'])
      expect(ids).not.toContain(id)
  })
})

describe('sleeves alone', () => {
  it('of the compound kind wait for their cure before they are filled', () => {
    const job = newJob('tarrock', ['sleeves', 'tips'], [])
    const hand = new Hand(job, { ...pumpTruth, leaks: [], washers: {} })
    hand.carry()
    expect(hand.moves.filter((m) => m.startsWith('sleeves-out sleeve'))).toHaveLength(6)
    expect(hand.moves).toContain('coolant-test wait-cure')
    const filled = hand.moves.indexOf('coolant-test begin')
    expect(hand.moves.lastIndexOf('coolant-test wait-cure')).toBeLessThan(filled)
  })

  describe('expanded onto their rings, with what goes wrong on a floor', () => {
    const by = { gaugeId: null, uncertaintyMm: 0.002 }
    const out = { what: 'sleeve-out', cylinder: 1, school: 'expanding', peakNm: 36, chipsOut: true } as const
    let hand: Hand
    beforeEach(() => {
      const job = newJob('orrin', ['sleeves', 'tips'], [])
      hand = new Hand(job, { ...pumpTruth, leaks: [], washers: {} })
    })

    it('refuse to come out over a piston nobody proved clear, and again after the engine was barred', () => {
      expect(hand.refused({ ...out, outId: randomUUID() })).toEqual(['not-proven'])
      hand.until('sleeve')
      expect(hand.refused({ ...out, outId: randomUUID(), cylinder: hand.cylinder })).toBeNull()
      hand.act({ what: 'bar-engine', barId: randomUUID(), crankDeg: 11 })
      expect(hand.refused({ ...out, outId: randomUUID(), cylinder: hand.cylinder })).toEqual(['not-proven'])
    })

    it('stop the work while a rag or chips are left in, and go on when they are out', () => {
      const { cylinder } = hand.until('sleeve')
      hand.act({ ...out, outId: randomUUID(), cylinder: cylinder!, chipsOut: false })
      expect(hand.move).toMatchObject({ action: 'chips', cylinder, caution: 'chips-out' })
      expect(hand.gate).toContain(`chips-left:${cylinder}`)
      hand.step()
      expect(hand.move.action).not.toBe('chips')
      expect(hand.gate.filter((g) => g.startsWith('chips-left'))).toEqual([])
    })

    it('that grip no nearer than the gauge can tell are answered for, not pulled again and again', () => {
      const { cylinder } = hand.until('measure-in')
      const { mandrelMinMm } = readExpansion(hand.job, cylinder!, 22.6)!
      const boreMm = mandrelMinMm - sectionOf(hand.job)!.springbackMm - 0.001
      hand.act({ what: 'sleeve-in', inId: randomUUID(), cylinder: cylinder!, boreMm, topBelowMm: 0.1, ...by })
      expect(readIn(hand.job, cylinder!).drawn!.verdict).toBe('loose')
      expect(hand.gate).toContain(`grip-unsure:${cylinder}`)
      expect(hand.gate.filter((g) => g.startsWith('sleeve-loose'))).toEqual([])
    })

    it('that do not grip come out again, and nothing that was done to them counts for the next', () => {
      const { cylinder } = hand.until('measure-in')
      hand.act({ what: 'sleeve-in', inId: randomUUID(), cylinder: cylinder!, boreMm: 22.41, topBelowMm: 0.1, ...by })
      expect(hand.move).toMatchObject({ action: 'pull-again', reason: 'too-loose', cylinder })
      expect(hand.gate).toContain(`sleeve-loose:${cylinder}`)
      hand.step()
      expect(hand.stage).toBe('sleeves-out')
      hand.carry()
      const [last] = hand.moves.filter((m) => m.startsWith(`sleeves-in measure-in ${cylinder}`)).slice(-1)
      const since = hand.moves.slice(hand.moves.indexOf(`sleeves-in pull-again ${cylinder}`))
      for (const step of ['sleeves-out sleeve', 'sleeves-in oil', 'sleeves-in seat', 'sleeves-in draw'])
        expect(since).toContain(`${step} ${cylinder}`)
      expect(last).toBeDefined()
    })

    it('that are wet under pressure are pulled and put in anew, and tested again', () => {
      while (hand.stage !== 'coolant-test') hand.step()
      hand.step()
      const { start } = readHold(hand.job)
      const read = { endKPa: 78, endC: 24, wet: [3] }
      hand.act({ what: 'hold-end', heldId: randomUUID(), holdId: start!.id, ...read })
      expect(hand.move).toMatchObject({ action: 'send-back', cylinder: 3 })
      expect(hand.gate).toContain('wet:3')
      hand.carry()
      const since = hand.moves.slice(hand.moves.indexOf('coolant-test send-back 3'))
      expect(since.filter((m) => m.startsWith('sleeves-out sleeve'))).toEqual(['sleeves-out sleeve 3'])
      expect(since).toContain('sleeves-in seat 3')
      expect(since.some((m) => m.startsWith('coolant-test read'))).toBe(true)
    })

    it('whose injector bubbles get a new washer, clamped anew, and the look again', () => {
      const { cylinder } = hand.until('soap')
      hand.act({ what: 'soap-look', soapId: randomUUID(), cylinder: cylinder!, bubbles: true })
      expect(hand.move).toMatchObject({ action: 'send-back', cylinder })
      hand.act({ what: 'reopen-stage', stage: 'tips', note: 'bubbles' })
      const from = hand.moves.length
      hand.carry()
      const since = hand.moves.slice(from).filter((m) => m.endsWith(` ${cylinder}`))
      expect(since).toEqual([
        `tips washers-out ${cylinder}`,
        `tips washer ${cylinder}`,
        `tips measure ${cylinder}`,
        `tips clamp ${cylinder}`,
        `gas-test soap ${cylinder}`,
        ...since.slice(5),
      ])
    })

    it('take one washer each: a second is refused, and one by its tip is counted', () => {
      const { cylinder } = hand.until('measure')
      const more = { what: 'fit-washer', washerId: randomUUID(), cylinder: cylinder!, thicknessMm: 1.5 } as const
      expect(hand.refused(more)).toEqual(['one-washer'])
      hand.act({ what: 'measure-tip', tipId: randomUUID(), cylinder: cylinder!, valueMm: 0.66, ...by })
      expect(hand.move).toMatchObject({ action: 'washers-out', cylinder })
      expect(hand.gate).toContain(`washers-wrong:${cylinder}`)
    })
  })
})

describe('what is mended elsewhere', () => {
  it('is measured anew at its place, and what was found stands beside it', () => {
    const hand = new Hand(newJob('orrin', ['sleeves', 'tips'], []), { ...pumpTruth, leaks: [], washers: {} })
    const { cylinder } = hand.until('measure-bore')
    const bore = (topMm: [number, number]) =>
      hand.act({
        what: 'sleeve-bore',
        boreId: randomUUID(),
        cylinder: cylinder!,
        topMm,
        bottomMm: topMm,
        damage: 'none',
        clean: true,
        gaugeId: null,
        uncertaintyMm: 0.002,
      })
    const logic = stageLogic['sleeve-bores']
    const inHand = { cylinder: cylinder!, place: null, nowMs: hand.nowMs }
    expect(logic.mended!(hand.job, inHand)).toBeNull()
    bore([26.4, 26.4])
    expect(hand.gate).toContain(`out:${cylinder}`)
    expect(logic.mended!(hand.job, inHand)).toEqual({ entry: 'sleeve-bore', cylinder, place: null })
    expect(logic.turn!(hand.job, 'sleeve-bore', { cylinder: cylinder!, place: null }, hand.nowMs)).not.toBeNull()
    const { headBoreMm } = sectionOf(hand.job)!
    bore([headBoreMm, headBoreMm])
    expect(hand.gate.filter((g) => g.startsWith('out:'))).toEqual([])
    expect(logic.mended!(hand.job, inHand)).toBeNull()
    expect(hand.job.works.sleeves!.bores.filter((b) => b.cylinder === cylinder)).toHaveLength(2)
  })
})
