<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { CylinderState } from '#core/works/liners/deck'
import type { Sheet } from '#core/job/snapshot'
import type { NextMove } from '#core/works/liners/deck-move-input'
import { planeEnds } from '#core/measure/fit-plane'
import { linkSign, nominalProtrusionMm } from '#core/liner/stack'
import { windowWith } from '#core/works/liners/windows'
import { useFigures } from '../../bench/useFigures'

const props = defineProps<{ sheet: Sheet; boreMm: number; state: CylinderState; move: NextMove | null }>()
const { t } = useI18n()
const { length } = useFigures()

const W = 360
const H = 250
const flangeX = 78
const wallX = 92
const boreX = 106
const deckY = 84
const ledgeY = computed(() => (props.sheet.seat === 'mid-stop' ? 204 : 182))

const planned = computed(() => (props.move?.cylinder === props.state.cylinder ? props.move : null))
const cutMm = computed(() => (planned.value?.action === 'cut' ? (planned.value.figures.packMm ?? 0) : 0))
const newShimMm = computed(() =>
  planned.value?.action === 'shim' || planned.value?.action === 'cut' ? (planned.value.figures.shimMm ?? 0) : 0,
)
const shimMm = computed(() => newShimMm.value || (props.state.shimIn?.thicknessMm ?? 0))

/** The window that counts with what lies here, or with the shim that goes in. */
const window = computed(() => (newShimMm.value > 0 ? windowWith(props.sheet, true) : props.state.window))

const measured = computed(() => (props.state.changed ? null : props.state.judgement))
const plane = computed(() => (measured.value ? props.state.plane : null))
const expected = computed(
  () => props.state.changed?.expectMm ?? nominalProtrusionMm(props.sheet.links, props.state.shimIn?.thicknessMm ?? 0),
)
const centreMm = computed(() => plane.value?.centreMm ?? measured.value?.meanMm ?? expected.value)
const ends = computed(() => planeEnds(plane.value ?? { centreMm: centreMm.value, tiltMm: 0, highAtDeg: null }))
const lowMm = computed(() => ends.value.lowMm)
const highMm = computed(() => ends.value.highMm)

/** Pixels a millimetre of height; the bore's width is in true proportion beside it. */
const k = computed(() => 54 / Math.max(window.value.maxMm * 1.25, Math.abs(highMm.value), Math.abs(lowMm.value)))
const exaggeration = computed(() => Math.round(k.value / ((W - 2 * boreX) / props.boreMm) / 10) * 10)
const topY = (mm: number) => deckY - mm * k.value
const capped = (mm: number) => (mm > 0 ? Math.min(26, Math.max(5, mm * k.value * 0.35)) : 0)
const shimPx = computed(() => capped(shimMm.value))
/** What all the planned passes take together. */
const allMm = computed(() => (planned.value?.figures.passes ?? []).reduce((sum, p) => sum + p.packMm, 0))
const ringPx = computed(() => capped(props.state.ringsMm.reduce((sum, r) => sum + r, 0)))
const cutPx = computed(() => capped(cutMm.value))
const seatY = computed(() => ledgeY.value - shimPx.value)
const leanPx = computed(() => Math.min(9, ((plane.value?.tiltMm ?? 0) * k.value) / 3))

const side = (x: number, mirror: boolean) => (mirror ? W - x : x)
const liner = (mirror: boolean) => {
  const drop = mirror ? -leanPx.value / 2 : leanPx.value / 2
  const outer = topY(mirror ? highMm.value : lowMm.value)
  const p = (x: number, y: number) => `${side(x, mirror)},${y}`
  return [
    p(flangeX, outer),
    p(boreX, outer),
    p(boreX, H),
    p(wallX, H),
    p(wallX, seatY.value + drop),
    p(flangeX, seatY.value + drop),
  ].join(' ')
}
const block = (mirror: boolean) => {
  const drop = mirror ? -leanPx.value / 2 : leanPx.value / 2
  const p = (x: number, y: number) => `${side(x, mirror)} ${y}`
  return `M ${p(6, deckY)} L ${p(flangeX - 3, deckY)} L ${p(flangeX - 3, ledgeY.value + drop)} L ${p(wallX - 3, ledgeY.value + drop)} L ${p(wallX - 3, H)}`
}
const band = (mirror: boolean, from: number, height: number) => {
  const drop = mirror ? -leanPx.value / 2 : leanPx.value / 2
  const x = mirror ? W - wallX : flangeX
  return { x, y: from + drop, width: wallX - flangeX, height }
}

