<script setup lang="ts">
import { stageNames, type StageName } from '#core/job/stages'

const props = defineProps<{ next: StageName | null }>()
const at = () => (props.next === null ? stageNames.length : stageNames.indexOf(props.next))
</script>

<template>
  <svg :width="stageNames.length * 20" height="20" aria-hidden="true" class="shrink-0">
    <line x1="8" :x2="stageNames.length * 20 - 12" y1="10" y2="10" stroke="var(--line)" stroke-width="2" />
    <circle v-for="(stage, i) in stageNames" :key="stage" :cx="8 + i * 20" cy="10" r="6" :fill="i < at() ? 'var(--ink)' : 'var(--paper)'" :stroke="i === at() ? 'var(--brass)' : 'var(--ink)'" :stroke-width="i === at() ? 3 : 1.3" :stroke-dasharray="i > at() ? '2 2' : 'none'" />
  </svg>
</template>
