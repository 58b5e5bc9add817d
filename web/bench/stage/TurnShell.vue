<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { broughtComponent } from '../../app/bring'
import { withWords } from '../../app/i18n'
import EngineSwitch from '../EngineSwitch.vue'
import { parts, type RingWord } from '../parts'
import StagePhotos from '../StagePhotos.vue'
import StageShell from '../StageShell.vue'
import type { useStage } from './useStage'

/** The frame of a stage at places: their rail, the drawing, and beside it the pad while something is asked; then what is known of the place in hand. */
const props = defineProps<{
  hands: Omit<ReturnType<typeof useStage>, 'places' | 'mine'>
  /** What is in hand by its name; null where it is the whole unit. */
  title: string | null
  /** What is said where the sheet tells too little to draw anything; null where it does. */
  empty: string | null
  /** What each ring of the deck says, where its places are cylinders. */
  words?: Record<number, RingWord>
  /** The bolts that are tightened here; null where there are none. */
  joint?: object | null
  /** It has its own place for photos. */
  ownPhotos?: boolean
}>()
const TurnPad = broughtComponent(withWords(['told', 'fasteners'], () => import('../pad/TurnPad.vue')))
const { t } = useI18n()
// The stage's hands stay the same as long as it is on the screen.
const { job, move, closed, mended, closing, go, engine, problem, turn, padded, simulate, atCylinders } = props.hands
const { wanted, there, on, asking } = engine
/** Bolts are in hand: they are drawn in place of the stage's own drawing. */
const tightening = computed(() => padded.value && parts.bolts.entries.includes(turn.current.value?.entry ?? ''))
const tag = computed(() => [t(`stage.${move.value.stage}`), props.title].filter(Boolean).join(', '))
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" :problem="problem" v-bind="words ? { words } : {}" @go="go">
    <template v-if="$slots.rail" #rail><slot name="rail" /></template>
    <div class="min-h-0 flex-1">
      <p v-if="empty" class="h-full bg-layout p-6 text-lead text-scribe" data-part="empty">{{ empty }}</p>
      <component :is="parts.bolts.plan" v-else-if="joint && tightening" :state="joint" :spot="job.hand" :turn="turn" />
      <slot v-else />
    </div>
    <template #side>
      <TurnPad v-if="padded" :turn="turn" :simulated="on" :asking="asking" @simulate="simulate" />
      <h2 v-if="title" class="text-head">{{ title }}</h2>
      <button
        v-if="mended && !padded"
        type="button"
        class="key self-start"
        data-part="mended"
        @click="turn.open(mended.entry, mended)"
      >
        {{ t('pad.mended') }}
      </button>
      <slot name="side" />
      <component
        :is="parts.bolts.note"
        v-if="joint"
        :state="joint"
        :spot="job.hand"
        :turn="turn"
        :closed="closed"
        :tightening="tightening"
      />
      <EngineSwitch v-if="there && !closed" v-model="wanted" :asking="asking" />
      <StagePhotos v-if="!ownPhotos" :tag="tag" :cylinder="atCylinders ? job.selected : null" :closed="closed" />
    </template>
    <template #dialogs><slot name="dialogs" /></template>
  </StageShell>
</template>
