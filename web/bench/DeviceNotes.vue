<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useOutbox } from '../stores/outbox'
import { useShop } from '../stores/shop'
import { useShopClock } from '../stores/shop-clock'
import { useShopHealth } from '../stores/shop-health'

/**
 * What a person must know of this device and its shop: on a page opened without TLS, while the server is away, that
 * closing it now would lose the way back in; that its clock is off, where the shop's is gone by; that its store was
 * cleared under it; that the shop's disk is full, or a part of its program keeps ending.
 */
const { t, locale } = useI18n()
const outbox = useOutbox()
const shop = useShop()
const clock = useShopClock()
const missed = computed(() => !globalThis.isSecureContext && (!outbox.reachable || shop.stale))
const ahead = computed(() => clock.minutesAhead())

const health = useShopHealth()
const away = computed(() => !outbox.reachable || shop.stale)
const LOOK_AWAY_MS = 5000
const LOOK_WELL_MS = 60_000
const every = computed(() => (away.value || health.troubles.length > 0 ? LOOK_AWAY_MS : LOOK_WELL_MS))
useIntervalFn(() => void health.look(), every)
watch(away, () => void health.look(), { immediate: true })

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
