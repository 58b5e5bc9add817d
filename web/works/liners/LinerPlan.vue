<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { CylinderState } from '#core/works/liners/deck'
import type { Limits } from '#core/job/snapshot'
import { clockHour } from '#core/measure/angle'
import { onPlan } from '../../bench/useDeckPlan'
import { useFigures } from '../../bench/useFigures'
import WindowGlyph from '../../bench/WindowGlyph.vue'

const props = defineProps<{ state: CylinderState; limits: Limits; stationDeg: number | null }>()
const emit = defineEmits<{ station: [angleDeg: number] }>()
const { t } = useI18n()
const { length } = useFigures()

const W = 330
const H = 250
const centre = { x: W / 2, y: H / 2 }
const R = 68

const stations = computed(() =>
  props.state.stations.map((s) => {
    const to = onPlan(s.angleDeg)
    return {
      ...s,
      on: { x: centre.x + to.x * R, y: centre.y + to.y * R },
      text: { x: centre.x + to.x * (R + 52), y: centre.y + to.y * (R + 30) },
    }
  }),
)
const plane = computed(() => (props.state.judgement ? props.state.plane : null))
const needle = computed(() => {
  if (!plane.value || plane.value.highAtDeg === null) return null
  const to = onPlan(plane.value.highAtDeg)
  const reach = Math.min(0.95, (plane.value.tiltMm / props.limits.withinLinerMaxMm) * 0.5) * (R - 8)
  return { x: centre.x + to.x * reach, y: centre.y + to.y * reach }
})
const hours = [12, 3, 6, 9].map((hour) => ({ hour, ...onPlan(hour * 30) }))
</script>

<template>
  <figure class="relative h-full min-h-0 bg-layout" data-part="liner-plan">
    <svg
      :viewBox="`0 0 ${W} ${H}`"
      class="h-full w-full"
      role="img"
      :aria-label="t('plan.describe', { cylinder: state.cylinder })"
    >
      <circle :cx="centre.x" :cy="centre.y" :r="R" fill="none" stroke="var(--scribe)" stroke-width="1.6" />
      <circle :cx="centre.x" :cy="centre.y" :r="R - 12" fill="none" stroke="var(--scribe)" stroke-opacity="0.5" />
      <g v-if="needle">
        <line
          :x1="centre.x"
          :y1="centre.y"
          :x2="needle.x"
          :y2="needle.y"
          stroke="var(--brass-on-blue)"
          stroke-width="3.5"
        />
        <circle :cx="centre.x" :cy="centre.y" r="3.5" fill="var(--brass-on-blue)" />
      </g>
      <text
        v-for="h in hours"
        :key="h.hour"
        :x="centre.x + h.x * (R - 24)"
        :y="centre.y + h.y * (R - 24) + 4"
        text-anchor="middle"
        font-size="11"
        fill="var(--scribe)"
        stroke="var(--layout)"
        stroke-width="4"
        paint-order="stroke"
      >
        {{ h.hour }}
      </text>
      <g
        v-for="s in stations"
        :key="s.angleDeg"
        class="cursor-pointer"
        data-part="plan-station"
        @click="emit('station', s.angleDeg)"
      >
        <circle :cx="s.on.x" :cy="s.on.y" r="22" fill="transparent" />
        <circle
          :cx="s.on.x"
          :cy="s.on.y"
          :r="s.angleDeg === stationDeg ? 9 : 6"
          :fill="s.valueMm === null ? 'var(--layout)' : 'var(--scribe)'"
          :stroke="s.angleDeg === stationDeg ? 'var(--brass-on-blue)' : 'var(--scribe)'"
          :stroke-width="s.angleDeg === stationDeg ? 3.5 : 1.5"
        />
        <template v-if="s.valueMm !== null">
          <text :x="s.text.x" :y="s.text.y + 2" text-anchor="middle" font-size="19" class="figure" fill="var(--scribe)">
            {{ length(s.valueMm, [state.window.minMm, state.window.maxMm]) }}
          </text>
          <g :transform="`translate(${s.text.x - 32} ${s.text.y + 5})`">
            <WindowGlyph
              :value-mm="s.valueMm"
              :min-mm="state.window.minMm"
              :max-mm="state.window.maxMm"
              :verdict="s.verdict!"
              :width="64"
              :height="15"
              on-blue
            />
          </g>
        </template>
        <text
          v-else
          :x="s.text.x"
          :y="s.text.y + 5"
          text-anchor="middle"
          font-size="13"
          fill="var(--scribe)"
          fill-opacity="0.8"
        >
          {{ t('plan.station', { clock: clockHour(s.angleDeg) }) }}
        </text>
      </g>
    </svg>
    <figcaption class="absolute bottom-1 left-2 max-w-[96px] leading-tight text-fine text-scribe">
      {{
        plane && plane.highAtDeg !== null
          ? t('plan.lean', { lean: length(plane.tiltMm, [limits.withinLinerMaxMm]), clock: clockHour(plane.highAtDeg) })
          : t('plan.front-left')
      }}
    </figcaption>
  </figure>
</template>