const rows = computed(() => [
  ...props.sheet.links.map((link) => ({
    key: link.kind,
    label: t(`link.${link.kind}`),
    text: `${linkSign(link.kind) > 0 ? '+' : '−'} ${length(link.nominalMm)}`,
    tone: 'var(--scribe)',
  })),
  // Measured with its flange: it is in the flange's figure already.
  ...props.state.ringsMm.map((ringMm, i) => ({
    key: `ring-${i}`,
    label: t('section.own-ring'),
    text: `(${length(ringMm)})`,
    tone: 'var(--scribe)',
  })),
  ...(props.state.shimIn
    ? [
        {
          key: 'shim',
          label: t('link.shim'),
          text: `+ ${length(props.state.shimIn.thicknessMm)}`,
          tone: 'var(--brass-on-blue)',
        },
      ]
    : []),
  ...(props.state.cutTotalMm > 0
    ? [
        {
          key: 'cut',
          label: t('link.cut'),
          text: `− ${length(props.state.cutTotalMm)}`,
          tone: 'var(--outside-on-blue)',
        },
      ]
    : []),
])
const description = computed(() =>
  t('section.describe', {
    cylinder: props.state.cylinder,
    seat: t(`seat.${props.sheet.seat}`),
    mean: length(centreMm.value),
  }),
)
</script>

