<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useOutbox } from '../stores/outbox'
import { useShop } from '../stores/shop'

/** Said while the server is away, on a page that was opened without TLS: closing it now would lose the way back in. */
const { t } = useI18n()
const outbox = useOutbox()
const shop = useShop()
const missed = computed(() => !globalThis.isSecureContext && (!outbox.reachable || shop.stale))
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
</template>
