<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { padsOf, readFace } from '#core/works/faces/read-faces'

/** The pads of the unit from outside, with their nuts; solid what is in. */
const props = defineProps<{ snapshot: Snapshot; selected: string | null }>()
const emit = defineEmits<{ select: [place: string] }>()
const { t } = useI18n()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w } = useElementSize(frame, { width: 960, height: 132 })
const width = computed(() => Math.max(320, w.value))
const HEIGHT = 132
const R = 44
const pads = computed(() => {
  const all = padsOf(props.snapshot)
  const room = Math.min(320, (width.value - 20) / Math.max(1, all.length))
  return all.map((pad, i) => {
    const state = readFace(props.snapshot, pad)
    const x = 10 + i * room + R + 22
    return {
      pad,
      left: 10 + i * room,
      room,
      x,
      inside: state.tight === true,
      nuts: Array.from({ length: pad.of.nuts }, (_, k) => {
        const a = (2 * Math.PI * k) / pad.of.nuts
        return { x: x + Math.sin(a) * R, y: HEIGHT / 2 - Math.cos(a) * R }
      }),
    }
  })
})
</script>

<template>
  <section ref="frame" class="bg-layout px-2 pt-1" :aria-label="t('face.pads')" data-part="pad-rail">
    <svg :width="width" :height="HEIGHT" :viewBox="`0 0 ${width} ${HEIGHT}`" class="block">
      <g v-for="p in pads" :key="p.pad.place">
        <rect
          v-if="p.pad.place === selected"
          :x="p.left"
          y="3"
          :width="p.room - 10"
          :height="HEIGHT - 7"
          fill="rgb(232 238 244 / 0.08)"
          stroke="var(--brass-on-blue)"
          stroke-width="2.5"
        />
        <circle
          :cx="p.x"
          :cy="HEIGHT / 2"
          :r="R * 0.62"
          fill="rgb(232 238 244 / 0.12)"
          :stroke="p.inside ? 'var(--inside-on-blue)' : 'var(--scribe)'"
          stroke-width="3"
          :stroke-dasharray="p.inside ? 'none' : '6 4'"
        />
        <circle v-for="(nut, k) in p.nuts" :key="k" :cx="nut.x" :cy="nut.y" r="6" fill="var(--scribe)" />
        <text :x="p.x + R + 18" :y="HEIGHT / 2 - 4" font-size="18" font-weight="700" fill="var(--scribe)">
          {{ p.pad.of.name }}
        </text>
        <text
          :x="p.x + R + 18"
          :y="HEIGHT / 2 + 20"
          font-size="16"
          :fill="p.inside ? 'var(--inside-on-blue)' : 'var(--scribe)'"
        >
          {{ t(p.inside ? 'face.in' : 'face.open') }}
        </text>
        <rect
          :x="p.left"
          y="3"
          :width="p.room - 10"
          :height="HEIGHT - 7"
          fill="transparent"
          role="button"
          :tabindex="p.pad.place === selected ? 0 : -1"
          :aria-label="`${p.pad.of.name}: ${t(p.inside ? 'face.in' : 'face.open')}`"
          :aria-pressed="p.pad.place === selected"
          class="cursor-pointer outline-none focus-visible:stroke-(--scribe) focus-visible:stroke-[4px]"
          :data-place="p.pad.place"
          @click="emit('select', p.pad.place)"
          @keydown.enter.prevent="emit('select', p.pad.place)"
        />
      </g>
    </svg>
  </section>
</template>
