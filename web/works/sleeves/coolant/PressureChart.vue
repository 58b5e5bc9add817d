<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { HoldState } from '#core/works/sleeves/read-sleeves'
import { useFigures } from '../../../bench/useFigures'

/** The pressure over its minutes: as it was read, and with its temperature taken out; what it may lose as a band. */
const props = defineProps<{ hold: HoldState; allowedKPa: number; minutes: number; share: number }>()
const { t } = useI18n()
const { pressure } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 360 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(220, h.value))
const start = computed(() => props.hold.start?.startKPa ?? 0)
const ends = computed(() => {
  const all = [
    start.value,
    start.value - props.allowedKPa,
    props.hold.end?.endKPa ?? start.value,
    props.hold.result?.correctedEndKPa ?? start.value,
  ]
  return { low: Math.min(...all) - 0.6, high: Math.max(...all) + 0.3 }
})
const y = (kPa: number) => 30 + ((ends.value.high - kPa) / (ends.value.high - ends.value.low)) * (height.value - 84)
const [LEFT, RIGHT] = [96, 250]
const x = (share: number) => LEFT + share * (width.value - LEFT - RIGHT)
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="pressure-chart">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('sleeve.hold-chart')"
    >
      <template v-if="hold.start">
        <rect
          :x="LEFT"
          :y="y(start)"
          :width="x(1) - LEFT"
          :height="y(start - allowedKPa) - y(start)"
          fill="rgb(127 208 196 / 0.16)"
        />
        <line
          :x1="LEFT"
          :x2="x(1)"
          :y1="y(start - allowedKPa)"
          :y2="y(start - allowedKPa)"
          stroke="var(--inside-on-blue)"
          stroke-width="2"
        />
        <text :x="LEFT + 8" :y="y(start - allowedKPa) + 18" font-size="13" fill="var(--scribe)">
          {{ t('sleeve.allowed', { allowed: pressure(allowedKPa) }) }}
        </text>
        <line :x1="LEFT" :x2="x(1)" :y1="y(start)" :y2="y(start)" stroke="var(--scribe)" stroke-dasharray="2 6" />
        <text :x="LEFT - 8" :y="y(start) + 5" text-anchor="end" font-size="15" class="figure" fill="var(--scribe)">
          {{ pressure(start) }}
        </text>
        <template v-if="hold.end && hold.result">
          <line
            :x1="LEFT"
            :y1="y(start)"
            :x2="x(1)"
            :y2="y(hold.end.endKPa)"
            stroke="var(--scribe)"
            stroke-opacity="0.6"
            stroke-width="2"
          />
          <line
            :x1="LEFT"
            :y1="y(start)"
            :x2="x(1)"
            :y2="y(hold.result.correctedEndKPa)"
            stroke="var(--brass-on-blue)"
            stroke-width="4"
          />
          <circle :cx="x(1)" :cy="y(hold.result.correctedEndKPa)" r="6" fill="var(--brass-on-blue)" />
          <text :x="x(1) + 10" :y="y(hold.end.endKPa) + 5" font-size="13" fill="var(--scribe)">
            {{ t('sleeve.read') }} {{ pressure(hold.end.endKPa) }}
          </text>
          <text
            :x="x(1) + 10"
            :y="
              y(hold.result.correctedEndKPa) +
              (Math.abs(y(hold.result.correctedEndKPa) - y(hold.end.endKPa)) < 18 ? -14 : 5)
            "
            font-size="14"
            font-weight="700"
            fill="var(--brass-on-blue)"
          >
            {{ t('sleeve.corrected') }} {{ pressure(hold.result.correctedEndKPa) }}
          </text>
          <text
            :x="LEFT + 8"
            :y="height - 16"
            font-size="18"
            font-weight="700"
            fill="var(--scribe)"
            data-part="hold-result"
          >
            {{ t('sleeve.drop', { drop: pressure(hold.result.dropKPa), u: pressure(hold.result.uncertaintyKPa) }) }}:
            {{ t(`sleeve.verdict.${hold.result.verdict}`) }}
          </text>
        </template>
        <line
          v-else
          :x1="LEFT"
          :x2="x(Math.min(1, share))"
          :y1="y(start)"
          :y2="y(start)"
          stroke="var(--brass-on-blue)"
          stroke-width="5"
        />
        <text :x="x(1)" :y="height - 36" text-anchor="end" font-size="14" fill="var(--scribe)">
          {{ t('figures.minutes', { n: minutes }) }}
        </text>
      </template>
    </svg>
  </figure>
</template>
