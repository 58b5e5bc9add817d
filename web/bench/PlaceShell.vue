<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import AskDialog from './AskDialog.vue'
import EngineSwitch from './EngineSwitch.vue'
import StagePhotos from './StagePhotos.vue'
import StageShell from './StageShell.vue'
import type { usePlaces } from './usePlaces'

/** The frame of every stage at places that are no cylinders: their rail, the drawing, what is in hand with its photos, the simulated engine, the dialog. */
const props = defineProps<{
  hands: Omit<ReturnType<typeof usePlaces>, 'places' | 'mine'>
  /** What is in hand by its name; null where it is the whole unit. */
  title: string | null
  /** What is said where the sheet tells too little to draw anything; null where it does. */
  empty: string | null
}>()
const { t } = useI18n()
// The stage's hands stay the same as long as it is on the screen.
const { move, closed, closing, asked, answered, go, engine, problem } = props.hands
const { wanted, there, asking } = engine
const tag = computed(() => [t(`stage.${move.value.stage}`), props.title].filter(Boolean).join(', '))
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" :problem="problem" @go="go">
    <template #rail><slot name="rail" /></template>
    <div class="min-h-0 flex-1">
      <p v-if="empty" class="h-full bg-layout p-6 text-lead text-scribe" data-part="empty">{{ empty }}</p>
      <slot v-else />
    </div>
    <template #side>
      <h2 v-if="title" class="text-head">{{ title }}</h2>
      <slot name="side" />
      <EngineSwitch v-if="there && !closed" v-model="wanted" :asking="asking" />
      <StagePhotos :tag="tag" :cylinder="null" :closed="closed" />
    </template>
    <template #dialogs>
      <AskDialog :move="asked" @close="asked = null" @answer="answered" />
      <slot name="dialogs" />
    </template>
  </StageShell>
</template>
