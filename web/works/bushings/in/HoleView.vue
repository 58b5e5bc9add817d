<script setup lang="ts">
import { computed, useId } from 'vue'
import { useI18n } from 'vue-i18n'
import { openShare } from '#core/bushing/circles'
import { useFigures } from '../../../bench/useFigures'

/** Through an oil hole, as the eye or a pin would see it: the drilling behind, the bushing's hole before it, and what is left. */
const props = defineProps<{
  bushingHoleMm: number
  drillingMm: number
  /** How far the two stand apart along the bore, mm. */
  offMm: number
  title: string
  wanted: number
  /** The largest pin that passed; null where none was tried. */
  pinMm?: number | null
  small?: boolean
}>()
const { t } = useI18n()
const { length } = useFigures()
const size = computed(() => (props.small ? 86 : 150))
/** Where they are far apart it is drawn that they are, not how far. */
const shownOffMm = computed(() => {
  const most = 0.6 * (props.bushingHoleMm + props.drillingMm)
  return Math.max(-most, Math.min(most, props.offMm))
})
const scale = computed(
  () => (size.value * 0.72) / (Math.max(props.bushingHoleMm, props.drillingMm) + Math.abs(shownOffMm.value)),
)
const [a, b] = [
  computed(() => (props.bushingHoleMm / 2) * scale.value),
  computed(() => (props.drillingMm / 2) * scale.value),
]
const apart = computed(() => shownOffMm.value * scale.value)
const share = computed(() => openShare(props, Math.abs(props.offMm)))
const enough = computed(() => share.value >= props.wanted - 1e-9)
const centre = computed(() => size.value / 2 - apart.value / 2)
const id = useId()
</script>

<template>
  <figure class="m-0 flex flex-col items-center" data-part="hole-view" :data-enough="enough">
    <svg :width="size" :height="size" :viewBox="`0 0 ${size} ${size}`" role="img" :aria-label="title">
      <clipPath :id="id"><circle :cx="centre + apart" :cy="size / 2" :r="b" /></clipPath>
      <rect x="0" y="0" :width="size" :height="size" fill="rgb(227 182 90 / 0.28)" />
      <!-- What the bushing leaves open shows the block; where the drilling is, it shows through. -->
      <circle
        :cx="centre"
        :cy="size / 2"
        :r="a"
        fill="var(--layout)"
        stroke="var(--brass-on-blue)"
        stroke-width="2.5"
      />
      <circle
        :cx="centre"
        :cy="size / 2"
        :r="a"
        :fill="enough ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
        fill-opacity="0.75"
        :clip-path="`url(#${id})`"
      />
      <circle
        :cx="centre + apart"
        :cy="size / 2"
        :r="b"
        fill="none"
        stroke="var(--scribe)"
        stroke-width="1.5"
        stroke-dasharray="5 4"
      />
      <circle
        v-if="pinMm"
        :cx="centre + apart / 2"
        :cy="size / 2"
        :r="(pinMm / 2) * scale"
        fill="none"
        stroke="#fff"
        stroke-width="2"
      />
    </svg>
    <figcaption class="text-center text-small text-scribe">
      <b>{{ title }}</b><br />{{ t('cam.open-share', { share: Math.round(100 * share) })
      }}{{ pinMm ? `, ⌀ ${length(pinMm)}` : '' }}
    </figcaption>
  </figure>
</template>
