<script setup lang="ts">
import { computed } from 'vue'
import type { CardMarks } from '#core/works/card-marks'
import { useFigures } from './useFigures'

/** The places of a job in small, each where it lies between its limits: a dot inside, a ring on the line, a square outside. */
const props = defineProps<{ of: CardMarks }>()
const { length } = useFigures()
const STEP = 11
const [TOP, FOOT] = [7, 21]
const width = computed(() => props.of.marks.length * STEP + 6)
const y = (share: number) => Math.min(26, Math.max(2.5, FOOT - share * (FOOT - TOP)))
const x = (i: number) => 8 + i * STEP
const colour = { in: 'var(--inside)', unsure: 'var(--online)', out: 'var(--outside)' }
</script>

<template>
  <span class="inline-flex items-center gap-2" data-part="place-marks">
    <svg :width="width" height="28" aria-hidden="true" class="shrink-0">
      <rect x="1" :y="TOP" :width="width - 2" :height="FOOT - TOP" fill="var(--plate)" />
      <line v-for="at in [TOP, FOOT]" :key="at" x1="1" :x2="width - 1" :y1="at" :y2="at" stroke="var(--line)" />
      <template v-for="(m, i) in of.marks" :key="m.at">
        <template v-if="m.share !== null && m.verdict">
          <rect
            v-if="m.verdict === 'out'"
            :x="x(i) - 3.5"
            :y="y(m.share) - 3.5"
            width="7"
            height="7"
            :fill="colour.out"
          />
          <circle
            v-else
            :cx="x(i)"
            :cy="y(m.share)"
            r="3.4"
            :fill="m.verdict === 'in' ? colour.in : 'var(--paper)'"
            :stroke="colour[m.verdict]"
            stroke-width="1.8"
          />
        </template>
        <line v-else :x1="x(i)" :x2="x(i)" y1="12" y2="16" stroke="var(--line)" stroke-width="2" />
      </template>
    </svg>
    <span
      v-if="of.worst && of.worst.verdict !== 'in'"
      class="whitespace-nowrap text-small font-semibold"
      :class="of.worst.verdict === 'out' ? 'text-outside' : ''"
      ><span class="figure">{{ of.worst.cylinder }}: {{ length(of.worst.valueMm) }}</span></span
    >
  </span>
</template>
