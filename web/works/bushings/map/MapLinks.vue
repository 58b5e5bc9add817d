<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { codesFor, housingsOf, readBushing, readMap } from '#core/works/bushings/read-bushings'
import { useFigures } from '../../../bench/useFigures'

/** The list of the box beside the bushings as they lie: a line from each to the housing it goes to; what is swapped crosses. */
const props = defineProps<{ snapshot: Snapshot; selected: string | null }>()
const emit = defineEmits<{ select: [place: string] }>()
const { t } = useI18n()
const { length } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 360 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(200, h.value))
const HEAD = 44
const map = computed(() => readMap(props.snapshot))
const rows = computed(() => {
  const all = housingsOf(props.snapshot)
  const step = Math.min(76, (height.value - HEAD - 10) / Math.max(1, all.length))
  return all.map((spot, i) => {
    const { read, fit } = readBushing(props.snapshot, spot)
    // Where the exact assignment puts this bushing; where it has no answer yet, where its code belongs.
    const to = map.value?.assignment.find((a) => a.bushingId === spot.place)?.position ?? null
    return {
      spot,
      read,
      fit,
      y: HEAD + (i + 0.5) * step,
      to: to === null ? null : HEAD + (to - 0.5) * step,
      straight: to === spot.n,
      listed: codesFor(props.snapshot, spot.n),
    }
  })
})
const LEFT = computed(() => width.value * 0.42)
const RIGHT = computed(() => width.value * 0.66)
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="map-links">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('cam.map')"
    >
      <g font-size="14" fill="var(--scribe)">
        <text :x="LEFT - 16" y="24" text-anchor="end">{{ t('cam.map-list') }}</text>
        <text :x="RIGHT + 16" y="24">{{ t('cam.map-box') }}</text>
      </g>
      <g v-for="r in rows" :key="r.spot.place">
        <path
          v-if="r.to !== null"
          :d="`M ${RIGHT} ${r.y} C ${(LEFT + RIGHT) / 2} ${r.y} ${(LEFT + RIGHT) / 2} ${r.to} ${LEFT} ${r.to}`"
          fill="none"
          :stroke="r.straight ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
          :stroke-width="r.straight ? 3 : 5"
          :data-link="r.spot.place"
          :data-straight="r.straight"
        />
      </g>
      <g v-for="r in rows" :key="`w-${r.spot.place}`" class="cursor-pointer" @click="emit('select', r.spot.place)">
        <rect
          v-if="r.spot.place === selected"
          x="8"
          :y="r.y - 26"
          :width="width - 16"
          height="52"
          fill="rgb(232 238 244 / 0.08)"
          stroke="var(--brass-on-blue)"
          stroke-width="2"
        />
        <text x="24" :y="r.y + 7" font-size="20" font-weight="700" fill="var(--scribe)">{{ r.spot.n }}</text>
        <text :x="LEFT - 16" :y="r.y + 6" text-anchor="end" font-size="18" class="figure" fill="var(--scribe)">
          {{ r.listed.map((c) => c.code).join(', ') || '—' }}
        </text>
        <circle :cx="LEFT" :cy="r.y" r="6" fill="var(--scribe)" />
        <circle :cx="RIGHT" :cy="r.y" r="6" :fill="r.read ? 'var(--brass-on-blue)' : 'none'" stroke="var(--scribe)" />
        <text
          :x="RIGHT + 16"
          :y="r.y + 6"
          font-size="18"
          class="figure"
          :font-weight="r.fit && r.fit !== 'right' && r.fit !== 'near' ? 700 : 400"
          :fill="
            r.fit === 'near'
              ? 'var(--online-on-blue)'
              : r.fit && r.fit !== 'right'
                ? 'var(--outside-on-blue)'
                : 'var(--scribe)'
          "
        >
          {{ r.read ? r.read.code : t('rail.open') }}
        </text>
        <text v-if="r.read" :x="RIGHT + 16" :y="r.y + 23" font-size="12" class="figure" fill="var(--scribe)">
          ⌀ {{ length(r.read.outerMm) }}
        </text>
      </g>
    </svg>
  </figure>
</template>
