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
  /** No sleeve either: the bore of the head alone. */
  open?: boolean
}>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 420 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(240, h.value))

/** The whole sleeve at the left, and at the right the tip much larger, where tenths can be seen. */
const topMm = computed(() => props.section.seatAboveMm + 26)
const scale = computed(() => (height.value - 60) / (topMm.value + 14))
const middle = computed(() => width.value * 0.24)
const deckY = computed(() => 30 + topMm.value * scale.value)
const y = (aboveMm: number) => deckY.value - aboveMm * scale.value
const half = (mm: number) => (mm / 2) * scale.value

const bore = computed(() => props.section.sleeveBoreMm)
const outer = computed(() => props.section.sleeveBoreMm + 2 * props.section.wallMm)
const tipMm = computed(() => {
  if (props.bare || props.open) return null
  return props.tip?.tip?.valueMm ?? props.tip?.setting?.expected[1]?.protrusionMm ?? null
})
const washers = computed(() =>
  props.tip?.tip ? (props.tip.setting?.washersLikely ?? 1) : props.tip?.washerMm != null ? 1 : 0,
)
const clampedMm = computed(() => (props.tip?.washerMm ?? props.section.washerMm) - props.section.crushMm)
const nozzle = 7

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
        :d="`M ${middle + side * half(outer + (open ? 0 : 0))} ${y(topMm)} V ${y(0)} H ${middle + side * width * 0.2} V ${y(topMm)} Z`"
        fill="url(#sleeve-hatch)"
        stroke="var(--scribe)"
        stroke-width="1.5"
      />
      <text :x="middle - width * 0.19" :y="y(topMm) + 18" font-size="13" fill="var(--scribe)">
        {{ t('sleeve.head') }}
      </text>
      <line
        :x1="middle - width * 0.23"
        :x2="middle + width * 0.23"
        :y1="y(0)"
        :y2="y(0)"
        stroke="var(--scribe)"
        stroke-width="2.5"
      />
      <text :x="middle - width * 0.19" :y="y(0) + 18" font-size="13" fill="var(--scribe)">
        {{ t('sleeve.fire-deck') }}
      </text>
      <template v-if="!open">
        <path
          v-for="side in [-1, 1]"
          :key="`wall-${side}`"
          :d="`M ${middle + side * half(outer)} ${y(topMm)} V ${y(3)} H ${middle + side * half(nozzle + 2)} V ${y(section.seatAboveMm - 44)} H ${middle + side * half(bore)} V ${y(topMm)} Z`"
          fill="rgb(227 182 90 / 0.35)"
          stroke="var(--brass-on-blue)"
          stroke-width="1.5"
        />
      </template>
      <!-- Washers on the seat, then the injector on them. -->
      <template v-if="!bare && !open && tipMm !== null">
        <rect
          v-for="n in washers"
          :key="n"
          :x="middle - half(bore - 2)"
          :y="y(section.seatAboveMm - 44) - n * Math.max(5, clampedMm * scale)"
          :width="half(bore - 2) * 2"
          :height="Math.max(4, clampedMm * scale - 1)"
          :fill="washers > 1 ? 'var(--outside-on-blue)' : 'var(--brass-on-blue)'"
          data-part="washer"
        />
        <path
          :d="`M ${middle - half(bore - 4)} ${y(topMm) - 12} V ${y(section.seatAboveMm - 44) - washers * Math.max(5, clampedMm * scale)} H ${middle - half(nozzle)} V ${y(-tipMm)} L ${middle} ${y(-tipMm) + 6} L ${middle + half(nozzle)} ${y(-tipMm)} V ${y(section.seatAboveMm - 44) - washers * Math.max(5, clampedMm * scale)} H ${middle + half(bore - 4)} V ${y(topMm) - 12} Z`"
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
