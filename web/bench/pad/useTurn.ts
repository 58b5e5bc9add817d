import { computed, ref, watch, type Ref } from 'vue'
import { answersOf, MORE, type MeasuredBy } from '#core/job/turn'
import { assembled, filled, nextAsk, nothingSaid, type Answer, type Answers, type Ask } from '#core/job/ask'
import { applyAct } from '#core/job/apply'
import { strikeEntry } from '#core/job/entries'
import { spotKey, type Spot } from '#core/job/place'
import type { WrenchReading } from '#core/fasten/wrench-line'
import { mean } from '#core/measure/mean'
import type { TorqueUnit } from '#core/units/torque-units'
import type { Snapshot } from '#core/job/snapshot'
import type { JobAct } from '#core/job/acts'
import { entriesOf, isGrouped, kindOf, rowsName, type EntryAct, type EntryWhat } from '#core/works/kinds'
import type { Doing, StageLogic } from '#core/works/stage-logic'
import type { StageName } from '#core/works/stage-table'
import { useDevice } from '../../stores/device'
import { useGauge } from '../../stores/gauge'
import { useJob } from '../../stores/job'
import { newId } from '../../stores/new-id'
import { useShopClock } from '../../stores/shop-clock'
import { useGaugeInHand } from './useGaugeInHand'
import { readFigure, type FigureProblem } from './figure-text'
import { draftId, useTurnDrafts, type TurnDraft } from '../../stores/turn-drafts'

/** Why a figure or an entry was not taken. */
export type TurnProblem =
  | { kind: FigureProblem | 'nobody' | 'no-gauge-value' | 'whole' }
  | { kind: 'bounds'; ask: Ask }
  | { kind: 'about'; ask: Ask }
  | { kind: 'refused'; order: string }

/** Why an entry is made again: asked last, after its figures. */
const WHY = '~why'
export const whys = ['mistyped', 'misread', 'measured-again'] as const
const whyAsk: Ask = {
  key: WHY,
  is: 'choice',
  word: WHY,
  figures: {},
  spot: null,
  optional: false,
  usual: undefined,
  offered: undefined,
  quantity: null,
  least: 0,
  most: 0,
  by: [],
  about: null,
  options: whys,
  words: 'turn.whys',
  codes: [],
}
/** A figure ten times as large or as small as it should be is asked about once. */
const FAR = 10

type Strike = Extract<JobAct, { what: 'strike-entry' }>

interface Correcting {
  entry: EntryWhat
  /** What is made again; null where it is one more, that the next move does not ask for. */
  id: string | null
  /** Where it was made. */
  spot: Spot
}

/**
 * The hand's side of a turn: which question, what was answered, kept on the device as it is entered; what takes it, what
 * asks before it is taken, how it is taken back; and the entry at its end.
 *
 * @param logic the stage
 * @param doing what its next move asks; null where it asks nothing
 * @param act makes an entry. @returns whether it was made
 * @param onward takes the next place in hand, where the work goes on there
 */
