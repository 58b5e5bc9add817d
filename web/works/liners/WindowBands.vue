<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { HeightWindow } from '#core/works/liners/windows'
import { useFigures } from '../../bench/useFigures'

/** The window of every bore along a deck: one band, or a step where a shim has a window of its own. */
const props = defineProps<{
  bores: readonly { cylinder: number; window: HeightWindow }[]
  y: (mm: number) => number
  x: (cylinder: number) => number
  /** Width of one bore's column, and of the whole drawing. */
  step: number
  width: number
}>()
const { t } = useI18n()
const { length } = useFigures()
const bare = computed(() => props.bores.find((b) => b.window.of !== 'shimmed')?.window ?? null)
const shimmed = computed(() => props.bores.filter((b) => b.window.of === 'shimmed'))
const left = (cylinder: number) => props.x(cylinder) - props.step / 2
</script>

<template>
  <g v-if="bare" data-part="window-bare">
    <rect
      x="52"
      :y="y(bare.maxMm)"
      :width="width - 60"
      :height="y(bare.minMm) - y(bare.maxMm)"
      fill="rgb(232 238 244 / 0.07)"
    />
    <g v-for="limit in [bare.minMm, bare.maxMm]" :key="limit">
      <line x1="52" :x2="width - 8" :y1="y(limit)" :y2="y(limit)" stroke="var(--scribe)" stroke-width="1.5" />
      <text x="47" :y="y(limit) + 4" text-anchor="end" font-size="12" class="figure" fill="var(--scribe)">
        {{ length(limit) }}
      </text>
    </g>
    <line
      x1="52"
      :x2="width - 8"
      :y1="y(bare.aimMm)"
      :y2="y(bare.aimMm)"
      stroke="var(--scribe)"
      stroke-opacity="0.5"
      stroke-dasharray="1 5"
    />
  </g>
  <g v-for="b in shimmed" :key="b.cylinder" data-part="window-shimmed">
    <title>{{ t('figures.window.shimmed') }}</title>
    <rect
      :x="left(b.cylinder) + 3"
      :y="y(b.window.maxMm)"
      :width="step - 6"
      :height="y(b.window.minMm) - y(b.window.maxMm)"
      fill="var(--brass-on-blue)"
      fill-opacity="0.14"
    />
    <g v-for="limit in [b.window.minMm, b.window.maxMm]" :key="limit">
      <line
        :x1="left(b.cylinder) + 3"
        :x2="left(b.cylinder) + step - 3"
        :y1="y(limit)"
        :y2="y(limit)"
        stroke="var(--brass-on-blue)"
        stroke-width="2"
      />
      <text
        v-if="b === shimmed[0]"
        :x="left(b.cylinder) + step - 5"
        :y="limit === b.window.maxMm ? y(limit) + 13 : y(limit) - 4"
        text-anchor="end"
        font-size="12"
        class="figure"
        fill="var(--brass-on-blue)"
      >
        {{ length(limit) }}
      </text>
    </g>
  </g>
</template>
