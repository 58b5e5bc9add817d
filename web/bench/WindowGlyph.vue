<script setup lang="ts">
import { computed } from 'vue'
import type { Verdict } from '#core/measure/verdict'
import { GLYPH_REACH, windowMark } from '#core/measure/window-mark'

const props = withDefaults(
  defineProps<{
    valueMm: number
    minMm: number
    maxMm: number
    verdict: Verdict
    width?: number
    height?: number
    onBlue?: boolean
  }>(),
  { width: 72, height: 18, onBlue: false },
)

const mark = computed(() => windowMark(props.valueMm, props.minMm, props.maxMm, props.verdict))
const scale = (at: number) => ((at + GLYPH_REACH) / (1 + 2 * GLYPH_REACH)) * props.width
const lower = computed(() => scale(0))
const upper = computed(() => scale(1))
const middle = computed(() => props.height / 2)
const r = computed(() => props.height * 0.27)
const x = computed(() => Math.min(props.width - r.value - 1, Math.max(r.value + 1, scale(mark.value.at))))
const edge = computed(() => (mark.value.beyond > 0 ? upper.value : lower.value))
const colour = computed(() => {
  const tone = { in: 'inside', unsure: 'online', out: 'outside' }[props.verdict]
  return props.onBlue ? `var(--${tone}-on-blue)` : `var(--${tone})`
})
const lineColour = computed(() => (props.onBlue ? 'var(--scribe)' : 'var(--ink)'))
</script>

<template>
  <svg
    :width="width"
    :height="height"
    :viewBox="`0 0 ${width} ${height}`"
    class="shrink-0"
    aria-hidden="true"
    data-part="window-glyph"
    :data-verdict="verdict"
  >
    <line
      :x1="lower"
      :x2="upper"
      :y1="middle"
      :y2="middle"
      :stroke="lineColour"
      stroke-width="1"
      stroke-dasharray="1 3"
    />
    <line
      v-for="limit in [lower, upper]"
      :key="limit"
      :x1="limit"
      :x2="limit"
      y1="1"
      :y2="height - 1"
      :stroke="lineColour"
      stroke-width="1.5"
    />
    <line v-if="verdict === 'out'" :x1="edge" :x2="x" :y1="middle" :y2="middle" :stroke="colour" stroke-width="3.5" />
    <circle v-if="verdict === 'in'" :cx="x" :cy="middle" :r="r" :fill="colour" />
    <circle
      v-else-if="verdict === 'unsure'"
      :cx="x"
      :cy="middle"
      :r="r"
      fill="none"
      :stroke="colour"
      stroke-width="2.5"
    />
    <rect v-else :x="x - r" :y="middle - r" :width="2 * r" :height="2 * r" :fill="colour" />
  </svg>
</template>
