<script setup lang="ts">
import { computed } from 'vue'
import type { Snapshot } from '#core/job/snapshot'
import type { MeasuredStage } from '#core/job/stages'
import { readDeck } from '#core/works/liners/deck'
import DeckProfile from './DeckProfile.vue'

/** The deck as a stage read it, on the record; behind a later one, as it was found. */
const props = defineProps<{ judged: Snapshot; stage: MeasuredStage }>()
const deck = computed(() => readDeck(props.judged, props.stage))
const found = computed(() => (props.stage === 'as-found' ? null : readDeck(props.judged, 'as-found')))
</script>

<template>
  <DeckProfile :deck="deck" :behind="found" :heads="judged.engine.heads" />
</template>
