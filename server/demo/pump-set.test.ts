import { randomUUID } from 'node:crypto'
import { beforeEach, describe, expect, it } from 'vitest'
import { applyAct, type SnapshotAct } from '#core/job/apply'
import { blankSnapshot } from '#core/job/blank-snapshot'
import type { Move } from '#core/job/move'
import { isClosed, readRoute, routeFacts } from '#core/job/route'
import type { Snapshot } from '#core/job/snapshot'
import type { StageName, WorkChoice } from '#core/job/stages'
import { actsOf, questionOf, workWith } from '#core/sim/play-move'
import { answerEngine, leaksNow, type UnitTruth } from '#core/sim/unit-truth'
import { gateProblems, stageLogic } from '#core/works/logic'
import type { EntryAct } from '#core/works/kinds'
import { leakEntries, readLadder, settledNow } from '#core/works/leaks/read-leak'
import { sendBack } from '#core/works/sleeves/send-back'
import { readHold, sleeveScope } from '#core/works/sleeves/read-sleeves'
import { engines } from './world'
import { pumpTruth } from './unit-world'

const START = Date.parse('2026-11-24T09:00:00.000Z')
const person = randomUUID()

/** Somebody who does what the next move says and knows nothing else; the simulated engine answers. */
class Hand {
  cylinder = 1
  nowMs = START
  seq = 0
  moves: string[] = []

  constructor(
    public job: Snapshot,
    private readonly truth: UnitTruth,
  ) {}

  act(act: SnapshotAct): void {
    const by = { seq: ++this.seq, at: new Date(this.nowMs).toISOString(), personId: person }
    this.job = applyAct(this.job, act, by)
    this.nowMs += 60_000
  }

  get stage(): StageName {
    return readRoute(routeFacts(this.job)).find((r) => r.state === 'next')?.stage ?? 'record'
  }
  get move(): Move {
    return stageLogic[this.stage].move(this.job, { cylinder: this.cylinder, nowMs: this.nowMs })
  }

  step(): void {
    const { move } = this
    this.moves.push([move.stage, move.action, move.cylinder ?? ''].join(' ').trim())
    if (move.action === 'next-cylinder') this.cylinder = move.cylinder!
    else if (move.action === 'close-stage') {
      expect(
        gateProblems(this.job, move.stage).filter((p) => !p.soft),
        this.moves.slice(-8).join(' | '),
      ).toEqual([])
      this.act({ what: 'close-stage', stage: move.stage, note: '' })
    } else if (move.action === 'to-ladder') this.act({ what: 'reopen-stage', stage: 'find-leak', note: 'still shows' })
    else if (move.action === 'wait' || move.action === 'wait-cure') this.nowMs += 60_000 * Number(move.figures.minutes)
    else if (move.action === 'send-back' || move.action === 'pull-again')
      for (const act of sendBack(this.job, move.cylinder!, 'out again')) this.act(act)
    else if (move.action === 'clamp') this.tighten(move.cylinder!)
    else {
      const question = questionOf(move)
      const answer = question ? answerEngine(this.truth, this.job, question) : {}
      const acts = actsOf(this.job, move, answer, { gaugeId: null, uncertaintyMm: 0.01 }, randomUUID)
      expect(acts.length, `nothing follows ${this.moves.slice(-4).join(' | ')} (${move.reason})`).toBeGreaterThan(0)
      for (const act of acts) {
        expect(stageLogic[move.stage].refuse?.(this.job, act, this.nowMs) ?? null).toBeNull()
        this.act(act)
      }
      if (move.action === 'settle') this.addWork()
    }
  }

  private addWork(): void {
    const { cause } = settledNow(this.job)!
    const work = workWith(this.job, cause)
    this.act({ what: 'change-job', work })
    for (const stage of ['tips', 'gas-test', 'first-run'] as const)
      if (isClosed(this.job, stage)) this.act({ what: 'reopen-stage', stage, note: 'found another' })
  }
  private tighten(cylinder: number): void {
    const given = { joint: 'injector-clamp', cylinder, bolt: '1', round: 0, torqueNm: 43, angleDeg: null, shown: 43 }
    this.act({
      what: 'tighten-bolt',
      tighteningId: randomUUID(),
      ...given,
      unit: 'Nm',
      source: 'wrench',
      condition: 'oiled',
    })
  }

  /** Goes on until a move of this name is next. */
  until(action: string): Move {
    for (let i = 0; i < 200; i++) {
      if (this.move.action === action && this.move.cylinder === this.cylinder) return this.move
      this.step()
    }
    throw new Error(`${action} never comes: ${this.moves.slice(-12).join(' | ')}`)
  }
  /** What the gate of the stage in hand says, hard and soft. */
  get gate(): string[] {
    return gateProblems(this.job, this.stage).map((p) => `${p.code}:${p.cylinders.join(',')}`)
  }
  refused(act: EntryAct): string[] | null {
    return stageLogic[this.stage].refuse?.(this.job, act, this.nowMs)?.details ?? null
  }

  carry(): void {
    for (let i = 0; i < 300; i++) {
      if (this.stage === 'record') return
      this.step()
    }
    throw new Error(`it never ends: ${this.moves.slice(-12).join(' | ')}`)
  }
}

function pumpSet(engine: 'orrin' | 'tarrock', work: WorkChoice[]): Snapshot {
  const { id, shape, sheet } = engines[engine]
  const at = new Date(START).toISOString()
  const whole = { version: 1, personId: null, at, ...sheet, sections: sheet.sections ?? {} }
  const blank = blankSnapshot({ id, ...shape }, whole, {
    leavesMm: [0.05],
    maxLeavesPerPack: 2,
    maxPassMm: 0.25,
    finishMm: 0.05,
    cutterBiasMm: 0,
    cleanupMm: 0.02,
  })
  return { ...blank, job: { ...blank.job, work, complaints: ['fuel-in-coolant', 'gas-in-coolant'] } }
}

describe('pump set A', () => {
  let hand: Hand
  beforeEach(() => {
    hand = new Hand(pumpSet('orrin', ['find-leak', 'first-run']), pumpTruth)
  })

  it('is carried to its record by the next move alone, the first fault found hiding the second', () => {
    hand.carry()
    const settled = leakEntries(hand.job, 'settled').map((s) => `${s.cause}@${s.cylinder}`)
    expect(settled).toEqual(['sleeve-seal@2', 'washer@5'])
    expect(leaksNow(pumpTruth, hand.job)).toEqual([])
    expect(sleeveScope(hand.job)).toEqual([2])
    expect(hand.moves).toContain('first-run to-ladder')
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

describe('sleeves alone', () => {
  it('of the compound kind wait for their cure before they are filled', () => {
    const job = pumpSet('tarrock', ['sleeves', 'tips'])
    const hand = new Hand({ ...job, job: { ...job.job, complaints: [] } }, { ...pumpTruth, leaks: [], washers: {} })
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
      const job = pumpSet('orrin', ['sleeves', 'tips'])
      hand = new Hand({ ...job, job: { ...job.job, complaints: [] } }, { ...pumpTruth, leaks: [], washers: {} })
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
