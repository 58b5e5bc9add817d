<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useFigures } from '../../../bench/useFigures'

const props = defineProps<{ leavesMm: readonly number[]; packMm: number }>()
const { t } = useI18n()
const { leaf, withUnit } = useFigures()
// Leaves drawn to scale among themselves, the stop above and the cutter's head below.
const scale = computed(() => 92 / Math.max(0.3, props.packMm))
const rows = computed(() => {
  let y = 40
  return props.leavesMm.map((mm) => {
    const height = Math.max(8, mm * scale.value)
    const row = { mm, y, height }
    y += height + 2
    return row
  })
})
const bottom = computed(() => (rows.value.at(-1) ? rows.value.at(-1)!.y + rows.value.at(-1)!.height + 2 : 42))
</script>

<template>
  <figure class="h-full bg-layout" data-part="pack-stack">
    <svg
      viewBox="30 0 220 190"
      class="h-full w-full"
      role="img"
      :aria-label="t('cutting.stack', { pack: withUnit(packMm) })"
    >
      <rect x="56" y="14" width="120" height="24" fill="none" stroke="var(--scribe)" stroke-width="1.5" />
      <text x="116" y="31" text-anchor="middle" font-size="13" fill="var(--scribe)">{{ t('cutting.stop') }}</text>
      <g v-for="r in rows" :key="r.mm">
        <rect
          x="70"
          :y="r.y"
          width="92"
          :height="r.height"
          fill="rgb(227 182 90 / 0.25)"
          stroke="var(--brass-on-blue)"
          stroke-width="1.4"
          data-part="leaf"
        />
        <text x="172" :y="r.y + r.height / 2 + 5" font-size="16" class="figure" fill="var(--brass-on-blue)">
          {{ leaf(r.mm) }}
        </text>
      </g>
      <rect x="56" :y="bottom" width="120" height="22" fill="none" stroke="var(--scribe)" stroke-width="1.5" />
      <text x="116" :y="bottom + 16" text-anchor="middle" font-size="13" fill="var(--scribe)">
        {{ t('cutting.head') }}
      </text>
      <path :d="`M 40 38 H 32 V ${bottom} H 40`" fill="none" stroke="var(--scribe)" />
      <text v-if="leavesMm.length === 0" x="140" y="110" text-anchor="middle" font-size="14" fill="var(--scribe)">
        {{ t('cutting.no-pack') }}
      </text>
      <text
        v-else
        x="246"
        y="178"
        text-anchor="end"
        font-size="17"
        class="figure"
        font-weight="700"
        fill="var(--scribe)"
      >
        {{ withUnit(packMm) }}
      </text>
    </svg>
  </figure>
</template>
