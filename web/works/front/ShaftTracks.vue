<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { readPlace, tracksOf, type EndSpot } from '#core/works/front/read-front'
import { readSeal } from '#core/works/front/read-seal'
import { useFigures } from '../../bench/useFigures'

/** The shaft cut along its axis with the tracks that old lips left, and the new seal sliding to where its lip runs on clean metal. */
const props = defineProps<{ snapshot: Snapshot; end: EndSpot; withSeal?: boolean }>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 320 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(200, h.value))
const of = computed(() => props.end.of)
const tracks = computed(() => tracksOf(props.snapshot, props.end))
const placed = computed(() => readPlace(props.snapshot, props.end))
const state = computed(() => readSeal(props.snapshot, props.end))
/** From the housing's face inward, and a little out of it. */
const fromMm = computed(() => -of.value.seal.widthMm - 2)
const toMm = computed(
  () =>
    Math.max(
      of.value.depth.maxMm + of.value.seal.widthMm,
      ...tracks.value.map((tr) => tr.toMm),
      of.value.lipFromFaceMm + of.value.depth.maxMm,
    ) + 3,
)
const scale = computed(() => (width.value - 60) / (toMm.value - fromMm.value))
const x = (mm: number) => 30 + (mm - fromMm.value) * scale.value
const shaftY = computed(() => height.value * 0.66)
const bodyH = computed(() => Math.min(190, height.value * 0.4))
/** Where its outer face stands: as measured, by the turns so far, or where it is to stand. */
const faceMm = computed(() => {
  if (state.value.plane) return state.value.plane.centreMm
  if (state.value.started) return state.value.byTurnsMm
  return state.value.targetMm ?? of.value.depth.nominalMm
})
const lipMm = computed(() => faceMm.value + of.value.lipFromFaceMm)
const clean = computed(() =>
  placed.value.options.map((o) => ({
    x: x(o.fromMm + of.value.lipFromFaceMm),
    wide: Math.max(3, (o.toMm - o.fromMm) * scale.value),
  })),
)
const onClean = computed(() =>
  placed.value.options.some(
    (o) =>
      lipMm.value >= o.fromMm + of.value.lipFromFaceMm - 1e-9 && lipMm.value <= o.toMm + of.value.lipFromFaceMm + 1e-9,
  ),
)
</script>

<template>
  <figure
    ref="frame"
    class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout"
    data-part="shaft-tracks"
    :data-clean="onClean"
  >
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('front.shaft')"
    >
      <text x="16" y="26" font-size="15" font-weight="700" fill="var(--scribe)">{{ t('front.shaft') }}</text>
      <!-- The housing's bore above, its face at the left. -->
      <rect
        :x="x(0)"
        :y="shaftY - bodyH - 46"
        :width="width - x(0)"
        height="40"
        fill="rgb(232 238 244 / 0.22)"
        stroke="var(--scribe)"
      />
      <!-- The shaft, its tracks cut in. -->
      <rect
        x="0"
        :y="shaftY"
        :width="width"
        :height="height - shaftY - 40"
        fill="rgb(232 238 244 / 0.16)"
        stroke="var(--scribe)"
      />
      <rect
        v-for="(c, i) in clean"
        :key="`c${i}`"
        :x="c.x"
        :y="shaftY - 5"
        :width="c.wide"
        height="9"
        fill="var(--inside-on-blue)"
        fill-opacity="0.8"
        data-part="clean-shaft"
      />
      <g v-for="(tr, i) in tracks" :key="`t${i}`">
        <path
          v-if="tr.depthMm > 0"
          :d="`M ${x(tr.fromMm)} ${shaftY} q ${((tr.toMm - tr.fromMm) * scale) / 2} ${Math.min(60, 260 * tr.depthMm)} ${(tr.toMm - tr.fromMm) * scale} 0 z`"
          :fill="tr.depthMm > of.maxTrackMm ? 'var(--outside-on-blue)' : 'var(--online-on-blue)'"
          data-part="track"
        />
        <text
          :x="Math.min(width - 120, Math.max(120, x((tr.fromMm + tr.toMm) / 2)))"
          :y="shaftY + 74 + i * 18"
          text-anchor="middle"
          font-size="13"
          fill="var(--scribe)"
        >
          {{ t('front.track-of', { from: length(tr.fromMm), to: length(tr.toMm), depth: length(tr.depthMm) }) }}
        </text>
      </g>
      <g v-if="withSeal">
        <rect
          :x="x(faceMm)"
          :y="shaftY - bodyH - 6"
          :width="of.seal.widthMm * scale"
          :height="bodyH * 0.62"
          fill="rgb(227 182 90 / 0.5)"
          stroke="var(--brass-on-blue)"
          stroke-width="1.5"
        />
        <path
          :d="`M ${x(faceMm) + 8} ${shaftY - bodyH * 0.4} L ${x(lipMm)} ${shaftY - 2} L ${x(lipMm) + 12} ${shaftY - bodyH * 0.2} L ${x(faceMm) + of.seal.widthMm * scale - 6} ${shaftY - bodyH * 0.42} Z`"
          fill="rgb(227 182 90 / 0.75)"
          stroke="var(--brass-on-blue)"
        />
        <text
          :x="Math.min(width - 90, Math.max(90, x(lipMm)))"
          :y="shaftY + 34"
          text-anchor="middle"
          font-size="16"
          font-weight="700"
          :fill="onClean ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
          stroke="var(--layout)"
          stroke-width="5"
          paint-order="stroke"
        >
          {{ t('front.lip-at', { mm: length(lipMm) }) }}
        </text>
        <text v-if="state.targetMm !== null" :x="x(0) + 8" :y="shaftY - bodyH - 54" font-size="14" fill="var(--scribe)">
          {{ t('front.face-to', { mm: length(state.targetMm) }) }}
        </text>
      </g>
    </svg>
  </figure>
</template>
