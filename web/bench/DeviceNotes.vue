<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useOutbox } from '../stores/outbox'
import { useShop } from '../stores/shop'
import { useShopClock } from '../stores/shop-clock'

/**
 * What a person must know of this device: on a page opened without TLS, while the server is away, that closing it now
 * would lose the way back in; and that its clock is off, where the shop's is gone by.
 */
const { t } = useI18n()
const outbox = useOutbox()
const shop = useShop()
const clock = useShopClock()
const missed = computed(() => !globalThis.isSecureContext && (!outbox.reachable || shop.stale))
const ahead = computed(() => clock.minutesAhead())
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
</template>
