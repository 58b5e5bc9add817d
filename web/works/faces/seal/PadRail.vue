<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { padsOf, readFace } from '#core/works/faces/read-faces'
import PlaceTiles from '../../../bench/PlaceTiles.vue'

/** The pads of the unit from outside, with their nuts; solid what is in. */
const props = defineProps<{ snapshot: Snapshot; selected: string | null }>()
const emit = defineEmits<{ select: [place: string] }>()
const { t } = useI18n()
const [R, X] = [44, 66]
const pads = computed(() =>
  padsOf(props.snapshot).map((pad) => {
    const inside = readFace(props.snapshot, pad).tight === true
    return {
      place: pad.place,
      title: pad.of.name,
      inside,
      lines: [{ text: t(inside ? 'face.in' : 'face.open'), good: inside }],
      nuts: Array.from({ length: pad.of.nuts }, (_, k) => (2 * Math.PI * k) / pad.of.nuts),
    }
  }),
)
const at = (place: string) => pads.value.find((p) => p.place === place)!
</script>

<template>
  <PlaceTiles
    v-slot="{ place, height }"
    :name="t('face.pads')"
    :tiles="pads"
    :selected="selected"
    :most="320"
    data-part="pad-rail"
    @select="emit('select', $event)"
  >
    <circle
      :cx="X"
      :cy="height / 2"
      :r="R * 0.62"
      fill="rgb(232 238 244 / 0.12)"
      :stroke="at(place).inside ? 'var(--inside-on-blue)' : 'var(--scribe)'"
      stroke-width="3"
      :stroke-dasharray="at(place).inside ? 'none' : '6 4'"
    />
    <circle
      v-for="a in at(place).nuts"
      :key="a"
      :cx="X + Math.sin(a) * R"
      :cy="height / 2 - Math.cos(a) * R"
      r="6"
      fill="var(--scribe)"
    />
  </PlaceTiles>
</template>
