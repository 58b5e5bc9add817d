<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { BushingClearance } from '#core/bushing/bushing-clearance'
import { useFigures } from '../../../bench/useFigures'

/** From the outside in, enlarged: the bushing larger than its bore, how much that closes it, and what is left to the journal, in its window. */
const props = defineProps<{
  clearance: BushingClearance
  window: { minMm: number; maxMm: number }
  interference: { minMm: number; maxMm: number }
}>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 360 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(200, h.value))
const rows = computed(() => [
  {
    key: 'interference',
    valueMm: props.clearance.interferenceMm,
    ...props.interference,
    good: props.clearance.verdict !== 'loose-in-housing' && props.clearance.verdict !== 'yields',
  },
  { key: 'closure', valueMm: props.clearance.closureMm, minMm: null, maxMm: null, good: true },
  {
    key: 'clearance',
    valueMm: props.clearance.clearanceMm,
    ...props.window,
    good: props.clearance.verdict === 'in',
  },
])
const mostMm = computed(() => Math.max(0.02, ...rows.value.flatMap((r) => [Math.abs(r.valueMm), r.maxMm ?? 0])) * 1.15)
const LEFT = 190
const x = (mm: number) => LEFT + (Math.max(0, mm) / mostMm.value) * (width.value - LEFT - 40)
const y = (i: number) => height.value * (0.22 + 0.27 * i)
/** So many times larger than it is, on the drawing: px a mm against a usual screen's 3.8. */
const times = computed(() => Math.round((width.value - LEFT - 40) / mostMm.value / 3.8 / 10) * 10)
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="fit-stack">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('cam.stack')"
    >
      <text x="16" y="26" font-size="15" font-weight="700" fill="var(--scribe)">{{ t('cam.stack') }}</text>
      <text :x="width - 16" y="26" text-anchor="end" font-size="13" fill="var(--scribe)">× {{ times }}</text>
      <g v-for="(r, i) in rows" :key="r.key" :data-row="r.key">
        <text x="16" :y="y(i) + 6" font-size="16" fill="var(--scribe)">{{ t(`cam.${r.key}`) }}</text>
        <rect
          v-if="r.minMm !== null"
          :x="x(r.minMm)"
          :y="y(i) - 26"
          :width="x(r.maxMm!) - x(r.minMm)"
          height="52"
          fill="rgb(127 208 196 / 0.2)"
          stroke="var(--inside-on-blue)"
        />
        <rect
          :x="LEFT"
          :y="y(i) - 12"
          :width="Math.max(2, x(r.valueMm) - LEFT)"
          height="24"
          :fill="
            r.key === 'closure' ? 'rgb(227 182 90 / 0.55)' : r.good ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'
          "
        />
        <text
          :x="Math.min(width - 70, x(r.valueMm) + 10)"
          :y="y(i) + 7"
          font-size="19"
          font-weight="700"
          class="figure"
          fill="var(--scribe)"
          stroke="var(--layout)"
          stroke-width="5"
          paint-order="stroke"
        >
          {{ length(r.valueMm) }}
        </text>
        <text v-if="r.minMm !== null" :x="x(r.minMm)" :y="y(i) + 44" font-size="13" class="figure" fill="var(--scribe)">
          {{ t('cam.window', { min: length(r.minMm), max: length(r.maxMm!) }) }}
        </text>
      </g>
      <text
        :x="LEFT"
        :y="height - 18"
        font-size="17"
        font-weight="700"
        :fill="clearance.verdict === 'in' ? 'var(--inside-on-blue)' : 'var(--online-on-blue)'"
        data-part="fit-verdict"
      >
        {{ t('cam.clearance') }}: {{ t(`cam.verdict.${clearance.verdict}`) }}
      </text>
    </svg>
  </figure>
</template>
