<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { roughUnit } from '#core/units/format-rough'
import { axis, forceUnit, roundTicks } from '#core/units/format-torque'
import { useFigures } from '../../../bench/useFigures'
import type { PullPlan } from '#core/pull/plan-pull'
import type { pullCurves } from '#core/pull/check-puller'

const props = defineProps<{ curves: ReturnType<typeof pullCurves>; plan: PullPlan; leverMm: number }>()
const { t } = useI18n()
const { unit } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 420, height: 220 })
const width = computed(() => Math.max(260, w.value))
const height = computed(() => Math.max(140, h.value))
const longest = computed(() => props.curves[0]?.points.at(-1)?.leverMm ?? 1)
const highest = computed(() =>
  Math.max(
    props.plan.safePullN * 1.25,
    // What the hand gives on this lever stands on the drawing, however weak the puller.
    props.plan.pullN * 1.12,
    Math.min(props.plan.safePullN * 2.6, ...props.curves.map((c) => c.points.at(-1)!.pullN)),
  ),
)
const x = computed(() => scaleLinear([0, longest.value], [48, width.value - 26]))
const y = computed(() => scaleLinear([0, highest.value], [height.value - 40, 12]))
const path = computed(() =>
  line<{ leverMm: number; pullN: number }>(
    (p) => x.value(p.leverMm),
    (p) => y.value(p.pullN),
  ),
)
const dash = { dry: '2 5', oiled: '9 5', greased: 'none' }
const drawn = computed(() =>
  props.curves.map((c) => {
    const inside = c.points.filter((p) => p.pullN <= highest.value)
    return { ...c, d: path.value(inside) ?? '', end: inside.at(-1)!, dash: dash[c.state] }
  }),
)
/** Ticks that are round in the unit they are read in, at the places they belong. */
const forceTicks = computed(() => roundTicks(highest.value, axis.force[unit.value], 4))
const leverTicks = computed(() => roundTicks(longest.value, axis.length[unit.value], 5))
</script>

<template>
  <figure ref="frame" class="relative h-full min-h-0 overflow-hidden bg-layout" data-part="pull-curves">
    <svg :width="width" :height="height" role="img" :aria-label="t('pull.curves')">
      <g v-for="tick in forceTicks" :key="`y${tick.label}`">
        <line x1="48" :x2="width - 12" :y1="y(tick.at)" :y2="y(tick.at)" stroke="var(--scribe)" stroke-opacity="0.18" />
        <text x="42" :y="y(tick.at) + 4" text-anchor="end" font-size="13" class="figure" fill="var(--scribe)">
          {{ tick.label }}
        </text>
      </g>
      <g v-for="tick in leverTicks" :key="`x${tick.label}`">
        <text :x="x(tick.at)" :y="height - 24" text-anchor="middle" font-size="13" class="figure" fill="var(--scribe)">
          {{ tick.label }}
        </text>
      </g>
      <text :x="width - 12" :y="height - 7" text-anchor="end" font-size="13" fill="var(--scribe)">
        {{ t('pull.axis-lever', { unit: t(`unit.${roughUnit[unit]}`) }) }}
      </text>
      <text x="6" y="12" font-size="13" fill="var(--scribe)">{{ t(`unit.${forceUnit[unit]}`) }}</text>
      <rect
        x="48"
        y="12"
        :width="Math.max(0, width - 60)"
        :height="Math.max(0, y(plan.safePullN) - 12)"
        fill="var(--outside-on-blue)"
        fill-opacity="0.12"
      />
      <line
        x1="48"
        :x2="width - 12"
        :y1="y(plan.safePullN)"
        :y2="y(plan.safePullN)"
        stroke="var(--outside-on-blue)"
        stroke-width="2"
      />
      <text :x="width - 14" :y="y(plan.safePullN) - 5" text-anchor="end" font-size="13" fill="var(--outside-on-blue)">
        {{ t(`pull.gives.${plan.governs}`) }}
      </text>
      <line
        :x1="x(leverMm)"
        :x2="x(leverMm)"
        y1="12"
        :y2="height - 40"
        stroke="var(--brass-on-blue)"
        stroke-width="2"
        stroke-dasharray="4 4"
      />
      <g v-for="(c, i) in drawn" :key="c.state">
        <path :d="c.d" fill="none" stroke="var(--scribe)" stroke-width="2" :stroke-dasharray="c.dash" />
        <text
          :x="Math.min(x(c.end.leverMm), width - 66) + 6"
          :y="Math.max(24, y(c.end.pullN)) + 16 * (2 - i)"
          font-size="13"
          fill="var(--scribe)"
          stroke="var(--layout)"
          stroke-width="4"
          paint-order="stroke"
        >
          {{ t(`pull.friction.${c.state}`) }}
        </text>
      </g>
      <circle :cx="x(leverMm)" :cy="y(Math.min(plan.pullN, highest))" r="5" fill="var(--brass-on-blue)" />
    </svg>
  </figure>
</template>
