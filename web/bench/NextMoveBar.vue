<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { NextMove } from '#core/works/liners/deck-move-input'
import type { Shim } from '#core/job/snapshot'
import type { StageName } from '#core/job/stages'
import { sayMove } from '#contract/words/say-move'
import MoveBar from './MoveBar.vue'
import { useFigures } from './useFigures'

const props = defineProps<{ stage: StageName; move: NextMove; shims: Shim[] }>()
const emit = defineEmits<{ go: []; other: []; correct: [] }>()
const { t } = useI18n()
const { writer, length } = useFigures()

/** The shim that would be taken, by the label on it. */
function shim(thicknessMm: number): string {
  const label = props.shims.find((s) => s.actualMm === thicknessMm)?.label
  return label ? t('unit.labelled', { label, length: length(thicknessMm) }) : length(thicknessMm)
}

/** Where the lead decides, the correction that is on offer can be reported as done. */
const correction = computed(() =>
  props.move.action !== 'decide'
    ? null
    : props.move.figures.leavesMm
      ? 'cut'
      : props.move.figures.shimMm
        ? 'shim'
        : null,
)
const said = computed(() => sayMove(props.move, { ...writer.value, shim }))
</script>

<template>
  <MoveBar v-bind="said" :stage="stage" :move="move" @go="emit('go')">
    <button
      v-if="move.action === 'cut' || move.action === 'shim'"
      type="button"
      class="key shrink-0"
      @click="emit('other')"
    >
      {{ t(`move.other.${move.action}`) }}
    </button>
    <button v-if="correction" type="button" class="key shrink-0" data-part="move-correct" @click="emit('correct')">
      {{ t(`move.correct.${correction}`) }}
    </button>
  </MoveBar>
</template>
