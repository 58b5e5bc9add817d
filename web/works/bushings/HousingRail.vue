<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Verdict } from '#core/measure/verdict'
import type { HousingSpot } from '#core/works/bushings/read-bushings'

/** The camshaft's axis with its housings in a row, to scale, their drillings drawn: picks the housing, and carries a word of each. */
const props = defineProps<{
  housings: readonly HousingSpot[]
  words: Record<string, { text: string; more?: string; verdict?: Verdict | null }>
  selected: string | null
}>()
const emit = defineEmits<{ select: [place: string] }>()
const { t } = useI18n()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w } = useElementSize(frame, { width: 960, height: 132 })
const width = computed(() => Math.max(320, w.value))
const HEIGHT = 132
const AXIS = 48
/** Of a housing, what is drawn on each side of the axis, px. */
const HALF = 32

const lengthMm = computed(() => {
  const last = props.housings.at(-1)
  return last ? last.of.fromFrontMm + last.of.widthMm + props.housings[0]!.of.fromFrontMm : 1
})
const outerMm = computed(() => Math.max(...props.housings.map((h) => h.of.outerMm), 1))
/** Along the axis to scale; across it the diameters among themselves. */
const scale = computed(() => (width.value - 200) / lengthMm.value)
const across = computed(() => (2 * HALF) / outerMm.value)
const left = computed(() => (width.value - lengthMm.value * scale.value) / 2)
const x = (mm: number) => left.value + mm * scale.value
const tone = { in: 'var(--inside-on-blue)', unsure: 'var(--online-on-blue)', out: 'var(--outside-on-blue)' }
const drawn = computed(() =>
  props.housings.map((h, i) => {
    const { fromFrontMm, widthMm, outerMm: outer, boreMm, drillings, entersFrom } = h.of
    const middle = x(fromFrontMm + widthMm / 2)
    const before = props.housings[i - 1]
    const gap = before
      ? middle - x(before.of.fromFrontMm + before.of.widthMm / 2)
      : Math.min(190, 2 * (middle - left.value) + 120)
    return {
      h,
      middle,
      touch: Math.min(gap, 190),
      left: x(fromFrontMm),
      wide: Math.max(4, widthMm * scale.value),
      half: (outer * across.value) / 2,
      bore: (boreMm * across.value) / 2,
      drillings: drillings.map((d) => ({
        x: x(entersFrom === 'front' ? fromFrontMm + d.fromFaceMm : fromFrontMm + widthMm - d.fromFaceMm),
        // Seen from the side, upright: the upper half of the clock lies above the axis.
        up: Math.cos((d.oClock * Math.PI) / 6) >= 0,
      })),
      word: props.words[h.place] ?? { text: '' },
    }
  }),
)
function onKey(event: KeyboardEvent): void {
  const at = props.housings.findIndex((h) => h.place === props.selected)
  const to =
    { ArrowLeft: at - 1, ArrowRight: at + 1 }[event.key] ?? (/^[1-9]$/.test(event.key) ? Number(event.key) - 1 : -1)
  const next = props.housings[to]
  if (!next) return
  event.preventDefault()
  emit('select', next.place)
}
</script>

<template>
  <section
    ref="frame"
    class="bg-layout px-2 pt-1"
    :aria-label="t('cam.axis')"
    data-part="housing-rail"
    @keydown="onKey"
  >
    <svg :width="width" :height="HEIGHT" :viewBox="`0 0 ${width} ${HEIGHT}`" class="block">
      <g font-size="13" fill="var(--scribe)" aria-hidden="true">
        <text x="6" :y="AXIS + 4">{{ t('cam.front') }}</text>
        <text :x="width - 10" :y="AXIS + 4" text-anchor="end">{{ t('cam.rear') }}</text>
      </g>
      <!-- The camshaft itself. -->
      <line
        :x1="left"
        :x2="x(lengthMm)"
        :y1="AXIS"
        :y2="AXIS"
        stroke="var(--scribe)"
        stroke-opacity="0.5"
        stroke-dasharray="18 4 4 4"
      />
      <g v-for="d in drawn" :key="d.h.place" aria-hidden="true">
        <rect
          v-if="d.h.place === selected"
          :x="d.middle - d.touch / 2 + 4"
          y="3"
          :width="d.touch - 8"
          :height="HEIGHT - 7"
          fill="rgb(232 238 244 / 0.08)"
          stroke="var(--brass-on-blue)"
          stroke-width="2.5"
        />
        <template v-for="side in [-1, 1]" :key="side">
          <rect
            :x="d.left"
            :y="side < 0 ? AXIS - d.half : AXIS + d.bore"
            :width="d.wide"
            :height="d.half - d.bore"
            fill="rgb(232 238 244 / 0.22)"
            :stroke="d.word.verdict ? tone[d.word.verdict] : 'var(--scribe)'"
            :stroke-width="d.word.verdict ? 2.5 : 1"
          />
        </template>
        <line
          v-for="(dr, i) in d.drillings"
          :key="i"
          :x1="dr.x"
          :x2="dr.x"
          :y1="dr.up ? AXIS - d.half : AXIS + d.bore"
          :y2="dr.up ? AXIS - d.bore : AXIS + d.half"
          stroke="var(--layout)"
          stroke-width="3"
        />
        <text
          :x="d.middle - d.wide / 2 - 8"
          :y="AXIS - 12"
          text-anchor="end"
          font-size="20"
          font-weight="700"
          fill="var(--scribe)"
        >
          {{ d.h.n }}
        </text>
        <text
          :x="d.middle"
          :y="AXIS + HALF + 24"
          text-anchor="middle"
          font-size="16"
          font-weight="600"
          :fill="d.word.verdict ? tone[d.word.verdict] : 'var(--scribe)'"
        >
          {{ d.word.text }}
        </text>
        <text :x="d.middle" :y="AXIS + HALF + 42" text-anchor="middle" font-size="13" fill="var(--scribe)">
          {{ d.word.more }}
        </text>
      </g>
      <rect
        v-for="d in drawn"
        :key="`touch-${d.h.place}`"
        :x="d.middle - d.touch / 2 + 4"
        y="3"
        :width="d.touch - 8"
        :height="HEIGHT - 7"
        fill="transparent"
        role="button"
        :tabindex="d.h.place === selected ? 0 : -1"
        :aria-label="`${t('cam.of-place', { n: d.h.n })}: ${d.word.text} ${d.word.more ?? ''}`"
        :aria-pressed="d.h.place === selected"
        class="cursor-pointer outline-none focus-visible:stroke-(--scribe) focus-visible:stroke-[4px]"
        :data-place="d.h.place"
        :data-verdict="d.word.verdict ?? 'none'"
        @click="emit('select', d.h.place)"
        @keydown.enter.prevent="emit('select', d.h.place)"
      />
    </svg>
  </section>
</template>
