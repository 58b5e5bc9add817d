import { computed, ref, watch, type ComputedRef } from 'vue'
import type { CylinderState, Deck } from '#core/job/deck'
import { nominalProtrusionMm } from '#core/liner/stack'
import { asProtrusionMm } from '#core/measure/as-protrusion'
import { doubtfulReading, isDoubtfulZero, type Doubt } from '#core/measure/doubtful-reading'
import { parseGaugeLine } from '#core/measure/gauge-line'
import { parseLength, type LengthProblem } from '#core/units/parse-length'
import type { MeasuredStage } from '#core/job/stages'
import { useDevice } from '../../stores/device'
import { useGauge } from '../../stores/gauge'
import { useJob } from '../../stores/job'

/** What the pad asks before it takes a reading. */
export type Question =
  | { kind: 'doubt'; doubt: Doubt; valueMm: number; source: 'typed' | 'gauge' }
  | { kind: 'twice'; valueMm: number; oldMm: number; readingId: string; source: 'typed' | 'gauge' }
  | { kind: 'column'; valuesMm: number[] }
  | { kind: 'zero'; valueMm: number }

export type EntryProblem = LengthProblem | 'no-gauge-value' | 'nobody' | 'no-gauge' | 'closed' | 'rubbish'

/**
 * Walking the stations of a liner: what is typed or taken becomes readings of the open
 * set, a new set is begun where one is needed, and doubtful entries are asked about.
 */
