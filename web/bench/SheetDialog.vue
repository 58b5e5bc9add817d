<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import { ref, watch } from 'vue'
import { broughtComponent } from '../app/bring'

/** A dialog. Its panel is brought when the page has come to rest, so that no first look waits for it. */
const props = defineProps<{ open: boolean; title: string; wide?: boolean }>()
const emit = defineEmits<{ close: [] }>()
const panel = () => import('./SheetPanel.vue')
const SheetPanel = broughtComponent(panel)
const wanted = ref(props.open)
watch(
  () => props.open,
  (open) => (wanted.value ||= open),
)

const REST_MS = 1500
useTimeoutFn(() => void panel().catch(() => undefined), REST_MS)
</script>

<template>
  <SheetPanel v-if="wanted" :open="open" :title="title" :wide="wide" @close="emit('close')"><slot /></SheetPanel>
</template>
