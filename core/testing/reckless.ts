import { z } from 'zod'
import { inner } from '../figure-types'
import { filled, nextAsk, type Answer, type Answers, type Ask } from '../job/ask'
import { strikable, strikeEntry } from '../job/entries'
import { sameSpot, spotOf, type Spot } from '../job/place'
import { applyAct } from '../job/apply'
import { isClosed, reopenProblems, routeStages } from '../job/route'
import type { Snapshot } from '../job/snapshot'
import { finestOf, takenWith } from '../job/taken-with'
import { playDoing } from '../sim/plays'
import { seededRandom } from '../sim/random'
import type { UnitTruth } from '../sim/unit-truth'
import type { ByTurn } from '../works/kind'
import {
  entriesOf,
  isGrouped,
  kindOf,
  rowsName,
  sections as sectionSchema,
  type EntryAct,
  type EntryWhat,
} from '../works/kinds'
import { gateProblems, stageLogic } from '../works/logic'
import type { Doing, Refused } from '../works/stage-logic'
import type { StageName } from '../works/stage-table'
import { Hand } from './hand'
import { newUuid } from './new-uuid'

/** An old damper's end is told where its stage is closed; of several bolts the others are next either way. */
const notByItself: readonly EntryWhat[] = ['judge-damper', 'tighten-bolt', 'damper-hot']
/** Whether the sheet of a job tells of the work of a kind, where that has a part of it. */
function sheetHas({ sheet: { sections } }: Snapshot, what: EntryWhat): boolean {
  const { work } = kindOf[what]
  return !(work in (sectionSchema as unknown as z.ZodObject).shape) || work in sections
}
/** Every way to choose in an entry, one field at a time. */
function choicesOf(what: EntryWhat): Record<string, unknown>[] {
  const all = Object.entries(kindOf[what].given).flatMap(([name, schema]): Record<string, unknown>[] => {
    const of = inner(schema)
    if (of instanceof z.ZodEnum) return of.options.map((option) => ({ [name]: option }))
    return of instanceof z.ZodBoolean ? [{ [name]: true }, { [name]: false }] : []
  })
  return [{}, ...all]
}

/**
 * Somebody who does the next move as people do: mostly right, now and then with a figure that is wrong, at another place,
 * late, or striking out what was right. The same seed does the same.
 */
export class RecklessHand extends Hand {
  private readonly random: () => number
  /** The steps that stood somewhere, as `stage action code`. */
  readonly met = new Set<string>()
  /** Entries that were refused, by their orders. */
  readonly refusedWith = new Set<string>()
  /** Every act that was taken. */
  readonly taken: EntryAct[] = []
  /** Figures beyond a limit that were taken, and that neither bar nor gate told a moment later. */
  readonly untold: string[] = []

  constructor(
    job: Snapshot,
    truth: UnitTruth,
    seed: number,
    /** Looks at the job before each thing that is done. */
    private readonly look: (hand: RecklessHand) => void,
    /** What its gauges can tell, mm. */
    private readonly uncertaintyMm = 0.002,
    /** What any of them sent: another device may send its like at another time. */
    private readonly sent: EntryAct[] = [],
  ) {
    super(job, truth)
    this.random = seededRandom(seed)
  }

  private chance = (share: number) => this.random() < share
  private pick = <T>(all: readonly T[]): T => all[Math.floor(this.random() * all.length)]!

  /** An answer that is wrong as people's are: a little off, a lot, the other way, another one. */
  private wrong(ask: Ask, right: Answer): Answer {
    if (ask.optional && this.chance(0.4)) return null
    if (typeof right === 'boolean') return !right
    if (ask.is === 'choice') return this.pick(ask.options)
    if (ask.is === 'places') return [this.pick(this.cylinders)]
    if (typeof right !== 'number') return right
    const size = this.chance(0.5) ? this.pick([0.004, 0.01, 0.03, 0.2, 2, 20]) : right * this.pick([0.003, 0.02, 0.1])
    const off = size * this.pick([1, -1])
    const value = Math.min(ask.most, Math.max(ask.least, right + off))
    return ask.quantity === 'count' ? Math.round(value) : Number(value.toFixed(4))
  }
  private answersTo(doing: Doing, share: number): Answers {
    let answers: Answers = {}
    for (let i = 0; i < 100; i++) {
      const ask = nextAsk(doing.asks(answers), answers)
      if (!ask) break
      const right = playDoing(this.truth, this.job, doing, answers, 1)[ask.key]!
      answers = { ...answers, [ask.key]: this.chance(share) ? this.wrong(ask, right) : right }
    }
    // What stands without being asked is touched, too.
    for (const ask of doing.asks(answers))
      if (ask.usual !== undefined && answers[ask.key] === undefined && this.chance(share))
        answers = { ...answers, [ask.key]: this.wrong(ask, ask.usual) }
    return answers
  }

