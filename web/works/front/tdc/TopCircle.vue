<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { TrueTdc } from '#core/front/true-tdc'

/** The rim from the front: both stops, the true top half way between them, and the pointer. */
const props = defineProps<{
  top: TrueTdc | null
  stops: { forwardDeg: number; backwardDeg: number; markDeg: number } | null
  offDeg: number | null
}>()
const { t } = useI18n()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 400 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(220, h.value))
const r = computed(() => Math.min(height.value * 0.36, width.value * 0.3))
const centre = computed(() => ({ x: width.value / 2, y: height.value / 2 + 6 }))
const at = (deg: number, radius: number) => {
  const a = (deg * Math.PI) / 180
  return { x: centre.value.x + Math.sin(a) * radius, y: centre.value.y - Math.cos(a) * radius }
}
const marks = computed(() =>
  props.stops
    ? [props.stops.forwardDeg, props.stops.backwardDeg].map((deg) => ({
        deg,
        from: at(deg, r.value - 16),
        to: at(deg, r.value + 16),
      }))
    : [],
)
const top = computed(() =>
  props.top
    ? {
        from: at(props.top.tdcDeg, 0),
        to: at(props.top.tdcDeg, r.value + 22),
        label: at(props.top.tdcDeg, r.value + 40),
      }
    : null,
)
const pointer = computed(() =>
  props.top && props.offDeg !== null
    ? {
        from: at(props.top.tdcDeg + props.offDeg, r.value * 0.55),
        to: at(props.top.tdcDeg + props.offDeg, r.value + 10),
      }
    : null,
)
const round = (deg: number) => Math.round(deg * 10) / 10
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="top-circle">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('front.top')"
    >
      <text x="16" y="24" font-size="15" font-weight="700" fill="var(--scribe)">{{ t('front.top') }}</text>
      <circle
        :cx="centre.x"
        :cy="centre.y"
        :r="r"
        fill="rgb(232 238 244 / 0.07)"
        stroke="var(--scribe)"
        stroke-width="2"
      />
      <circle :cx="centre.x" :cy="centre.y" :r="r * 0.3" fill="none" stroke="var(--scribe)" stroke-opacity="0.5" />
      <g v-for="m in marks" :key="m.deg">
        <line :x1="m.from.x" :y1="m.from.y" :x2="m.to.x" :y2="m.to.y" stroke="var(--brass-on-blue)" stroke-width="5" />
      </g>
      <template v-if="top">
        <line
          :x1="top.from.x"
          :y1="top.from.y"
          :x2="top.to.x"
          :y2="top.to.y"
          stroke="var(--inside-on-blue)"
          stroke-width="3"
          stroke-dasharray="7 5"
        />
        <line
          v-if="pointer"
          :x1="pointer.from.x"
          :y1="pointer.from.y"
          :x2="pointer.to.x"
          :y2="pointer.to.y"
          :stroke="Math.abs(offDeg ?? 0) > 0.5 ? 'var(--outside-on-blue)' : 'var(--inside-on-blue)'"
          stroke-width="6"
          data-part="pointer"
        />
        <text
          :x="centre.x"
          :y="centre.y + r + 36"
          text-anchor="middle"
          font-size="17"
          font-weight="700"
          fill="var(--scribe)"
        >
          {{ t('front.top-at', { deg: round(props.top!.tdcDeg) }) }} ·
          {{ t('front.pointer-off', { deg: round(offDeg ?? 0) }) }}
        </text>
      </template>
    </svg>
  </figure>
</template>
