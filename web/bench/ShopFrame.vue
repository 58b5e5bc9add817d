<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useOutbox } from '../stores/outbox'
import { useShop } from '../stores/shop'
import HeadStrip from './HeadStrip.vue'
import DeviceNotes from './DeviceNotes.vue'
import NewerNote from './NewerNote.vue'
import PartsNote from './PartsNote.vue'
import { KeyHelp, RefusedNote, RefusedTray } from './dialogs'

defineProps<{ title: string }>()
const { t } = useI18n()
const shop = useShop()
const outbox = useOutbox()
const dialog = ref<'keys' | 'refused' | null>(null)
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key !== '?' || (event.target as HTMLElement).closest('input, select, textarea')) return
  event.preventDefault()
  dialog.value = 'keys'
})
</script>

<template>
  <div class="flex min-h-dvh flex-col">
    <HeadStrip @keys="dialog = 'keys'" @refused="dialog = 'refused'" />
    <DeviceNotes />
    <NewerNote />
    <PartsNote />
    <RefusedNote v-if="outbox.refused.length" @all="dialog = 'refused'" />
    <main class="mx-auto w-full max-w-[1240px] flex-1 px-5 py-5">
      <div class="mb-4 flex flex-wrap items-center justify-between gap-3">
        <h1>{{ title }}</h1>
        <slot name="action" />
      </div>
      <p v-if="shop.nobody" class="mb-3 border-l-4 border-outside pl-3 font-semibold" role="alert" data-part="nobody">
        {{ t('entry.nobody') }}
      </p>
      <slot />
    </main>
    <KeyHelp :open="dialog === 'keys'" @close="dialog = null" />
    <RefusedTray :open="dialog === 'refused'" @close="dialog = null" />
  </div>
</template>
