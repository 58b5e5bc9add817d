<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { curveMonotoneY, line as d3Line, curveLinear, curveLinearClosed } from 'd3-shape'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Frame, Scene, SpotShape, Tone, TraceShape, Written } from '#core/drawing/scene'
import { blanks } from '#contract/words/say-move'
import { useFigures } from '../useFigures'
import { useSay } from '../useSay'

/** A scene on the page: as large as its frame, its spots to be touched. */
const props = defineProps<{ draw: (frame: Frame) => Scene; least?: Frame }>()
const emit = defineEmits<{ spot: [spot: string] }>()
const { t } = useI18n()
const say = useSay()
const { length, writer } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 420 })
const scene = computed(() =>
  props.draw({
    width: Math.max(props.least?.width ?? 320, Math.round(w.value)),
    height: Math.max(props.least?.height ?? 260, Math.round(h.value)),
  }),
)

const lines: Record<Tone, string> = {
  line: 'var(--scribe)',
  faint: 'rgb(232 238 244 / 0.55)',
  metal: 'var(--scribe)',
  part: 'var(--brass-on-blue)',
  in: 'var(--inside-on-blue)',
  unsure: 'var(--online-on-blue)',
  out: 'var(--outside-on-blue)',
  asked: 'var(--brass-on-blue)',
  void: 'var(--layout)',
}
const fills: Record<Tone, string> = {
  ...lines,
  metal: 'rgb(232 238 244 / 0.32)',
  part: 'rgb(227 182 90 / 0.55)',
  faint: 'rgb(232 238 244 / 0.1)',
}
const words = (said: Written): string =>
  'mm' in said
    ? length(said.mm, [...(said.limitsMm ?? [])])
    : said.figures
      ? say({
          key: said.word,
          ...blanks({ cylinder: null, place: null, stationDeg: null, figures: said.figures }, writer.value),
        })
      : t(said.word)
const pathOf = ({ points, curve, closed }: TraceShape): string =>
  d3Line<readonly [number, number]>()
    .curve(curve ? curveMonotoneY : closed ? curveLinearClosed : curveLinear)
    .x(([x]) => x)
    .y(([, y]) => y)([...points]) ?? ''
const spotTone = ({ state }: SpotShape): string =>
  state === 'open' || state === 'read' ? 'var(--scribe)' : lines[state]
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" :data-part="scene.name">
    <svg
      :width="scene.width"
      :height="scene.height"
      :viewBox="`0 0 ${scene.width} ${scene.height}`"
      class="block"
      role="img"
      :aria-label="words(scene.title)"
    >
      <template v-for="(s, i) in scene.shapes" :key="i">
        <rect
          v-if="s.is === 'rect'"
          :x="s.x"
          :y="s.y"
          :width="Math.max(0, s.w)"
          :height="Math.max(0, s.h)"
          :fill="s.fill ? fills[s.fill] : 'none'"
          :stroke="s.line ? lines[s.line] : 'none'"
          stroke-width="1.5"
          :stroke-dasharray="s.dashed ? '6 4' : undefined"
        />
        <line
          v-else-if="s.is === 'line'"
          :x1="s.x1"
          :y1="s.y1"
          :x2="s.x2"
          :y2="s.y2"
          :stroke="lines[s.line]"
          :stroke-width="s.wide ? 3 : 1.5"
          :stroke-dasharray="s.dashed ? '6 4' : undefined"
        />
        <path
          v-else-if="s.is === 'trace'"
          :d="pathOf(s)"
          :fill="s.fill ? fills[s.fill] : 'none'"
          :stroke="s.line ? lines[s.line] : 'none'"
          :stroke-width="s.fill ? 1.5 : 3"
          :stroke-dasharray="s.dashed ? '6 4' : undefined"
        />
        <circle
          v-else-if="s.is === 'ring'"
          :cx="s.x"
          :cy="s.y"
          :r="s.r"
          :fill="s.fill ? fills[s.fill] : 'none'"
          :stroke="s.line ? lines[s.line] : 'none'"
          :stroke-width="s.wide ? 3 : 1.5"
        />
        <g v-else-if="s.is === 'spot'" :data-spot="s.spot" :data-state="s.state">
          <circle
            v-if="s.state === 'asked'"
            :cx="s.x"
            :cy="s.y"
            r="13"
            fill="none"
            :stroke="lines.asked"
            stroke-width="3"
          />
          <rect v-if="s.state === 'out'" :x="s.x - 6.5" :y="s.y - 6.5" width="13" height="13" :fill="spotTone(s)" />
          <circle
            v-else
            :cx="s.x"
            :cy="s.y"
            r="6.5"
            :fill="s.state === 'in' || s.state === 'read' ? spotTone(s) : 'var(--layout)'"
            :stroke="spotTone(s)"
            stroke-width="2.5"
            :stroke-dasharray="s.state === 'open' ? '3 3' : undefined"
          />
          <circle
            v-if="s.spot"
            :cx="s.x"
            :cy="s.y"
            r="24"
            fill="transparent"
            class="cursor-pointer"
            @click="emit('spot', s.spot)"
          />
        </g>
        <text
          v-else
          :x="s.x"
          :y="s.y"
          :font-size="s.size ?? 15"
          :font-weight="s.bold ? 700 : 400"
          :text-anchor="s.anchor ?? 'start'"
          :class="{ figure: 'mm' in s.said }"
          :fill="lines[s.tone ?? 'line']"
          stroke="var(--layout)"
          stroke-width="4"
          paint-order="stroke"
        >
          {{ words(s.said) }}
        </text>
      </template>
    </svg>
  </figure>
</template>
