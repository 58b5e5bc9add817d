<script setup lang="ts">
import { extent } from 'd3-array'
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Deck } from '#core/works/liners/deck'
import { useFigures } from '../../bench/useFigures'
import WindowBands from './WindowBands.vue'

const props = defineProps<{
  deck: Deck
  behind: Deck | null
  heads: number[][]
  selected?: number
  /** Each liner as it ran, by the old gasket: heights at its stations, mm. */
  ran?: readonly { cylinder: number; heightsMm: readonly number[] }[]
}>()
const { t } = useI18n()
const { unit } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 700, height: 220 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(140, h.value))

const order = computed(() => props.heads.flat())
const marksOf = (deck: Deck | null) =>
  (deck?.cylinders ?? [])
    .filter((c) => !c.changed)
    .flatMap((c) =>
      c.stations.flatMap((s, i) =>
        s.valueMm === null
          ? []
          : [{ cylinder: c.cylinder, i, n: c.stations.length, valueMm: s.valueMm, verdict: s.verdict ?? 'in' }],
      ),
    )
const now = computed(() => marksOf(props.deck))
const before = computed(() => marksOf(props.behind))
const asRan = computed(() =>
  (props.ran ?? []).flatMap(({ cylinder, heightsMm }) =>
    heightsMm.map((valueMm, i) => ({ cylinder, i, n: heightsMm.length, valueMm })),
  ),
)

const y = computed(() => {
  const windows = props.deck.cylinders.flatMap((c) => [c.window.minMm, c.window.maxMm])
  const [low = 0, high = 0] = extent([
    ...windows,
    0,
    ...now.value.map((m) => m.valueMm),
    ...before.value.map((m) => m.valueMm),
    ...asRan.value.map((m) => m.valueMm),
  ])
  const pad = (high - low) * 0.08
  const [foot, top] = [height.value - 34, 24]
  return (mm: number) => foot + ((mm - low + pad) / (high - low + 2 * pad)) * (top - foot)
})
// Two straight scales do not need d3-scale, which would be a twentieth of what the first page brings.
const LEFT = 58
const step = computed(() => (width.value - 14 - LEFT) / Math.max(1, order.value.length))
const x = (cylinder: number) => LEFT + step.value * (order.value.indexOf(cylinder) + 0.5)
const at = (m: { cylinder: number; i: number; n: number }) =>
  x(m.cylinder) + (m.i - (m.n - 1) / 2) * Math.min(13, step.value / (m.n + 2))
const colour = { in: 'var(--inside-on-blue)', unsure: 'var(--online-on-blue)', out: 'var(--outside-on-blue)' }
const bracket = (head: number[]) => {
  const half = step.value * 0.42
  return `M ${x(head[0]!) - half} ${height.value - 22} v 6 H ${x(head.at(-1)!) + half} v -6`
}
</script>

<template>
  <figure ref="frame" class="relative h-full min-h-0 w-full overflow-hidden bg-layout" data-part="deck-profile">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('profile.describe')"
    >
      <WindowBands :bores="deck.cylinders" :y="y" :x="x" :step="step" :width="width" />
      <line x1="52" :x2="width - 8" :y1="y(0)" :y2="y(0)" stroke="var(--scribe)" stroke-opacity="0.35" />
      <text x="47" :y="y(0) + 4" text-anchor="end" font-size="12" fill="var(--scribe)" fill-opacity="0.85">
        {{ t('profile.deck') }}
      </text>
      <circle
        v-for="(m, i) in before"
        :key="`b${i}`"
        :cx="at(m)"
        :cy="y(m.valueMm)"
        r="4.5"
        fill="none"
        stroke="var(--scribe)"
        stroke-opacity="0.7"
        data-part="before-mark"
      />
      <path
        v-for="(m, i) in asRan"
        :key="`r${i}`"
        :d="`M ${at(m)} ${y(m.valueMm) - 7} l 7 7 l -7 7 l -7 -7 z`"
        fill="none"
        stroke="var(--brass-on-blue)"
        stroke-width="1.8"
        data-part="ran-mark"
      />
      <template v-for="(m, i) in now" :key="`n${i}`">
        <rect
          v-if="m.verdict === 'out'"
          :x="at(m) - 4.5"
          :y="y(m.valueMm) - 4.5"
          width="9"
          height="9"
          :fill="colour.out"
          data-part="now-mark"
        />
        <circle
          v-else
          :cx="at(m)"
          :cy="y(m.valueMm)"
          r="4.8"
          :fill="m.verdict === 'in' ? colour.in : 'var(--layout)'"
          :stroke="colour[m.verdict]"
          stroke-width="2.2"
          data-part="now-mark"
        />
      </template>
      <text
        v-for="c in order"
        :key="c"
        :x="x(c)"
        :y="height - 20"
        text-anchor="middle"
        font-size="14"
        :font-weight="c === selected ? 700 : 400"
        :fill="c === selected ? 'var(--brass-on-blue)' : 'var(--scribe)'"
      >
        {{ c }}
      </text>
      <path
        v-for="head in heads"
        :key="head.join()"
        :d="bracket(head)"
        fill="none"
        stroke="var(--scribe)"
        stroke-opacity="0.7"
      />
    </svg>
    <figcaption class="absolute right-2 top-0.5 text-fine text-scribe">
      {{
        t(asRan.length ? 'profile.ran' : before.length ? 'profile.both' : 'profile.now', { unit: t(`unit.${unit}`) })
      }}
    </figcaption>
  </figure>
</template>
