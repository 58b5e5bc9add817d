<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { SpinTest } from '#core/bushing/spin-shaft'
import { useFigures } from '../../../bench/useFigures'

/** Turning torque over one turn of the camshaft, with its once-a-turn part and the limit it must stay under. */
const props = defineProps<{
  test: SpinTest | null
  readings: readonly { angleDeg: number; pullN: number }[]
  armMm: number | null
  limitNm: number
}>()
const { t } = useI18n()
const { torque } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 320 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(200, h.value))
const points = computed(() =>
  props.armMm === null ? [] : props.readings.map((r) => ({ deg: r.angleDeg, nm: (r.pullN * props.armMm!) / 1000 })),
)
const x = computed(() => scaleLinear([0, 360], [70, width.value - 30]))
const y = computed(() =>
  scaleLinear([0, Math.max(props.limitNm, ...points.value.map((p) => p.nm)) * 1.15], [height.value - 40, 40]),
)
/** The mean with what comes once a turn. */
const wave = computed(() => {
  const { test } = props
  if (!test) return ''
  const at = (deg: number) =>
    test.meanNm + test.oncePerTurnNm * Math.cos(((deg - (test.peakAtDeg ?? 0)) * Math.PI) / 180)
  return (
    line<number>()
      .x((deg) => x.value(deg))
      .y((deg) => y.value(at(deg)))(Array.from({ length: 73 }, (_, i) => i * 5)) ?? ''
  )
})
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="spin-curve">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('cam.spin')"
    >
      <text x="16" y="24" font-size="15" font-weight="700" fill="var(--scribe)">{{ t('cam.spin') }}</text>
      <rect
        :x="x(0)"
        :y="y(limitNm)"
        :width="x(360) - x(0)"
        :height="y(0) - y(limitNm)"
        fill="rgb(127 208 196 / 0.16)"
      />
      <line :x1="x(0)" :x2="x(360)" :y1="y(limitNm)" :y2="y(limitNm)" stroke="var(--inside-on-blue)" stroke-width="2" />
      <text :x="x(360)" :y="y(limitNm) - 8" text-anchor="end" font-size="14" fill="var(--inside-on-blue)">
        {{ t('cam.spin-limit', { limit: torque(limitNm, true) }) }}
      </text>
      <line :x1="x(0)" :x2="x(360)" :y1="y(0)" :y2="y(0)" stroke="var(--scribe)" stroke-opacity="0.5" />
      <g font-size="13" fill="var(--scribe)" text-anchor="middle">
        <text v-for="deg in [0, 90, 180, 270, 360]" :key="deg" :x="x(deg)" :y="height - 18">{{ deg }}°</text>
      </g>
      <path v-if="wave" :d="wave" fill="none" stroke="var(--brass-on-blue)" stroke-width="2.5" stroke-dasharray="8 5" />
      <template v-if="test">
        <line
          :x1="x(0)"
          :x2="x(360)"
          :y1="y(test.meanNm)"
          :y2="y(test.meanNm)"
          stroke="var(--scribe)"
          stroke-dasharray="3 5"
        />
        <text :x="x(0) + 6" :y="y(test.meanNm) + 17" font-size="13" fill="var(--scribe)">
          {{ t('cam.spin-mean', { mean: torque(test.meanNm) }) }}
        </text>
      </template>
      <circle
        v-for="p in points"
        :key="p.deg"
        :cx="x(p.deg)"
        :cy="y(p.nm)"
        r="7"
        :fill="p.nm > limitNm ? 'var(--outside-on-blue)' : 'var(--inside-on-blue)'"
        stroke="var(--layout)"
        stroke-width="2"
        data-part="spin-point"
      />
    </svg>
  </figure>
</template>
