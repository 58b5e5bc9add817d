import { until, useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Answers } from '#core/job/ask'
import { engineAnswer } from '#core/sim/engine-answer'
import type { Doing } from '#core/works/stage-logic'
import type { StageName } from '#core/works/stage-table'
import { useJob } from '../../stores/job'
import { useOutbox } from '../../stores/outbox'

/** How long the simulated engine may take, ms. */
const PATIENCE_MS = 20_000

/** Asks the simulated engine of a job, figure by figure. */
export function useSimulated() {
  const job = useJob()
  const outbox = useOutbox()
  const wanted = useLocalStorage('evenbore.engine-answers', true)
  const there = computed(() => job.snapshot?.job.simulated ?? false)
  const on = computed(() => there.value && wanted.value)
  const asking = ref(false)
  /** It did not answer: what was seen is entered by hand. */
  const away = ref(false)

  /** @returns its answers to the next so many that are asked; null where it is away */
  async function ask(stage: StageName, { entry, cylinder, place }: Doing, answers: Answers, most: number) {
    asking.value = true
    try {
      // It answers as it stands on the server: what was just done is sent first, and what cannot be is not known to it.
      await until(() => outbox.waiting === 0 || !outbox.reachable).toBe(true, { timeout: PATIENCE_MS })
      if (outbox.waiting > 0) return null
      const response = await fetch(`/api/jobs/${job.snapshot!.job.id}/engine`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ ask: 'turn', stage, entry, cylinder, place, answers, most }),
        signal: AbortSignal.timeout(PATIENCE_MS),
      })
      return response.ok ? (engineAnswer.parse(await response.json()) as Answers) : null
    } catch {
      return null
    } finally {
      asking.value = false
    }
  }
  async function answersTo(stage: StageName, doing: Doing, answers: Answers, most: number): Promise<Answers | null> {
    const found = await ask(stage, doing, answers, most)
    away.value = found === null
    return found
  }
  return { wanted, there, on, asking, away, answersTo }
}
