<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

defineProps<{ open: boolean; title: string; wide?: boolean }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog :open="open" class="relative z-20" @close="emit('close')">
    <div class="fixed inset-0 bg-ink/50" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel class="max-h-full w-full overflow-y-auto border-2 border-ink bg-paper p-5" :class="wide ? 'max-w-[860px]' : 'max-w-[560px]'">
        <DialogTitle as="h2" class="mb-3 text-[22px]">{{ title }}</DialogTitle>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>
