<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { ExpandedSleeve } from '#core/sleeve/expand-sleeve'
import type { SleeveSection } from '#core/works/sleeves/section'
import { useFigures } from '../../../bench/useFigures'

/** The mandrel in the sleeve, before and after: the gap that closes and the wall that is drawn down, enlarged; and where it grips. */
const props = defineProps<{ section: SleeveSection; mandrelMm: number; expanded: ExpandedSleeve; headBoreMm: number }>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 360 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(220, h.value))
const percent = (share: number) =>
  new Intl.NumberFormat('en', { style: 'percent', maximumFractionDigits: 1 }).format(share)

/** Half sections side by side: radii from the axis, the gap drawn a hundredfold of what it is beside the wall. */
const WALL_PX = 62
const gapPx = computed(() => Math.min(60, Math.max(0, props.expanded.gapMm * 400)))
const halves = computed(() => {
  const thin = WALL_PX * (1 - Math.max(0, Math.min(0.6, props.expanded.wallReductionShare * 3)))
  return [
    { key: 'before', x: width.value * 0.2, gap: gapPx.value, wall: WALL_PX },
    {
      key: 'after',
      x: width.value * 0.58,
      gap: props.expanded.wallReductionShare > 0 ? 0 : gapPx.value * 0.5,
      wall: thin,
    },
  ]
})
const scaleMin = computed(() => Math.min(props.expanded.mandrelMinMm, props.mandrelMm) - 0.05)
const scaleMax = computed(() => Math.max(props.expanded.mandrelMaxMm, props.mandrelMm) + 0.05)
const x = (mm: number) => 40 + ((mm - scaleMin.value) / (scaleMax.value - scaleMin.value)) * (width.value - 80)
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="mandrel-section">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('sleeve.mandrel')"
    >
      <g v-for="half in halves" :key="half.key">
        <text :x="half.x" y="24" font-size="15" font-weight="700" fill="var(--scribe)">
          {{ t(`sleeve.${half.key}`) }}
        </text>
        <!-- From the axis outward: mandrel or bore, wall of the sleeve, gap, head. -->
        <rect
          :x="half.x - 70"
          y="34"
          width="70"
          :height="height - 130"
          :fill="half.key === 'before' ? 'rgb(232 238 244 / 0.12)' : 'none'"
          stroke="var(--scribe)"
          stroke-opacity="0.5"
        />
        <rect
          :x="half.x"
          y="34"
          :width="half.wall"
          :height="height - 130"
          fill="rgb(227 182 90 / 0.5)"
          stroke="var(--brass-on-blue)"
        />
        <rect
          :x="half.x + half.wall + half.gap"
          y="34"
          width="56"
          :height="height - 130"
          fill="rgb(232 238 244 / 0.2)"
          stroke="var(--scribe)"
        />
        <circle
          v-for="ring in [0.35, 0.6]"
          :key="ring"
          :cx="half.x + half.wall + half.gap / 2 + 6"
          :cy="34 + (height - 130) * ring"
          r="8"
          fill="var(--layout)"
          stroke="var(--scribe)"
          stroke-width="2"
        />
      </g>
      <g v-for="half in halves" :key="`words-${half.key}`" font-size="13" fill="var(--scribe)" text-anchor="middle">
        <text :x="half.x - 35" :y="height - 104">{{ half.key === 'before' ? t('sleeve.mandrel') : '' }}</text>
        <text :x="half.x + half.wall / 2" :y="height - 104">{{ t('sleeve-word.sleeve') }}</text>
        <text :x="half.x + half.wall + half.gap + 28" :y="height - 104">{{ t('sleeve.head') }}</text>
      </g>
      <!-- Which mandrel grips. -->
      <line x1="40" :x2="width - 40" :y1="height - 52" :y2="height - 52" stroke="var(--scribe)" stroke-opacity="0.5" />
      <rect
        :x="x(expanded.mandrelMinMm)"
        :y="height - 64"
        :width="x(expanded.mandrelMaxMm) - x(expanded.mandrelMinMm)"
        height="24"
        fill="rgb(127 208 196 / 0.25)"
        stroke="var(--inside-on-blue)"
      />
      <text :x="x(expanded.mandrelMinMm)" :y="height - 70" font-size="13" fill="var(--scribe)">
        {{ t('sleeve.mandrel-range', { min: length(expanded.mandrelMinMm), max: length(expanded.mandrelMaxMm) }) }}
      </text>
      <path
        :d="`M ${x(mandrelMm)} ${height - 40} l -9 16 h 18 z`"
        :fill="expanded.verdict === 'tight' ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
      />
      <text
        :x="Math.min(width - 120, Math.max(120, x(mandrelMm)))"
        :y="height - 8"
        text-anchor="middle"
        font-size="15"
        font-weight="700"
        fill="var(--scribe)"
      >
        {{ t('sleeve.mandrel') }} {{ length(mandrelMm) }}: {{ t(`sleeve.mandrel-grips.${expanded.verdict}`) }},
        {{ t('sleeve.wall-share', { share: percent(expanded.wallReductionShare) }) }}
      </text>
    </svg>
  </figure>
</template>
