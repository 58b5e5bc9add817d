<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { readySteps } from '#core/works/barrels/kinds'
import { readBore } from '#core/works/barrels/bore/read'
import { barrelsOf, readWorn } from '#core/works/barrels/read-barrels'
import { readDrop } from '#core/works/barrels/sleeve/read'
import { isReadied } from '#core/works/barrels/ready/read'
import PlaceTiles from '../../bench/PlaceTiles.vue'

/** The barrels cut along their axis: the wall, the sleeve in it where it has one, the bore clear where it is finished. */
const props = defineProps<{ snapshot: Snapshot; selected: string | null }>()
const emit = defineEmits<{ select: [place: string] }>()
const { t } = useI18n()
const barrels = computed(() =>
  barrelsOf(props.snapshot).map((spot) => {
    const { way, judged } = readWorn(props.snapshot, spot)
    const home = readDrop(props.snapshot, spot).home
    const finished = way !== null && way !== 'keep' && way !== 'new' && readBore(props.snapshot, spot).finished !== null
    const ready = readySteps.every((s) => isReadied(props.snapshot, spot.place, s))
    const lines = [
      { text: t(`barrel.state.${way ?? (judged ? 'measured' : 'open')}`), good: way === 'keep' },
      ...(home && !finished ? [{ text: t('barrel.state.in'), good: true }] : []),
      ...(finished ? [{ text: t('barrel.state.finished'), good: true }] : []),
      ...(ready ? [{ text: t('barrel.state.ready'), good: true }] : []),
    ]
    return { place: spot.place, title: spot.name, lines: lines.slice(0, 3), home, way, finished }
  }),
)
const at = (place: string) => barrels.value.find((b) => b.place === place)!
</script>

<template>
  <PlaceTiles
    v-slot="{ place, height }"
    :name="t('barrel.rail')"
    :tiles="barrels"
    :selected="selected"
    data-part="barrel-rail"
    @select="emit('select', $event)"
  >
    <g stroke="var(--scribe)" stroke-width="1.5">
      <rect x="20" y="18" width="24" :height="height - 36" fill="rgb(232 238 244 / 0.3)" />
      <rect x="84" y="18" width="24" :height="height - 36" fill="rgb(232 238 244 / 0.3)" />
      <g
        v-if="at(place).way === 'sleeve'"
        :stroke-dasharray="at(place).home ? 'none' : '5 4'"
        stroke="var(--brass-on-blue)"
      >
        <path
          :d="`M 38 14 H 52 V ${height - 18} H 44 V 20 H 38 Z`"
          :fill="at(place).home ? 'rgb(227 182 90 / 0.6)' : 'none'"
        />
        <path
          :d="`M 90 14 H 76 V ${height - 18} H 84 V 20 H 90 Z`"
          :fill="at(place).home ? 'rgb(227 182 90 / 0.6)' : 'none'"
        />
      </g>
      <path
        v-if="at(place).finished"
        :d="`M 54 30 L 74 60 M 54 60 L 74 30 M 54 66 L 74 96 M 54 96 L 74 66`"
        stroke="var(--inside-on-blue)"
      />
    </g>
  </PlaceTiles>
</template>
