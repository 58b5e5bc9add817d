<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { coverBoltsOpen, readCover } from '#core/works/front/read-cover'
import { isFreed, readFlywheel } from '#core/works/front/read-flywheel'
import { readDamper } from '#core/works/front/read-damper'
import { endsOf, lastAt, lastOf, sectionOf } from '#core/works/front/read-front'
import { readSeal } from '#core/works/front/read-seal'

/** The front view of this engine in outline, to scale from its sheet: what is on is drawn solid, what is off dashed. */
const props = defineProps<{ snapshot: Snapshot; selected: string | null }>()
const emit = defineEmits<{ select: [place: string] }>()
const { t } = useI18n()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w } = useElementSize(frame, { width: 960, height: 132 })
const width = computed(() => Math.max(320, w.value))
const HEIGHT = 132
const damper = computed(() => sectionOf(props.snapshot)?.damper ?? null)
const wheel = computed(() => sectionOf(props.snapshot)?.flywheel ?? null)
/** Round the shaft: the damper in front, the flywheel behind. */
const rimOn = (state: { damper: boolean | null; flywheel: boolean | null }) => state.damper ?? state.flywheel

const views = computed(() => {
  const all = endsOf(props.snapshot)
  const room = Math.min(420, (width.value - 20) / Math.max(1, all.length))
  return all.map((end, i) => {
    const isFront = end.place === 'front'
    const rimMm = isFront ? (damper.value?.rimMm ?? 0) : (wheel.value?.faceCircleMm ?? 0) * 1.12
    const railMm = end.of.cover ? end.of.cover.railRightMm - end.of.cover.railLeftMm : end.of.seal.outerMm * 1.6
    const scale = (HEIGHT - 26) / Math.max(rimMm, railMm * 1.15, end.of.seal.outerMm * 1.4)
    const cover = end.of.cover ? readCover(props.snapshot, end) : null
    const seal = readSeal(props.snapshot, end)
    const out = lastAt(props.snapshot, 'sealsOut', end.place)
    const pulled = lastOf(props.snapshot, 'pulled')
    const off = lastAt(props.snapshot, 'coversOff', end.place)
    const state = {
      cover:
        end.of.cover === null
          ? null
          : cover!.tight && !coverBoltsOpen(props.snapshot, end)
            ? true
            : off === null && !cover!.clean,
      seal: seal.depth !== null || out === null,
      flywheel: !isFront && wheel.value ? readFlywheel(props.snapshot).tight || !isFreed(props.snapshot, 'off') : null,
      damper: isFront && damper.value ? readDamper(props.snapshot).home !== null || pulled === null : null,
    }
    const words = (['damper', 'flywheel', 'cover', 'seal'] as const).flatMap((part) =>
      state[part] === null ? [] : [{ part, on: state[part] === true }],
    )
    return {
      end,
      left: 10 + i * room,
      room,
      x: 10 + i * room + (HEIGHT - 10) / 2 + 8,
      y: HEIGHT / 2 + 2,
      shaft: (end.of.shaftMm / 2) * scale,
      sealR: (end.of.seal.outerMm / 2) * scale,
      rim: (rimMm / 2) * scale,
      railHalf: (railMm / 2) * scale,
      state,
      words,
    }
  })
})
const line = (on: boolean | null) => (on ? 'none' : '5 4')
</script>

<template>
  <section ref="frame" class="bg-layout px-2 pt-1" :aria-label="t('front.view')" data-part="end-rail">
    <svg :width="width" :height="HEIGHT" :viewBox="`0 0 ${width} ${HEIGHT}`" class="block">
      <g v-for="v in views" :key="v.end.place">
        <rect
          v-if="v.end.place === selected"
          :x="v.left"
          y="3"
          :width="v.room - 10"
          :height="HEIGHT - 7"
          fill="rgb(232 238 244 / 0.08)"
          stroke="var(--brass-on-blue)"
          stroke-width="2.5"
        />
        <g fill="none" stroke="var(--scribe)" aria-hidden="true">
          <path
            v-if="v.state.cover !== null"
            :d="`M ${v.x - v.railHalf} ${v.y + v.railHalf * 0.95} V ${v.y - v.railHalf * 0.4} Q ${v.x} ${v.y - v.railHalf * 1.35} ${v.x + v.railHalf} ${v.y - v.railHalf * 0.4} V ${v.y + v.railHalf * 0.95} Z`"
            :fill="v.state.cover ? 'rgb(232 238 244 / 0.14)' : 'none'"
            :stroke-dasharray="line(v.state.cover)"
          />
          <circle
            v-if="rimOn(v.state) !== null"
            :cx="v.x"
            :cy="v.y"
            :r="v.rim"
            :stroke-dasharray="line(rimOn(v.state))"
            :stroke-width="rimOn(v.state) ? 2 : 1"
          />
          <circle
            :cx="v.x"
            :cy="v.y"
            :r="v.sealR"
            :stroke="v.state.seal ? 'var(--brass-on-blue)' : 'var(--scribe)'"
            :stroke-dasharray="line(v.state.seal)"
            stroke-width="2.5"
          />
          <circle :cx="v.x" :cy="v.y" :r="v.shaft" fill="rgb(232 238 244 / 0.3)" />
        </g>
        <g font-size="16" fill="var(--scribe)">
          <text :x="v.x + (HEIGHT - 10) / 2 + 18" y="28" font-size="18" font-weight="700">
            {{ t(`front.end-title.${v.end.place}`) }}
          </text>
          <text
            v-for="(word, i) in v.words"
            :key="word.part"
            :x="v.x + (HEIGHT - 10) / 2 + 18"
            :y="54 + i * 22"
            :fill="word.on ? 'var(--inside-on-blue)' : 'var(--scribe)'"
          >
            {{ t(`front.part.${word.part}`) }}: {{ t(word.on ? 'front.on' : 'front.off') }}
          </text>
        </g>
        <rect
          :x="v.left"
          y="3"
          :width="v.room - 10"
          :height="HEIGHT - 7"
          fill="transparent"
          role="button"
          :tabindex="v.end.place === selected ? 0 : -1"
          :aria-label="`${t(`front.end-title.${v.end.place}`)}: ${v.words.map((x) => `${t(`front.part.${x.part}`)} ${t(x.on ? 'front.on' : 'front.off')}`).join(', ')}`"
          :aria-pressed="v.end.place === selected"
          class="cursor-pointer outline-none focus-visible:stroke-(--scribe) focus-visible:stroke-[4px]"
          :data-place="v.end.place"
          @click="emit('select', v.end.place)"
          @keydown.enter.prevent="emit('select', v.end.place)"
        />
      </g>
    </svg>
  </section>
</template>
