<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { PlaneFit } from '#core/measure/fit-plane'
import { clockHour } from '#core/measure/angle'
import { useFigures } from '../../../bench/useFigures'

/** A seal seen from outside: four depths round it, and where it leans deep. */
const props = defineProps<{ edgesMm: readonly number[]; plane: PlaneFit; maxLeanMm: number }>()
const { t } = useI18n()
const { length } = useFigures()
const SIZE = 230
const R = 84
const at = (deg: number, r: number) => {
  const a = (deg * Math.PI) / 180
  return { x: SIZE / 2 + Math.sin(a) * r, y: SIZE / 2 - Math.cos(a) * r }
}
const stations = computed(() => props.edgesMm.map((mm, i) => ({ mm, ...at(i * 90, R), deg: i * 90 })))
const deep = computed(() => (props.plane.highAtDeg === null ? null : at(props.plane.highAtDeg, R - 22)))
const square = computed(() => props.plane.tiltMm <= props.maxLeanMm + 1e-9)
</script>

<template>
  <figure class="m-0 flex flex-col items-center bg-layout p-2" data-part="four-depths" :data-square="square">
    <svg :width="SIZE" :height="SIZE" :viewBox="`0 0 ${SIZE} ${SIZE}`" role="img" :aria-label="t('front.depths')">
      <circle :cx="SIZE / 2" :cy="SIZE / 2" :r="R" fill="none" stroke="var(--brass-on-blue)" stroke-width="16" />
      <circle :cx="SIZE / 2" :cy="SIZE / 2" :r="R - 34" fill="rgb(232 238 244 / 0.18)" stroke="var(--scribe)" />
      <path
        v-if="deep"
        :d="`M ${SIZE / 2} ${SIZE / 2} L ${deep.x} ${deep.y}`"
        :stroke="square ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
        stroke-width="5"
      />
      <text
        v-for="s in stations"
        :key="s.deg"
        :x="s.x"
        :y="s.y + 6"
        text-anchor="middle"
        font-size="17"
        font-weight="700"
        fill="var(--scribe)"
        stroke="var(--layout)"
        stroke-width="5"
        paint-order="stroke"
      >
        {{ length(s.mm) }}
      </text>
    </svg>
    <figcaption class="text-center text-small text-scribe">
      {{ t('front.mean-depth', { mm: length(plane.centreMm) }) }},
      {{
        t('front.lean', {
          lean: length(plane.tiltMm),
          hour: plane.highAtDeg === null ? '—' : clockHour(plane.highAtDeg),
          max: length(maxLeanMm),
        })
      }}
    </figcaption>
  </figure>
</template>
