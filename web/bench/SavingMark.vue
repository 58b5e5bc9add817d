<script setup lang="ts">
import { CloudOff, HardDrive } from '@lucide/vue'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useOutbox } from '../stores/outbox'
import { useShopHealth } from '../stores/shop-health'

/** Whether all that was done is saved at the shop. It changes twice with each act: nothing around it is drawn anew for that. */
const { t } = useI18n()
const outbox = useOutbox()
const health = useShopHealth()

const saving = computed(() => {
  if (outbox.deviceFails) return { key: 'saving.device-fails', tone: 'bad' }
  if (outbox.waiting > 0 && health.away) return { key: 'saving.waiting', tone: 'wait' }
  if (outbox.waiting > 0) return { key: 'saving.sending', tone: 'wait' }
  if (health.away) return { key: 'saving.away', tone: 'wait' }
  return { key: 'saving.all', tone: 'good' }
})
</script>

<template>
  <span
    class="inline-flex items-center gap-1 whitespace-nowrap text-small font-semibold"
    :class="saving.tone === 'good' ? '' : saving.tone === 'bad' ? 'text-outside' : ''"
    role="status"
    data-part="saving"
    :data-waiting="outbox.waiting"
  >
    <CloudOff v-if="saving.tone !== 'good'" :size="18" aria-hidden="true" /><HardDrive
      v-else
      :size="18"
      aria-hidden="true"
    />{{ t(saving.key, { n: outbox.waiting }, outbox.waiting) }}
  </span>
</template>
