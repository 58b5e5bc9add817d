<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { PassState } from '#core/works/liners/cut-bore'
import { passMetal } from '#core/works/liners/pass-metal'
import { useFigures } from '../../../bench/useFigures'

/**
 * A pass as one drawing: the pack under the stop and the cutter at the ledge, what is off, what this pass takes and
 * what is left then, and the heights pass by pass, each prediction beside what was measured. Lengths mm.
 */
const props = defineProps<{
  cylinder: number
  leavesMm: readonly number[]
  packMm: number
  /** What the plan wants off this ledge, and what is off. */
  wantedMm: number
  takenMm: number
  /** What is still to come off by the last measurement, or by arithmetic where there is none. */
  restMm: number
  /** The shim that goes under the liner after the last pass: the heights aimed at are lower by it until then. */
  shimMm: number
  passes: PassState[]
  /** Where the liner stands now, its low and its high side; null where nobody measured since the last change. */
  now: { lowMm: number; highMm: number } | null
  /** What this pass should leave; null where none is set. */
  expectMm: number | null
  limits: { minMm: number; maxMm: number }
}>()
const { t } = useI18n()
const { leaf, length, withUnit } = useFigures()

const STACK = { top: 44, most: 84 }
const leafRows = computed(() => {
  const scale = STACK.most / Math.max(0.25, props.packMm)
  let y = STACK.top
  return props.leavesMm.map((mm) => {
    const height = Math.max(13, mm * scale - 2)
    const row = { mm, y, height }
    y += height + 2
    return row
  })
})
const headY = computed(() => {
  const last = leafRows.value.at(-1)
  return last ? last.y + last.height + 2 : STACK.top
})

/** What is off, what this pass takes, what is left then, along the cut that is wanted. */
const BAR = { from: 300, long: 400 }
const metal = computed(() => {
  const { pieces, leftMm, totalMm } = passMetal(props.passes, props.packMm, props.restMm, props.wantedMm)
  const along = (mm: number) => (mm / (totalMm || 1)) * BAR.long
  return {
    bars: pieces.map((p) => ({ ...p, x: BAR.from + along(p.fromMm), width: along(p.mm) })),
    leftMm,
    wantedX: BAR.from + along(props.wantedMm),
  }
})
const leftWords = computed(() => {
  if (props.wantedMm === 0) return t('cutting.none-wanted')
  const { leftMm } = metal.value
  if (leftMm < -0.0005) return t('cutting.over', { over: withUnit(-leftMm) })
  return t(props.packMm > 0 ? 'cutting.then-left' : 'cutting.is-left', { left: withUnit(Math.max(0, leftMm)) })
})

const CHART = { left: 356, right: 700, top: 142, bottom: 276 }
const points = computed(() => [
  ...props.passes.map((p, i) => ({
    name: t('cutting.pass-n', { n: i + 1 }),
    predictedMm: p.cut.expectMm as number | null,
    measuredMm: p.measuredMm,
  })),
  ...(props.expectMm === null
    ? []
    : [
        {
          name: t('cutting.pass-n', { n: props.passes.length + 1 }),
          predictedMm: props.expectMm,
          measuredMm: null,
        },
      ]),
])
/** The window while the shim is not in. */
const window = computed(() => ({ minMm: props.limits.minMm - props.shimMm, maxMm: props.limits.maxMm - props.shimMm }))
const span = computed(() => {
  const { minMm, maxMm } = window.value
  const all = [
    minMm,
    maxMm,
    ...(props.now ? [props.now.lowMm, props.now.highMm] : []),
    ...points.value.flatMap((p) => [p.predictedMm ?? [], p.measuredMm ?? []].flat()),
  ]
  const pad = (maxMm - minMm) * 0.3
  return { from: Math.min(...all) - pad, to: Math.max(...all) + pad }
})
const y = (mm: number) =>
  CHART.bottom - ((mm - span.value.from) / (span.value.to - span.value.from)) * (CHART.bottom - CHART.top)
const marks = computed(() => {
  const n = points.value.length + 1
  const step = (CHART.right - CHART.left - 60) / Math.max(3, n)
  return points.value.map((p, i) => ({ ...p, x: CHART.left + 78 + (i + 1) * step }))
})
const diamond = (x: number, mm: number) => `M ${x} ${y(mm) - 7} l 7 7 l -7 7 l -7 -7 z`
</script>

