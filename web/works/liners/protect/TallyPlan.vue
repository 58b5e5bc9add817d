<script setup lang="ts">
import { computed, toRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { openingNames, type OpeningName } from '#core/job/tally-mark'
import { readTally } from '#core/job/tally'
import { useDeckPlan } from '../../../bench/useDeckPlan'

const props = defineProps<{ snapshot: Snapshot; selected: number; place: OpeningName }>()
const emit = defineEmits<{ choose: [cylinder: number, place: OpeningName] }>()
const { t } = useI18n()
const { bores, place: placeOf } = useDeckPlan(toRef(() => props.snapshot.engine))
const r = computed(() => props.snapshot.engine.boreMm / 2)

/** The bore in hand stands in the middle, large enough for a thumb; the rail shows the whole deck. */
const box = computed(() => {
  const at = placeOf(props.selected) ?? { x: 0, y: 0 }
  const wide = props.snapshot.engine.pitchMm * 2.7
  const high = r.value * 3.1
  return `${at.x - wide / 2} ${at.y - high / 2} ${wide} ${high}`
})
/** Where each opening is drawn, in radii from the middle of its bore: round it, as they lie in a block. */
const spots: Record<OpeningName, { x: number; y: number }> = {
  bore: { x: 0, y: -0.02 },
  'crank-hole': { x: 0, y: 0.62 },
  'oil-drilling': { x: -0.7, y: -0.72 },
  coolant: { x: 0.7, y: -0.72 },
  'push-rod': { x: 0.7, y: 0.72 },
  'bolt-hole': { x: -0.7, y: 0.72 },
}
const openings = computed(() => {
  const counts = new Map(readTally(props.snapshot).map((s) => [`${s.cylinder} ${s.place}`, 0]))
  for (const s of readTally(props.snapshot))
    counts.set(`${s.cylinder} ${s.place}`, counts.get(`${s.cylinder} ${s.place}`)! + s.count)
  return bores.value.flatMap((b) =>
    openingNames.map((place) => ({
      cylinder: b.cylinder,
      place,
      count: counts.get(`${b.cylinder} ${place}`) ?? 0,
      x: b.x + spots[place].x * r.value * 1.16,
      y: b.y + spots[place].y * r.value * 1.16,
      size: r.value * (place === 'bore' ? 0.3 : 0.19),
    })),
  )
})
/** Each kind of opening has an outline of its own, so that it is known without colour. */
function outline(place: OpeningName, x: number, y: number, s: number): string {
  const square = (h: number, v: number) => `M ${x - h} ${y - v} H ${x + h} V ${y + v} H ${x - h} Z`
  if (place === 'push-rod') return square(s, s)
  if (place === 'coolant') return square(s * 1.25, s * 0.75)
  if (place === 'oil-drilling') return `M ${x} ${y - s * 1.2} L ${x + s * 1.1} ${y + s * 0.8} H ${x - s * 1.1} Z`
  if (place === 'bolt-hole')
    return (
      Array.from(
        { length: 6 },
        (_, i) =>
          `${i ? 'L' : 'M'} ${x + s * 1.1 * Math.cos((i * Math.PI) / 3)} ${y + s * 1.1 * Math.sin((i * Math.PI) / 3)}`,
      ).join(' ') + ' Z'
    )
  return `M ${x - s} ${y} a ${s} ${s} 0 1 0 ${2 * s} 0 a ${s} ${s} 0 1 0 ${-2 * s} 0`
}
</script>

<template>
  <figure class="relative min-h-0 flex-1 bg-layout" data-part="tally-plan">
    <svg :viewBox="box" class="h-full w-full" role="img" data-pans :aria-label="t('protect.drawing')">
      <g v-for="b in bores" :key="b.cylinder">
        <circle :cx="b.x" :cy="b.y" :r="r" fill="none" stroke="var(--scribe)" stroke-opacity="0.5" stroke-width="1.5" />
        <text
          :x="b.x"
          :y="b.y - r * 0.62"
          text-anchor="middle"
          :font-size="r * 0.3"
          font-weight="700"
          fill="var(--scribe)"
        >
          {{ b.cylinder }}
        </text>
      </g>
      <g
        v-for="o in openings"
        :key="`${o.cylinder}-${o.place}`"
        class="cursor-pointer"
        :data-opening="`${o.cylinder}-${o.place}`"
        :data-count="o.count"
        @click="emit('choose', o.cylinder, o.place)"
      >
        <path
          :d="outline(o.place, o.x, o.y, o.size)"
          :fill="o.count > 0 ? 'var(--brass-on-blue)' : 'var(--layout)'"
          :stroke="o.cylinder === selected && o.place === place ? 'var(--brass-on-blue)' : 'var(--scribe)'"
          :stroke-width="o.cylinder === selected && o.place === place ? 5 : 1.5"
        />
        <text
          v-if="o.count > 0"
          :x="o.x"
          :y="o.y + o.size * 0.42"
          text-anchor="middle"
          class="figure"
          :font-size="o.size * 1.25"
          font-weight="700"
          fill="var(--layout)"
        >
          {{ o.count }}
        </text>
      </g>
    </svg>
    <figcaption class="absolute bottom-1 left-3 flex flex-wrap gap-x-4 text-small text-scribe">
      <span v-for="p in openingNames" :key="p" class="inline-flex items-center gap-1"
        ><svg width="18" height="18" viewBox="-9 -9 18 18" aria-hidden="true">
          <path :d="outline(p, 0, 0, 6)" fill="none" stroke="var(--scribe)" stroke-width="1.5" /></svg
        >{{ t(`opening.${p}`) }}</span
      >
    </figcaption>
  </figure>
</template>
