<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { line, curveLinearClosed } from 'd3-shape'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { SetCover } from '#core/front/set-cover'
import { clockHour } from '#core/measure/angle'
import { mean } from '#core/measure/mean'
import type { EndSheet } from '#core/works/front/section'
import { useFigures } from '../../../bench/useFigures'

/** The dial's sweep as a trace round the crank, the cover's centre and its move enlarged, and the straight edge at both ends of the rail. */
const props = defineProps<{
  cover: NonNullable<EndSheet['cover']>
  sweep: { sweep: readonly { angleDeg: number; valueMm: number }[]; leftStepMm: number; rightStepMm: number } | null
  set: SetCover | null
}>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 420 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(240, h.value))
const radius = computed(() => Math.min((height.value - 150) * 0.42, width.value * 0.28))
const centre = computed(() => ({ x: width.value / 2, y: 46 + radius.value * 1.2 }))
/** A tenth of a millimetre is drawn this large, px: so that what the dial allows is seen. */
const times = computed(() =>
  Math.round((radius.value * 0.5) / Math.max(props.cover.runoutMaxMm, 2 * (props.set?.offsetMm ?? 0), 0.05)),
)
const at = (deg: number, r: number) => {
  const a = (deg * Math.PI) / 180
  return [centre.value.x + Math.sin(a) * r, centre.value.y - Math.cos(a) * r] as [number, number]
}
const meanMm = computed(() => (props.sweep ? mean(props.sweep.sweep.map((r) => r.valueMm)) : 0))
const trace = computed(() => {
  const all = props.sweep?.sweep ?? []
  return all.length === 0
    ? ''
    : (line().curve(curveLinearClosed)(
        all.map((r) => at(r.angleDeg, radius.value + (r.valueMm - meanMm.value) * times.value)),
      ) ?? '')
})
const offset = computed(() => {
  const { set } = props
  if (!set || set.offsetTowardDeg === null) return null
  const [x, y] = at(set.offsetTowardDeg, set.offsetMm * times.value)
  return { x, y, hour: clockHour(set.offsetTowardDeg) }
})
const moved = computed(() => {
  const { set } = props
  if (!set?.move || !offset.value) return null
  return { x: offset.value.x + set.move.rightMm * times.value, y: offset.value.y - set.move.upMm * times.value }
})
const railY = computed(() => height.value - 62)
const railX = (mm: number) =>
  centre.value.x + (mm / Math.max(-props.cover.railLeftMm, props.cover.railRightMm)) * width.value * 0.36
const stepPx = (mm: number) => Math.max(-30, Math.min(30, mm * 260))
const tone = computed(() =>
  props.set?.verdict === 'leave' ? 'var(--inside-on-blue)' : props.set ? 'var(--outside-on-blue)' : 'var(--scribe)',
)
</script>

<template>
  <figure
    ref="frame"
    class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout"
    data-part="cover-sweep"
    :data-verdict="set?.verdict ?? 'none'"
  >
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('front.sweep')"
    >
      <text x="16" y="24" font-size="15" font-weight="700" fill="var(--scribe)">{{ t('front.sweep') }}</text>
      <text :x="width - 14" y="24" text-anchor="end" font-size="13" fill="var(--scribe)">
        {{ t('front.sweep-times', { n: Math.round(times / 3.8) }) }}
      </text>
      <circle
        :cx="centre.x"
        :cy="centre.y"
        :r="radius"
        fill="none"
        stroke="var(--scribe)"
        stroke-opacity="0.45"
        stroke-dasharray="5 5"
      />
      <circle
        :cx="centre.x"
        :cy="centre.y"
        :r="(cover.runoutMaxMm / 2) * times"
        fill="rgb(127 208 196 / 0.2)"
        stroke="var(--inside-on-blue)"
      />
      <path :d="`M ${centre.x} ${centre.y - radius - 14} l -6 10 h 12 z`" fill="var(--scribe)" />
      <path
        v-if="trace"
        :d="trace"
        fill="none"
        stroke="var(--brass-on-blue)"
        stroke-width="2.5"
        data-part="sweep-trace"
      />
      <path
        :d="`M ${centre.x - 8} ${centre.y} h 16 M ${centre.x} ${centre.y - 8} v 16`"
        stroke="var(--scribe)"
        stroke-width="1.5"
      />
      <g v-if="offset">
        <circle :cx="offset.x" :cy="offset.y" r="8" :fill="tone" data-part="cover-centre" />
        <g v-if="moved" stroke="var(--brass-on-blue)" fill="none" stroke-width="3">
          <path :d="`M ${offset.x} ${offset.y} L ${moved.x} ${moved.y}`" />
          <circle :cx="moved.x" :cy="moved.y" r="8" stroke-dasharray="4 3" data-part="cover-ghost" />
        </g>
      </g>
      <text
        v-if="set"
        :x="centre.x"
        :y="centre.y + radius + 24"
        text-anchor="middle"
        font-size="15"
        fill="var(--scribe)"
      >
        {{ offset ? `${t('front.offset', { off: length(set.offsetMm), hour: offset.hour })} · ` : ''
        }}{{ t('front.runout', { runout: length(set.runoutMm, [cover.runoutMaxMm]), max: length(cover.runoutMaxMm) }) }}
      </text>
      <!-- The rail: the block's line, and the cover standing proud of it downward, enlarged. -->
      <line
        :x1="railX(cover.railLeftMm) - 20"
        :x2="railX(cover.railRightMm) + 20"
        :y1="railY"
        :y2="railY"
        stroke="var(--scribe)"
        stroke-dasharray="8 5"
      />
      <template v-if="sweep">
        <line
          :x1="railX(cover.railLeftMm)"
          :x2="railX(cover.railRightMm)"
          :y1="railY + stepPx(sweep.leftStepMm)"
          :y2="railY + stepPx(sweep.rightStepMm)"
          :stroke="tone"
          stroke-width="5"
          data-part="rail-line"
        />
        <text :x="centre.x" :y="height - 10" text-anchor="middle" font-size="14" fill="var(--scribe)">
          {{ t('front.rail-step') }}:
          {{
            t('front.rail-of', {
              left: length(sweep.leftStepMm),
              right: length(sweep.rightStepMm),
              max: length(cover.stepMaxMm),
            })
          }}
        </text>
      </template>
      <text v-else :x="centre.x" :y="height - 10" text-anchor="middle" font-size="14" fill="var(--scribe)">
        {{ t('front.rail-step') }}: {{ t('front.open') }}
      </text>
    </svg>
  </figure>
</template>
