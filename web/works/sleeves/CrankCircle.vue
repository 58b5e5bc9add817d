<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { crownDepthMm, type BarringPlan } from '#core/crank/plan-barring'
import type { CrankSection } from '#core/works/crank/data'
import { useFigures } from '../../bench/useFigures'

/**
 * The crank from the front, with each cylinder's window as an arc to stop inside, and beside it the tool over the
 * piston of the one in hand, to scale, as the crank stands.
 */
const props = defineProps<{
  crank: CrankSection
  plan: BarringPlan | null
  nowDeg: number
  cylinder: number
  /** The top of the cylinder in hand, degrees of the crank. */
  topDeg: number
  reachMm: number
  clearanceMm: number
}>()
const { t } = useI18n()
const { rough } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 360 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(220, h.value))
const radius = computed(() => Math.min(height.value * 0.42, width.value * 0.24))
const centre = computed(() => ({ x: radius.value + 24, y: height.value / 2 }))
const at = (deg: number, r: number) => {
  const a = (deg * Math.PI) / 180
  return { x: centre.value.x + Math.sin(a) * r, y: centre.value.y - Math.cos(a) * r }
}
const arcs = computed(() => {
  const { plan } = props
  if (!plan) return []
  const step = Math.min(16, (radius.value - 40) / Math.max(1, plan.windows.length))
  return plan.windows.map(({ cylinder, bottomDeg }, i) => {
    const r = radius.value - 6 - i * step
    const half = Math.min(179.9, plan.halfWindowDeg)
    const [a, b, m] = [at(bottomDeg - half, r), at(bottomDeg + half, r), at(bottomDeg + Math.min(24, half / 2), r)]
    return {
      cylinder,
      d: `M ${a.x} ${a.y} A ${r} ${r} 0 ${half > 90 ? 1 : 0} 1 ${b.x} ${b.y}`,
      label: m,
      step,
    }
  })
})
const needle = computed(() => at(props.nowDeg, radius.value + 6))
/** The section: fire deck up, crown down, one scale. */
const crownMm = computed(() => crownDepthMm(props.crank, props.nowDeg - props.topDeg))
const lowestMm = computed(() => props.crank.crownBelowDeckMm + props.crank.strokeMm)
const scale = computed(() => (height.value - 50) / (lowestMm.value + props.crank.gasketMm + 36))
const sx = computed(() => width.value * 0.76)
const deckY = computed(() => 30 + 20 * scale.value)
/** Below the fire deck, mm, to the drawing; the block's face lies a gasket lower. */
const y = (belowMm: number) => deckY.value + belowMm * scale.value
const crownY = computed(() => y(props.crank.gasketMm + crownMm.value))
const bowlY = computed(() => y(props.crank.gasketMm + crownMm.value + props.crank.bowlMm))
const gapMm = computed(() => props.crank.gasketMm + crownMm.value + props.crank.bowlMm - props.reachMm)
const bores = computed(() => Math.min(width.value * 0.19, 118 * scale.value * 0.5))
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="crank-circle">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('sleeve.crank')"
    >
      <circle :cx="centre.x" :cy="centre.y" :r="radius + 6" fill="none" stroke="var(--scribe)" stroke-opacity="0.5" />
      <g v-for="a in arcs" :key="a.cylinder">
        <path
          :d="a.d"
          fill="none"
          :stroke="a.cylinder === cylinder ? 'var(--brass-on-blue)' : 'var(--scribe)'"
          :stroke-opacity="a.cylinder === cylinder ? 1 : 0.55"
          :stroke-width="Math.min(9, a.step * 0.55)"
          :data-window="a.cylinder"
        />
        <text
          :x="a.label.x"
          :y="a.label.y + 5"
          text-anchor="middle"
          font-size="13"
          font-weight="700"
          fill="var(--scribe)"
          stroke="var(--layout)"
          stroke-width="4"
          paint-order="stroke"
        >
          {{ a.cylinder }}
        </text>
      </g>
      <line
        :x1="centre.x"
        :y1="centre.y"
        :x2="needle.x"
        :y2="needle.y"
        stroke="var(--outside-on-blue)"
        stroke-width="3"
        data-part="crank-needle"
      />
      <text :x="centre.x" :y="height - 8" text-anchor="middle" font-size="13" fill="var(--scribe)">
        {{ t('sleeve.crank-now') }} {{ t('sleeve.deg', { deg: Math.round(nowDeg) }) }}
      </text>
      <!-- Section: the fire deck, the tool through it, the bore with its piston. -->
      <line
        :x1="sx - bores - 30"
        :x2="sx + bores + 30"
        :y1="y(0)"
        :y2="y(0)"
        stroke="var(--scribe)"
        stroke-width="2.5"
      />
      <text :x="sx - bores - 28" :y="y(0) - 6" font-size="13" fill="var(--scribe)">{{ t('sleeve.fire-deck') }}</text>
      <line
        v-for="side in [-1, 1]"
        :key="side"
        :x1="sx + side * bores"
        :x2="sx + side * bores"
        :y1="y(crank.gasketMm)"
        :y2="height - 4"
        stroke="var(--scribe)"
        stroke-width="1.5"
      />
      <path
        :d="`M ${sx - bores + 2} ${crownY} H ${sx - bores * 0.5} L ${sx - bores * 0.34} ${bowlY} H ${sx + bores * 0.34} L ${sx + bores * 0.5} ${crownY} H ${sx + bores - 2} V ${height} H ${sx - bores + 2} Z`"
        fill="rgb(232 238 244 / 0.18)"
        stroke="var(--scribe)"
        stroke-width="2"
        class="transition-all duration-500"
        data-part="piston"
      />
      <rect
        :x="sx - 9"
        :y="8"
        width="18"
        :height="Math.max(10, y(reachMm) - 8)"
        :fill="gapMm >= clearanceMm ? 'rgb(227 182 90 / 0.55)' : 'rgb(255 157 138 / 0.6)'"
        :stroke="gapMm >= clearanceMm ? 'var(--brass-on-blue)' : 'var(--outside-on-blue)'"
        stroke-width="2"
      />
      <text
        :x="sx"
        :y="height - 8"
        text-anchor="middle"
        font-size="16"
        font-weight="700"
        :fill="gapMm >= clearanceMm ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
        stroke="var(--layout)"
        stroke-width="5"
        paint-order="stroke"
        data-part="tool-gap"
      >
        {{ gapMm >= 0 ? t('sleeve.clear', { mm: rough(gapMm) }) : t('sleeve.hits', { mm: rough(-gapMm) }) }}
      </text>
    </svg>
  </figure>
</template>
