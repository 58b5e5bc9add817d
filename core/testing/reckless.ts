import { z } from 'zod'
import { inner } from '../figure-types'
import { filled, nextAsk, type Answer, type Answers, type Ask } from '../job/ask'
import { strikable, strikeEntry } from '../job/entries'
import { sameSpot, spotOf, type Spot } from '../job/place'
import { isClosed, reopenProblems, routeStages } from '../job/route'
import type { Snapshot } from '../job/snapshot'
import { playDoing } from '../sim/plays'
import { seededRandom } from '../sim/random'
import type { UnitTruth } from '../sim/unit-truth'
import type { ByTurn } from '../works/kind'
import { entriesOf, kindOf, rowsName, type EntryAct, type EntryWhat } from '../works/kinds'
import { gateProblems, stageLogic } from '../works/logic'
import type { Doing, Refused } from '../works/stage-logic'
import type { StageName } from '../works/stage-table'
import { Hand } from './hand'
import { newUuid } from './new-uuid'

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
    const acts = doing.make(answers, { gaugeId: null, uncertaintyMm: this.uncertaintyMm }, newUuid, more)
    if (!acts)
      throw new Error(`${stage} ${doing.entry}: ${JSON.stringify(filled(doing.asks(answers), answers))} makes nothing`)
    for (const act of acts) this.submit(stage, act)
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
    if (doing && this.chance(0.5)) this.attempt(stage, doing, 0.1, this.correcting(what as EntryWhat, doing))
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
