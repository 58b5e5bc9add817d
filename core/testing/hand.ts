import type { JobAct } from '../job/acts'
import { applyAct } from '../job/apply'
import type { Move } from '../job/move'
import { isClosed, readRoute, routeFacts } from '../job/route'
import type { Snapshot } from '../job/snapshot'
import type { StageName } from '../job/stages'
import { playDoing } from '../sim/plays'
import type { UnitTruth } from '../sim/unit-truth'
import { gateProblems, stageLogic } from '../works/logic'
import { allCollections, entriesOf, type EntryAct } from '../works/kinds'
import { workWith } from '../works/leaks/work-with'
import { settledNow } from '../works/leaks/read-leak'
import { lastAt } from '../works/sleeves/read-sleeves'
import { sendBack } from '../works/sleeves/send-back'
import { newUuid } from './new-uuid'

const START = Date.parse('2026-11-24T09:00:00.000Z')
const person = '00000000-0000-4000-8000-000000000001'

interface Done {
  seq: number
  at: string
}
/** A hand that cannot go on: the next move leads nowhere, or to something that is refused. */
export class Stuck extends Error {}

/** Somebody who does what the next move says and knows nothing else; the simulated engine answers. */
export class Hand {
  cylinder = 1
  place: string | null = null
  nowMs = START
  seq: number
  moves: string[] = []

  constructor(
    public job: Snapshot,
    protected readonly truth: UnitTruth,
    /** Looks at every move before it is done. */
    private readonly seen?: (move: Move) => void,
  ) {
    // What is there comes before what this hand does, in place and time.
    const there = [...job.closures, ...allCollections.flatMap((rows) => entriesOf(job, rows) as readonly Done[])]
    this.seq = Math.max(0, ...there.map((d) => d.seq))
    this.nowMs = Math.max(START, ...there.map((d) => Date.parse(d.at) + 60_000))
  }

  act(act: JobAct): void {
    const by = { seq: ++this.seq, at: new Date(this.nowMs).toISOString(), personId: person }
    this.job = applyAct(this.job, act, by)
    this.nowMs += 60_000
  }

  get stage(): StageName {
    return readRoute(routeFacts(this.job)).find((r) => r.state === 'next')?.stage ?? 'record'
  }
  get move(): Move {
    return stageLogic[this.stage].move(this.job, this.inHand)
  }

  step(): void {
    const { move } = this
    this.seen?.(move)
    const name = [move.stage, move.action, move.cylinder ?? move.place ?? ''].join(' ').trim()
    // Bolt after bolt is one round of the same.
    const bolts = stageLogic[move.stage].doing?.(this.job, this.inHand)?.entry === 'tighten-bolt'
    if (!bolts || this.moves.at(-1) !== name) this.moves.push(name)
    if (move.action === 'next-cylinder') this.cylinder = (move.to ?? move).cylinder!
    else if (move.action === 'next-place') this.place = move.to?.place ?? move.place
    else if (move.action === 'close-stage') {
      const hard = gateProblems(this.job, move.stage, this.nowMs).filter((p) => !p.soft)
      if (hard.length > 0)
        throw new Stuck(`${move.stage} is offered for closing over ${hard.map((p) => p.code).join()}`)
      this.act({ what: 'close-stage', stage: move.stage, note: '' })
    } else if (move.action === 'to-ladder') this.act({ what: 'reopen-stage', stage: 'find-leak', note: 'still shows' })
    else if (move.action.startsWith('wait')) this.nowMs += 60_000 * Number(move.figures.minutes)
    else if (move.action === 'send-back' && move.stage === 'gas-test')
      this.act({ what: 'reopen-stage', stage: 'tips', note: 'it bubbles' })
    else if (move.action === 'send-back' || move.action === 'pull-again')
      for (const act of sendBack(this.job, move.cylinder!, 'out again')) this.act(act)
    else if (move.action === 'reseat')
      this.act({ what: 'strike-entry', entryId: lastAt(this.job, 'tips', move.cylinder!)!.id, reason: 'reseated' })
    else if (move.action === 'galleries-again')
      this.act({ what: 'reopen-stage', stage: 'galleries', note: 'cut since' })
    else {
      const acts = this.actsOf(move)
      if (acts.length === 0) throw new Stuck(`nothing follows ${this.moves.slice(-4).join(' | ')} (${move.reason})`)
      for (const act of acts) {
        const refused = stageLogic[move.stage].refuse?.(this.job, act, this.nowMs) ?? null
        if (refused)
          throw new Stuck(`${move.stage} ${move.action} is refused: ${refused.code} ${refused.details.join()}`)
        this.act(act)
      }
      if (move.action === 'settle') this.addWork()
    }
  }

  /** What the move comes to, as the simulated engine answers it. */
  private actsOf(move: Move): EntryAct[] {
    const by = { gaugeId: null, uncertaintyMm: 0.01 }
    const doing = stageLogic[move.stage].doing?.(this.job, this.inHand)
    return doing?.make(playDoing(this.truth, this.job, doing, {}), by, newUuid) ?? []
  }
  private get inHand() {
    return { cylinder: this.cylinder, place: this.place, nowMs: this.nowMs }
  }

  private addWork(): void {
    const { cause } = settledNow(this.job)!
    const work = workWith(this.job, cause)
    this.act({ what: 'change-job', work })
    for (const stage of ['tips', 'gas-test', 'first-run'] as const)
      if (isClosed(this.job, stage)) this.act({ what: 'reopen-stage', stage, note: 'found another' })
  }
  /** Goes on until a move of this name is next. */
  until(action: string, at?: string): Move {
    for (let i = 0; i < 300; i++) {
      const { move } = this
      const here =
        move.place === null ? move.cylinder === null || move.cylinder === this.cylinder : move.place === this.place
      if (move.action === action && here && (at === undefined || move.place === at)) return move
      this.step()
    }
    throw new Error(`${action} never comes: ${this.moves.slice(-12).join(' | ')}`)
  }
  /** What the gate of the stage in hand says, hard and soft. */
  get gate(): string[] {
    return gateProblems(this.job, this.stage, this.nowMs).map(
      (p) => `${p.code}:${[...p.cylinders, ...(p.places ?? [])].join(',')}`,
    )
  }
  refused(act: EntryAct): string[] | null {
    return stageLogic[this.stage].refuse?.(this.job, act, this.nowMs)?.details ?? null
  }

  carry(): void {
    for (let i = 0; i < 500; i++) {
      if (this.stage === 'record') return
      this.step()
    }
    throw new Error(`it never ends: ${this.moves.slice(-12).join(' | ')}`)
  }
}
