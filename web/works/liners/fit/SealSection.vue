<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { LinerShape } from '#core/works/liners/fitting'
import type { FittingState } from '#core/works/liners/read-fitting'
import { onPlan } from '../../../bench/useDeckPlan'

const props = defineProps<{
  state: FittingState
  liner: LinerShape | null
  boreMm: number
  flangeMm: number
  next: number | null
}>()
const { t } = useI18n()

const W = 620
const H = 360
/** The liner lies on its side, its top at the left: long things want the long way of the screen. */
const long = computed(() => props.liner?.lengthMm ?? 220)
const scale = computed(() =>
  Math.min(
    (props.liner?.clockDeg == null ? 440 : 360) / long.value,
    240 / (props.liner?.flangeOuterMm ?? props.boreMm * 1.15),
  ),
)
const x0 = 24
const mid = 176
const half = computed(() => ({
  bore: (props.boreMm / 2) * scale.value,
  outer: ((props.liner?.lowerOuterMm ?? props.boreMm * 1.09) / 2) * scale.value,
  flange: ((props.liner?.flangeOuterMm ?? props.boreMm * 1.15) / 2) * scale.value,
}))
const end = computed(() => x0 + long.value * scale.value)
const flange = computed(() => x0 + props.flangeMm * scale.value)
/** Grooves spread over the seal lands, the first one nearest the top. */
const grooves = computed(() => {
  const lands = (props.liner?.sealLandMm ?? 36) * scale.value
  const n = props.state.rings.length
  return props.state.rings.map((ring, i) => ({ ring, x: end.value - lands + (lands * (i + 0.5)) / Math.max(1, n) - 5 }))
})
const sides = [-1, 1] as const
const clock = computed(() => {
  const l = props.liner
  if (!l || l.clockDeg === null) return null
  const at = (deg: number, r: number) => ({ x: 524 + onPlan(deg).x * r, y: mid + onPlan(deg).y * r })
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
      <path
        v-for="s in sides"
        :key="s"
        :d="`M ${x0} ${mid + s * half.bore} V ${mid + s * half.flange} H ${flange} V ${mid + s * half.outer} H ${end} V ${mid + s * half.bore} Z`"
        fill="url(#wall)"
        stroke="var(--scribe)"
        stroke-width="1.6"
      />
      <text :x="x0" :y="mid - half.flange - 8" font-size="13" fill="var(--scribe)">{{ t('fit.top') }}</text>
      <g v-for="(g, i) in grooves" :key="g.ring.groove" :data-groove="g.ring.groove" :data-state="g.ring.state">
        <rect
          v-for="s in sides"
          :key="s"
          :x="g.x"
          :y="mid + s * half.outer - (s > 0 ? 6 : 4)"
          width="10"
          height="10"
          :fill="
            g.ring.state === 'on'
              ? 'var(--brass-on-blue)'
              : g.ring.state === 'wetted'
                ? 'rgb(227 182 90 / 0.45)'
                : 'var(--layout)'
          "
          :stroke="next === g.ring.groove ? 'var(--brass-on-blue)' : 'var(--scribe)'"
          :stroke-width="next === g.ring.groove ? 3.5 : 1.5"
          :stroke-dasharray="g.ring.state === 'open' ? '3 2' : 'none'"
        />
        <line
          :x1="g.x + 5"
          :x2="g.x + 5"
          :y1="mid + half.outer + 8"
          :y2="mid + half.flange + 20 + i * 22"
          stroke="var(--scribe)"
          stroke-opacity="0.6"
        />
        <text
          :x="g.x - 4"
          :y="mid + half.flange + 26 + i * 22"
          text-anchor="end"
          font-size="14.5"
          :font-weight="next === g.ring.groove ? 700 : 400"
          fill="var(--scribe)"
        >
          {{
            t('fit.ring-line', { place: g.ring.seal.place, material: g.ring.seal.material, colour: g.ring.seal.colour })
          }}
        </text>
      </g>
      <g v-if="clock" data-part="clocking">
        <circle cx="524" :cy="mid" r="66" fill="none" stroke="var(--scribe)" stroke-width="1.5" />
        <text x="524" :y="mid - 100" text-anchor="middle" font-size="13.5" fill="var(--scribe)">
          {{ t('fit.from-above') }}
        </text>
        <line x1="524" :y1="mid" :x2="clock.want.x" :y2="clock.want.y" stroke="var(--scribe)" stroke-dasharray="4 4" />
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
