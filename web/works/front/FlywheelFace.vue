<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { curveLinearClosed, line } from 'd3-shape'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { clockHour } from '#core/measure/angle'
import { mean } from '#core/measure/mean'
import { jointOf } from '#core/works/fasteners/read-joint'
import { isFreed, readFlywheel } from '#core/works/front/read-flywheel'
import type { FlywheelSheet } from '#core/works/front/section'
import { useFigures } from '../../bench/useFigures'

/** The flywheel seen from the rear, to scale from the sheet: its bolts and guide studs, how its face runs and where the housing's bore lies, both enlarged. */
const props = defineProps<{ snapshot: Snapshot; flywheel: FlywheelSheet; shaftMm: number; mounting?: boolean }>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 420 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(240, h.value))
const state = computed(() => readFlywheel(props.snapshot))
const joint = computed(() => (props.flywheel.joint ? jointOf(props.snapshot, props.flywheel.joint) : null))
const radius = computed(() => Math.min((height.value - 130) * 0.42, width.value * 0.3))
const centre = computed(() => ({ x: width.value / 2, y: 40 + radius.value * 1.18 }))
/** The rim lies a little outside the circle that the dial runs on. */
const scale = computed(() => radius.value / ((props.flywheel.faceCircleMm / 2) * 1.12))
const at = (deg: number, r: number): [number, number] => {
  const a = (deg * Math.PI) / 180
  return [centre.value.x + Math.sin(a) * r, centre.value.y - Math.cos(a) * r]
}
const bolts = computed(() =>
  (joint.value?.bolts ?? []).map((b, i, all) => ({
    id: b.id,
    x: centre.value.x + b.xMm * scale.value,
    y: centre.value.y - b.yMm * scale.value,
    // Guide studs stand across from each other, the first on top.
    stud: i % Math.max(1, Math.round(all.length / props.flywheel.guideStuds)) === 0,
  })),
)
const on = computed(() => (props.mounting ? state.value.on : !isFreed(props.snapshot, 'off')))
const studsIn = computed(() =>
  props.mounting ? !state.value.tight : isFreed(props.snapshot, 'studs') && !isFreed(props.snapshot, 'off'),
)
const circleR = computed(() => (props.flywheel.faceCircleMm / 2) * scale.value)
const times = computed(() => {
  const most = Math.max(props.flywheel.faceRunoutMaxMm, state.value.face?.tiltMm ?? 0, 0.02)
  return (circleR.value * 0.3) / most
})
const trace = computed(() => {
  const all = props.mounting ? (state.value.faceSweep?.sweep ?? []) : []
  if (all.length === 0) return ''
  const middle = mean(all.map((r) => r.valueMm))
  return (
    line().curve(curveLinearClosed)(
      all.map((r) => at(r.angleDeg, circleR.value + (r.valueMm - middle) * times.value)),
    ) ?? ''
  )
})
const high = computed(() => {
  const { face, faceVerdict } = state.value
  return face?.highAtDeg != null && faceVerdict === 'out' ? at(face.highAtDeg, radius.value + 16) : null
})
const bore = computed(() => {
  const { bore: b } = state.value
  if (!props.mounting || !b) return null
  const boreTimes = (radius.value * 0.12) / Math.max(props.flywheel.boreRunoutMaxMm ?? 0.1, b.offsetMm)
  return { x: centre.value.x + b.xMm * boreTimes, y: centre.value.y - b.yMm * boreTimes }
})
const faceWords = computed(() => {
  const { face } = state.value
  return face
    ? t('front.face-says', {
        runout: length(face.tiltMm, [props.flywheel.faceRunoutMaxMm]),
        max: length(props.flywheel.faceRunoutMaxMm),
        hour: face.highAtDeg === null ? '—' : clockHour(face.highAtDeg),
      })
    : t('front.face-open')
})
const boreWords = computed(() => {
  const { bore: b } = state.value
  const max = props.flywheel.boreRunoutMaxMm
  if (max === null) return ''
  return b ? t('front.bore-says', { runout: length(b.runoutMm, [max]), max: length(max) }) : t('front.bore-open')
})
const tone = (verdict: string | null) =>
  verdict === 'out' ? 'var(--outside-on-blue)' : verdict === 'in' ? 'var(--inside-on-blue)' : 'var(--online-on-blue)'
</script>

<template>
  <figure
    ref="frame"
    class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout"
    data-part="flywheel-face"
    :data-verdict="state.faceVerdict ?? 'none'"
  >
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('front.flywheel')"
    >
      <text x="16" y="24" font-size="15" font-weight="700" fill="var(--scribe)">{{ t('front.flywheel') }}</text>
      <text :x="width - 14" y="24" text-anchor="end" font-size="15" fill="var(--scribe)">
        {{ t('front.wheel-mass', { kg: flywheel.massKg }) }}
      </text>
      <!-- The housing's bore round it, where it lies. -->
      <circle
        :cx="bore?.x ?? centre.x"
        :cy="bore?.y ?? centre.y"
        :r="radius * 1.16"
        fill="none"
        :stroke="bore ? tone(state.boreVerdict) : 'var(--scribe)'"
        :stroke-opacity="bore ? 1 : 0.35"
        stroke-width="2"
        data-part="housing-bore"
      />
      <g :stroke-dasharray="on ? 'none' : '6 5'" fill="none" stroke="var(--scribe)">
        <circle
          :cx="centre.x"
          :cy="centre.y"
          :r="radius"
          :fill="on ? 'rgb(232 238 244 / 0.14)' : 'none'"
          stroke-width="2"
        />
        <circle
          v-if="on"
          :cx="centre.x"
          :cy="centre.y"
          :r="radius + 5"
          stroke-width="7"
          stroke-dasharray="4 4"
          stroke-opacity="0.6"
        />
        <circle :cx="centre.x" :cy="centre.y" :r="circleR" stroke-opacity="0.4" stroke-dasharray="3 5" />
        <circle :cx="centre.x" :cy="centre.y" :r="(shaftMm / 2) * scale" fill="rgb(232 238 244 / 0.3)" />
      </g>
      <path
        v-if="trace"
        :d="trace"
        fill="none"
        :stroke="tone(state.faceVerdict)"
        stroke-width="3"
        data-part="face-trace"
      />
      <g v-if="high" data-part="face-high">
        <circle :cx="high[0]" :cy="high[1]" r="9" fill="var(--outside-on-blue)" />
      </g>
      <g v-for="b in bolts" :key="b.id">
        <circle v-if="b.stud && studsIn" :cx="b.x" :cy="b.y" r="9" fill="var(--brass-on-blue)" data-part="guide-stud" />
        <circle
          v-else
          :cx="b.x"
          :cy="b.y"
          r="6"
          :fill="(mounting ? state.tight : on) ? 'var(--scribe)' : 'none'"
          stroke="var(--scribe)"
        />
      </g>
      <g v-if="mounting" font-size="15" text-anchor="middle">
        <text :x="centre.x" :y="height - 34" :fill="state.face ? tone(state.faceVerdict) : 'var(--scribe)'">
          {{ faceWords }}
        </text>
        <text :x="centre.x" :y="height - 12" :fill="bore ? tone(state.boreVerdict) : 'var(--scribe)'">
          {{ boreWords }}
        </text>
      </g>
    </svg>
  </figure>
</template>
