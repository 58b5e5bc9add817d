<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useOutbox } from '../stores/outbox'
import { useShopClock } from '../stores/shop-clock'
import { useShopHealth } from '../stores/shop-health'

/**
 * What a person must know of this device and its shop: on a page opened without TLS, while the server is away, that
 * closing it now would lose the way back in; that its clock is off, where the shop's is gone by; that its store was
 * cleared under it; that the shop's disk is full, or a part of its program keeps ending.
 */
const { t, locale } = useI18n()
const outbox = useOutbox()
const clock = useShopClock()
const health = useShopHealth()
const missed = computed(() => !globalThis.isSecureContext && health.away)
const ahead = computed(() => clock.minutesAhead())

/** That a server has gone, or is back, is told within five seconds: so often it is asked, and so long it may take. */
const LOOK_MS = 2000
let looking = false
async function look(): Promise<void> {
  if (looking || document.hidden) return
  looking = true
  await health.look().finally(() => (looking = false))
}
useIntervalFn(() => void look(), LOOK_MS, { immediateCallback: true })

const timeOf = (iso: string) =>
  new Intl.DateTimeFormat(locale.value, { timeStyle: 'medium', hourCycle: 'h23' }).format(new Date(iso))
/** Of what is the matter with the shop the first alone is said: the pad keeps its place for the hand. */
const troubles = computed(() =>
  (health.full || health.photosWait ? [] : health.troubles.slice(0, 1)).map(({ part, times, at, nextAt }) => ({
    part,
    words: t(nextAt ? `shop-health.${part}` : `shop-health.${part}-runs`, { times, at: timeOf(nextAt ?? at) }, times),
  })),
)
const cleared = computed(() => {
  const lost = outbox.cleared
  return (
    lost &&
    (lost.photos > 0 ? t('device-store.cleared-photos', { n: lost.photos }, lost.photos) : t('device-store.cleared'))
  )
})
</script>

<template>
  <p
    v-if="missed"
    class="border-b border-line bg-plate px-3 py-2 text-body font-semibold"
    role="status"
    data-part="insecure"
  >
    {{ t('secure.offline') }}
  </p>
  <p v-if="ahead" class="border-b border-line bg-plate px-3 py-1 text-small" role="status" data-part="clock-off">
    {{ t(ahead > 0 ? 'device-clock.ahead' : 'device-clock.behind', { minutes: Math.abs(ahead) }) }}
  </p>
  <p
    v-if="health.full || health.photosWait"
    class="border-b border-line bg-plate px-3 py-1 text-body font-semibold"
    role="status"
    data-part="shop-full"
  >
    {{ t(health.full ? 'shop-health.full' : 'shop-health.photos-wait') }}
  </p>
  <p
    v-for="trouble in troubles"
    :key="trouble.part"
    class="border-b border-line bg-plate px-3 py-1 text-body"
    role="status"
    :data-part="`trouble-${trouble.part}`"
  >
    {{ trouble.words }}
  </p>
  <p
    v-if="cleared"
    class="flex items-center gap-3 border-b border-line bg-plate px-3 py-1 text-body"
    role="status"
    data-part="store-cleared"
  >
    {{ cleared }}
    <button type="button" class="key shrink-0" @click="outbox.cleared = null">{{ t('device-store.seen') }}</button>
  </p>
</template>
