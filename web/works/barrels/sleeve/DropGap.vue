<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { BarrelSpot } from '#core/works/barrels/read-barrels'
import type { FitState } from '#core/works/barrels/fit/read'
import { barrelNowC, dropGapMm, type DropState } from '#core/works/barrels/sleeve/read'
import { useFigures } from '../../../bench/useFigures'

/** The sleeve dropping into the hot barrel, cut along the axis: the gap between them enlarged, closing as the barrel cools. */
const props = defineProps<{ spot: BarrelSpot; fit: FitState; state: DropState; nowMs: number; dropC: number | null }>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 420 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(260, h.value))
const of = computed(() => props.spot.of)
const nowC = computed(() => barrelNowC(props.state, props.nowMs))
const sleeveC = computed(() => props.state.hot?.sleeveC ?? of.value.sleeve.chillC ?? 20)
/** Cold while nothing is hot: what grips stands as a gap below nought. */
const gapMm = computed(() =>
  props.fit.interferenceMm === null
    ? null
    : dropGapMm(of.value, props.fit.interferenceMm, nowC.value ?? 20, nowC.value === null ? 20 : sleeveC.value),
)
const mostGap = computed(() =>
  Math.max(0.05, dropGapMm(of.value, props.fit.interferenceMm ?? 0, of.value.oven.maxHeatC, sleeveC.value)),
)
const sunk = computed(() => (props.state.home ? 1 : props.state.drop ? 0.55 : 0))
const box = computed(() => {
  const wide = Math.min(width.value * 0.5, 380)
  const x = width.value / 2 - wide / 2
  const top = height.value * 0.34
  const tall = height.value - top - 60
  return { x, wide, top, tall, wall: wide * 0.18 }
})
/** The gap as it is drawn: at most a tenth of the width. */
const gapPx = computed(() => (Math.max(0, gapMm.value ?? 0) / mostGap.value) * box.value.wide * 0.09)
const sleeve = computed(() => {
  const { x, wide, wall, top, tall } = box.value
  const left = x + wall + gapPx.value
  const right = x + wide - wall - gapPx.value
  return { left, right, top: top - tall * (1 - sunk.value) * 0.32 - 12, tall, thick: wide * 0.07 }
})
const barrelTone = computed(() => {
  const c = nowC.value
  if (c === null) return 'rgb(232 238 244 / 0.3)'
  const share = Math.max(0, Math.min(1, (c - 20) / (of.value.oven.maxHeatC - 20)))
  return `rgb(255 ${Math.round(190 - share * 90)} ${Math.round(150 - share * 90)} / ${0.25 + share * 0.35})`
})
const gapTone = computed(() =>
  props.state.home || (gapMm.value !== null && gapMm.value >= of.value.oven.slipClearanceMm - 1e-9)
    ? 'var(--inside-on-blue)'
    : 'var(--outside-on-blue)',
)
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="drop-gap">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('barrel.drop-title')"
    >
      <text x="16" y="24" font-size="15" font-weight="700" fill="var(--scribe)">{{ t('barrel.drop-title') }}</text>
      <g font-size="15">
        <text :x="width - 16" y="24" text-anchor="end" fill="var(--scribe)">
          {{ t('barrel.drop-max', { c: of.oven.maxHeatC }) }}
        </text>
        <text v-if="dropC !== null" :x="width - 16" y="46" text-anchor="end" fill="var(--inside-on-blue)">
          {{ t('barrel.drop-from', { c: dropC }) }}
        </text>
        <text
          v-if="nowC !== null"
          x="16"
          y="52"
          font-size="26"
          font-weight="700"
          :fill="gapTone"
          data-part="barrel-now"
        >
          {{ Math.round(nowC) }} °C
        </text>
      </g>
      <g :fill="barrelTone" stroke="var(--scribe)">
        <rect :x="box.x" :y="box.top" :width="box.wall" :height="box.tall" />
        <rect :x="box.x + box.wide - box.wall" :y="box.top" :width="box.wall" :height="box.tall" />
      </g>
      <g fill="rgb(227 182 90 / 0.6)" stroke="var(--brass-on-blue)" data-part="sleeve">
        <path
          :d="`M ${sleeve.left - box.wall * 0.4} ${sleeve.top} H ${sleeve.left + sleeve.thick} V ${sleeve.top + sleeve.tall} H ${sleeve.left} V ${sleeve.top + 12} H ${sleeve.left - box.wall * 0.4} Z`"
        />
        <path
          :d="`M ${sleeve.right + box.wall * 0.4} ${sleeve.top} H ${sleeve.right - sleeve.thick} V ${sleeve.top + sleeve.tall} H ${sleeve.right} V ${sleeve.top + 12} H ${sleeve.right + box.wall * 0.4} Z`"
        />
      </g>
      <text
        v-if="gapMm !== null"
        :x="width / 2"
        :y="height - 18"
        text-anchor="middle"
        font-size="17"
        font-weight="700"
        :fill="gapTone"
        data-part="gap-now"
      >
        {{ state.home ? t('barrel.is-home') : t('barrel.drop-gap', { mm: length(gapMm) }) }}
      </text>
    </svg>
  </figure>
</template>
