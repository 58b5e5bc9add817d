import { until, useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Move } from '#core/job/move'
import { gaugeUncertaintyMm } from '#core/measure/uncertainty'
import { engineAnswer, type EngineAnswer, type MeasuredBy } from '#core/sim/engine-answer'
import { actsOf, questionOf } from '#core/sim/play-move'
import type { EngineQuestion } from '#core/sim/unit-truth'
import { useJob } from '../stores/job'
import { newId } from '../stores/new-id'
import { useOutbox } from '../stores/outbox'
import { useShop } from '../stores/shop'
import { useActs } from './useActs'

/** How long the simulated engine may take, ms. */
const PATIENCE_MS = 20_000

/** Does what a move says: with the answer of the simulated engine where the job has one, or with what was seen and typed. */
export function useEngine() {
  const job = useJob()
  const shop = useShop()
  const outbox = useOutbox()
  const { act, problem } = useActs()
  const wanted = useLocalStorage('evenbore.engine-answers', true)
  const there = computed(() => job.snapshot?.job.simulated ?? false)
  const on = computed(() => there.value && wanted.value)
  const asking = ref(false)
  /** It did not answer: what was seen is entered by hand. */
  const away = ref(false)

  /** The gauge in hand, as good as it is. */
  const by = computed((): MeasuredBy => {
    const { gauge } = shop
    return gauge
      ? { gaugeId: gauge.id, uncertaintyMm: gaugeUncertaintyMm(gauge.repeatabilityMm, gauge.resolutionMm) }
      : { gaugeId: null, uncertaintyMm: 0 }
  })

  async function ask(question: EngineQuestion): Promise<EngineAnswer | null> {
    asking.value = true
    try {
      // It answers as it stands on the server: what was just done is sent first, and what cannot be is not known to it.
      await until(() => outbox.waiting === 0 || !outbox.reachable).toBe(true, { timeout: PATIENCE_MS })
      if (outbox.waiting > 0) return null
      const response = await fetch(`/api/jobs/${job.snapshot!.job.id}/engine`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(question),
        signal: AbortSignal.timeout(PATIENCE_MS),
      })
      if (!response.ok) return null
      return engineAnswer.parse(await response.json())
    } catch {
      return null
    } finally {
      asking.value = false
    }
  }

  /** Enters what a move comes to. @returns whether anything was entered */
  function enter(move: Move, answer: EngineAnswer): boolean {
    const acts = actsOf(job.snapshot!, move, answer, by.value, newId)
    return acts.length > 0 && acts.every((a) => act(a))
  }

  /** Does a move without a person's entry, where that can be. @returns whether it was done; false: somebody must enter it */
  async function play(move: Move): Promise<boolean> {
    const question = questionOf(move)
    if (!question) return enter(move, {})
    if (!on.value || asking.value) return asking.value
    const answer = await ask(question)
    away.value = answer === null
    return answer !== null && enter(move, answer)
  }
  return { wanted, there, on, asking, away, enter, play, problem }
}
