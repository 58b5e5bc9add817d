import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { health as healthSchema, type Health } from '#contract/health'
import { useOutbox } from './outbox'
import { useShop } from './shop'

/** So often in a row is no accident any more: a person is told, also where all runs again. */
const OFTEN = 3
/** A server that answers no sooner is away for whoever waits. */
const ANSWERS_WITHIN_MS = 2500

/** How the shop's program is: whether its disk has room, whether its parts keep ending. Known as it was last heard. */
export const useShopHealth = defineStore('shop-health', () => {
  const outbox = useOutbox()
  const shop = useShop()
  const heard = shallowRef<Health | null>(null)
  /** Whether it answered when it was last asked; null before. */
  const answers = ref<boolean | null>(null)

  /** Asks the server, where it answers: one whose store is away tells that, too. */
  async function look(): Promise<void> {
    try {
      const answer = await fetch('/api/health', { cache: 'no-store', signal: AbortSignal.timeout(ANSWERS_WITHIN_MS) })
      heard.value = healthSchema.parse(await answer.json())
      answers.value = heard.value.ok || heard.value.disk === 'full'
    } catch {
      // What was heard last stands: a part that was to be started again may be on its way.
      answers.value = false
    }
    if (!answers.value) return
    // What waited goes now, and what was shown from memory is read anew.
    if (!outbox.reachable) outbox.serverIsBack()
    if (shop.stale) await shop.load()
  }

  /** Whether nothing that is done now arrives. */
  const away = computed(() => answers.value === false || !outbox.reachable || shop.stale)
  const full = computed(() => (outbox.shopFull && !outbox.reachable) || heard.value?.disk === 'full')
  const photosWait = computed(() => !full.value && outbox.shopFull)
  /** Parts that are down, and those that went down again and again. */
  const troubles = computed(() => (heard.value?.troubles ?? []).filter((t) => t.nextAt !== null || t.times >= OFTEN))
  return { heard, look, away, full, photosWait, troubles }
})
