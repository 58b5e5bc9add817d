<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

/** A rail of places that are no cylinders: a tile each with its drawing, what it is called and how it stands; a tap or Enter takes it in hand. */
const props = defineProps<{
  name: string
  tiles: readonly { place: string; title: string; lines: readonly { text: string; good: boolean }[] }[]
  selected: string | null
  /** Room for a tile at most, and where its words begin, px. */
  most?: number
  words?: number
}>()
const emit = defineEmits<{ select: [place: string] }>()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w } = useElementSize(frame, { width: 960, height: 132 })
const width = computed(() => Math.max(320, w.value))
const HEIGHT = 132
const placed = computed(() => {
  const room = Math.min(props.most ?? 340, (width.value - 20) / Math.max(1, props.tiles.length))
  return props.tiles.map((tile, i) => ({
    tile,
    left: 10 + i * room,
    room,
    wordsX: 10 + i * room + (props.words ?? 128),
  }))
})
</script>

<template>
  <section ref="frame" class="bg-layout px-2 pt-1" :aria-label="name" data-part="place-tiles">
    <svg :width="width" :height="HEIGHT" :viewBox="`0 0 ${width} ${HEIGHT}`" class="block">
      <g v-for="p in placed" :key="p.tile.place">
        <rect
          v-if="p.tile.place === selected"
          :x="p.left"
          y="3"
          :width="p.room - 10"
          :height="HEIGHT - 7"
          fill="rgb(232 238 244 / 0.08)"
          stroke="var(--brass-on-blue)"
          stroke-width="2.5"
        />
        <g :transform="`translate(${p.left} 0)`" aria-hidden="true">
          <slot :place="p.tile.place" :height="HEIGHT" />
        </g>
        <g font-size="16" fill="var(--scribe)">
          <text :x="p.wordsX" y="36" font-size="18" font-weight="700">{{ p.tile.title }}</text>
          <text
            v-for="(line, i) in p.tile.lines"
            :key="i"
            :x="p.wordsX"
            :y="62 + i * 22"
            :fill="line.good ? 'var(--inside-on-blue)' : 'var(--scribe)'"
          >
            {{ line.text }}
          </text>
        </g>
        <rect
          :x="p.left"
          y="3"
          :width="p.room - 10"
          :height="HEIGHT - 7"
          fill="transparent"
          role="button"
          :tabindex="p.tile.place === selected ? 0 : -1"
          :aria-label="`${p.tile.title}: ${p.tile.lines.map((l) => l.text).join(', ')}`"
          :aria-pressed="p.tile.place === selected"
          class="cursor-pointer outline-none focus-visible:stroke-(--scribe) focus-visible:stroke-[4px]"
          :data-place="p.tile.place"
          @click="emit('select', p.tile.place)"
          @keydown.enter.prevent="emit('select', p.tile.place)"
        />
      </g>
    </svg>
  </section>
</template>
