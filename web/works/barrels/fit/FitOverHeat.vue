<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { line } from 'd3-shape'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { BarrelSpot } from '#core/works/barrels/read-barrels'
import { fits, type FitState } from '#core/works/barrels/fit/read'
import { fitCurve } from '#core/works/barrels/schools'
import { useFigures } from '../../../bench/useFigures'

/** The interference over temperature with the heat it runs at shaded: where it lets go; and the pin at the flange's seam with what it leaves beside it. */
const props = defineProps<{ spot: BarrelSpot; state: FitState }>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 420 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(260, h.value))
const of = computed(() => props.spot.of)
/** Before it is bored: what the sheet wants. */
const interferenceMm = computed(() => {
  const { minMm, maxMm } = of.value.sleeve.interference
  return props.state.interferenceMm !== null && props.state.interferenceMm > 0
    ? props.state.interferenceMm
    : (minMm + maxMm) / 2
})
const made = computed(() => fits(props.state))
const toC = computed(() => Math.max(of.value.barrel.runsC, props.state.hot?.looseAtC ?? 0, 60) + 30)
const curve = computed(() => fitCurve(of.value, interferenceMm.value, toC.value))
const [LEFT, RIGHT, TOP] = [76, 24, 56]
const bottom = computed(() => height.value * 0.58)
const x = (c: number) => LEFT + ((c - 20) / (toC.value - 20)) * (width.value - LEFT - RIGHT)
const mostMm = computed(() => Math.max(...curve.value.map((p) => Math.abs(p.mm))) * 1.15)
const y = (mm: number) => (TOP + bottom.value) / 2 - (mm / mostMm.value) * ((bottom.value - TOP) / 2)
const trace = computed(
  () =>
    line<{ c: number; mm: number }>(
      (p) => x(p.c),
      (p) => y(p.mm),
    )(curve.value) ?? '',
)
const looseC = computed(() => props.state.hot?.looseAtC ?? null)
const hotMm = computed(() =>
  curve.value.reduce((a, b) => (Math.abs(b.c - of.value.barrel.runsC) < Math.abs(a.c - of.value.barrel.runsC) ? b : a)),
)
/** The seam, enlarged: flange, barrel, and the pin half in each. */
const seam = computed(() => {
  const { sleeve, barrel, pin } = of.value
  const wallMm = (barrel.outerMm - sleeve.outerMm) / 2
  const scale = Math.min(
    (width.value - 60) / (wallMm + 6),
    (height.value - bottom.value - 70) / (Math.max(sleeve.flangeMm, pin?.depthMm ?? 0) + 2),
  )
  const flangeMm = (sleeve.flangeOuterMm - sleeve.outerMm) / 2
  const x0 = width.value / 2 - ((wallMm + 4) * scale) / 2
  const top = bottom.value + 52
  return { scale, x0, top, flangeMm, wallMm, seamX: x0 + (4 + flangeMm) * scale }
})
const pinTone = computed(() =>
  props.state.pin?.verdict === 'sound' ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)',
)
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="fit-over-heat">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('barrel.fit-title')"
    >
      <text x="16" y="24" font-size="15" font-weight="700" fill="var(--scribe)">{{ t('barrel.fit-title') }}</text>
      <rect
        :x="x(20)"
        :y="TOP"
        :width="x(of.barrel.runsC) - x(20)"
        :height="bottom - TOP"
        fill="rgb(232 238 244 / 0.1)"
        data-part="running-range"
      />
      <text :x="x(of.barrel.runsC) + 6" :y="TOP + 16" font-size="14" fill="var(--scribe)">
        {{ t('barrel.fit-runs', { c: of.barrel.runsC }) }}
      </text>
      <line :x1="LEFT" :x2="width - RIGHT" :y1="y(0)" :y2="y(0)" stroke="var(--scribe)" stroke-opacity="0.6" />
      <path
        :d="trace"
        fill="none"
        stroke="var(--brass-on-blue)"
        stroke-width="3.5"
        :stroke-dasharray="made ? 'none' : '8 6'"
      />
      <text :x="LEFT - 8" :y="y(curve[0]!.mm) + 5" text-anchor="end" font-size="14" class="figure" fill="var(--scribe)">
        {{ length(curve[0]!.mm) }}
      </text>
      <circle
        :cx="x(hotMm.c)"
        :cy="y(hotMm.mm)"
        r="7"
        :fill="hotMm.mm > 0 ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
      />
      <text :x="x(hotMm.c)" :y="y(hotMm.mm) + 24" text-anchor="middle" font-size="14" fill="var(--scribe)">
        {{ t('barrel.fit-hot') }} {{ length(hotMm.mm) }}
      </text>
      <g v-if="looseC !== null && looseC < toC" data-part="lets-go">
        <line
          :x1="x(looseC)"
          :x2="x(looseC)"
          :y1="TOP"
          :y2="bottom"
          stroke="var(--outside-on-blue)"
          stroke-dasharray="6 4"
        />
        <text
          :x="Math.min(x(looseC), width - 110)"
          :y="bottom + 18"
          text-anchor="middle"
          font-size="14"
          fill="var(--outside-on-blue)"
        >
          {{ t('barrel.fit-looses', { c: Math.round(looseC) }) }}
        </text>
      </g>
      <g v-if="of.pin && state.pin" data-part="pin-seam" :data-verdict="state.pin.verdict">
        <text x="16" :y="bottom + 40" font-size="15" font-weight="700" fill="var(--scribe)">
          {{ t('barrel.seam-title') }}: {{ t(`barrel.seam-says.${state.pin.verdict}`) }}
        </text>
        <rect
          :x="seam.x0"
          :y="seam.top"
          :width="(4 + seam.flangeMm) * seam.scale"
          :height="of.sleeve.flangeMm * seam.scale"
          fill="rgb(227 182 90 / 0.5)"
          stroke="var(--brass-on-blue)"
        />
        <path
          :d="`M ${seam.seamX} ${seam.top} H ${seam.x0 + (4 + seam.wallMm) * seam.scale} V ${height - 8} H ${seam.x0 + 4 * seam.scale} V ${seam.top + of.sleeve.flangeMm * seam.scale} H ${seam.seamX} Z`"
          fill="rgb(232 238 244 / 0.22)"
          stroke="var(--scribe)"
        />
        <rect
          :x="seam.seamX - (of.pin.pinMm / 2) * seam.scale"
          :y="seam.top"
          :width="of.pin.pinMm * seam.scale"
          :height="of.pin.depthMm * seam.scale"
          :fill="pinTone"
          fill-opacity="0.75"
        />
        <text
          :x="seam.seamX + (of.pin.pinMm / 2) * seam.scale + 8"
          :y="seam.top + 20"
          font-size="15"
          class="figure"
          :fill="pinTone"
        >
          {{ t('barrel.seam-left', { mm: length(state.pin.barrelLeftMm) }) }}
        </text>
      </g>
    </svg>
  </figure>
</template>
