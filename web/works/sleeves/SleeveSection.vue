<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { TipState } from '#core/works/sleeves/read-sleeves'
import type { SleeveSection } from '#core/works/sleeves/section'
import type { Verdict } from '#core/measure/verdict'
import { useFigures } from '../../bench/useFigures'

/**
 * The injector in its sleeve, in section and to scale: head, sleeve, seat, washers, tip and fire deck; where the tip
 * stands with none, one and two washers, the window it must be in, and where it was measured.
 */
const props = defineProps<{
  section: SleeveSection
  cylinder: number
  tip?: TipState | null
  /** Only the sleeve: no injector stands in it. */
  bare?: boolean
  /** It is not pressed in yet: it hangs over its bore. */
  lifted?: boolean
  /** How deep the rod must go below the fire deck, and how deep it went; null where nobody felt yet. */
  rod?: { mustMm: number; wentMm: number | null }
}>()
const { t } = useI18n()
const { length, rough } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 420 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(240, h.value))

/** A sleeve that is not in yet hangs so far above its seat, px. */
const LIFT_PX = 46
/** The whole sleeve at the left, and at the right the tip much larger, where tenths can be seen. */
const topMm = computed(() => props.section.seatAboveMm + 26)
/** What is seen below the fire deck: the tip, or how deep the rod must go. */
const belowMm = computed(() => Math.max(14, (props.rod?.mustMm ?? 0) + 8, (props.rod?.wentMm ?? 0) + 8))
const room = computed(() => 30 + (props.lifted ? LIFT_PX : 0))
const scale = computed(() => (height.value - 30 - room.value) / (topMm.value + belowMm.value))
const middle = computed(() => width.value * (props.tip?.setting ? 0.24 : 0.42))
/** How far the head reaches to either side. */
const headHalf = computed(() => Math.max(half(outer.value) + 64, width.value * 0.2))
const deckY = computed(() => room.value + topMm.value * scale.value)
const y = (aboveMm: number) => deckY.value - aboveMm * scale.value
const half = (mm: number) => (mm / 2) * scale.value

const bore = computed(() => props.section.sleeveBoreMm)
const outer = computed(() => props.section.sleeveBoreMm + 2 * props.section.wallMm)
const tipMm = computed(() => {
  if (props.bare || props.rod) return null
  return props.tip?.tip?.valueMm ?? props.tip?.setting?.expected[1]?.protrusionMm ?? null
})
const washers = computed(() =>
  props.tip?.tip ? (props.tip.setting?.washersLikely ?? 1) : props.tip?.washerMm != null ? 1 : 0,
)
const clampedMm = computed(() => (props.tip?.washerMm ?? props.section.washerMm) - props.section.crushMm)
const nozzle = 7
/** Below its seat the sleeve goes in round the nozzle, as thick as its wall. */
const lower = computed(() => Math.min(outer.value, nozzle + 2 + 2 * props.section.wallMm))
const seatY = computed(() => y(props.section.seatAboveMm))
const shoulderY = computed(() => y(props.section.seatAboveMm - Math.max(2, props.section.wallMm)))

