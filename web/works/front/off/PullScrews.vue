<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { PullerScrews } from '#core/front/puller-screws'
import { useFigures } from '../../../bench/useFigures'

/** What the screws in the hub's pulling holes bear together, size by size, against what it may take: and what gives first. */
const props = defineProps<{ screws: PullerScrews; count: number; forceN: number }>()
const { t } = useI18n()
const { force } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 360 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(200, h.value))
const LEFT = 120
const most = computed(() => Math.max(props.forceN, ...props.screws.sizes.map((s) => s.togetherN)) * 1.12)
const x = (n: number) => LEFT + (n / most.value) * (width.value - LEFT - 30)
const y = (i: number) => 92 + i * Math.min(96, (height.value - 130) / props.screws.sizes.length)
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="pull-screws">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('front.screws', { n: count })"
    >
      <text x="16" y="28" font-size="15" font-weight="700" fill="var(--scribe)">
        {{ t('front.screws', { n: count }) }}
      </text>
      <line :x1="x(forceN)" :x2="x(forceN)" y1="58" :y2="height - 16" stroke="var(--brass-on-blue)" stroke-width="3" />
      <text :x="Math.min(width - 90, x(forceN))" y="52" text-anchor="middle" font-size="14" fill="var(--brass-on-blue)">
        {{ t('front.screws-need', { force: force(forceN) }) }}
      </text>
      <g v-for="(s, i) in screws.sizes" :key="s.name" :data-size="s.name" :data-enough="s.enough">
        <text x="16" :y="y(i) + 6" font-size="20" font-weight="700" fill="var(--scribe)">{{ s.name }}</text>
        <text x="16" :y="y(i) + 24" font-size="12" fill="var(--scribe)">
          {{ t(i === 0 ? 'front.screw-as-is' : 'front.screw-drilled') }}
        </text>
        <rect
          :x="LEFT"
          :y="y(i) - 14"
          :width="x(s.togetherN) - LEFT"
          height="30"
          :fill="s.enough ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
          fill-opacity="0.75"
        />
        <text :x="LEFT + 8" :y="y(i) + 7" font-size="16" font-weight="700" fill="var(--layout)">
          {{ force(s.togetherN) }}
        </text>
        <text :x="LEFT" :y="y(i) + 34" font-size="12" fill="var(--scribe)">
          {{ t(s.allowedStripN < s.allowedTensionN ? 'front.strips' : 'front.tears') }}
        </text>
      </g>
    </svg>
  </figure>
</template>
