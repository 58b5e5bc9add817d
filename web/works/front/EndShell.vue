<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { JointState } from '#core/works/fasteners/read-joint'
import TurnShell from '../../bench/stage/TurnShell.vue'
import EndRail from './EndRail.vue'
import type { useEnds } from './useEnds'

/** The frame of every stage at the ends of the crank. */
const props = defineProps<{
  hands: ReturnType<typeof useEnds>
  /** What is in hand is the damper, not one end. */
  whole?: boolean
  /** The bolts that are tightened here. */
  joint?: JointState | null
}>()
const { t } = useI18n()
const { snapshot, section, mine, choose } = props.hands
const title = computed(() => (props.whole || !mine.value ? null : t(`front.end-title.${mine.value.place}`)))
</script>

<template>
  <TurnShell :hands="hands" :joint="joint ?? null" :title="title" :empty="section ? null : t('front.no-section')">
    <template #rail>
      <EndRail :snapshot="snapshot" :selected="whole ? null : (mine?.place ?? null)" @select="choose" />
    </template>
    <slot />
    <template #side><slot name="side" /></template>
    <template #dialogs><slot name="dialogs" /></template>
  </TurnShell>
</template>
