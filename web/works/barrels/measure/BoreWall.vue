<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { line, curveMonotoneY } from 'd3-shape'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { coldMm, nextOversizeMm, type BarrelSpot, type WornState } from '#core/works/barrels/read-barrels'
import { useFigures } from '../../../bench/useFigures'

/** The wall of a bore unrolled into its two directions, every level where it lies, its deviation from new enlarged; the limit and the oversizes as lines. */
const props = defineProps<{ spot: BarrelSpot; state: WornState }>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 420 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(240, h.value))
const barrel = computed(() => props.spot.of.barrel)
const levels = computed(() => {
  const { measured } = props.state
  const cold = (mm: number) => coldMm(mm, measured!.partC, barrel.value.expansionPerC)
  return (measured?.levels ?? []).map((l) => ({
    depthMm: l.depthMm,
    thrustMm: cold(l.thrustMm),
    alongMm: cold(l.alongMm),
  }))
})
const [TOP, GAP] = [74, 70]
const bottom = computed(() => height.value - 56)
const half = computed(() => (width.value - GAP * 2.2) / 2)
/** As wide as the largest reading needs, or the limit. */
const mostMm = computed(
  () =>
    Math.max(
      barrel.value.wornMaxMm - barrel.value.boreMm,
      ...levels.value.flatMap((l) => [l.thrustMm, l.alongMm]).map((mm) => mm - barrel.value.boreMm),
    ) * 1.25 || 0.1,
)
const scale = computed(() => (half.value - 50) / mostMm.value)
const x0 = (column: number) => GAP + column * (half.value + GAP * 0.4)
const x = (column: number, mm: number) => x0(column) + Math.max(-20, (mm - barrel.value.boreMm) * scale.value)
const y = (depthMm: number) => TOP + (depthMm / barrel.value.lengthMm) * (bottom.value - TOP)
const columns = computed(() =>
  (['thrustMm', 'alongMm'] as const).map((key, i) => ({
    key,
    i,
    name: t(key === 'thrustMm' ? 'barrel.thrust' : 'barrel.along'),
    trace: line<[number, number]>().curve(curveMonotoneY)(levels.value.map((l) => [x(i, l[key]), y(l.depthMm)])) ?? '',
    dots: levels.value.map((l) => ({
      x: x(i, l[key]),
      y: y(l.depthMm),
      mm: l[key],
      out: l[key] > barrel.value.wornMaxMm,
    })),
  })),
)
const marks = computed(() => {
  const { boreMm, wornMaxMm, oversizesMm } = barrel.value
  const largest = props.state.judged?.largestMm
  const next = largest === undefined ? null : nextOversizeMm(props.spot.of, largest)
  return [
    { mm: boreMm, word: t('barrel.new'), tone: 'var(--scribe)' },
    { mm: wornMaxMm, word: t('barrel.worn-max'), tone: 'var(--outside-on-blue)' },
    ...oversizesMm.map((o) => ({
      mm: boreMm + o,
      word: t('barrel.oversize-line', { mm: length(o) }),
      tone: o === next ? 'var(--inside-on-blue)' : 'var(--scribe)',
    })),
  ].filter((m) => m.mm - boreMm <= mostMm.value)
})
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="bore-wall">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('barrel.wall-title', { n: Math.round(scale / 3.8) })"
    >
      <text x="16" y="24" font-size="15" font-weight="700" fill="var(--scribe)">
        {{ t('barrel.wall-title', { n: Math.round(scale / 3.8) }) }}
      </text>
      <g v-for="c in columns" :key="c.key" :data-column="c.key">
        <text :x="x0(c.i)" y="50" font-size="15" fill="var(--scribe)">{{ c.name }}</text>
        <rect :x="x0(c.i) - 16" :y="TOP" width="16" :height="bottom - TOP" fill="rgb(232 238 244 / 0.35)" />
        <g v-for="(m, k) in marks" :key="m.word">
          <line
            :x1="x(c.i, m.mm)"
            :x2="x(c.i, m.mm)"
            :y1="TOP"
            :y2="bottom"
            :stroke="m.tone"
            stroke-dasharray="6 4"
            stroke-width="1.5"
          />
          <text :x="x(c.i, m.mm) + 3" :y="bottom + 16 + (k % 3) * 15" font-size="12" :fill="m.tone">
            {{ m.word }}
          </text>
        </g>
        <path v-if="c.trace" :d="c.trace" fill="none" stroke="var(--brass-on-blue)" stroke-width="3" />
        <g v-for="(d, i) in c.dots" :key="i">
          <circle :cx="d.x" :cy="d.y" r="6" :fill="d.out ? 'var(--outside-on-blue)' : 'var(--inside-on-blue)'" />
          <text
            :x="Math.min(d.x + 12, x0(c.i) + half - 62)"
            :y="d.y - 10"
            font-size="15"
            class="figure"
            fill="var(--scribe)"
            stroke="var(--layout)"
            stroke-width="4"
            paint-order="stroke"
          >
            {{ length(d.mm) }}
          </text>
        </g>
      </g>
    </svg>
  </figure>
</template>
