<script setup lang="ts">
import { scaleLinear, scalePoint } from 'd3-scale'
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { offPartMeans } from '#core/measure/study-advice'
import { useFigures } from './useFigures'

interface Place {
  part: string
  operator: string
}
const props = defineProps<{
  parts: string[]
  operators: string[]
  readings: (Place & { trial: number; valueMm: number })[]
  next: Place | null
}>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w } = useElementSize(frame, { width: 760, height: 260 })
const width = computed(() => Math.max(360, w.value))
const height = 280

/** Every reading by how far it lies off the mean of its part: what wanders is told from what is big. */
const off = computed(() => offPartMeans(props.readings))
const reach = computed(() => Math.max(0.004, ...off.value.map((r) => Math.abs(r.offMm))) * 1.15)
const y = computed(() => scaleLinear([-reach.value, reach.value], [height - 46, 26]))
const columns = computed(() => props.parts.flatMap((part) => props.operators.map((operator) => `${part}|${operator}`)))
const x = computed(() => scalePoint(columns.value, [64, width.value - 16]).padding(0.6))
const cells = computed(() =>
  columns.value.map((key) => {
    const [part, operator] = key.split('|') as [string, string]
    const own = off.value.filter((r) => r.part === part && r.operator === operator).map((r) => r.offMm)
    return {
      key,
      part,
      operator,
      own,
      low: Math.min(...own),
      high: Math.max(...own),
      next: props.next?.part === part && props.next.operator === operator,
    }
  }),
)
const initials = (name: string) =>
  name
    .split(' ')
    .map((w0) => w0[0])
    .join('')
</script>

<template>
  <figure ref="frame" class="relative w-full bg-layout" data-part="study-plot">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('study.plot')"
    >
      <g v-for="tick in y.ticks(5)" :key="tick">
        <line
          x1="60"
          :x2="width - 8"
          :y1="y(tick)"
          :y2="y(tick)"
          stroke="var(--scribe)"
          :stroke-opacity="tick === 0 ? 0.7 : 0.18"
        />
        <text x="54" :y="y(tick) + 4" text-anchor="end" font-size="12" class="figure" fill="var(--scribe)">
          {{ length(tick, [], true) }}
        </text>
      </g>
      <g v-for="c in cells" :key="c.key">
        <rect
          v-if="c.next"
          :x="(x(c.key) ?? 0) - x.step() / 2"
          y="20"
          :width="x.step()"
          :height="height - 62"
          fill="rgb(227 182 90 / 0.16)"
        />
        <line
          v-if="c.own.length > 1"
          :x1="x(c.key)"
          :x2="x(c.key)"
          :y1="y(c.low)"
          :y2="y(c.high)"
          stroke="var(--scribe)"
          stroke-width="2"
        />
        <circle
          v-for="(v, i) in c.own"
          :key="i"
          :cx="x(c.key)"
          :cy="y(v)"
          r="5"
          :fill="operators.indexOf(c.operator) % 2 ? 'var(--layout)' : 'var(--scribe)'"
          stroke="var(--scribe)"
          stroke-width="1.8"
        />
        <text :x="x(c.key)" :y="height - 26" text-anchor="middle" font-size="12.5" fill="var(--scribe)">
          {{ initials(c.operator) }}
        </text>
      </g>
      <text
        v-for="part in parts"
        :key="part"
        :x="((x(`${part}|${operators[0]}`) ?? 0) + (x(`${part}|${operators.at(-1)}`) ?? 0)) / 2"
        :y="height - 8"
        text-anchor="middle"
        font-size="14"
        font-weight="700"
        fill="var(--scribe)"
      >
        {{ part }}
      </text>
    </svg>
    <figcaption class="absolute right-2 top-0.5 text-fine text-scribe">{{ t('study.plot-what') }}</figcaption>
  </figure>
</template>
