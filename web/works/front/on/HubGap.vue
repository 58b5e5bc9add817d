<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { hubGapMm, hubNowC, isHome, type DamperState } from '#core/works/front/read-damper'
import type { DamperSheet } from '#core/works/front/section'
import { useFigures } from '../../../bench/useFigures'

/** The gap between hub and nose as the hub is heated: where it grips, where it slips, what its rubber bears; and how far it is from home. */
const props = defineProps<{ damper: DamperSheet; state: DamperState; nowMs: number }>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 400 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(220, h.value))
const FROM_C = 20
const toC = computed(() => Math.max(props.damper.maxHeatC, props.state.press?.slipOnAtC ?? 0) + 25)
const [LEFT, RIGHT, TOP] = [70, 30, 64]
const bottom = computed(() => height.value - 120)
const x = (c: number) => LEFT + ((c - FROM_C) / (toC.value - FROM_C)) * (width.value - LEFT - RIGHT)
const gapMm = (c: number) => hubGapMm(props.damper, props.state.interferenceMm ?? 0, c, FROM_C)
const mostMm = computed(() => Math.max(Math.abs(gapMm(FROM_C)), gapMm(toC.value), props.damper.slipClearanceMm) * 1.2)
const y = (mm: number) => (TOP + bottom.value) / 2 - (mm / mostMm.value) * ((bottom.value - TOP) / 2)
/** Cooling since the oven's door, by the lumped clock. */
const nowC = computed(() => hubNowC(props.state, props.nowMs))
const travelShare = computed(() => {
  const { home, leftMm } = props.state
  return home && leftMm !== null
    ? Math.max(0, Math.min(1, 1 - leftMm / props.damper.travelMm))
    : props.state.started
      ? 0
      : null
})
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="hub-gap">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('front.gap')"
    >
      <text x="16" y="24" font-size="15" font-weight="700" fill="var(--scribe)">{{ t('front.gap') }}</text>
      <template v-if="state.interferenceMm !== null && state.press">
        <rect
          :x="x(damper.maxHeatC)"
          :y="TOP"
          :width="Math.max(0, width - RIGHT - x(damper.maxHeatC))"
          :height="bottom - TOP"
          fill="rgb(255 150 130 / 0.18)"
        />
        <rect
          :x="LEFT"
          :y="y(mostMm)"
          :width="width - LEFT - RIGHT"
          :height="y(damper.slipClearanceMm) - y(mostMm)"
          fill="rgb(127 208 196 / 0.16)"
        />
        <line :x1="LEFT" :x2="width - RIGHT" :y1="y(0)" :y2="y(0)" stroke="var(--scribe)" stroke-opacity="0.6" />
        <line
          :x1="x(FROM_C)"
          :x2="x(toC)"
          :y1="y(gapMm(FROM_C))"
          :y2="y(gapMm(toC))"
          stroke="var(--brass-on-blue)"
          stroke-width="3.5"
        />
        <g font-size="14" fill="var(--scribe)">
          <text :x="LEFT" :y="bottom + 20">{{ FROM_C }} °C</text>
          <text :x="x(damper.maxHeatC) + 6" :y="TOP + 16" fill="var(--outside-on-blue)">
            {{ t('front.gap-max', { c: damper.maxHeatC }) }}
          </text>
          <text
            :x="Math.min(width - 110, Math.max(110, x(state.press.slipOnAtC)))"
            :y="bottom + 20"
            text-anchor="middle"
            :fill="state.heatServes ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
          >
            {{ t('front.gap-slips', { c: Math.ceil(state.press.slipOnAtC) }) }}
          </text>
          <text :x="LEFT - 8" :y="y(gapMm(FROM_C)) + 5" text-anchor="end" class="figure">
            {{ length(gapMm(FROM_C)) }}
          </text>
        </g>
        <line
          :x1="x(state.press.slipOnAtC)"
          :x2="x(state.press.slipOnAtC)"
          :y1="TOP"
          :y2="bottom"
          stroke="var(--inside-on-blue)"
          stroke-dasharray="6 4"
        />
        <circle
          v-if="nowC !== null"
          :cx="x(nowC)"
          :cy="y(gapMm(nowC))"
          r="10"
          :fill="nowC >= state.press.slipOnAtC ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
          data-part="hub-now"
        />
      </template>
      <!-- How far on: from where it starts to home. -->
      <g v-if="travelShare !== null" data-part="travel">
        <rect :x="LEFT" :y="height - 58" :width="width - LEFT - RIGHT" height="22" fill="none" stroke="var(--scribe)" />
        <rect
          :x="LEFT"
          :y="height - 58"
          :width="(width - LEFT - RIGHT) * travelShare"
          height="22"
          :fill="isHome(state) ? 'var(--inside-on-blue)' : 'var(--brass-on-blue)'"
        />
        <text :x="LEFT" :y="height - 14" font-size="14" fill="var(--scribe)">
          {{
            t('front.travel', {
              mm: length(damper.travelMm - (state.leftMm ?? damper.travelMm)),
              of: length(damper.travelMm),
            })
          }}
        </text>
      </g>
    </svg>
  </figure>
</template>
