<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { JointState } from '#core/works/fasteners/read-joint'
import TurnShell from '../../bench/stage/TurnShell.vue'
import BarrelRail from './BarrelRail.vue'
import type { useBarrels } from './useBarrels'

/** The frame of every stage at the barrels. */
const props = defineProps<{
  hands: ReturnType<typeof useBarrels>
  /** The bolts that are tightened here. */
  joint?: JointState | null
}>()
const { t } = useI18n()
const { snapshot, section, mine, choose } = props.hands
const title = computed(() => mine.value?.name ?? null)
</script>

<template>
  <TurnShell :hands="hands" :joint="joint ?? null" :title="title" :empty="section ? null : t('barrel.no-section')">
    <template #rail><BarrelRail :snapshot="snapshot" :selected="mine?.place ?? null" @select="choose" /></template>
    <slot />
    <template #side><slot name="side" /></template>
    <template #dialogs><slot name="dialogs" /></template>
  </TurnShell>
</template>
