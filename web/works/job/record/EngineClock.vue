<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { engineMarks, sharedCauses, type MarkSource } from '#core/whole/engine-clock'

/** Everything the works saw on one engine: along it from the front, left and right as seen from there, by height; and what they say together. */
const props = defineProps<{ snapshot: Snapshot }>()
const { t } = useI18n()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w } = useElementSize(frame, { width: 900, height: 340 })
const width = computed(() => Math.max(320, w.value))
const HEIGHT = 340
const marks = computed(() => engineMarks(props.snapshot))
const causes = computed(() => sharedCauses(marks.value, props.snapshot.engine.pitchMm))
const sources = computed(() => [...new Set(marks.value.map((m) => m.of))])
const cylinders = computed(() => props.snapshot.engine.banks[0] ?? [])
const endMm = computed(() =>
  Math.max(1, ...marks.value.map((m) => m.alongMm), (cylinders.value.length - 1) * props.snapshot.engine.pitchMm),
)
const fromMm = computed(() => Math.min(0, ...marks.value.map((m) => m.alongMm)))
const x = (mm: number) => 90 + ((mm - fromMm.value) / Math.max(1, endMm.value - fromMm.value)) * (width.value - 150)
/** The left half above, the right half below, each with the head outward: what has no side lies on the line between. */
const MID = 176
const HALF = 118
const y = (side: number | null, height: number) => {
  if (side === null || Math.abs(side) < 0.05) return MID
  return MID - Math.sign(-side) * (18 + height * (HALF - 18))
}
const tones: Record<MarkSource, string> = {
  sleeve: 'var(--scribe)',
  ledge: 'var(--outside-on-blue)',
  liner: 'var(--brass-on-blue)',
  bushing: 'var(--inside-on-blue)',
  damper: 'var(--online-on-blue)',
}
const said = computed(() =>
  causes.value.map((c) => ({
    key: `${c.code} ${c.side ?? ''}${c.cylinder ?? ''}`,
    text: t(`whole.cause.${c.code}`, {
      sources: c.sources.map((s) => t(`whole.of.${s}`)).join(', '),
      side: c.side === null ? '' : t(c.side < 0 ? 'whole.left' : 'whole.right'),
      cylinder: c.cylinder ?? '',
      n: c.marks,
    }),
  })),
)
</script>

<template>
  <section v-if="sources.length >= 2" class="mb-4" data-part="engine-clock">
    <h2 class="mb-1 text-head">{{ t('whole.title') }}</h2>
    <figure ref="frame" class="m-0 w-full overflow-hidden bg-layout">
      <svg
        :width="width"
        :height="HEIGHT"
        :viewBox="`0 0 ${width} ${HEIGHT}`"
        class="block"
        role="img"
        :aria-label="t('whole.title')"
      >
        <line x1="70" :x2="width - 40" :y1="MID" :y2="MID" stroke="var(--scribe)" stroke-opacity="0.5" />
        <g font-size="14" fill="var(--scribe)">
          <text x="12" :y="MID - HALF / 2">{{ t('whole.left') }}</text>
          <text x="12" :y="MID + HALF / 2">{{ t('whole.right') }}</text>
          <text x="12" :y="MID + 5">{{ t('whole.front') }}</text>
          <text v-for="(c, i) in cylinders" :key="c" :x="x(i * snapshot.engine.pitchMm)" y="30" text-anchor="middle">
            {{ c }}
          </text>
        </g>
        <line
          v-for="(c, i) in cylinders"
          :key="`l${c}`"
          :x1="x(i * snapshot.engine.pitchMm)"
          :x2="x(i * snapshot.engine.pitchMm)"
          y1="40"
          :y2="MID + HALF + 10"
          stroke="var(--scribe)"
          stroke-opacity="0.18"
        />
        <circle
          v-for="(m, i) in marks"
          :key="i"
          :cx="x(m.alongMm)"
          :cy="y(m.side, m.height)"
          :r="5 + m.weight * 9"
          :fill="tones[m.of]"
          fill-opacity="0.7"
          :data-of="m.of"
        >
          <title>{{ t(`whole.of.${m.of}`) }}: {{ t(m.word) }}</title>
        </circle>
        <g v-for="(s, i) in sources" :key="s" :transform="`translate(${90 + i * 130} ${HEIGHT - 18})`">
          <circle r="7" cy="-5" :fill="tones[s]" />
          <text x="13" font-size="14" fill="var(--scribe)">{{ t(`whole.of.${s}`) }}</text>
        </g>
      </svg>
    </figure>
    <ul class="mt-2 list-disc pl-5 text-body" data-part="shared-causes">
      <li v-for="c in said" :key="c.key">{{ c.text }}</li>
      <li v-if="said.length === 0" class="list-none">{{ t('whole.none') }}</li>
    </ul>
  </section>
</template>