/** The enlarged tip: millimetres below the fire deck, downward. */
const left = computed(() => width.value * 0.56)
const ends = computed(() => {
  const all = [
    0,
    props.section.tip.maxMm,
    ...(props.tip?.setting?.expected.slice(0, 3).map((e) => e.protrusionMm) ?? []),
    ...(props.tip?.tip ? [props.tip.tip.valueMm] : []),
  ]
  return { low: Math.min(...all) - 0.4, high: Math.max(...all) + 0.4 }
})
const down = (mm: number) => 34 + ((mm - ends.value.low) / (ends.value.high - ends.value.low)) * (height.value - 68)
const tone: Record<Verdict, string> = {
  in: 'var(--inside-on-blue)',
  unsure: 'var(--online-on-blue)',
  out: 'var(--outside-on-blue)',
}
const saidWith = (washersThen: number, mm: number) =>
  washersThen === 0
    ? t('sleeve.expected-none', { tip: length(mm) })
    : washersThen === 1
      ? t('sleeve.expected-one', { tip: length(mm) })
      : t('sleeve.expected', { n: washersThen, tip: length(mm) })
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="sleeve-section">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('sleeve.drawing', { cylinder })"
    >
      <defs>
        <pattern id="sleeve-hatch" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" x2="0" y1="0" y2="8" stroke="var(--scribe)" stroke-opacity="0.3" stroke-width="1.5" />
        </pattern>
      </defs>
      <!-- The head, cut through its bore. -->
      <path
        v-for="side in [-1, 1]"
        :key="side"
        :d="`M ${middle + side * half(outer)} ${y(topMm)} V ${shoulderY} H ${middle + side * half(lower)} V ${y(0)} H ${middle + side * headHalf} V ${y(topMm)} Z`"
        fill="url(#sleeve-hatch)"
        stroke="var(--scribe)"
        stroke-width="1.5"
      />
      <text :x="middle - headHalf + 8" :y="y(topMm) + 18" font-size="13" fill="var(--scribe)">
        {{ t('sleeve.head') }}
      </text>
      <line
        :x1="middle - headHalf - 16"
        :x2="middle + headHalf + 16"
        :y1="y(0)"
        :y2="y(0)"
        stroke="var(--scribe)"
        stroke-width="2.5"
      />
      <text :x="middle - headHalf + 8" :y="y(0) + 18" font-size="13" fill="var(--scribe)">
        {{ t('sleeve.fire-deck') }}
      </text>
      <path
        v-for="side in [-1, 1]"
        :key="`wall-${side}`"
        :transform="lifted ? `translate(0 ${-LIFT_PX})` : undefined"
        :d="`M ${middle + side * half(outer)} ${y(topMm)} V ${shoulderY} H ${middle + side * half(lower)} V ${y(0.5)} H ${middle + side * half(nozzle + 2)} V ${seatY} H ${middle + side * half(bore)} V ${y(topMm)} Z`"
        fill="rgb(227 182 90 / 0.35)"
        stroke="var(--brass-on-blue)"
        stroke-width="1.5"
      />
      <!-- The rod through it, and how deep it must go. -->
      <g v-if="rod" data-part="rod">
        <line
          :x1="middle - width * 0.14"
          :x2="middle + width * 0.14"
          :y1="y(-rod.mustMm)"
          :y2="y(-rod.mustMm)"
          stroke="var(--brass-on-blue)"
          stroke-width="2"
          stroke-dasharray="6 5"
        />
        <text :x="middle + width * 0.15" :y="y(-rod.mustMm) + 5" font-size="15" fill="var(--scribe)">
          {{ t('sleeve.rod-must', { must: rough(rod.mustMm) }) }}
        </text>
        <template v-if="rod.wentMm !== null">
          <rect
            :x="middle - 3"
            :y="8"
            width="6"
            :height="Math.max(0, y(-rod.wentMm) - 8)"
            fill="rgb(232 238 244 / 0.5)"
            stroke="var(--scribe)"
          />
          <text
            :x="middle + 12"
            :y="y(-rod.wentMm) - 6"
            font-size="15"
            font-weight="700"
            :fill="rod.wentMm >= rod.mustMm ? tone.in : tone.out"
          >
            {{ t('sleeve.rod-went', { went: rough(rod.wentMm) }) }}
          </text>
        </template>
      </g>
      <!-- Washers on the seat, then the injector on them. -->
      <template v-if="!bare && tipMm !== null">
        <rect
          v-for="n in washers"
          :key="n"
          :x="middle - half(bore - 2)"
          :y="seatY - n * Math.max(5, clampedMm * scale)"
          :width="half(bore - 2) * 2"
          :height="Math.max(4, clampedMm * scale - 1)"
          :fill="washers > 1 ? 'var(--outside-on-blue)' : 'var(--brass-on-blue)'"
          data-part="washer"
        />
        <path
          :d="`M ${middle - half(bore - 4)} ${y(topMm) - 12} V ${seatY - washers * Math.max(5, clampedMm * scale)} H ${middle - half(nozzle)} V ${y(-tipMm)} L ${middle} ${y(-tipMm) + 6} L ${middle + half(nozzle)} ${y(-tipMm)} V ${seatY - washers * Math.max(5, clampedMm * scale)} H ${middle + half(bore - 4)} V ${y(topMm) - 12} Z`"
          fill="rgb(232 238 244 / 0.16)"
          stroke="var(--scribe)"
          stroke-width="2"
        />
      </template>
      <!-- The tip, enlarged. -->
      <template v-if="tip?.setting">
        <rect
          :x="left"
          :y="down(section.tip.minMm)"
          :width="width - left - 20"
          :height="down(section.tip.maxMm) - down(section.tip.minMm)"
          fill="rgb(127 208 196 / 0.2)"
          stroke="var(--inside-on-blue)"
        />
        <text :x="width - 26" :y="down(section.tip.minMm) - 5" text-anchor="end" font-size="13" fill="var(--scribe)">
          {{ t('sleeve.window', { min: length(section.tip.minMm), max: length(section.tip.maxMm) }) }}
        </text>
        <line :x1="left - 12" :x2="width - 20" :y1="down(0)" :y2="down(0)" stroke="var(--scribe)" stroke-width="2.5" />
        <text :x="left - 10" :y="down(0) - 6" font-size="13" fill="var(--scribe)">{{ t('sleeve.fire-deck') }}</text>
        <g v-for="e in tip.setting.expected.slice(0, 3)" :key="e.washers">
          <line
            :x1="left"
            :x2="left + 60"
            :y1="down(e.protrusionMm)"
            :y2="down(e.protrusionMm)"
            stroke="var(--scribe)"
            stroke-opacity="0.8"
            stroke-dasharray="5 4"
            :stroke-width="e.washers === 1 ? 2.5 : 1.5"
          />
          <text
            :x="left + 66"
            :y="
              down(e.protrusionMm) + (tip.tip && Math.abs(down(tip.tip.valueMm) - down(e.protrusionMm)) < 18 ? -8 : 5)
            "
            font-size="14"
            fill="var(--scribe)"
            :font-weight="e.washers === 1 ? 700 : 400"
          >
            {{ saidWith(e.washers, e.protrusionMm) }}
          </text>
        </g>
        <g v-if="tip.tip" data-part="tip-mark" :data-reading="tip.setting.reading">
          <path
            :d="`M ${left - 14} ${down(tip.tip.valueMm)} l 14 -8 v 16 z`"
            :fill="tone[tip.setting.verdict ?? 'in']"
          />
          <line
            :x1="left"
            :x2="width - 20"
            :y1="down(tip.tip.valueMm)"
            :y2="down(tip.tip.valueMm)"
            :stroke="tone[tip.setting.verdict ?? 'in']"
            stroke-width="3"
          />
          <text
            :x="width - 26"
            :y="down(tip.tip.valueMm) + 20"
            text-anchor="end"
            font-size="18"
            font-weight="700"
            :fill="tone[tip.setting.verdict ?? 'in']"
          >
            {{ t('sleeve.measured', { tip: length(tip.tip.valueMm, [section.tip.minMm, section.tip.maxMm]) }) }}
          </text>
        </g>
      </template>
      <slot :left="left" :width="width" :height="height" />
    </svg>
  </figure>
</template>
