<script setup lang="ts">
import { scaleLinear, scalePoint } from 'd3-scale'
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Sheet } from '#core/job/snapshot'
import type { EvaluatedPlan, PlannedBore } from '#core/plan/evaluate-plan'
import { windowWith } from '#core/works/liners/windows'
import WindowBands from '../WindowBands.vue'

const props = defineProps<{
  plan: EvaluatedPlan
  other: EvaluatedPlan | null
  names: [string, string | null]
  heads: number[][]
  sheet: Sheet
  selected: number
}>()
const emit = defineEmits<{ select: [cylinder: number] }>()
const { t } = useI18n()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 700, height: 190 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(140, h.value))

/** The window of each bore, by whether the plan puts a shim there. */
const windows = computed(() =>
  props.plan.bores.map(({ cylinder, shimMm }) => ({ cylinder, window: windowWith(props.sheet, shimMm > 0) })),
)
const all = computed(() => [...props.plan.bores, ...(props.other?.bores ?? [])])
const y = computed(() => {
  const low = Math.min(...windows.value.map((b) => b.window.minMm), ...all.value.map((b) => b.expectMm - b.tiltMm / 2))
  const high = Math.max(...windows.value.map((b) => b.window.maxMm), ...all.value.map((b) => b.expectMm + b.tiltMm / 2))
  const pad = (high - low) * 0.08
  return scaleLinear([low - pad, high + pad], [height.value - 34, 22])
})
const x = computed(() => scalePoint<number>(props.heads.flat(), [58, width.value - 14]).padding(0.5))
const at = (b: PlannedBore, second: boolean) => (x.value(b.cylinder) ?? 0) + (props.other ? (second ? 11 : -11) : 0)
const colour = { in: 'var(--inside-on-blue)', unsure: 'var(--online-on-blue)', out: 'var(--outside-on-blue)' }
const bracket = (head: number[]) => {
  const half = x.value.step() * 0.42
  return `M ${(x.value(head[0]!) ?? 0) - half} ${height.value - 20} v 5 H ${(x.value(head.at(-1)!) ?? 0) + half} v -5`
}
</script>

<template>
  <figure ref="frame" class="relative h-full min-h-0 w-full overflow-hidden bg-layout" data-part="plan-profile">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('repair.profile')"
    >
      <WindowBands :bores="windows" :y="y" :x="(c: number) => x(c) ?? 0" :step="x.step()" :width="width" />
      <g v-for="b in other?.bores ?? []" :key="`o${b.cylinder}`">
        <line
          :x1="at(b, true)"
          :x2="at(b, true)"
          :y1="y(b.expectMm - b.tiltMm / 2)"
          :y2="y(b.expectMm + b.tiltMm / 2)"
          stroke="var(--scribe)"
          stroke-width="2"
        />
        <circle
          :cx="at(b, true)"
          :cy="y(b.expectMm)"
          r="5"
          fill="var(--layout)"
          stroke="var(--scribe)"
          stroke-width="1.8"
        />
      </g>
      <g v-for="b in plan.bores" :key="b.cylinder" class="cursor-pointer" @click="emit('select', b.cylinder)">
        <rect :x="(x(b.cylinder) ?? 0) - x.step() / 2" y="0" :width="x.step()" :height="height" fill="transparent" />
        <line
          :x1="at(b, false)"
          :x2="at(b, false)"
          :y1="y(b.expectMm - b.tiltMm / 2)"
          :y2="y(b.expectMm + b.tiltMm / 2)"
          :stroke="colour[b.verdict]"
          stroke-width="3"
        />
        <rect
          v-if="b.verdict === 'out'"
          :x="at(b, false) - 5"
          :y="y(b.expectMm) - 5"
          width="10"
          height="10"
          :fill="colour.out"
        />
        <circle v-else :cx="at(b, false)" :cy="y(b.expectMm)" r="5.5" :fill="colour[b.verdict]" />
        <text
          :x="x(b.cylinder)"
          :y="height - 22"
          text-anchor="middle"
          font-size="14"
          :font-weight="b.cylinder === selected ? 700 : 400"
          :fill="b.cylinder === selected ? 'var(--brass-on-blue)' : 'var(--scribe)'"
        >
          {{ b.cylinder }}
        </text>
      </g>
      <path
        v-for="head in heads"
        :key="head.join()"
        :d="bracket(head)"
        fill="none"
        stroke="var(--scribe)"
        stroke-opacity="0.7"
      />
    </svg>
    <figcaption class="absolute right-2 top-0.5 text-fine text-scribe">
      {{ names[1] ? t('repair.two-plans', { a: names[0], b: names[1] }) : t('repair.one-plan', { a: names[0] }) }}
    </figcaption>
  </figure>
</template>
