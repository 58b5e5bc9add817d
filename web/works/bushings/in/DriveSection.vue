<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Face } from '#core/works/bushings/section'
import type { HousingSpot } from '#core/works/bushings/read-bushings'
import type { Placing } from '#core/works/bushings/read-placing'
import { useFigures } from '../../../bench/useFigures'

/**
 * The housing cut along its axis, the front to the left: the bushing as it stands, the driver behind it, the cone
 * ahead, the looks so far as marks that run toward the window its driven edge must stand in.
 */
const props = defineProps<{
  housing: HousingSpot
  from: Face
  bushingWidthMm: number
  placing: Placing
  looks: readonly { blows: number; depthMm: number }[]
  depthMm: number | null
  blowsLeft: number | null
  pilotN: string | null
}>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 320 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(220, h.value))
/** Before the first blow it stands just started. */
const depth = computed(() => props.depthMm ?? 3 - props.bushingWidthMm)
/** What stands out is drawn no farther than it does: as the edge comes nearer, all grows. */
const outMm = computed(() => Math.max(4, -depth.value) + 5)
const scale = computed(() => (width.value - 150) / (props.housing.of.widthMm + outMm.value + 8))
/** Depth below the driven face to the drawing: from the rear the bushing comes from the right. */
const sign = computed(() => (props.from === 'front' ? 1 : -1))
const face = computed(() =>
  props.from === 'front' ? 60 + outMm.value * scale.value : width.value - 60 - outMm.value * scale.value,
)
const x = (depthMm: number) => face.value + sign.value * depthMm * scale.value
const span = (a: number, b: number) => ({ x: Math.min(x(a), x(b)), width: Math.abs(x(b) - x(a)) })
const top = computed(() => Math.max(96, height.value * 0.32))
const wall = computed(() => Math.min(100, height.value * 0.2))
const lining = computed(() => wall.value * 0.38)
const bushing = computed(() => span(depth.value, depth.value + props.bushingWidthMm))
const casting = computed(() => span(0, props.housing.of.widthMm))
const holes = computed(() =>
  props.placing.holes.map((hole) => {
    // Where hole and drilling stand now: they meet where the edge stands at their meeting depth.
    const drillingAt = hole.meetsAtMm + hole.fromEdgeMm
    return {
      drilling: span(drillingAt - hole.drillingMm / 2, drillingAt + hole.drillingMm / 2),
      hole: span(
        depth.value + hole.fromEdgeMm - hole.bushingHoleMm / 2,
        depth.value + hole.fromEdgeMm + hole.bushingHoleMm / 2,
      ),
    }
  }),
)
const window = computed(() => (props.placing.fromMm === null ? null : span(props.placing.fromMm, props.placing.toMm!)))
const APART_PX = 22
/** Looks that are on the drawing; of those that stand close, the last one is told by its blows. */
const marks = computed(() => {
  const on = props.looks.filter((l) => -l.depthMm <= outMm.value)
  return on.map((l, i) => ({
    ...l,
    told: !on.slice(i + 1).some((o) => Math.abs(x(o.depthMm) - x(l.depthMm)) < APART_PX),
  }))
})
const inside = computed(
  () =>
    props.placing.fromMm !== null &&
    depth.value >= props.placing.fromMm - 1e-9 &&
    depth.value <= props.placing.toMm! + 1e-9,
)
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="drive-section">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('cam.depth')"
    >
      <g font-size="13" fill="var(--scribe)">
        <text x="10" :y="height - 12">{{ t('cam.front') }}</text>
        <text :x="width - 10" :y="height - 12" text-anchor="end">{{ t('cam.rear') }}</text>
      </g>
      <!-- The housing, its drillings cut through. -->
      <rect
        :x="casting.x"
        :y="top"
        :width="casting.width"
        :height="wall"
        fill="rgb(232 238 244 / 0.22)"
        stroke="var(--scribe)"
      />
      <rect
        v-for="(o, i) in holes"
        :key="`d${i}`"
        :x="o.drilling.x"
        :y="top"
        :width="o.drilling.width"
        :height="wall"
        fill="var(--layout)"
        stroke="var(--scribe)"
        stroke-dasharray="4 3"
      />
      <!-- The bushing, its holes. -->
      <rect
        :x="bushing.x"
        :y="top + wall"
        :width="bushing.width"
        :height="lining"
        fill="rgb(227 182 90 / 0.55)"
        stroke="var(--brass-on-blue)"
        stroke-width="1.5"
      />
      <rect
        v-for="(o, i) in holes"
        :key="`h${i}`"
        :x="o.hole.x"
        :y="top + wall"
        :width="o.hole.width"
        :height="lining"
        fill="var(--layout)"
        stroke="var(--brass-on-blue)"
      />
      <!-- The driver behind it, the bar through it, the cone in the next housing. -->
      <rect
        :x="from === 'front' ? x(depth) - 34 : x(depth)"
        :y="top + wall - 6"
        width="34"
        :height="lining + 26"
        fill="rgb(232 238 244 / 0.3)"
        stroke="var(--scribe)"
      />
      <rect
        x="0"
        :y="top + wall + lining + 8"
        :width="width"
        height="12"
        fill="rgb(232 238 244 / 0.16)"
        stroke="var(--scribe)"
        stroke-opacity="0.5"
      />
      <path
        v-if="pilotN"
        :d="
          from === 'front'
            ? `M ${width - 14} ${top + wall} v ${lining + 20} h -34 l -26 ${-8} v -12 z`
            : `M 14 ${top + wall} v ${lining + 20} h 34 l 26 ${-8} v -12 z`
        "
        fill="rgb(232 238 244 / 0.28)"
        stroke="var(--scribe)"
      />
      <text
        :x="from === 'front' ? width - 10 : 10"
        :y="top + wall - 10"
        :text-anchor="from === 'front' ? 'end' : 'start'"
        font-size="14"
        fill="var(--scribe)"
      >
        {{ pilotN ? t('cam.school-says.ahead', { n: pilotN }) : t('cam.pilot-none') }}
      </text>
      <!-- The window of the driven edge, and the looks that run toward it. -->
      <g v-if="window">
        <rect
          :x="window.x"
          y="34"
          :width="Math.max(3, window.width)"
          :height="top - 34"
          fill="rgb(127 208 196 / 0.3)"
          stroke="var(--inside-on-blue)"
          data-part="drive-window"
        />
        <text
          :x="Math.min(width - 130, Math.max(130, window.x + window.width / 2))"
          y="26"
          text-anchor="middle"
          font-size="14"
          fill="var(--inside-on-blue)"
        >
          {{ t('cam.depth-window', { from: length(placing.fromMm!), to: length(placing.toMm!) }) }}
        </text>
      </g>
      <g v-for="l in marks" :key="l.blows">
        <line
          :x1="x(l.depthMm)"
          :x2="x(l.depthMm)"
          :y1="top - 40"
          :y2="top - 16"
          stroke="var(--scribe)"
          stroke-width="2"
        />
        <text
          v-if="l.told"
          :x="x(l.depthMm)"
          :y="top - 46"
          text-anchor="middle"
          font-size="13"
          class="figure"
          fill="var(--scribe)"
        >
          {{ l.blows }}
        </text>
      </g>
      <path
        :d="`M ${x(depth)} ${top - 2} l -8 -14 h 16 z`"
        :fill="inside ? 'var(--inside-on-blue)' : 'var(--brass-on-blue)'"
      />
      <text
        :x="width / 2"
        :y="top + wall + lining + 76"
        text-anchor="middle"
        font-size="26"
        font-weight="700"
        fill="var(--scribe)"
        data-part="drive-depth"
      >
        {{ depthMm === null ? '—' : depthMm < 0 ? t('cam.stands-out', { mm: length(-depthMm) }) : length(depthMm) }}
      </text>
      <text
        v-if="blowsLeft !== null && blowsLeft > 0"
        :x="width / 2"
        :y="top + wall + lining + 102"
        text-anchor="middle"
        font-size="17"
        fill="var(--scribe)"
      >
        {{ t('cam.blows-left', { n: blowsLeft }) }}
      </text>
    </svg>
  </figure>
</template>
