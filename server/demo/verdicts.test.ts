import { describe, expect, it } from 'vitest'
import type { Answers, Ask } from '#core/job/ask'
import { applyAct } from '#core/job/apply'
import type { Snapshot } from '#core/job/snapshot'
import { playDoing } from '#core/sim/plays'
import type { UnitTruth } from '#core/sim/unit-truth'
import { newUuid } from '#core/testing/new-uuid'
import { gateProblems, stageLogic } from '#core/works/logic'
import type { Doing } from '#core/works/stage-logic'
import type { StageName } from '#core/works/stage-table'
import { Hand } from '../testing/hand'
import { walks } from '../testing/walks/golden'

const BY = { gaugeId: null, uncertaintyMm: 0 }
const person = '00000000-0000-4000-8000-000000000001'
const MINUTE_MS = 60_000

/** Figures of which the pad says nothing, and why: every other one that a sheet limits is judged where it is entered. */
const silent: Record<string, string> = {
  'sleeve-out.peakNm': 'what the pull took: no sheet has a limit of it',
  'hold-start.startC': 'a warmth: what it changes is taken off the pressure',
  'hold-end.endC': 'a warmth: what it changes is taken off the pressure',
  'run-again.before': 'what the complaint was counted by',
  'run-again.now': 'what the complaint was counted by',
  'note-track.fromMm': 'where a track lies: the lip is placed by it',
  'note-track.toMm': 'where a track lies: the lip is placed by it',
  'note-track.trackMm': 'how deep a track is: the lip is placed by it',
  'bushing-out.copperShare': 'what was seen of an old bushing',
  'bushing-out.copperOClock': 'where it was seen',
  'measure-housing.drillingsMm': 'where the drilling lies: the bushing is turned to it',
  'turn-cam.armMm': 'the arm of the pull',
  'blue-housing.oClock': 'where the blue was seen',
  'measure-barrel.partC': 'a warmth: what it changes is taken off the bore',
  'bore-barrel.partC': 'a warmth: what it changes is taken off the bore',
  'finish-bore.partC': 'a warmth: what it changes is taken off the bore',
  'measure-sleeve.outerMm': 'the bore is cut to it',
  'measure-sleeve.innerMm': 'the wall is reckoned from it',
  'measure-sleeve.flangeMm': 'the seat is cut to it',
  'finish-bore.crosshatchDeg': 'the sheet has none',
  'read-line.notMm': 'the leaf that did not go',
  'read-fire-ring.readings.valueMm': 'a ring that is thicker than new is refused',
}
/** Judged at the pad, told by the stage elsewhere. */
const toldLater: Record<string, string> = {
  'judge-damper.indexDeg': 'where the stage is closed: what comes next is to pull it, whatever it is',
  'judge-damper.runoutMm': 'where the stage is closed: what comes next is to pull it, whatever it is',
  'damper-hot.ovenC': 'by its clock: hardly hot enough it grips within the minute that this test waits',
}

