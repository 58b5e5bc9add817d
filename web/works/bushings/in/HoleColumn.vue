<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Placing } from '#core/works/bushings/read-placing'
import type { Housing } from '#core/works/bushings/section'
import HoleView from './HoleView.vue'

/** Through each hole of a housing: before the blow flush beside matched, with the share of oil each leaves; then as it stands. */
defineProps<{
  holes: Placing['holes']
  drillings: Housing['drillings']
  /** The depth of the driven edge that leaves most; null where none opens every hole. */
  bestMm: number | null
  /** The depth as it stands; null before the first look. */
  depthMm: number | null
  pinsMm: readonly (number | null)[]
  wanted: number
}>()
const { t } = useI18n()
</script>

<template>
  <div
    class="flex w-[196px] shrink-0 flex-col gap-2 overflow-y-auto bg-layout p-2 text-scribe max-[900px]:w-[176px]"
    data-part="holes"
  >
    <section v-for="(hole, i) in holes" :key="i">
      <h3 class="text-small font-bold">{{ t('cam.feeds', { feeds: drillings[i]!.feeds }) }}</h3>
      <HoleView
        v-if="depthMm !== null"
        :bushing-hole-mm="hole.bushingHoleMm"
        :drilling-mm="hole.drillingMm"
        :off-mm="depthMm - hole.meetsAtMm"
        :title="t('cam.through')"
        :wanted="wanted"
        :pin-mm="pinsMm[i] ?? null"
      />
      <div v-else class="flex" :class="holes.length > 1 ? 'gap-1' : 'flex-col gap-2'">
        <HoleView
          v-for="school in (['flush', 'holes'] as const).filter((s) => s === 'flush' || bestMm !== null)"
          :key="school"
          :bushing-hole-mm="hole.bushingHoleMm"
          :drilling-mm="hole.drillingMm"
          :off-mm="(school === 'flush' ? 0 : bestMm!) - hole.meetsAtMm"
          :title="t(`cam.school.${school}`)"
          :wanted="wanted"
          :small="holes.length > 1"
        />
      </div>
    </section>
  </div>
</template>
