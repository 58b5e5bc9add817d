import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch, type ComputedRef, type Ref } from 'vue'
import { zeroMoved } from '#core/job/apply'
import { isZeroDue, setsOfLastZero, setsSinceZero } from '#core/job/zero-round'
import { isDoubtfulZero } from '#core/measure/doubtful-reading'
import { seenOnZero } from '#core/measure/seen-on-zero'
import { gaugeUncertaintyMm } from '#core/measure/uncertainty'
import { useDevice } from '../stores/device'
import { useGauge } from '../stores/gauge'
import { useJob } from '../stores/job'
import type { EntryContext, EntryProblem, EntryState, Question, ZeroSeen } from './entry'

/** What the zero needs of the reading that it ends. */
interface ZeroOf {
  context: ComputedRef<EntryContext>
  closed: ComputedRef<boolean>
  /** The station that is read next; null where all are. */
  stationDeg: ComputedRef<number | null>
  question: Ref<Question | null>
  problem: Ref<EntryProblem | null>
  isRead(s: EntryState): boolean
  refuse(why: EntryProblem): false
  /** On to what comes after it. */
  finish(): void
}

/** The gauge back where it was zeroed: when it is due, seen by itself on a live gauge or given by hand, and taken back. */
export function useZero({ context, closed, stationDeg, question, problem, isRead, refuse, finish }: ZeroOf) {
  const job = useJob()
  const device = useDevice()
  const gauge = useGauge()

  /** The person gives the zero now, by its own key. */
  const zeroAsked = ref(false)
  const zeroSeen = ref<ZeroSeen | null>(null)
  const sinceZero = computed(() => (job.snapshot ? setsSinceZero(job.snapshot, context.value) : []))
  /** Every station in hand is read, and the gauge goes back to where it was zeroed. */
  const zeroDue = computed(
    () =>
      !closed.value &&
      stationDeg.value === null &&
      isZeroDue(sinceZero.value, context.value.spots.every(isRead), job.snapshot?.shop?.zeroEvery ?? 0),
  )
  /** What comes next is the zero, not a reading. */
  const zeroWanted = computed(() => zeroAsked.value || zeroDue.value)

  /** What the gauge showed lately while its zero is due, and what it showed when that began. */
  let lately: number[] = []
  let lastReadMm: number | null = null
  watch(zeroDue, (due) => {
    lately = []
    lastReadMm = due && gauge.live ? gauge.valueMm : null
  })
  // A live gauge is put back where it was zeroed: that is seen, no key is needed.
  useIntervalFn(() => {
    if (!zeroDue.value || question.value || !gauge.live || gauge.valueMm === null) return
    lastReadMm ??= gauge.valueMm
    lately = [...lately.slice(-4), gauge.valueMm]
    const zeroMm = seenOnZero(lately, lastReadMm, sinceZero.value[0]?.uncertaintyMm ?? 0)
    if (zeroMm !== null) seeZero(zeroMm)
  }, 200)

  /** A zero by figure; one far off may have been meant as a reading, so it is asked about. */
  function offerZero(zeroMm: number): boolean {
    const set = sinceZero.value[0]
    if (set && isDoubtfulZero(zeroMm, set.uncertaintyMm)) {
      question.value = { kind: 'zero', valueMm: zeroMm }
      return false
    }
    return seeZero(zeroMm)
  }

  /**
   * The gauge was seen where it was zeroed: that ends every set read since it was seen there last.
   * A set that is still being read goes on where the zero is good.
   *
   * @param zeroMm what it showed; null: nobody looked, and the sets stand unchecked
   */
  function seeZero(zeroMm: number | null): boolean {
    if (!device.personId) return refuse('nobody')
    const sets = sinceZero.value
    const gaugeOf = job.snapshot?.gauges.find((g) => g.id === context.value.gaugeId)
    const u = gaugeOf ? gaugeUncertaintyMm(gaugeOf.repeatabilityMm, gaugeOf.resolutionMm) : 0
    const moved = zeroMoved(zeroMm, u)
    const half = (id: string) => context.value.spots.some((s) => s.set?.id === id && !isRead(s) && !s.changed)
    const ended = moved ? sets : sets.filter((s) => !half(s.id))
    if (ended.length === 0) return refuse('no-zero')
    job.act({ what: 'close-sets', setIds: ended.map((s) => s.id), zeroMm })
    zeroSeen.value = zeroMm === null ? null : { zeroMm, moved, spots: ended }
    finish()
    return true
  }

  /** What is given next is the zero; once more, and it is a reading again. */
  function askZero(): void {
    problem.value = null
    question.value = null
    if (sinceZero.value.length === 0) refuse('no-zero')
    else zeroAsked.value = !zeroAsked.value
  }

  /** The zero that was seen last by this person is taken back: its sets are open again. @returns whether there was one */
  function takeBackZero(): boolean {
    const { snapshot } = job
    zeroSeen.value = null
    const sets = snapshot ? setsOfLastZero(snapshot, context.value, device.personId) : []
    if (sets.length === 0) return false
    job.act({ what: 'reopen-sets', setIds: sets.map((s) => s.id) })
    return true
  }

  return { zeroAsked, zeroSeen, zeroDue, zeroWanted, sinceZero, seeZero, offerZero, askZero, takeBackZero }
}
