<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Joint } from '#core/works/fasteners/data'
import SheetDialog from '../SheetDialog.vue'
import JointBench from './JointBench.vue'

defineProps<{ open: boolean; joint: Joint; cylinder: number | null }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
</script>

<template>
  <SheetDialog :open="open" wide :title="t('joint.name')" @close="emit('close')">
    <JointBench :joint="joint" :cylinder="cylinder" />
    <div class="mt-3">
      <button type="button" class="key" data-part="close-bolts" @click="emit('close')">{{ t('keys.close') }}</button>
    </div>
  </SheetDialog>
</template>