<template>
  <figure class="relative h-full min-h-0 bg-layout" data-part="stack-section">
    <svg :viewBox="`0 0 ${W} ${H}`" class="h-full w-full" role="img" :aria-label="description">
      <defs>
        <pattern id="taken-away" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--outside-on-blue)" stroke-width="2" />
        </pattern>
      </defs>
      <g v-for="limit in [window.minMm, window.maxMm]" :key="limit" data-part="stack-limit">
        <line
          x1="42"
          :x2="W - 20"
          :y1="topY(limit)"
          :y2="topY(limit)"
          stroke="var(--scribe)"
          stroke-opacity="0.75"
          stroke-dasharray="2 4"
        />
        <text x="4" :y="topY(limit) + 4" font-size="10.5" class="figure" fill="var(--scribe)">{{ length(limit) }}</text>
      </g>
      <template v-for="mirror in [false, true]" :key="String(mirror)">
        <path :d="block(mirror)" fill="none" stroke="var(--scribe)" stroke-width="1.4" />
        <template v-if="sheet.seat === 'spacer-plate'">
          <rect
            :x="mirror ? W - flangeX + 3 : 6"
            :y="deckY"
            :width="flangeX - 9"
            :height="62"
            fill="rgb(232 238 244 / 0.06)"
            stroke="var(--scribe)"
            stroke-opacity="0.6"
          />
          <line
            :x1="side(6, mirror)"
            :x2="side(flangeX - 3, mirror)"
            :y1="deckY + 65"
            :y2="deckY + 65"
            stroke="var(--scribe)"
            stroke-width="3"
            stroke-dasharray="3 2"
          />
        </template>
        <rect
          v-if="shimPx"
          v-bind="band(mirror, seatY, shimPx)"
          :fill="newShimMm ? 'none' : 'var(--brass-on-blue)'"
          stroke="var(--brass-on-blue)"
          stroke-width="1.5"
          data-part="shim"
        />
        <rect
          v-if="cutPx"
          v-bind="band(mirror, ledgeY, cutPx)"
          fill="url(#taken-away)"
          stroke="var(--outside-on-blue)"
          stroke-width="0.8"
          data-part="cut"
        />
        <polygon
          :points="liner(mirror)"
          fill="rgb(232 238 244 / 0.16)"
          stroke="var(--scribe)"
          stroke-width="1.6"
          :stroke-dasharray="measured ? 'none' : '5 4'"
        />
        <rect
          v-if="ringPx"
          v-bind="band(mirror, seatY - ringPx, ringPx)"
          fill="var(--layout)"
          fill-opacity="0.55"
          stroke="var(--scribe)"
          stroke-width="1.5"
          data-part="own-ring"
        />
        <path
          v-if="sheet.seat === 'mid-stop'"
          :d="`M ${side(64, mirror)} 136 l 14 -7 l 14 14 l 14 -7`"
          fill="none"
          stroke="var(--layout)"
          stroke-width="5"
        />
        <path
          v-if="sheet.seat === 'mid-stop'"
          :d="`M ${side(64, mirror)} 136 l ${mirror ? -14 : 14} -7 l ${mirror ? -14 : 14} 14 l ${mirror ? -14 : 14} -7`"
          fill="none"
          stroke="var(--scribe)"
          stroke-width="1.2"
        />
      </template>
      <line
        :x1="flangeX"
        :x2="W - flangeX"
        :y1="topY(lowMm)"
        :y2="topY(highMm)"
        stroke="var(--scribe)"
        stroke-opacity="0.5"
        stroke-dasharray="3 3"
      />
      <template v-if="measured">
        <text
          :x="lowMm < 0 ? flangeX - 6 : flangeX + 2"
          :text-anchor="lowMm < 0 ? 'end' : 'start'"
          :y="topY(lowMm) + (lowMm < 0 ? 16 : -6)"
          font-size="13"
          class="figure"
          fill="var(--scribe)"
        >
          {{ length(lowMm) }}
        </text>
        <text
          :x="highMm < 0 ? W - flangeX + 6 : W - flangeX - 2"
          :y="topY(highMm) + (highMm < 0 ? 16 : -6)"
          :text-anchor="highMm < 0 ? 'start' : 'end'"
          font-size="13"
          class="figure"
          fill="var(--scribe)"
        >
          {{ length(highMm) }}
        </text>
      </template>
      <text x="8" :y="deckY + 13" font-size="11" fill="var(--scribe)">
        {{ t(sheet.seat === 'spacer-plate' ? 'section.plate' : 'section.deck') }}
      </text>
      <g font-size="12.5" fill="var(--scribe)">
        <g v-for="(row, i) in rows" :key="row.key" :fill="row.tone">
          <text :x="boreX + 8" :y="112 + i * 17">{{ row.label }}</text>
          <text :x="W - boreX - 8" :y="112 + i * 17" text-anchor="end" class="figure">{{ row.text }}</text>
        </g>
        <line
          :x1="boreX + 8"
          :x2="W - boreX - 8"
          :y1="118 + (rows.length - 1) * 17"
          :y2="118 + (rows.length - 1) * 17"
          stroke="var(--scribe)"
          stroke-opacity="0.6"
        />
        <text :x="boreX + 8" :y="133 + (rows.length - 1) * 17">
          {{ t(measured ? 'section.measured' : state.changed ? 'section.expected' : 'section.by-sheet') }}
        </text>
        <text :x="W - boreX - 8" :y="133 + (rows.length - 1) * 17" text-anchor="end" class="figure" font-weight="700">
          {{ length(centreMm) }}
        </text>
        <text v-if="newShimMm" :x="W / 2" :y="H - 26" text-anchor="middle" fill="var(--brass-on-blue)">
          {{ t('section.shim-goes-in', { shim: length(newShimMm) }) }}
        </text>
        <text v-if="cutMm" :x="W / 2" :y="H - 10" text-anchor="middle" fill="var(--outside-on-blue)">
          {{
            allMm > cutMm + 1e-9
              ? t('section.cut-of-all', { cut: length(cutMm), all: length(allMm) })
              : t('section.cut-goes-away', { cut: length(cutMm) })
          }}
        </text>
      </g>
    </svg>
    <figcaption class="absolute right-2 top-1 text-fine text-scribe">
      <span v-if="window.of !== 'one'" data-part="stack-window">{{ t(`figures.window.${window.of}`) }} · </span
      >{{ t('section.exaggerated', { times: exaggeration }) }}
    </figcaption>
  </figure>
</template>
