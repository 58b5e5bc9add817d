<script setup lang="ts">
import { computed } from 'vue'
import type { Deck } from '#core/works/liners/deck'
import type { Snapshot } from '#core/job/snapshot'
import { readRan } from '#core/works/block/read-block'
import DeckProfile from '../DeckProfile.vue'

/** The deck as found, with the deck as it ran laid over it where the old gasket's fire ring was measured. */
const props = defineProps<{ deck: Deck; snapshot: Snapshot; selected: number }>()
const ran = computed(() =>
  readRan(props.snapshot).map(({ cylinder, stations }) => ({ cylinder, heightsMm: stations.map((s) => s.heightMm) })),
)
</script>

<template>
  <DeckProfile :deck="deck" :behind="null" :heads="snapshot.engine.heads" :selected="selected" :ran="ran" />
</template>
