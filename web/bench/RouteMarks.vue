<script setup lang="ts">
import { computed } from 'vue'
import { stagesOf, type StageName, type WorkChoice } from '#core/job/stages'

/** `ended`: it was closed as it stands; which of its stages are done, its record tells. */
const props = defineProps<{ next: StageName | null; work: WorkChoice[]; ended?: boolean }>()
const stages = computed(() => stagesOf(props.work))
const at = () => (props.next === null ? stages.value.length : stages.value.indexOf(props.next))
const STEP = 13
</script>

<template>
  <svg :width="stages.length * STEP + 4" height="20" aria-hidden="true" class="shrink-0">
    <line x1="8" :x2="stages.length * STEP - 5" y1="10" y2="10" stroke="var(--line)" stroke-width="2" />
    <circle
      v-for="(stage, i) in stages"
      :key="stage"
      :cx="8 + i * STEP"
      cy="10"
      r="4.5"
      :fill="i < at() && !ended ? 'var(--ink)' : 'var(--paper)'"
      :stroke="i === at() ? 'var(--brass)' : 'var(--ink)'"
      :stroke-width="i === at() ? 3 : 1.2"
      :stroke-dasharray="i > at() ? '2 2' : 'none'"
    />
  </svg>
</template>
