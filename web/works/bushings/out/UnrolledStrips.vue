<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { housingsOf, lastAt } from '#core/works/bushings/read-bushings'

/** Every old bushing unrolled, one under the other from the front: where copper shows, where its hole stood, by the upright engine's clock. */
const props = defineProps<{ snapshot: Snapshot; selected: string | null }>()
const emit = defineEmits<{ select: [place: string] }>()
const { t } = useI18n()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 360 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(200, h.value))
const LEFT = 44
const RIGHT = 170
const HEAD = 30
const housings = computed(() => housingsOf(props.snapshot))
const row = computed(() => Math.min(84, (height.value - HEAD - 8) / Math.max(1, housings.value.length)))
/** From 6 round to 6 again, so that what is loaded, up or down, is not cut apart. */
const x = (hour: number) => LEFT + ((((hour - 6) % 12) + 12) % 12) * ((width.value - LEFT - RIGHT) / 12)
const hours = [6, 7, 8, 9, 10, 11, 12, 1, 2, 3, 4, 5]
const wide = computed(() => width.value - LEFT - RIGHT)

const strips = computed(() =>
  housings.value.map((spot, i) => {
    const out = lastAt(props.snapshot, 'out', spot.place)
    const copper = out && out.copperShare > 0 ? out : null
    const from = copper?.copperOClock == null ? null : x(copper.copperOClock) - (copper.copperShare * wide.value) / 2
    const length = copper ? copper.copperShare * wide.value : 0
    // What runs over the end of the strip goes on at its other end.
    const pieces =
      from === null
        ? []
        : [from - wide.value, from, from + wide.value].flatMap((start) => {
            const [a, b] = [Math.max(LEFT, start), Math.min(LEFT + wide.value, start + length)]
            return b > a ? [{ x: a, width: b - a }] : []
          })
    const told = copper
      ? copper.copperOClock === null
        ? t('cam.copper-some', { share: Math.round(100 * copper.copperShare) })
        : t('cam.copper-of', { share: Math.round(100 * copper.copperShare), hour: copper.copperOClock })
      : ''
    return {
      spot,
      out,
      y: HEAD + i * row.value,
      pieces,
      told: [told, out && !out.holeInLine ? t('cam.hole-off') : ''].filter(Boolean).join(', '),
      drillings: spot.of.drillings.map((d) => ({ x: x(d.oClock), size: d.sizeMm })),
    }
  }),
)
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="unrolled">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('cam.unrolled')"
    >
      <defs>
        <pattern id="layers-hatch" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(35)">
          <rect width="9" height="9" fill="none" />
          <line x1="0" x2="0" y1="0" y2="9" stroke="var(--outside-on-blue)" stroke-width="3" />
        </pattern>
      </defs>
      <g font-size="13" fill="var(--scribe)" text-anchor="middle">
        <text v-for="hour in hours" :key="hour" :x="x(hour)" y="18" :font-weight="hour % 3 === 0 ? 700 : 400">
          {{ hour === 12 ? `12 ${t('cam.up')}` : hour }}
        </text>
      </g>
      <g
        v-for="s in strips"
        :key="s.spot.place"
        class="cursor-pointer"
        :data-strip="s.spot.place"
        :data-looks="s.out?.looks ?? 'none'"
        @click="emit('select', s.spot.place)"
      >
        <rect
          :x="LEFT"
          :y="s.y + 5"
          :width="wide"
          :height="row - 12"
          :fill="s.out ? 'rgb(232 238 244 / 0.2)' : 'none'"
          :stroke="s.spot.place === selected ? 'var(--brass-on-blue)' : 'var(--scribe)'"
          :stroke-width="s.spot.place === selected ? 3 : 1"
          :stroke-dasharray="s.out ? 'none' : '6 5'"
        />
        <rect
          v-for="(p, i) in s.pieces"
          :key="i"
          :x="p.x"
          :y="s.y + 6"
          :width="p.width"
          :height="row - 14"
          fill="#b8683a"
          fill-opacity="0.85"
        />
        <rect
          v-if="s.out && (s.out.looks === 'layers' || s.out.looks === 'folded' || s.out.looks === 'spun')"
          :x="LEFT"
          :y="s.y + 6"
          :width="wide"
          :height="row - 14"
          fill="url(#layers-hatch)"
          fill-opacity="0.8"
        />
        <template v-for="(d, i) in s.drillings" :key="`d${i}`">
          <circle
            :cx="d.x"
            :cy="s.y + row / 2 - 1"
            :r="d.size + 2.5"
            fill="var(--layout)"
            stroke="var(--scribe)"
            stroke-width="1.5"
          />
          <circle
            v-if="s.out && !s.out.holeInLine"
            :cx="d.x + d.size"
            :cy="s.y + row / 2 + d.size"
            :r="d.size"
            fill="none"
            stroke="var(--outside-on-blue)"
            stroke-width="2"
          />
        </template>
        <text
          :x="LEFT - 12"
          :y="s.y + row / 2 + 6"
          text-anchor="end"
          font-size="19"
          font-weight="700"
          fill="var(--scribe)"
        >
          {{ s.spot.n }}
        </text>
        <text :x="LEFT + wide + 12" :y="s.y + row / 2 - 2" font-size="15" font-weight="600" fill="var(--scribe)">
          {{ s.out ? t(`cam.looks.${s.out.looks}`) : t('cam.still') }}
        </text>
        <text :x="LEFT + wide + 12" :y="s.y + row / 2 + 15" font-size="12" fill="var(--scribe)">{{ s.told }}</text>
      </g>
    </svg>
  </figure>
</template>
