<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Verdict } from '#core/measure/verdict'
import TurnShell from '../../bench/stage/TurnShell.vue'
import HousingRail from './HousingRail.vue'
import type { useHousings } from './useHousings'

/** The frame of every stage at the housings. */
const props = defineProps<{
  hands: ReturnType<typeof useHousings>
  words: Record<string, { text: string; more?: string; verdict?: Verdict | null }>
  /** What is in hand is the whole block, not one housing. */
  whole?: boolean
}>()
const { t } = useI18n()
const { housings, mine, choose } = props.hands
const title = computed(() => (props.whole || !mine.value ? null : t('cam.of-place', { n: mine.value.n })))
</script>

<template>
  <TurnShell :hands="hands" :title="title" :empty="housings.length === 0 ? t('cam.no-section') : null">
    <template #rail>
      <HousingRail
        :housings="housings"
        :words="words"
        :selected="whole ? null : (mine?.place ?? null)"
        @select="choose"
      />
    </template>
    <slot />
    <template #side><slot name="side" /></template>
  </TurnShell>
</template>
