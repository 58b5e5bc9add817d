<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { useI18n } from 'vue-i18n'
import { useShop } from '../stores/shop'

defineProps<{ open: boolean; title: string; wide?: boolean }>()
const { t } = useI18n()
const shop = useShop()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog :open="open" class="relative z-20" @close="emit('close')">
    <div class="fixed inset-0 bg-ink/50" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel
        class="max-h-full w-full overflow-y-auto border-2 border-ink bg-paper p-5"
        :class="wide ? 'max-w-[860px]' : 'max-w-[560px]'"
      >
        <DialogTitle as="h2" class="mb-3 text-head">{{ title }}</DialogTitle>
        <p v-if="shop.nobody" class="mb-3 border-l-4 border-outside pl-3 font-semibold" role="alert" data-part="nobody">
          {{ t('entry.nobody') }}
        </p>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>
