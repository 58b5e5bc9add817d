<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useOutbox } from '../stores/outbox'
import RefusedEntry from './RefusedEntry.vue'
import SheetDialog from './SheetDialog.vue'

defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const outbox = useOutbox()
</script>

<template>
  <SheetDialog :open="open" :title="t('refused.title')" @close="emit('close')">
    <p class="mb-3">{{ t('refused.note') }}</p>
    <ul class="flex flex-col gap-3" data-part="refused-list">
      <li v-for="entry in outbox.refused" :key="entry.order"><RefusedEntry :entry="entry" /></li>
    </ul>
    <button type="button" class="key mt-4" @click="emit('close')">{{ t('keys.close') }}</button>
  </SheetDialog>
</template>
