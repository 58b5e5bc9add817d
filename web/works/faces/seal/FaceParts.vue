<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { faceSteps } from '#core/works/faces/kinds'
import type { FaceState, PadSpot } from '#core/works/faces/read-faces'

/** The face seal apart, each part where it goes: what is in is solid, what is in hand brass, what is to come dashed. */
const props = defineProps<{ pad: PadSpot; state: FaceState; hand: string }>()
const { t } = useI18n()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 700, height: 380 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(220, h.value))
const middle = computed(() => height.value * 0.48)
/** Half heights of the parts along the axis, a share of the drawing's. */
const shapes: Record<string, { wide: number; high: number }> = {
  'ring-out': { wide: 0.5, high: 0.62 },
  pair: { wide: 0.9, high: 0.7 },
  soak: { wide: 0.8, high: 0.56 },
  bubbles: { wide: 0.55, high: 0.5 },
  jelly: { wide: 0.4, high: 0.74 },
  rolled: { wide: 0.4, high: 0.74 },
  clicked: { wide: 0.7, high: 0.66 },
  wiped: { wide: 0.3, high: 0.6 },
  drawn: { wide: 0.9, high: 0.86 },
}
const parts = computed(() => {
  const names = [...faceSteps, 'drawn'] as const
  const step = (width.value - 60) / names.length
  return names.map((name, i) => {
    const done = name === 'drawn' ? props.state.on.turnsNow === null && props.state.has('wiped') : props.state.has(name)
    const inHand =
      name === props.hand || (name === 'drawn' && ['draw', 'even', 'bolts', 'air', 'again'].includes(props.hand))
    const shape = shapes[name]!
    return {
      name,
      done,
      inHand,
      x: 30 + (i + 0.5) * step,
      wide: step * 0.62 * shape.wide,
      high: height.value * 0.34 * shape.high,
      low: i % 2 === 1,
    }
  })
})
const stroke = (p: { done: boolean; inHand: boolean }) =>
  p.inHand ? 'var(--brass-on-blue)' : p.done ? 'var(--inside-on-blue)' : 'var(--scribe)'
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="face-parts">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('face.parts', { n: pad.n })"
    >
      <text x="16" y="26" font-size="15" font-weight="700" fill="var(--scribe)">
        {{ t('face.parts', { n: pad.n }) }}
      </text>
      <line
        x1="16"
        :x2="width - 16"
        :y1="middle"
        :y2="middle"
        stroke="var(--scribe)"
        stroke-opacity="0.5"
        stroke-dasharray="18 4 4 4"
      />
      <g v-for="p in parts" :key="p.name" :data-face-part="p.name" :data-done="p.done" :data-hand="p.inHand">
        <rect
          v-for="side in [-1, 1]"
          :key="side"
          :x="p.x - p.wide / 2"
          :y="side < 0 ? middle - p.high : middle + p.high * 0.4"
          :width="p.wide"
          :height="p.high * 0.6"
          :fill="p.inHand ? 'rgb(227 182 90 / 0.6)' : p.done ? 'rgb(127 208 196 / 0.3)' : 'none'"
          :stroke="stroke(p)"
          :stroke-width="p.inHand ? 3 : 1.5"
          :stroke-dasharray="p.done || p.inHand ? 'none' : '6 4'"
        />
        <text
          :x="p.x"
          :y="middle + height * 0.34 * 0.9 + (p.low ? 44 : 22)"
          text-anchor="middle"
          font-size="13"
          :font-weight="p.inHand ? 700 : 400"
          :fill="stroke(p)"
        >
          {{ t(`face.part.${p.name}`) }}
        </text>
      </g>
    </svg>
  </figure>
</template>
