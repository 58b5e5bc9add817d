<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { LedgeState } from '#core/works/liners/ledges'
import { planeHeightMm } from '#core/measure/fit-plane'
import { useFigures } from '../../../bench/useFigures'

const props = defineProps<{ ledge: LedgeState; maxDepthMm: number | null }>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 600, height: 200 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(130, h.value))

const judged = computed(() => props.ledge.judgement)
const left = 66
const x = computed(() => scaleLinear([0, 360], [left, width.value - 96]))
/** Depths run down; the limit is drawn to scale only where it comes near. */
const y = computed(() => {
  const j = judged.value
  const top = j ? j.depthMm : props.ledge.depthMm
  const span = Math.max(0.06, j ? j.cleanCutMm * 1.5 : 0)
  return scaleLinear([top - span * 0.3, top + span], [20, height.value - 24])
})
const plane = computed(() =>
  judged.value
    ? { centreMm: judged.value.centreMm, tiltMm: judged.value.tiltMm, highAtDeg: judged.value.lowAtDeg }
    : null,
)
const curve = computed(() => {
  const p = plane.value
  if (!p) return ''
  return (
    line<number>(
      (a) => x.value(a),
      (a) => y.value(planeHeightMm(p, a)),
    )(Array.from({ length: 73 }, (_, i) => i * 5)) ?? ''
  )
})
const cut = computed(() => {
  const j = judged.value
  const p = plane.value
  if (!j || !p || j.verdict !== 'out' || j.reason === 'burr' || j.reason === 'old-seal') return ''
  const floor = y.value(j.depthMm + j.cleanCutMm)
  return `${curve.value} L ${x.value(360)} ${floor} L ${x.value(0)} ${floor} Z`
})
const limitY = computed(() => (props.maxDepthMm === null ? null : y.value(props.maxDepthMm)))
const limitShown = computed(() => limitY.value !== null && limitY.value < height.value - 22)
const stations = computed(() =>
  props.ledge.stations.flatMap((s) => (s.valueMm === null ? [] : [{ angleDeg: s.angleDeg, valueMm: s.valueMm }])),
)
</script>

<template>
  <figure ref="frame" class="relative h-full min-h-0 w-full overflow-hidden bg-layout" data-part="ledge-unrolled">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('ledge.unrolled', { cylinder: ledge.cylinder })"
    >
      <defs>
        <pattern id="cut-clean" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--outside-on-blue)" stroke-width="1.6" />
        </pattern>
      </defs>
      <g v-for="hour in [12, 3, 6, 9]" :key="hour">
        <line
          :x1="x((hour % 12) * 30)"
          :x2="x((hour % 12) * 30)"
          y1="16"
          :y2="height - 20"
          stroke="var(--scribe)"
          stroke-opacity="0.18"
        />
        <text :x="x((hour % 12) * 30)" :y="height - 6" text-anchor="middle" font-size="12" fill="var(--scribe)">
          {{ t('plan.station', { clock: hour }) }}
        </text>
      </g>
      <path
        v-if="cut"
        :d="cut"
        fill="url(#cut-clean)"
        stroke="var(--outside-on-blue)"
        stroke-width="0.8"
        data-part="clean-cut"
      />
      <path v-if="curve" :d="curve" fill="none" stroke="var(--scribe)" stroke-width="2.2" />
      <circle
        v-for="s in stations"
        :key="s.angleDeg"
        :cx="x(s.angleDeg)"
        :cy="y(s.valueMm)"
        r="5"
        fill="var(--layout)"
        stroke="var(--scribe)"
        stroke-width="2"
      />
      <template v-if="judged">
        <text
          :x="left - 6"
          :y="y(judged.depthMm) + 4"
          text-anchor="end"
          font-size="12.5"
          class="figure"
          fill="var(--scribe)"
        >
          {{ length(judged.depthMm) }}
        </text>
        <text
          v-if="judged.tiltMm > 0.004"
          :x="left - 6"
          :y="y(judged.deepestMm) + 4"
          text-anchor="end"
          font-size="12.5"
          class="figure"
          fill="var(--scribe)"
        >
          {{ length(judged.deepestMm) }}
        </text>
        <text
          v-if="cut"
          :x="width - 92"
          :y="y(judged.depthMm + judged.cleanCutMm) + 4"
          font-size="12.5"
          fill="var(--outside-on-blue)"
        >
          {{ t('ledge.cleans-at', { cut: length(judged.cleanCutMm) }) }}
        </text>
      </template>
      <line
        v-if="limitShown"
        :x1="left"
        :x2="width - 96"
        :y1="limitY!"
        :y2="limitY!"
        stroke="var(--outside-on-blue)"
        stroke-width="2"
      />
    </svg>
    <figcaption class="absolute right-2 top-0.5 text-fine text-scribe">
      {{
        maxDepthMm === null
          ? t('ledge.no-limit')
          : judged?.depthLeftMm != null
            ? t('ledge.left', { left: length(judged.depthLeftMm), limit: length(maxDepthMm) })
            : t('ledge.limit', { limit: length(maxDepthMm) })
      }}
    </figcaption>
  </figure>
</template>
