<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useOutbox } from '../stores/outbox'
import RefusedEntry from './RefusedEntry.vue'

/** What was refused last stays in front, with its figures and why, until somebody says what becomes of it. */
const emit = defineEmits<{ all: [] }>()
const { t } = useI18n()
const outbox = useOutbox()
const last = computed(() => outbox.refused.at(-1) ?? null)
</script>

<template>
  <div v-if="last" class="border-b border-line bg-plate px-3 py-2 text-body" role="alert" data-part="refused-note">
    <RefusedEntry :entry="last">
      <button v-if="outbox.refused.length > 1" type="button" class="key" @click="emit('all')">
        {{ t('refused.all', { n: outbox.refused.length }) }}
      </button>
    </RefusedEntry>
  </div>
</template>