/** A turn with one of its figures made another one. */
class Tried {
  private readonly first: Answers
  constructor(
    private readonly job: Snapshot,
    private readonly truth: UnitTruth,
    private readonly stage: StageName,
    private readonly doing: Doing,
    private readonly inHand: { cylinder: number; place: string | null; nowMs: number },
    private readonly key: string,
  ) {
    this.first = playDoing(truth, job, doing, {})
  }
  /** What follows it is answered by what it asks for then. */
  private answers(value: number): Answers {
    const before = Object.entries(this.first).slice(0, Object.keys(this.first).indexOf(this.key))
    const sofar = { ...Object.fromEntries(before), [this.key]: value }
    return { ...sofar, ...playDoing(this.truth, this.job, this.doing, sofar) }
  }
  verdicts = (value: number) => this.doing.said(this.answers(value), BY).verdicts
  /** By itself, or what it makes of the whole. */
  isOut = (value: number): boolean => {
    const { verdicts, lines } = this.doing.said(this.answers(value), BY)
    return verdicts[this.key] === 'out' || lines.some((l) => l.verdict === 'out')
  }
  /** What the stage says a minute after it was entered. */
  stageSays(value: number): string {
    const nowMs = this.inHand.nowMs + MINUTE_MS
    let { job } = this
    for (const [i, act] of (this.doing.make(this.answers(value), BY, newUuid) ?? []).entries()) {
      const refused = stageLogic[this.stage].refuse?.(job, act, this.inHand.nowMs)
      if (refused) return `refused ${refused.details.join()}`
      job = applyAct(job, act, { seq: 1e6 + i, at: new Date(this.inHand.nowMs).toISOString(), personId: person })
    }
    const { action, head, reason, cylinder, place } = stageLogic[this.stage].move(job, { ...this.inHand, nowMs })
    const problems = gateProblems(job, this.stage, nowMs).map((p) => [p.code, p.cylinders, p.places])
    return JSON.stringify([action, head, reason, cylinder, place, problems])
  }
}
const STEPS = [0.0005, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200]
const HALVINGS = 40
/** Pairs of figures that all but touch, one on either side of where a verdict becomes another. */
function edges(
  { least, most }: Ask,
  right: number,
  isOut: (v: number) => boolean,
): [inside: number, outside: number][] {
  return [1, -1].flatMap((sign) => {
    const tried = STEPS.map((step) => right + sign * step).filter((v) => v >= least && v <= most)
    const beyond = tried.findIndex((v) => isOut(v))
    if (beyond < 0) return []
    let [inside, outside] = [beyond === 0 ? right : tried[beyond - 1]!, tried[beyond]!]
    for (let i = 0; i < HALVINGS; i++) {
      const middle = (inside + outside) / 2
      if (isOut(middle)) outside = middle
      else inside = middle
    }
    // Farther apart than anything is kept.
    return [[inside - sign * KEPT, outside + sign * KEPT]]
  })
}
const KEPT = 1e-5

describe('a figure beyond its limit', () => {
  it.each(Object.entries(walks))('is told by pad and stage alike: %s', (_, walk) => {
    const hand = new Hand(walk.job(), walk.truth)
    const judged = new Set<string>()
    const unjudged = new Set<string>()
    for (let i = 0; i < 500 && hand.stage !== 'record'; i++) {
      const { stage, job } = hand
      const inHand = { cylinder: hand.cylinder, place: hand.place, nowMs: hand.nowMs }
      const doing = stageLogic[stage].doing?.(job, inHand)
      const answers = doing ? playDoing(walk.truth, job, doing, {}) : {}
      for (const ask of doing?.asks(answers) ?? []) {
        const right = answers[ask.key]
        const name = `${doing!.entry}.${ask.word}`
        if (typeof right !== 'number' || ask.quantity === 'count' || judged.has(name)) continue
        const tried = new Tried(job, walk.truth, stage, doing!, inHand, ask.key)
        const verdicts = Object.values(tried.verdicts(right))
        const same = ([inside, outside]: [number, number]) => tried.stageSays(inside) === tried.stageSays(outside)
        const pairs = edges(ask, right, tried.isOut)
        // Of several bolts the others are next either way, until all but this one have their torque.
        const oneOfMany = name.startsWith('tighten-bolt') && pairs.every((p) => same(p))
        if (pairs.length > 0 && !oneOfMany) judged.add(name)
        else if (!tried.verdicts(right)[ask.key]) unjudged.add(name)
        // Where something else is out already, one figure more changes nothing.
        if (verdicts.includes('out') || tried.isOut(right) || name in toldLater || oneOfMany) continue
        for (const pair of pairs) expect(same(pair), `${stage} ${name}: ${pair.join(' against ')}`).toBe(false)
      }
      hand.step()
    }
    if ([...unjudged].includes('tighten-bolt.torqueNm')) expect([...judged]).toContain('tighten-bolt.torqueNm')
    expect(judged.size + unjudged.size).toBeGreaterThan(0)
    expect([...unjudged].filter((name) => !judged.has(name) && !(name in silent))).toEqual([])
  })
})