  /** Tries an entry, and does it where nothing refuses it. */
  private attempt(stage: StageName, doing: Doing, share: number, more: ByTurn = {}): void {
    const answers = this.answersTo(doing, share)
    const by = { gaugeId: null, uncertaintyMm: this.uncertaintyMm }
    // Now and then nobody says what it was read with.
    const gauges = this.chance(0.8) ? finestOf(this.job) : () => null
    const read = doing.asks(answers).filter((a) => typeof answers[a.key] === 'number')
    const used = takenWith(this.job.rule, read, gauges)
    const grouped = isGrouped(kindOf[doing.entry].work)
    const acts = doing.make(answers, by, newUuid, grouped && used.length > 0 ? { ...more, takenWith: used } : more)
    if (!acts)
      throw new Error(`${stage} ${doing.entry}: ${JSON.stringify(filled(doing.asks(answers), answers))} makes nothing`)
    const { verdicts } = doing.said(answers, by)
    const before = this.taken.length
    const start = this.job
    for (const act of acts) this.submit(stage, act)
    if (this.taken.length === before || isClosed(this.job, stage)) return
    const beyond = Object.keys(verdicts).filter((key) => verdicts[key] === 'out')
    // With several at once, or where it was something else that is told, nobody can say which of them it is.
    if (beyond.length !== 1 || notByItself.includes(doing.entry)) return
    const [key] = beyond as [string]
    const right = playDoing(this.truth, start, doing, this.before(doing, answers, key), 1)[key]
    const good = { ...answers, [key]: right! }
    const saidOfGood = doing.said(good, by)
    if (typeof right !== 'number' || saidOfGood.verdicts[key] === 'out') return
    if (saidOfGood.lines.some((l) => l.verdict === 'out')) return
    const then = this.after(stage, start, doing.make(good, by, newUuid, more) ?? [])
    // Where the place is told of already, one figure more says nothing.
    if (then === null || this.toldAt(stage, then, doing)) return
    if (this.says(stage, then) === this.says(stage, this.job))
      this.untold.push(`${stage} ${doing.entry}: ${key} beyond its limit is told by nobody`)
  }
  /** Whether anything at a place is in the way of closing. */
  private toldAt(stage: StageName, job: Snapshot, { cylinder, place }: Spot): boolean {
    if (cylinder === null && place === null) return gateProblems(job, stage, this.nowMs).length > 0
    return gateProblems(job, stage, this.nowMs).some(
      (p) => (cylinder !== null && p.cylinders.includes(cylinder)) || (place !== null && p.places?.includes(place)),
    )
  }
  /** What was answered before a figure. */
  private before(doing: Doing, answers: Answers, key: string): Answers {
    const keys = doing.asks(answers).map((a) => a.key)
    return Object.fromEntries(keys.slice(0, keys.indexOf(key)).flatMap((k) => (k in answers ? [[k, answers[k]!]] : [])))
  }
  /** What a stage says is in its way and what is next, a minute on. */
  private says(stage: StageName, job: Snapshot): string {
    const nowMs = this.nowMs
    const { action, head, reason } = stageLogic[stage].move(job, { cylinder: this.cylinder, place: this.place, nowMs })
    const problems = gateProblems(job, stage, nowMs).map((p) => [p.code, p.cylinders, p.places])
    return JSON.stringify([action, head, reason, problems])
  }
  /** A job in which these had been done instead; null where they are refused. */
  private after(stage: StageName, start: Snapshot, acts: readonly EntryAct[]): Snapshot | null {
    let job = start
    for (const [i, act] of acts.entries()) {
      if (stageLogic[stage].refuse?.(job, act, this.nowMs)) return null
      const at = new Date(this.nowMs - 60_000).toISOString()
      job = applyAct(job, act, { seq: this.seq + i + 1, at, personId: '' })
    }
    return job
  }
  /** Takes down that an entry was refused. */
  protected refuse(stage: StageName, _act: EntryAct, { code, details }: Refused): void {
    this.refusedWith.add(`${stage} ${details[0] ?? code}`)
  }
  private submit(stage: StageName, act: EntryAct): void {
    const { replaces } = act
    const by = { personId: '', at: '', reason: '' }
    const then = replaces ? strikeEntry(this.job, replaces.id, by) : this.job
    const refused = stageLogic[stage].refuse?.(then, act, this.nowMs) ?? null
    if (refused) this.refuse(stage, act, refused)
    else {
      this.taken.push(act)
      this.sent.push(act)
      this.act(act)
    }
  }