export function useReadingEntry(stage: ComputedRef<MeasuredStage>, deck: ComputedRef<Deck | null>, closed: ComputedRef<boolean>) {
  const job = useJob()
  const device = useDevice()
  const gauge = useGauge()
  const text = ref('')
  const problem = ref<EntryProblem | null>(null)
  const question = ref<Question | null>(null)
  /** The station the person went back to; null: the first one without a reading. */
  const chosenDeg = ref<number | null>(null)

  const state = computed<CylinderState | null>(() => deck.value?.cylinders.find((c) => c.cylinder === job.selected) ?? null)
  /** Readings can no longer be added to the present set. */
  const needsNewSet = computed(() => {
    const s = state.value
    if (!s?.set) return true
    return s.changed !== null || s.set.closed !== null || (s.set.gaugeId !== device.gaugeId && s.stations.every((st) => st.valueMm === null))
  })
  const stations = computed(() => job.snapshot?.stationsDeg ?? [])
  const stationDeg = computed<number | null>(() => {
    if (chosenDeg.value !== null) return chosenDeg.value
    const s = state.value
    if (!s) return null
    if (needsNewSet.value && !(s.set?.closed && !s.changed)) return stations.value[0] ?? null
    return s.stations.find((st) => st.valueMm === null)?.angleDeg ?? null
  })

  /** Every station is read and the set is open: what is typed next is the zero back on the deck. */
  const zeroWanted = computed(() => !closed.value && stationDeg.value === null && !needsNewSet.value)

  watch([() => job.selected, stage], () => {
    chosenDeg.value = null
    text.value = ''
    problem.value = null
    question.value = null
  })

  function refuse(why: EntryProblem): false {
    problem.value = why
    return false
  }

  /** Begins a set for the cylinder in hand. @returns its id, or null where somebody or some gauge is not named yet */
  function openSet(): string | null {
    if (!device.personId) return refuse('nobody') || null
    if (!device.gaugeId) return refuse('no-gauge') || null
    const setId = crypto.randomUUID()
    job.act({ what: 'open-set', setId, cylinder: job.selected, stage: stage.value, gaugeId: device.gaugeId, zeroOn: device.zeroOn })
    return setId
  }

  function place(valueMm: number, source: 'typed' | 'gauge', angleDeg: number): boolean {
    const setId = needsNewSet.value ? openSet() : state.value!.set!.id
    if (!setId) return false
    if (!device.personId) return refuse('nobody')
    job.act({ what: 'take-reading', readingId: crypto.randomUUID(), setId, angleDeg, valueMm, source })
    return true
  }

  /** After a reading: on to the next open station. */
  function finish(): void {
    text.value = ''
    problem.value = null
    question.value = null
    chosenDeg.value = null
  }

  /** Takes a value (mm above the deck) unless it must be asked about first. */
  function offer(valueMm: number, source: 'typed' | 'gauge', sure = false): boolean {
    if (closed.value) return refuse('closed')
    const angleDeg = stationDeg.value ?? stations.value[0]
    const s = state.value
    const snap = job.snapshot
    if (angleDeg === undefined || !s || !snap) return false
    const standing = needsNewSet.value ? null : s.stations.find((st) => st.angleDeg === angleDeg)?.readings.at(-1)
    if (standing && !sure) {
      question.value = { kind: 'twice', valueMm, oldMm: standing.valueMm, readingId: standing.id, source }
      return false
    }
    const others = needsNewSet.value ? [] : s.stations.flatMap((st) => (st.valueMm === null || st.angleDeg === angleDeg ? [] : [st.valueMm]))
    const { limits, links } = snap.sheet
    const expectMm = s.changed?.expectMm ?? nominalProtrusionMm(links, s.shimIn?.thicknessMm ?? 0)
    const doubt = sure ? null : doubtfulReading(valueMm, others, expectMm, limits.maxMm - limits.minMm)
    if (doubt) {
      question.value = { kind: 'doubt', doubt, valueMm, source }
      return false
    }
    if (!place(valueMm, source, angleDeg)) return false
    finish()
    return true
  }

  /** Takes the live value of the gauge, its sign as it was zeroed. */
  function takeLive(): boolean {
    if (!gauge.live || gauge.valueMm === null) return refuse('no-gauge-value')
    return offer(asProtrusionMm(gauge.valueMm, device.zeroOn), 'gauge')
  }

  /** Takes what stands in the box; an empty box takes the gauge. */
  function enter(): boolean {
    if (question.value) return answer('yes')
    if (text.value.trim() === '') return gauge.source === 'none' ? refuse('empty') : takeLive()
    const typed = parseLength(text.value, device.unit)
    if (typed.ok) return zeroWanted.value ? offerZero(typed.valueMm) : offer(typed.valueMm, 'typed')
    if (typed.problem === 'several' && typed.valuesMm) {
      question.value = { kind: 'column', valuesMm: typed.valuesMm }
      return false
    }
    // An indicator that types like a keyboard sends its own marks and unit.
    const line = parseGaugeLine(text.value)
    if (typed.problem === 'no-number' && line.kind === 'value') return offer(asProtrusionMm(line.valueMm, device.zeroOn), 'gauge')
    return refuse(typed.problem)
  }

  /** Answers what the pad asked: `yes` takes it (in place of the old one), `keep` keeps both, `no` leaves it in the box. */
  function answer(how: 'yes' | 'keep' | 'no'): boolean {
    const q = question.value
    question.value = null
    if (!q || how === 'no') return false
    if (q.kind === 'column') return layColumn(q.valuesMm)
    if (q.kind === 'zero') return endOnZero(q.valueMm)
    if (q.kind === 'twice' && how === 'yes') job.act({ what: 'strike-reading', readingId: q.readingId, reason: 'taken-again' })
    return offer(q.valueMm, q.source, true)
  }

  /** A typed zero at the end of a set; one far off may have been meant as a reading, so it is asked about. */
  function offerZero(zeroMm: number): boolean {
    const set = state.value?.set
    if (set && isDoubtfulZero(zeroMm, set.uncertaintyMm)) {
      question.value = { kind: 'zero', valueMm: zeroMm }
      return false
    }
    return endOnZero(zeroMm)
  }

  function endOnZero(zeroMm: number): boolean {
    closeZero(zeroMm)
    finish()
    return true
  }

  /** Lays a pasted column on the stations, in their order, as far as there are stations. */
  function layColumn(valuesMm: number[]): boolean {
    const open = needsNewSet.value ? stations.value : stations.value.filter((a) => state.value?.stations.find((s) => s.angleDeg === a)?.valueMm === null)
    const setId = needsNewSet.value ? openSet() : (state.value?.set?.id ?? null)
    if (!setId) return false
    valuesMm.slice(0, open.length).forEach((valueMm, i) => {
      job.act({ what: 'take-reading', readingId: crypto.randomUUID(), setId, angleDeg: open[i]!, valueMm, source: 'typed' })
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

  /** Strikes the latest reading of this liner. @returns whether there was one */
  function undo(): boolean {
    const latest = state.value?.stations.flatMap((s) => s.readings).sort((a, b) => b.seq - a.seq)[0]
    if (!latest || closed.value || state.value?.set?.closed) return false
    job.act({ what: 'strike-reading', readingId: latest.id, reason: 'undone' })
    chosenDeg.value = latest.angleDeg
    return true
  }

  /** Ends the set on the zero the gauge shows on the deck (or a typed one). */
  function closeZero(zeroMm: number | null): void {
    const set = state.value?.set
    if (set && !set.closed) job.act({ what: 'close-set', setId: set.id, zeroMm })
  }

  return { text, problem, question, state, stationDeg, needsNewSet, zeroWanted, choose, enter, takeLive, answer, stepStation, undo, closeZero, openSet }
}
