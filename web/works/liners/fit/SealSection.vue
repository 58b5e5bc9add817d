<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { LinerShape } from '#core/works/liners/fitting'
import type { FittingState } from '#core/works/liners/read-fitting'
import { onPlan } from '../../../bench/useDeckPlan'

const props = defineProps<{
  state: FittingState
  liner: LinerShape | null
  next: number | null
}>()
const { t } = useI18n()

const W = 700
const H = 400
/**
 * The liner lies on its side, its top at the left, shortened in the middle: the seal lands are what is
 * worked at, so they have the room. Walls and grooves are drawn thicker than they are.
 */
const x0 = 24
const mid = 160
const half = { bore: 84, outer: 116, flange: 132 }
const flange = x0 + 26
const breakAt = { from: 132, to: 158 }
const end = computed(() => (props.liner?.clockDeg == null ? 660 : 500))
const GROOVE = { width: 40, depth: 20 }
/** Grooves spread over the seal lands, the first one nearest the top. */
const grooves = computed(() => {
  const from = breakAt.to + 24
  const lands = end.value - from - 20
  const n = props.state.rings.length
  return props.state.rings.map((ring, i) => ({
    ring,
    x: from + (lands * (i + 0.5)) / Math.max(1, n) - GROOVE.width / 2,
  }))
})
const clockX = 596
const sides = [-1, 1] as const
const clock = computed(() => {
  const l = props.liner
  if (!l || l.clockDeg === null) return null
  const at = (deg: number, r: number) => ({ x: clockX + onPlan(deg).x * r, y: mid + onPlan(deg).y * r })
  return {
    want: at(l.clockDeg, 66),
    wantText: at(l.clockDeg, 88),
    found: props.state.press?.atDeg == null ? null : at(props.state.press.atDeg, 52),
  }
})
</script>

<template>
  <figure class="relative h-full min-h-0 bg-layout" data-part="seal-section">
    <svg
      :viewBox="`0 0 ${W} ${H}`"
      class="h-full w-full"
      role="img"
      :aria-label="t('fit.drawing', { cylinder: state.cylinder })"
    >
      <defs>
        <pattern id="wall" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="7" stroke="var(--scribe)" stroke-opacity="0.7" stroke-width="1.2" />
        </pattern>
      </defs>
      <line
        :x1="x0 - 10"
        :x2="end + 16"
        :y1="mid"
        :y2="mid"
        stroke="var(--scribe)"
        stroke-opacity="0.5"
        stroke-dasharray="14 4 3 4"
      />
      <g v-for="s in sides" :key="s">
        <path
          :d="`M ${breakAt.from} ${mid + s * half.bore} H ${x0} V ${mid + s * half.flange} H ${flange} V ${mid + s * half.outer} H ${breakAt.from} l 7 ${-s * 11} l -11 ${-s * 10} z`"
          fill="url(#wall)"
          stroke="var(--scribe)"
          stroke-width="1.6"
        />
        <path
          :d="`M ${breakAt.to} ${mid + s * half.bore} H ${end} V ${mid + s * half.outer} H ${breakAt.to} l 7 ${-s * 11} l -11 ${-s * 10} z`"
          fill="url(#wall)"
          stroke="var(--scribe)"
          stroke-width="1.6"
        />
      </g>
      <text :x="x0" :y="mid - half.flange - 8" font-size="13" fill="var(--scribe)">{{ t('fit.top') }}</text>
      <text :x="end" :y="mid - half.flange - 8" text-anchor="end" font-size="12" fill="var(--scribe)">
        {{ t('fit.shortened') }}
      </text>
      <g v-for="(g, i) in grooves" :key="g.ring.groove" :data-groove="g.ring.groove" :data-state="g.ring.state">
        <rect
          v-for="s in sides"
          :key="s"
          :x="g.x"
          :y="s > 0 ? mid + half.outer - GROOVE.depth + 4 : mid - half.outer - 4"
          :width="GROOVE.width"
          :height="GROOVE.depth"
          rx="3"
          :fill="
            g.ring.state === 'on'
              ? 'var(--brass-on-blue)'
              : g.ring.state === 'wetted'
                ? 'rgb(227 182 90 / 0.45)'
                : 'var(--layout)'
          "
          :stroke="next === g.ring.groove ? 'var(--brass-on-blue)' : 'var(--scribe)'"
          :stroke-width="next === g.ring.groove ? 4 : 1.8"
          :stroke-dasharray="g.ring.state === 'open' ? '4 3' : 'none'"
        />
        <line
          :x1="g.x + GROOVE.width / 2"
          :x2="g.x + GROOVE.width / 2"
          :y1="mid + half.outer + 8"
          :y2="mid + half.flange + 18 + i * 26"
          stroke="var(--scribe)"
          stroke-opacity="0.6"
        />
        <text
          :x="g.x + GROOVE.width / 2 - 6"
          :y="mid + half.flange + 24 + i * 26"
          text-anchor="end"
          font-size="16"
          :font-weight="next === g.ring.groove ? 700 : 400"
          fill="var(--scribe)"
        >
          {{
            t('fit.ring-line', { place: g.ring.seal.place, material: g.ring.seal.material, colour: g.ring.seal.colour })
          }}
        </text>
      </g>
      <g v-if="clock" data-part="clocking">
        <circle :cx="clockX" :cy="mid" r="66" fill="none" stroke="var(--scribe)" stroke-width="1.5" />
        <text :x="clockX" :y="mid - 100" text-anchor="middle" font-size="13.5" fill="var(--scribe)">
          {{ t('fit.from-above') }}
        </text>
        <line
          :x1="clockX"
          :y1="mid"
          :x2="clock.want.x"
          :y2="clock.want.y"
          stroke="var(--scribe)"
          stroke-dasharray="4 4"
        />
        <circle
          :cx="clock.want.x"
          :cy="clock.want.y"
          r="8"
          fill="none"
          stroke="var(--brass-on-blue)"
          stroke-width="3"
        />
        <text
          :x="clock.wantText.x"
          :y="clock.wantText.y + 4"
          text-anchor="middle"
          font-size="14"
          fill="var(--brass-on-blue)"
        >
          {{ liner!.clockDeg }}°
        </text>
        <circle
          v-if="clock.found"
          :cx="clock.found.x"
          :cy="clock.found.y"
          r="6"
          :fill="state.clock === 'in' ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
        />
      </g>
    </svg>
  </figure>
</template>
