import { computed, ref, watch, type ComputedRef } from 'vue'
import type { ReadingSet } from '#core/job/snapshot'
import { doubtfulReading, meantIn } from '#core/measure/doubtful-reading'
import { mean } from '#core/measure/mean'
import { parseGaugeLine } from '#core/measure/gauge-line'
import type { GaugeUnit } from '#core/units/convert'
import { parseLength } from '#core/units/parse-length'
import { spotKey } from '#core/job/place'
import { useDevice } from '../stores/device'
import { useGauge } from '../stores/gauge'
import { useJob } from '../stores/job'
import { newId } from '../stores/new-id'
import type { EntryContext, EntryProblem, EntryState, Question } from './entry'
import { useZero } from './useZero'

/**
 * Walking the stations of a liner or a ledge: what is typed or taken becomes readings of the open
 * set, a new set is begun where one is needed, and doubtful entries are asked about.
 */
export function useReadingEntry(context: ComputedRef<EntryContext>) {
  const job = useJob()
  const device = useDevice()
  const gauge = useGauge()
  const text = ref('')
  const problem = ref<EntryProblem | null>(null)
  const question = ref<Question | null>(null)
  /** The station the person went back to; null: the first one without a reading. */
  const chosenDeg = ref<number | null>(null)

  const state = computed(() => context.value.state)
  const closed = computed(() => context.value.closed)
  /** Its zero moved: it is read anew, as if it had not been read. */
  const isSpoilt = (s: EntryState | null) => s?.set?.closed?.zeroMoved === true
  /** Readings can no longer be added to the present set. */
  const needsNewSet = computed(() => {
    const s = state.value
    if (!s?.set) return true
    return (
      s.changed !== null ||
      s.set.closed !== null ||
      (s.set.gaugeId !== context.value.gaugeId && s.stations.every((st) => st.valueMm === null))
    )
  })
  const stations = computed(() => job.snapshot?.stationsDeg ?? [])
  const stationDeg = computed<number | null>(() => {
    if (chosenDeg.value !== null) return chosenDeg.value
    const s = state.value
    if (!s) return null
    if (needsNewSet.value && (!s.set?.closed || s.changed || isSpoilt(s))) return stations.value[0] ?? null
    return (
      s.stations.find((st) => st.valueMm === null)?.angleDeg ??
      (needsNewSet.value ? null : (context.value.repeatDeg ?? null))
    )
  })

  const isRead = (s: EntryState) =>
    !s.changed &&
    !isSpoilt(s) &&
    stations.value.every((a) => s.stations.some((st) => st.angleDeg === a && st.valueMm !== null))
  const zero = useZero({ context, closed, stationDeg, question, problem, isRead, refuse, finish })
  const { zeroAsked, zeroSeen, zeroDue, zeroWanted, sinceZero, seeZero, offerZero, askZero, takeBackZero } = zero

  watch([() => spotKey(job.hand), () => context.value.stage], () => {
    chosenDeg.value = null
    text.value = ''
    problem.value = null
    question.value = null
    zeroAsked.value = false
  })
  // What was missing is there: its message goes.
  watch([() => device.personId, () => context.value.gaugeId, closed, () => gauge.live], () => {
    const { personId } = device
    const gone: Partial<Record<EntryProblem, boolean>> = {
      nobody: personId !== '',
      'no-gauge': context.value.gaugeId !== '',
      closed: !closed.value,
      'no-gauge-value': gauge.live,
    }
    if (problem.value && gone[problem.value]) problem.value = null
  })

  function refuse(why: EntryProblem): false {
    problem.value = why
    return false
  }

  /** Nothing is wanted here: every station is read, or what was read is ended. */
  const whole = (): EntryProblem => (state.value?.set?.closed ? 'set-ended' : 'all-read')

  /** Begins a set for the cylinder or the place in hand. @returns its id, or null where somebody or some gauge is not named yet */
  function openSet(): string | null {
    if (!device.personId) return refuse('nobody') || null
    const { stage, gaugeId, zeroOn, masterMm, clampNm } = context.value
    if (!gaugeId) return refuse('no-gauge') || null
    const setId = newId()
    job.act({
      what: 'open-set',
      setId,
      cylinder: job.hand.cylinder,
      ...(job.hand.place === null ? {} : { place: job.hand.place }),
      stage,
      gaugeId,
      zeroOn,
      ...(masterMm ? { masterMm } : {}),
      ...(clampNm == null ? {} : { clampNm }),
    })
    return setId
  }

  /** Sets of somebody else that this person goes on with. */
  const joined = new Set<string>()
  /** The set in hand, where somebody else is reading it and this person has no part in it; null otherwise. */
  function anothersSet(): ReadingSet | null {
    const s = state.value
    if (!s?.set || needsNewSet.value || s.set.personId === device.personId || joined.has(s.set.id)) return null
    const read = s.stations.flatMap((st) => st.readings)
    return read.length === 0 || read.some((r) => r.personId === device.personId) ? null : s.set
  }

  function place(valueMm: number, source: 'typed' | 'gauge', angleDeg: number): boolean {
    const setId = needsNewSet.value ? openSet() : state.value!.set!.id
    if (!setId) return false
    if (!device.personId) return refuse('nobody')
    job.act({ what: 'take-reading', readingId: newId(), setId, angleDeg, valueMm, source })
    zeroSeen.value = null
    return true
  }

  /** After a reading: on to the next open station. */
  function finish(): void {
    text.value = ''
    problem.value = null
    question.value = null
    chosenDeg.value = null
    zeroAsked.value = false
    if (stationDeg.value === null && !zeroDue.value) context.value.onward?.()
  }

  /** Takes a value (mm above the deck, or below it on a ledge) unless it must be asked about first. */
  function offer(valueMm: number, source: 'typed' | 'gauge', sure = false): boolean {
    if (closed.value) return refuse('closed')
    if (stationDeg.value === null && !sure) return refuse(whole())
    const angleDeg = stationDeg.value ?? stations.value[0]
    const s = state.value
    if (angleDeg === undefined || !s) return false
    const other = anothersSet()
    if (other && !sure) {
      const read = s.stations.filter((st) => st.valueMm !== null).length
      question.value = { kind: 'other-hand', valueMm, source, angleDeg, personId: other.personId, read }
      return false
    }
    const standing = needsNewSet.value ? null : s.stations.find((st) => st.angleDeg === angleDeg)?.readings.at(-1)
    // A station that the next move wants read again is read again, without a question.
    if (standing && !sure && angleDeg !== context.value.repeatDeg) {
      question.value = { kind: 'twice', valueMm, oldMm: standing.valueMm, readingId: standing.id, source }
      return false
    }
    const others = needsNewSet.value
      ? []
      : s.stations.flatMap((st) => (st.valueMm === null || st.angleDeg === angleDeg ? [] : [st.valueMm]))
    const { expectMm, windowMm } = context.value
    const doubt = sure ? null : doubtfulReading(valueMm, others, expectMm, windowMm)
    if (doubt) {
      question.value = { kind: 'doubt', doubt, valueMm, source }
      return false
    }
    if (!place(valueMm, source, angleDeg)) return false
    finish()
    return true
  }

  /** A figure that fits here only in another unit than this device's is asked about. @returns whether it was */
  function askedForUnit(said: string): boolean {
    const inUnit = (unit: GaugeUnit) => {
      const read = parseLength(said, unit)
      return read.ok ? [{ unit, valueMm: context.value.fromTyped(read.valueMm) }] : []
    }
    const [typed] = inUnit(device.unit)
    if (!typed) return false
    const others = (['mm', 'thou', 'in'] as const).filter((u) => u !== device.unit).flatMap(inUnit)
    const read = needsNewSet.value ? [] : (state.value?.stations ?? []).flatMap((s) => s.valueMm ?? [])
    const { expectMm, windowMm } = context.value
    const meant = meantIn(typed.valueMm, others, read.length > 0 ? mean(read) : expectMm, windowMm)
    if (meant) question.value = { kind: 'unit', valueMm: typed.valueMm, meant, said: said.trim() }
    return meant !== null
  }

  /** Takes the live value of the gauge, its sign as it was zeroed. */
  function takeLive(): boolean {
    if (!gauge.live || gauge.valueMm === null) return refuse('no-gauge-value')
    if (zeroWanted.value) return offerZero(gauge.valueMm)
    return offer(context.value.fromGauge(gauge.valueMm), 'gauge')
  }

  /** Takes what stands in the box; an empty box takes the gauge. */
  function enter(): boolean {
    if (question.value) return answer('yes')
    if (text.value.trim() === '') {
      if (gauge.source !== 'none') return takeLive()
      return zeroWanted.value ? seeZero(0) : refuse(stationDeg.value === null ? whole() : 'empty')
    }
    const typed = parseLength(text.value, device.unit)
    if (typed.ok && zeroAsked.value) return offerZero(typed.valueMm)
    // A figure is never taken for a zero: the zero has its own key.
    if (typed.ok && stationDeg.value === null) return refuse(whole())
    if (typed.ok) return askedForUnit(text.value) ? false : offer(context.value.fromTyped(typed.valueMm), 'typed')
    if (typed.problem === 'several' && typed.valuesMm) {
      question.value = { kind: 'column', valuesMm: typed.valuesMm }
      return false
    }
    // An indicator that types like a keyboard sends its own marks and unit.
    const line = parseGaugeLine(text.value)
    if (typed.problem === 'no-number' && line.kind === 'value')
      return offer(context.value.fromGauge(line.valueMm), 'gauge')
    return refuse(typed.problem)
  }

  /** Answers what the pad asked: `yes` takes it (in place of the old one), `keep` keeps both, `no` leaves it in the box. */
  function answer(how: 'yes' | 'keep' | 'no'): boolean {
    const q = question.value
    question.value = null
    if (!q || how === 'no') return false
    if (q.kind === 'column') return layColumn(q.valuesMm)
    if (q.kind === 'zero') return seeZero(q.valueMm)
    if (q.kind === 'unit') return offer(how === 'keep' ? q.meant.valueMm : q.valueMm, 'typed', how === 'yes')
    if (q.kind === 'other-hand') {
      if (how === 'keep' ? openSet() === null : !state.value?.set) return false
      joined.add(state.value!.set!.id)
      chosenDeg.value = q.angleDeg
      return offer(q.valueMm, q.source)
    }
    if (q.kind === 'twice' && how === 'yes')
      job.act({ what: 'strike-reading', readingId: q.readingId, reason: 'taken-again' })
    return offer(q.valueMm, q.source, true)
  }

  /** Lays a pasted column on the stations, in their order, as far as there are stations. */
  function layColumn(valuesMm: number[]): boolean {
    const open = needsNewSet.value
      ? stations.value
      : stations.value.filter((a) => state.value?.stations.find((s) => s.angleDeg === a)?.valueMm === null)
    const setId = needsNewSet.value || anothersSet() ? openSet() : (state.value?.set?.id ?? null)
    if (!setId) return false
    valuesMm.slice(0, open.length).forEach((valueMm, i) => {
      job.act({
        what: 'take-reading',
        readingId: newId(),
        setId,
        angleDeg: open[i]!,
        valueMm: context.value.fromTyped(valueMm),
        source: 'typed',
      })
    })
    finish()
    return true
  }

  /** Goes to a station, whether it was read or not. */
  function choose(angleDeg: number | null): void {
    chosenDeg.value = angleDeg
    question.value = null
  }

  /** One station back, or on. */
  function stepStation(by: 1 | -1): void {
    const at = stationDeg.value === null ? stations.value.length : stations.value.indexOf(stationDeg.value)
    const next = stations.value[at + by]
    if (next !== undefined) chosenDeg.value = next
  }

  /**
   * Takes the last thing back: the zero that was just seen, the latest reading here, the latest of this person
   * at another spot where nothing is read here yet, or the zero before. @returns whether there was one
   */
  function undo(): boolean {
    if (!job.snapshot || closed.value) return false
    if (zeroSeen.value) return takeBackZero()
    const readingsOf = (s: EntryState | null) =>
      s?.set && !s.set.closed && !s.changed ? s.stations.flatMap((st) => st.readings) : []
    const here = readingsOf(state.value)
    const mine = context.value.spots.flatMap(readingsOf).filter((r) => r.personId === device.personId)
    const latest = (here.length > 0 ? here : mine).toSorted((a, b) => b.seq - a.seq)[0]
    if (!latest) return takeBackZero()
    job.act({ what: 'strike-reading', readingId: latest.id, reason: 'undone' })
    if (here.length > 0) chosenDeg.value = latest.angleDeg
    else goTo(latest.setId)
    return true
  }

  /** Takes the spot of a set in hand again. */
  function goTo(setId: string): void {
    const set = job.snapshot?.sets.find((s) => s.id === setId)
    if (set) job.select({ cylinder: set.cylinder, place: set.place })
  }

  return {
    text,
    problem,
    question,
    context,
    state,
    stationDeg,
    needsNewSet,
    zeroWanted,
    zeroDue,
    zeroAsked,
    zeroSeen,
    sinceZero,
    choose,
    enter,
    takeLive,
    answer,
    stepStation,
    undo,
    askZero,
    seeZero,
    openSet,
  }
}
