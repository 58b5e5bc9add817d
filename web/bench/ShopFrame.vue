<script setup lang="ts">
import { ref } from 'vue'
import HeadStrip from './HeadStrip.vue'
import KeyHelp from './KeyHelp.vue'
import RefusedTray from './RefusedTray.vue'

defineProps<{ title: string }>()
const dialog = ref<'keys' | 'refused' | null>(null)
</script>

<template>
  <div class="flex min-h-dvh flex-col">
    <HeadStrip @keys="dialog = 'keys'" @refused="dialog = 'refused'" />
    <main class="mx-auto w-full max-w-[1240px] flex-1 px-5 py-5">
      <div class="mb-4 flex flex-wrap items-center justify-between gap-3">
        <h1>{{ title }}</h1>
        <slot name="action" />
      </div>
      <slot />
    </main>
    <KeyHelp :open="dialog === 'keys'" @close="dialog = null" />
    <RefusedTray :open="dialog === 'refused'" @close="dialog = null" />
  </div>
</template>
