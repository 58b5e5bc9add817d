<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { isOpen } from '#core/works/fasteners/turns'
import { readCover } from '#core/works/front/read-cover'
import { isFreed, readFlywheel } from '#core/works/front/read-flywheel'
import { readDamper } from '#core/works/front/read-damper'
import { endsOf, lastAt, lastOf, sectionOf } from '#core/works/front/read-front'
import { readSeal } from '#core/works/front/read-seal'
import PlaceTiles from '../../bench/PlaceTiles.vue'

/** The front view of this engine in outline, to scale from its sheet: what is on is drawn solid, what is off dashed. */
const props = defineProps<{ snapshot: Snapshot; selected: string | null }>()
const emit = defineEmits<{ select: [place: string] }>()
const { t } = useI18n()
/** The middle of a view in its tile. */
const [HEIGHT, X, Y] = [132, 69, 68]
const damper = computed(() => sectionOf(props.snapshot)?.damper ?? null)
const wheel = computed(() => sectionOf(props.snapshot)?.flywheel ?? null)
/** Round the shaft: the damper in front, the flywheel behind. */
const rimOn = (state: { damper: boolean | null; flywheel: boolean | null }) => state.damper ?? state.flywheel

const views = computed(() => {
  return endsOf(props.snapshot).map((end) => {
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
      cover: end.of.cover === null ? null : cover!.tight && !isOpen(cover!) ? true : off === null && !cover!.clean,
      seal: seal.depth !== null || out === null,
      flywheel: !isFront && wheel.value ? readFlywheel(props.snapshot).tight || !isFreed(props.snapshot, 'off') : null,
      damper: isFront && damper.value ? readDamper(props.snapshot).home !== null || pulled === null : null,
    }
    const lines = (['damper', 'flywheel', 'cover', 'seal'] as const).flatMap((part) =>
      state[part] === null
        ? []
        : [{ text: `${t(`front.part.${part}`)}: ${t(state[part] ? 'front.on' : 'front.off')}`, good: state[part] }],
    )
    return {
      place: end.place,
      title: t(`front.end-title.${end.place}`),
      lines,
      shaft: (end.of.shaftMm / 2) * scale,
      sealR: (end.of.seal.outerMm / 2) * scale,
      rim: (rimMm / 2) * scale,
      railHalf: (railMm / 2) * scale,
      state,
    }
  })
})
const at = (place: string) => views.value.find((v) => v.place === place)!
const line = (on: boolean | null) => (on ? 'none' : '5 4')
</script>

<template>
  <PlaceTiles
    v-slot="{ place }"
    :name="t('front.view')"
    :tiles="views"
    :selected="selected"
    :most="420"
    :words="148"
    data-part="end-rail"
    @select="emit('select', $event)"
  >
    <g v-for="v in [at(place)]" :key="v.place" fill="none" stroke="var(--scribe)">
      <path
        v-if="v.state.cover !== null"
        :d="`M ${X - v.railHalf} ${Y + v.railHalf * 0.95} V ${Y - v.railHalf * 0.4} Q ${X} ${Y - v.railHalf * 1.35} ${X + v.railHalf} ${Y - v.railHalf * 0.4} V ${Y + v.railHalf * 0.95} Z`"
        :fill="v.state.cover ? 'rgb(232 238 244 / 0.14)' : 'none'"
        :stroke-dasharray="line(v.state.cover)"
      />
      <circle
        v-if="rimOn(v.state) !== null"
        :cx="X"
        :cy="Y"
        :r="v.rim"
        :stroke-dasharray="line(rimOn(v.state))"
        :stroke-width="rimOn(v.state) ? 2 : 1"
      />
      <circle
        :cx="X"
        :cy="Y"
        :r="v.sealR"
        :stroke="v.state.seal ? 'var(--brass-on-blue)' : 'var(--scribe)'"
        :stroke-dasharray="line(v.state.seal)"
        stroke-width="2.5"
      />
      <circle :cx="X" :cy="Y" :r="v.shaft" fill="rgb(232 238 244 / 0.3)" />
    </g>
  </PlaceTiles>
</template>
