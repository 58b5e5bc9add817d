<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { scaleBand, scaleLinear } from 'd3-scale'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { RenewalPlan } from '#core/works/liners/plan-renewals'

const props = defineProps<{ plan: RenewalPlan; chosen: number }>()
const emit = defineEmits<{ choose: [index: number] }>()
const { t, n } = useI18n()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 700, height: 220 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(150, h.value))
const x = computed(() =>
  scaleBand<number>(
    props.plan.options.map((_, i) => i),
    [58, width.value - 10],
  ).padding(0.28),
)
const y = computed(() =>
  scaleLinear([0, Math.max(...props.plan.options.map((o) => o.expectedCost)) * 1.12], [height.value - 34, 16]),
)
const bars = computed(() =>
  props.plan.options.map((o, i) => ({
    i,
    o,
    x: x.value(i)!,
    now: y.value(o.nowCost),
    expected: y.value(o.expectedCost),
    zero: y.value(0),
  })),
)
</script>

<template>
  <figure ref="frame" class="relative h-full min-h-0 overflow-hidden bg-layout" data-part="renewal-chart">
    <svg :width="width" :height="height" role="img" :aria-label="t('decide.chart')">
      <defs>
        <pattern id="maybe" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="7" stroke="var(--outside-on-blue)" stroke-width="2.5" />
        </pattern>
      </defs>
      <g v-for="tick in y.ticks(4)" :key="tick">
        <line x1="58" :x2="width - 10" :y1="y(tick)" :y2="y(tick)" stroke="var(--scribe)" stroke-opacity="0.18" />
        <text x="52" :y="y(tick) + 4" text-anchor="end" class="figure" font-size="13" fill="var(--scribe)">
          {{ n(tick) }}
        </text>
      </g>
      <g v-for="b in bars" :key="b.i" class="cursor-pointer" @click="emit('choose', b.i)">
        <rect
          :x="b.x - 4"
          y="10"
          :width="x.bandwidth() + 8"
          :height="height - 14"
          :fill="b.i === chosen ? 'rgb(227 182 90 / 0.16)' : 'transparent'"
          :stroke="b.i === chosen ? 'var(--brass-on-blue)' : 'none'"
          stroke-width="2"
        />
        <rect
          :x="b.x"
          :y="b.now"
          :width="x.bandwidth()"
          :height="Math.max(0, b.zero - b.now)"
          fill="var(--scribe)"
          fill-opacity="0.75"
        />
        <rect
          :x="b.x"
          :y="b.expected"
          :width="x.bandwidth()"
          :height="Math.max(0, b.now - b.expected)"
          fill="url(#maybe)"
          stroke="var(--outside-on-blue)"
          stroke-width="1"
        />
        <text
          :x="b.x + x.bandwidth() / 2"
          :y="b.expected - 5"
          text-anchor="middle"
          class="figure"
          font-size="14"
          fill="var(--scribe)"
        >
          {{ n(Math.round(b.o.expectedCost)) }}
        </text>
        <text :x="b.x + x.bandwidth() / 2" :y="height - 16" text-anchor="middle" font-size="14" fill="var(--scribe)">
          {{ t('decide.renew-n', { n: b.o.renew.length }) }}
        </text>
      </g>
    </svg>
  </figure>
</template>
