<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import SheetDialog from './SheetDialog.vue'

defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const keys = [
  'enter',
  'space',
  'backspace',
  'arrows-side',
  'arrows-up',
  'alt-number',
  'zero',
  'undo',
  'again',
  'pass',
  'choose',
  'escape',
  'next',
  'unit',
  'put-in',
  'mark',
  'help',
] as const
</script>

<template>
  <SheetDialog :open="open" :title="t('keys.title')" @close="emit('close')">
    <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-2 text-body" data-part="key-help">
      <template v-for="key in keys" :key="key">
        <dt>
          <kbd class="figure rounded border border-soft bg-plate px-2 py-0.5 text-small">{{
            t(`keys.${key}.key`)
          }}</kbd>
        </dt>
        <dd>{{ t(`keys.${key}.what`) }}</dd>
      </template>
    </dl>
    <button type="button" class="key mt-4" @click="emit('close')">{{ t('keys.close') }}</button>
  </SheetDialog>
</template>