<template>
  <figure class="h-full min-h-0 bg-layout" data-part="pack-stack">
    <svg
      viewBox="0 0 720 300"
      class="h-full w-full"
      role="img"
      :aria-label="t('cutting.stack', { pack: withUnit(packMm), cylinder, left: leftWords })"
    >
      <defs>
        <pattern id="block" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="8" stroke="var(--scribe)" stroke-opacity="0.5" stroke-width="1.1" />
        </pattern>
      </defs>
      <!-- The stop, the pack, the head with its tool at the ledge. -->
      <rect x="24" y="18" width="128" height="24" fill="none" stroke="var(--scribe)" stroke-width="1.5" />
      <text x="88" y="35" text-anchor="middle" font-size="13" fill="var(--scribe)">{{ t('cutting.stop') }}</text>
      <g v-for="r in leafRows" :key="r.mm">
        <rect
          x="38"
          :y="r.y"
          width="100"
          :height="r.height"
          fill="rgb(227 182 90 / 0.25)"
          stroke="var(--brass-on-blue)"
          stroke-width="1.4"
          data-part="leaf"
        />
        <text x="162" :y="r.y + r.height / 2 + 5" font-size="15" class="figure" fill="var(--brass-on-blue)">
          {{ leaf(r.mm) }}
        </text>
      </g>
      <rect x="24" :y="headY" width="128" height="22" fill="none" stroke="var(--scribe)" stroke-width="1.5" />
      <text x="88" :y="headY + 16" text-anchor="middle" font-size="13" fill="var(--scribe)">
        {{ t('cutting.head') }}
      </text>
      <path
        :d="`M 128 ${headY + 22} V 214 l 10 10 l 10 -10 V ${headY + 22}`"
        fill="none"
        stroke="var(--scribe)"
        stroke-width="1.5"
      />
      <path
        d="M 262 184 H 154 V 226 H 120 V 292 H 262 Z"
        fill="url(#block)"
        stroke="var(--scribe)"
        stroke-width="1.6"
      />
      <rect
        v-if="packMm > 0"
        x="120"
        y="226"
        width="34"
        height="11"
        fill="var(--brass-on-blue)"
        fill-opacity="0.8"
        data-part="this-pass"
      />
      <text x="268" y="180" text-anchor="end" font-size="12" fill="var(--scribe)">{{ t('cutting.deck') }}</text>
      <text x="112" y="240" text-anchor="end" font-size="12" fill="var(--scribe)">{{ t('cutting.ledge') }}</text>
      <text
        v-if="packMm > 0"
        x="112"
        y="260"
        text-anchor="end"
        font-size="17"
        font-weight="700"
        class="figure"
        fill="var(--brass-on-blue)"
      >
        {{ withUnit(packMm) }}
      </text>
      <text v-else x="112" y="260" text-anchor="end" font-size="12.5" fill="var(--scribe)">
        {{ t('cutting.no-pack') }}
      </text>

      <!-- The metal: off, this pass, left. -->
      <text x="300" y="30" font-size="13.5" fill="var(--scribe)">
        {{ t('cutting.metal', { wanted: withUnit(wantedMm), taken: withUnit(takenMm) }) }}
      </text>
      <g v-for="(b, i) in metal.bars" :key="i" :data-metal="b.kind">
        <rect
          :x="b.x"
          y="42"
          :width="b.width"
          height="30"
          :fill="
            b.kind === 'off' ? 'rgb(232 238 244 / 0.4)' : b.kind === 'now' ? 'var(--brass-on-blue)' : 'transparent'
          "
          stroke="var(--scribe)"
          stroke-width="1.2"
          :stroke-dasharray="b.kind === 'left' ? '4 4' : 'none'"
        />
        <text
          v-if="b.width > 46"
          :x="b.x + b.width / 2"
          y="62"
          text-anchor="middle"
          class="figure"
          font-size="14"
          :fill="b.kind === 'now' ? 'var(--layout)' : 'var(--scribe)'"
        >
          {{ length(b.mm) }}
        </text>
      </g>
      <line
        v-if="wantedMm > 0"
        :x1="metal.wantedX"
        :x2="metal.wantedX"
        y1="37"
        y2="78"
        stroke="var(--scribe)"
        stroke-width="2.5"
      />
      <text x="300" y="94" font-size="14" font-weight="600" fill="var(--scribe)" data-part="then-left">
        {{ leftWords }}
      </text>

      <!-- Heights, pass by pass. -->
      <rect
        :x="CHART.left"
        :y="y(window.maxMm)"
        :width="CHART.right - CHART.left"
        :height="y(window.minMm) - y(window.maxMm)"
        fill="rgb(232 238 244 / 0.1)"
      />
      <g v-for="limit in [window.minMm, window.maxMm]" :key="limit">
        <line
          :x1="CHART.left"
          :x2="CHART.right"
          :y1="y(limit)"
          :y2="y(limit)"
          stroke="var(--scribe)"
          stroke-width="1.6"
        />
        <text
          :x="CHART.left - 6"
          :y="y(limit) + 4"
          text-anchor="end"
          class="figure"
          font-size="12.5"
          fill="var(--scribe)"
        >
          {{ length(limit) }}
        </text>
      </g>
      <g v-if="now" data-part="stands-now">
        <line
          :x1="CHART.left + 40"
          :x2="CHART.left + 40"
          :y1="y(now.lowMm)"
          :y2="y(now.highMm)"
          stroke="var(--scribe)"
          stroke-width="9"
          stroke-linecap="round"
        />
        <text :x="CHART.left + 40" y="292" text-anchor="middle" font-size="12.5" fill="var(--scribe)">
          {{ t('cutting.now') }}
        </text>
      </g>
      <g v-for="m in marks" :key="m.name">
        <path
          v-if="m.predictedMm !== null"
          :d="diamond(m.x - 9, m.predictedMm)"
          fill="none"
          :stroke="m.measuredMm === null ? 'var(--brass-on-blue)' : 'var(--scribe)'"
          stroke-width="2"
          data-part="predicted"
        />
        <circle v-if="m.measuredMm !== null" :cx="m.x + 9" :cy="y(m.measuredMm)" r="6" fill="var(--scribe)" />
        <text :x="m.x" y="292" text-anchor="middle" font-size="12.5" fill="var(--scribe)">{{ m.name }}</text>
      </g>
      <text :x="CHART.right" :y="CHART.top - 14" text-anchor="end" font-size="12" fill="var(--scribe)">
        {{ shimMm > 0 ? t('cutting.chart-shim', { shim: length(shimMm) }) : t('cutting.chart') }}
      </text>
    </svg>
  </figure>
</template>
