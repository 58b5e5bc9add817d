<script setup lang="ts">
import { computed } from 'vue'
import type { StageMove } from '#core/works/liners/ledge-moves'
import { sayStep } from '#contract/words/say-step'
import MoveBar from './MoveBar.vue'
import { useFigures } from './useFigures'

const props = defineProps<{ move: StageMove }>()
const emit = defineEmits<{ go: [] }>()
const { writer } = useFigures()
const said = computed(() => sayStep(props.move, writer.value))
</script>

<template>
  <MoveBar v-bind="said" :stage="move.stage" :move="move" @go="emit('go')"><slot /></MoveBar>
</template>
