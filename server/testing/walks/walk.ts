import type { Snapshot } from '#core/job/snapshot'
import { endedOf, isClosed } from '#core/job/route'
import { Hand, Stuck } from '#core/testing/hand'
import { RecklessHand } from '#core/testing/reckless'
import { seededRandom } from '#core/sim/random'
import type { UnitTruth } from '#core/sim/unit-truth'
import { gateProblems, stageLogic } from '#core/works/logic'
import { cannotEnd, openThings } from '#core/works/open-things'
import type { WorkRecord } from '#core/works/work-record'
import { gauges } from '../../demo/world'
import { faultsOf } from '../blanks'
import { lookedAt } from './looked'
import { recordFaults } from './record-faults'
import { vary } from './vary'
import type { Tried, Walked } from './walked'

const RECKLESS_MOST = 90
/** Nobody does more than this to finish what another began. */
const HONEST_MOST = 700
const person = '00000000-0000-4000-8000-000000000001'

/** Somebody who finishes what another one began: does what the next move says, answers for what may be accepted, ends what leads nowhere. */
class FinishingHand extends Hand {
  constructor(
    job: Snapshot,
    truth: UnitTruth,
    from: { cylinder: number; place: string | null; nowMs: number; seq: number },
  ) {
    super(job, truth)
    Object.assign(this, from)
  }
  /** @returns what leads nowhere; null where it was finished */
  finish(): string | null {
    let seen = ''
    let same = 0
    for (let i = 0; i < HONEST_MOST; i++) {
      const { stage, move } = this
      if (stage === 'record') return this.sign()
      const sentences = faultsOf(move)
      if (sentences.length > 0) return sentences.join()
      if (move.action === 'close-stage') {
        const problems = gateProblems(this.job, stage, this.nowMs)
        if (problems.some((p) => !p.soft))
          return `closing is offered over ${problems
            .filter((p) => !p.soft)
            .map((p) => p.code)
            .join()}`
        this.act({ what: 'close-stage', stage, note: problems.length > 0 ? 'taken as it is' : '' })
        continue
      }
      // Nothing that a button does: somebody else's work, or the sheet's.
      const waits = move.action.startsWith('wait')
      // A deck is read by sets, which this hand does not.
      const readable = stageLogic[stage].doing !== undefined
      if (move.action === 'sheet-first' || !readable || (move.button === null && !waits)) return this.end()
      const state = `${move.action} ${move.cylinder ?? ''} ${move.place ?? ''} ${this.cylinder} ${this.place ?? ''}`
      same = state === seen ? same + 1 : 0
      seen = state
      // What is asked for again and again with what the engine gives: only somebody's decision ends it.
      if (same > SAME_MOST) return this.end()
      try {
        this.step()
      } catch (error) {
        if (!(error instanceof Stuck)) throw error
        // Figures that its engine has and its sheet does not allow: somebody says how it goes on.
        return figureOrders.some((order) => error.message.endsWith(order)) ? this.end() : error.message
      }
    }
    return `it never ends: ${this.moves.slice(-6).join(' | ')}`
  }
  private sign(): string | null {
    const problems = gateProblems(this.job, 'record', this.nowMs).filter((p) => !p.soft)
    if (problems.length > 0) return this.end()
    this.act({ what: 'close-stage', stage: 'record', note: '' })
    return null
  }
  private end(): string | null {
    const open = openThings(this.job, (stage) => stageLogic[stage], this.nowMs)
    const why = cannotEnd({ role: 'lead' }, open, open)
    if (why) return `it cannot be ended as it stands: ${why}`
    this.act({ what: 'end-as-it-stands', why: 'no way on', open })
    return endedOf(this.job) ? null : 'it was ended, and is not'
  }
}
const SAME_MOST = 80
/** Refusals by what was read, not by what comes first. */
const figureOrders = ['ring-too-thick', 'too-hot', 'leaf-not-thicker', 'line-off-deck', 'pin-breaks-out']

/** A job in which an honest hand has done so many things. */
function begunBy(job: Snapshot, truth: UnitTruth, acts: number): Snapshot {
  const hand = new Hand(job, truth)
  for (let i = 0; i < acts; i++) {
    const { stage, move } = hand
    if (stage === 'record' || move.action === 'sheet-first') break
    try {
      if (move.action === 'close-stage') {
        const problems = gateProblems(hand.job, stage, hand.nowMs)
        if (problems.some((p) => !p.soft)) break
        hand.act({ what: 'close-stage', stage, note: problems.length > 0 ? 'taken as it is' : '' })
      } else if (move.button === null && !move.action.startsWith('wait')) break
      else hand.step()
    } catch (error) {
      if (error instanceof Stuck) break
      throw error
    }
  }
  return hand.job
}
const BEGUN_SHARE = 0.65
const BEGUN_MOST = 260

/** One walk: a sheet of its own, a hand that errs, then one that finishes; everything told on the way is looked at. */
export function walkOnce(tried: Tried, seed: number, parts: readonly WorkRecord[]): Walked {
  const random = seededRandom(seed * 7919 + 17)
  const plain = tried.jobs[Math.floor(random() * tried.jobs.length)]!()
  const job: Snapshot = {
    ...plain,
    gauges: Object.values(gauges),
    people: [{ id: person, name: 'Ines Varga', role: 'lead' }],
    sheet: random() < 0.7 ? { ...plain.sheet, sections: vary(plain.sheet.sections, random) } : plain.sheet,
  }
  const met = new Set<string>()
  const found: string[] = []
  const hand = new RecklessHand(
    begunBy(job, tried.truth, random() < BEGUN_SHARE ? Math.floor(random() * BEGUN_MOST) : 0),
    tried.truth,
    seed,
    (now) => found.push(...lookedAt(now, now.stage, met)),
    tried.uncertaintyMm,
  )
  const acts = 20 + Math.floor(random() * RECKLESS_MOST)
  try {
    for (let i = 0; i < acts && hand.recklessly(); i++)
      if (i % 15 === 0) for (const stage of tried.stages) found.push(...lookedAt(hand, stage, met))
    found.push(...hand.untold)
    found.push(...recordFaults(hand.job, parts, hand.nowMs))
    const { cylinder, place, nowMs, seq } = hand
    const honest = new FinishingHand(hand.job, tried.truth, { cylinder, place, nowMs, seq })
    const stuck = honest.finish()
    if (stuck) found.push(`no way on: ${honest.stage}: ${stuck}`)
    found.push(...recordFaults(honest.job, parts, honest.nowMs))
    return {
      acts: honest.seq,
      met: [...met],
      refused: [...hand.refusedWith],
      kinds: [...new Set(hand.taken.map((a) => a.what as string))],
      ended: endedOf(honest.job) ? 'as-it-stands' : isClosed(honest.job, 'record') ? 'signed' : 'open',
      found: [...new Set(found)],
    }
  } catch (error) {
    const what =
      error instanceof Error ? `${error.message} ${error.stack?.split('\n')[1]?.trim() ?? ''}` : String(error)
    return {
      acts: hand.seq,
      met: [...met],
      refused: [],
      kinds: [],
      ended: 'open',
      found: [...new Set([...found, `it throws: ${what}`])],
    }
  }
}
