<script setup lang="ts">
import { useI18n } from 'vue-i18n'

/** The two keys under a form: save it, or let it be. */
defineProps<{ save?: string; part: string }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
</script>

<template>
  <div class="mt-1 flex gap-2">
    <button type="submit" class="key-brass" :data-part="part">{{ save ?? t('draft.save') }}</button>
    <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
  </div>
</template>