export function useTurn(
  stage: StageName,
  logic: StageLogic,
  doing: () => Doing | null,
  act: (entry: EntryAct | Strike) => boolean,
  onward: () => void,
) {
  const job = useJob()
  const device = useDevice()
  const gaugeStore = useGauge()
  const clock = useShopClock()
  const drafts = useTurnDrafts()
  const { put } = drafts
  const snapshot = () => job.snapshot!

  const text = ref('')
  const problem: Ref<TurnProblem | null> = ref(null)
  const chosen = ref<string | null>(null)
  /** The spot that is read once more. */
  const repeating = ref<string | null>(null)
  const correcting = ref<Correcting | null>(null)
  /** The figure that was asked about, as it was typed: entered once more it is right. */
  const askedAbout = ref('')
  /** What the gauge showed when a figure was last taken from it. */
  const lastLive = ref<number | null>(null)
  const stillThere = ref(false)
  const taken = ref(0)

  /** The job without the entry that is made again. */
  const before = (of: Correcting): Snapshot =>
    of.id === null
      ? snapshot()
      : strikeEntry(snapshot(), of.id, {
          personId: device.personId,
          at: new Date(clock.nowMs()).toISOString(),
          reason: '',
        })
  const current = computed<Doing | null>(() => {
    const of = correcting.value
    if (!of) return doing()
    return logic.turn?.(before(of), of.entry, of.spot, clock.nowMs()) ?? null
  })
  const id = computed(() => {
    const at = current.value
    if (!at) return null
    return draftId(
      snapshot().job.id,
      stage,
      spotKey(at),
      correcting.value?.id ? `again ${correcting.value.id}` : at.entry,
    )
  })
  const draft = computed<TurnDraft | null>(() => (id.value ? (drafts.all[id.value] ?? null) : null))
  const answers = computed<Answers>(() => draft.value?.answers ?? {})
  const asks = computed<Ask[]>(() => {
    const own = current.value?.asks(answers.value) ?? []
    return correcting.value?.id && own.length > 0 ? [...own, whyAsk] : own
  })
  const asking = computed<Ask | null>(() => {
    const key = repeating.value ?? chosen.value
    return asks.value.find((a) => a.key === key) ?? nextAsk(asks.value, answers.value)
  })
  const sofar = computed(() => assembled(filled(asks.value, answers.value)))

  const inHand = useGaugeInHand(
    snapshot,
    () => asks.value,
    () => asking.value,
  )
  /** What a torque wrench sent, as it showed it; null where the figure is typed, or it clicked. */
  const sent = ref<{ unit: TorqueUnit; shown: number } | null>(null)
  const by = computed<MeasuredBy>(() => ({
    ...inHand.by.value,
    wrench: sent.value ? { ...sent.value, sent: true } : { unit: device.torqueUnit, sent: false },
  }))
  const said = computed(() => current.value?.said(answers.value, by.value) ?? nothingSaid)

  function keep(next: Partial<TurnDraft>): void {
    if (!id.value) return
    const nowMs = clock.nowMs()
    const there = draft.value ?? {
      answers: {},
      order: [],
      fromAt: new Date(nowMs).toISOString(),
      repeats: {},
      lastMs: 0,
    }
    put(id.value, { ...there, lastMs: Date.now(), ...next })
  }
  function clear(): void {
    chosen.value = null
    repeating.value = null
    problem.value = null
    askedAbout.value = ''
    stillThere.value = false
    text.value = ''
  }
  watch(id, () => {
    clear()
    sent.value = null
  })

  /** Takes an answer; makes the entry where it was the last. @returns whether it was taken */
  function answer(value: Answer): boolean {
    const ask = asking.value
    if (!ask) return false
    if (!device.personId) {
      problem.value = { kind: 'nobody' }
      return false
    }
    if (typeof value === 'number' && (value < ask.least || value > ask.most)) {
      problem.value = { kind: 'bounds', ask }
      return false
    }
    const { key } = ask
    const repeats = { ...draft.value?.repeats }
    let taking = value
    if (repeating.value === key && typeof value === 'number') {
      const earlier = repeats[key] ?? [answers.value[key] as number]
      repeats[key] = [...earlier, value]
      taking = Number(mean(repeats[key]).toPrecision(12))
    } else delete repeats[key]
    const order = [...(draft.value?.order ?? []).filter((k) => k !== key), key]
    keep({ answers: { ...answers.value, [key]: taking }, order, repeats })
    clear()
    taken.value++
    // What stands without being asked is changed one by one: only what was asked ends the turn.
    return ask.usual === undefined ? finish() : true
  }

  /** What of an entry that is made again nobody is asked. */
  function unasked({ entry, id: entryId }: Correcting): object {
    const there = entriesOf(snapshot(), rowsName(entry)).find((e) => e.id === entryId) ?? {}
    const asked = new Set(Object.keys(sofar.value))
    const given = Object.keys(kindOf[entry].given)
    return Object.fromEntries(Object.entries(there).filter(([name]) => given.includes(name) && !asked.has(name)))
  }

  /** Makes the entry once all is answered. @returns false where it cannot be taken as it is */
  function finish(): boolean {
    const at = current.value
    if (!at || nextAsk(asks.value, answers.value)) return true
    const { [WHY]: why, ...own } = answers.value
    const of = correcting.value
    // Entries that lie in tables of their own keep no more than their figures: what they replace is struck out before them.
    const whole = isGrouped(kindOf[at.entry].work)
    const takenWith = inHand.takenWith(own)
    const more = {
      ...(takenWith.length > 0 ? { takenWith } : {}),
      ...(draft.value ? { fromAt: draft.value.fromAt } : {}),
      ...(draft.value && Object.keys(draft.value.repeats).length > 0 ? { repeats: draft.value.repeats } : {}),
      ...(of?.id ? { replaces: { id: of.id, reason: String(why) } } : {}),
    }
    const made = at.make(own, by.value, newId, whole ? more : {})
    // What was not asked stays as it was: the puller, not the one in hand by now.
    const entries = whole || !of?.id ? made : made?.map((entry) => ({ ...entry, ...unasked(of) }))
    if (!entries) return true
    // Each is judged by the job as those before it leave it.
    let then = of ? before(of) : snapshot()
    for (const entry of entries) {
      const refused = logic.refuse?.(then, entry, clock.nowMs()) ?? null
      if (refused) {
        problem.value = { kind: 'refused', order: refused.details[0] ?? refused.code }
        return false
      }
      then = applyAct(then, entry, {
        seq: Infinity,
        at: new Date(clock.nowMs()).toISOString(),
        personId: device.personId,
      })
    }
    // What is asked next has another name.
    const done = id.value!
    const struck = whole || !of?.id || act({ what: 'strike-entry', entryId: of.id, reason: String(why) })
    if (!struck || !entries.every(act)) {
      problem.value = { kind: 'nobody' }
      return false
    }
    correcting.value = null
    sent.value = null
    put(done, null)
    if (at.onward) onward()
    return true
  }

  /** Whether a figure lies so far from what it should be that it is asked about. */
  function isFar({ about }: Ask, value: number): boolean {
    if (about === null || about === 0) return false
    // What lies on one side of its face, typed as if it were on the other.
    if (about < 0 && value > 0) return true
    const times = Math.abs(value / about)
    return times >= FAR || times <= 1 / FAR
  }
  /** Takes a figure in the unit it is kept in. @param as what was asked about it before */
  function figure(value: number, as: string): boolean {
    const ask = asking.value
    if (!ask) return false
    if (ask.quantity === 'count' && !Number.isInteger(value)) {
      problem.value = { kind: 'whole' }
      return false
    }
    const within = value >= ask.least && value <= ask.most
    if (within && isFar(ask, value) && askedAbout.value !== as) {
      askedAbout.value = as
      problem.value = { kind: 'about', ask }
      return false
    }
    return answer(value)
  }
  /** Takes what stands in the box. @returns whether it was taken */
  function enter(): boolean {
    const ask = asking.value
    if (!ask?.quantity) return false
    const read = readFigure(text.value, ask.quantity, device)
    if (read.ok) return figure(read.value, text.value.trim())
    problem.value = { kind: read.problem }
    return false
  }
  /** Whether a connected gauge reads what is asked. */
  const live = computed(
    () =>
      gaugeStore.live &&
      asking.value?.quantity === 'length' &&
      gaugeStore.source === 'serial' &&
      inHand.gauge.value !== null,
  )
  /** Takes what the connected gauge shows; one that has not moved since the last figure is asked about first. */
  function takeLive(moved = false): boolean {
    if (!live.value || gaugeStore.valueMm === null) {
      problem.value = { kind: 'no-gauge-value' }
      return false
    }
    if (!moved && lastLive.value === gaugeStore.valueMm) {
      stillThere.value = true
      return false
    }
    stillThere.value = false
    lastLive.value = gaugeStore.valueMm
    return figure(gaugeStore.valueMm, String(gaugeStore.valueMm))
  }

  /** Takes what a torque wrench sent, where a torque is asked. @returns whether it was taken */
  function takeWrench({ torqueNm, angleDeg, unit, shown }: WrenchReading): boolean {
    if (asking.value?.quantity !== 'torque') return false
    sent.value = { unit, shown }
    if (angleDeg !== null) aside('angleDeg', angleDeg)
    return answer(torqueNm)
  }
  /** What is touched or sent beside the question at hand. */
  function aside(key: string, value: Answer): void {
    keep({ answers: { ...answers.value, [key]: value } })
  }

  /** Takes the last answer back. */
  function undo(): void {
    const key = draft.value?.order.at(-1)
    clear()
    sent.value = null
    if (key === undefined) return
    const { [key]: _, ...rest } = answers.value
    const { [key]: __, ...repeats } = draft.value!.repeats
    keep({ answers: rest, order: draft.value!.order.slice(0, -1), repeats })
  }
  /** Asks one again, or one that stands without being asked. */
  function choose(key: string): void {
    clear()
    chosen.value = key
  }
  /** Reads the last spot once more: both are kept. */
  function again(): void {
    const key = draft.value?.order.at(-1)
    const ask = asks.value.find((a) => a.key === key)
    if (ask?.is !== 'figure') return
    clear()
    repeating.value = ask.key
  }
  /** A cylinder of which something is so, or no longer. */
  function touch(cylinder: number): void {
    const key = asking.value?.key
    if (!key) return
    const there = (answers.value[key] as number[] | undefined) ?? []
    const next = there.includes(cylinder) ? there.filter((c) => c !== cylinder) : [...there, cylinder]
    keep({ answers: { ...answers.value, [key]: next } })
    chosen.value = key
  }
  /** One more row than there are. */
  function more(): void {
    const key = current.value?.more
    if (key) keep({ answers: { ...answers.value, [key]: Number(answers.value[key] ?? 0) + 1 } })
  }
  const canMore = computed(() => current.value?.more != null)

  /** Opens an entry again with its figures in the cells. */
  function correct(entry: EntryWhat, there: { id: string } & object, spot: Spot = job.hand): void {
    correcting.value = { entry, id: there.id, spot }
    const own = current.value
    if (!own) {
      correcting.value = null
      return
    }
    // Rows beyond the usual are there before their figures are laid in.
    const rows = Object.entries(there).flatMap(([name, of]) => {
      const more = Array.isArray(of) ? of.length - rowsOf(own.asks({}), name) : 0
      return more > 0 && own.more === MORE + name ? [[MORE + name, more] as const] : []
    })
    const added = Object.fromEntries(rows)
    keep({ answers: { ...added, ...answersOf(own.asks({ ...added, ...answersOf(own.asks(added), there) }), there) } })
  }
  /** Opens a turn that the next move does not ask for: one more of what there is, or done another way. */
  function open(entry: EntryWhat, spot: Spot): void {
    correcting.value = { entry, id: null, spot }
    if (!current.value) correcting.value = null
    else if (asks.value.length === 0) finish()
  }
  function giveUp(): void {
    const done = id.value
    correcting.value = null
    if (done) put(done, null)
  }

  return {
    current,
    asks,
    asking,
    answers,
    sofar,
    said,
    text,
    problem,
    stillThere,
    correcting,
    repeating,
    draft,
    inHand,
    live,
    canMore,
    taken,
    answer,
    enter,
    takeLive,
    takeWrench,
    aside,
    undo,
    choose,
    again,
    touch,
    more,
    correct,
    open,
    giveUp,
    finish,
  }
}
const rowsOf = (asks: readonly Ask[], name: string): number =>
  new Set(asks.flatMap((a) => (a.key.startsWith(`${name}.`) ? [a.key.split('.')[1]] : []))).size