  /** One thing more on the stage in hand. @returns false where its job has none left */
  recklessly(): boolean {
    const { stage } = this
    if (stage === 'record') return false
    this.look(this)
    const logic = stageLogic[stage]
    const places = this.placesOf(stage)
    if (this.chance(0.08) && places.length > 0) this.place = this.pick(places)
    if (this.chance(0.08) && this.cylinders.length > 0) this.cylinder = this.pick(this.cylinders)
    if (this.chance(0.05)) this.nowMs += this.pick([60_000, 3_600_000])
    if (this.chance(0.06)) return this.strikeOne(stage)
    if (this.chance(0.08)) return this.outOfTurn(stage)
    if (this.chance(0.02)) return this.reopenOne()
    const { move } = this
    const doing = logic.doing?.(this.job, { cylinder: this.cylinder, place: this.place, nowMs: this.nowMs }) ?? null
    if (doing) this.attempt(stage, doing, 0.09)
    // Who has to wait does not always.
    else if (move.action.startsWith('wait') && this.chance(0.5)) return this.outOfTurn(stage)
    else if (move.action === 'close-stage') this.act({ what: 'close-stage', stage, note: 'as it is' })
    else if (move.action === 'sheet-first') return false
    else if (move.button === null && !move.action.startsWith('wait')) return this.strikeOne(stage)
    else this.step()
    return true
  }
  private placesOf(stage: StageName): string[] {
    const hand = { cylinder: this.cylinder, place: null, nowMs: this.nowMs }
    return [...new Set([stageLogic[stage].move(this.job, hand).place, ...this.seenPlaces])].flatMap((p) => p ?? [])
  }
  private readonly seenPlaces = new Set<string>()
  private get cylinders(): number[] {
    return this.job.engine.heads.flat()
  }
  override act(act: Parameters<Hand['act']>[0]): void {
    const { place } = act as { place?: string | null }
    if (place) this.seenPlaces.add(place)
    super.act(act)
  }

  private strikeOne(stage: StageName): boolean {
    const own = strikable.filter((k) => k.struckIn === stage).flatMap((k) => entriesOf(this.job, rowsName(k.what)))
    const standing = own.filter((e) => !e.struck)
    if (standing.length > 0) this.act({ what: 'strike-entry', entryId: this.pick(standing).id, reason: 'mistake' })
    return true
  }
  /** An entry of the stage that is not next: by its turn where there is one, or as another device may send it. */
  private outOfTurn(stage: StageName): boolean {
    const kinds = strikable.filter((k) => k.struckIn === stage)
    if (kinds.length === 0) return true
    const { what } = this.pick(kinds)
    const place = this.pick([this.place, ...this.seenPlaces])
    const spot =
      place === null && 'cylinder' in kindOf[what].given
        ? { cylinder: this.pick(this.cylinders), place }
        : { cylinder: null, place }
    const doing = stageLogic[stage].turn?.(this.job, what as EntryWhat, spot, this.nowMs)
    // Of what its sheet lacks nothing can be read off its engine.
    const readable = doing?.asks({}).length === 0 || sheetHas(this.job, what as EntryWhat)
    if (doing && readable && this.chance(0.5))
      this.attempt(stage, doing, 0.1, this.correcting(what as EntryWhat, doing))
    else this.send(stage, what as EntryWhat, place)
    return true
  }
  /** Now and then an entry is made again, in the place of what stands there. */
  private correcting(what: EntryWhat, spot: Spot): ByTurn {
    const there = entriesOf(this.job, rowsName(what)).filter((e) => !e.struck && sameSpot(spotOf(e), spotOf(spot)))
    if (there.length === 0 || this.chance(0.5)) return {}
    return { replaces: { id: this.pick(there).id, reason: 'misread' } }
  }
  /** One that was made once, sent for another place, with its choices made otherwise. */
  private send(stage: StageName, what: EntryWhat, place: string | null): void {
    const like = this.sent.filter((a) => a.what === what)
    if (like.length === 0) return
    const { key, given } = kindOf[what]
    const choices = Object.entries(given).flatMap(([name, schema]) => {
      const of = inner(schema)
      return of instanceof z.ZodEnum ? [[name, this.pick(of.options)] as const] : []
    })
    const { replaces: _, ...first } = this.pick(like)
    const there = { ...first, ...Object.fromEntries(choices), [key]: newUuid() }
    this.submit(stage, ('place' in there ? { ...there, place: place ?? there.place } : there) as EntryAct)
  }
  /** What would be refused now of all that was ever sent, at every place, by another hour: nothing is done. */
  probe(stages: readonly StageName[]): void {
    for (const stage of stages)
      for (const { what } of strikable.filter((k) => k.struckIn === stage)) {
        const like = this.sent.findLast((a) => a.what === what)
        if (!like) continue
        for (const place of 'place' in like ? this.seenPlaces : [null])
          for (const lateMs of [0, 3_600_000])
            for (const choices of choicesOf(what)) {
              const act = { ...like, ...choices, ...(place === null ? {} : { place }) } as EntryAct
              const refused = stageLogic[stage].refuse?.(this.job, act, this.nowMs + lateMs) ?? null
              if (refused) this.refusedWith.add(`${stage} ${refused.details[0] ?? refused.code}`)
            }
      }
  }
  private reopenOne(): boolean {
    const closed = routeStages(this.job).filter(
      (s) => s !== 'record' && isClosed(this.job, s) && reopenProblems(this.job, s).length === 0,
    )
    if (closed.length > 0) this.act({ what: 'reopen-stage', stage: this.pick(closed), note: 'again' })
    return true
  }
  get problems() {
    return gateProblems(this.job, this.stage, this.nowMs)
  }
}
