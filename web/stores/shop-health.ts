import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { health as healthSchema, type Health } from '#contract/health'
import { useOutbox } from './outbox'

/** So often in a row is no accident any more: a person is told, also where all runs again. */
const OFTEN = 3

/** How the shop's program is: whether its disk has room, whether its parts keep ending. Known as it was last heard. */
export const useShopHealth = defineStore('shop-health', () => {
  const outbox = useOutbox()
  const heard = shallowRef<Health | null>(null)

  /** Asks the server, where it answers: one whose store is away tells that, too. */
  async function look(): Promise<void> {
    try {
      const answer = await fetch('/api/health', { cache: 'no-store', signal: AbortSignal.timeout(8000) })
      heard.value = healthSchema.parse(await answer.json())
    } catch {
      // What was heard last stands: a part that was to be started again may be on its way.
    }
  }

  const full = computed(() => (outbox.shopFull && !outbox.reachable) || heard.value?.disk === 'full')
  const photosWait = computed(() => !full.value && outbox.shopFull)
  /** Parts that are down, and those that went down again and again. */
  const troubles = computed(() => (heard.value?.troubles ?? []).filter((t) => t.nextAt !== null || t.times >= OFTEN))
  return { heard, look, full, photosWait, troubles }
})
