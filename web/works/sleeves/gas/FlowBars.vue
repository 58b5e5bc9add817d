<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Outliers } from '#core/measure/find-outliers'

/** Return flow of the injectors as bars about their median, with the book's limit. */
const props = defineProps<{
  values: { cylinder: number; value: number }[]
  outliers: Outliers | null
  limit: number
  cylinders: number[]
  selected: number
}>()
const emit = defineEmits<{ select: [cylinder: number] }>()
const { t } = useI18n()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 320 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(200, h.value))
const most = computed(() => Math.max(props.limit * 1.08, ...props.values.map((v) => v.value * 1.05)))
const y = (value: number) => height.value - 40 - (value / most.value) * (height.value - 70)
const step = computed(() => (width.value - 150) / Math.max(1, props.cylinders.length))
const x = (i: number) => 70 + step.value * (i + 0.5)
const bars = computed(() =>
  props.cylinders.map((cylinder, i) => {
    const value = props.values.find((v) => v.cylinder === cylinder)?.value ?? null
    const verdict = props.outliers?.values.find((v) => v.id === String(cylinder))?.verdict ?? null
    return { cylinder, i, value, verdict }
  }),
)
const base = computed(() => props.outliers?.median ?? (props.values.length > 0 ? props.values[0]!.value : 0))
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="flow-bars">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('sleeve.flow-chart')"
    >
      <line
        x1="60"
        :x2="width - 76"
        :y1="y(limit)"
        :y2="y(limit)"
        stroke="var(--outside-on-blue)"
        stroke-width="2"
        stroke-dasharray="8 5"
      />
      <text :x="width - 70" :y="y(limit) + 5" font-size="13" fill="var(--scribe)">
        {{ t('sleeve.flow-limit', { max: limit }) }}
      </text>
      <template v-if="outliers">
        <line
          x1="60"
          :x2="width - 76"
          :y1="y(outliers.median)"
          :y2="y(outliers.median)"
          stroke="var(--scribe)"
          stroke-width="1.5"
        />
        <text :x="width - 70" :y="y(outliers.median) + 5" font-size="13" fill="var(--scribe)">
          {{ t('sleeve.median', { median: outliers.median.toFixed(1) }) }}
        </text>
      </template>
      <g v-for="b in bars" :key="b.cylinder" :data-flow="b.cylinder" :data-verdict="b.verdict ?? 'open'">
        <template v-if="b.value !== null">
          <rect
            :x="x(b.i) - step * 0.28"
            :y="Math.min(y(b.value), y(base))"
            :width="step * 0.56"
            :height="Math.max(3, Math.abs(y(b.value) - y(base)))"
            :fill="b.verdict === null || b.verdict === 'usual' ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
          />
          <text
            :x="x(b.i)"
            :y="Math.min(y(b.value), y(base)) - 8"
            text-anchor="middle"
            font-size="15"
            class="figure"
            fill="var(--scribe)"
          >
            {{ b.value }}
          </text>
        </template>
        <circle v-else :cx="x(b.i)" :cy="y(base)" r="5" fill="none" stroke="var(--scribe)" stroke-dasharray="2 3" />
        <text
          :x="x(b.i)"
          :y="height - 14"
          text-anchor="middle"
          font-size="16"
          :font-weight="b.cylinder === selected ? 700 : 400"
          :fill="b.cylinder === selected ? 'var(--brass-on-blue)' : 'var(--scribe)'"
        >
          {{ b.cylinder }}
        </text>
        <rect
          :x="x(b.i) - step / 2"
          y="0"
          :width="step"
          :height="height"
          fill="transparent"
          class="cursor-pointer"
          @click="emit('select', b.cylinder)"
        />
      </g>
    </svg>
  </figure>
</template>
