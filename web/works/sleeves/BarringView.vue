<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { readBarring } from '#core/works/sleeves/barring'
import { crankNowDeg, sectionOf } from '#core/works/sleeves/read-sleeves'
import { useJob } from '../../stores/job'
import CrankCircle from './CrankCircle.vue'

/** The crank and the piston of the cylinder in hand, for those still to be done. */
const props = defineProps<{ open: number[]; cylinder: number }>()
const { t } = useI18n()
const job = useJob()
const snapshot = computed(() => job.snapshot!)
const crank = computed(() => snapshot.value.sheet.sections.crank ?? null)
const section = computed(() => sectionOf(snapshot.value))
const barring = computed(() => readBarring(snapshot.value, props.open.length > 0 ? props.open : [props.cylinder]))
const plan = computed(() => (barring.value && 'plan' in barring.value ? barring.value.plan : null))
const topDeg = computed(() => {
  const { firing } = snapshot.value.engine
  const own = crank.value?.tdc.find((x) => x.cylinder === props.cylinder)?.deg
  return (
    own ?? (Math.max(0, firing.indexOf(props.cylinder)) * (crank.value?.cycleDeg ?? 720)) / Math.max(1, firing.length)
  )
})
</script>

<template>
  <CrankCircle
    v-if="crank && section"
    :crank="crank"
    :plan="plan"
    :now-deg="crankNowDeg(snapshot)"
    :cylinder="cylinder"
    :top-deg="topDeg"
    :reach-mm="section.toolReachMm"
    :clearance-mm="section.clearanceMm"
  />
  <p v-else class="h-full bg-layout p-6 text-lead text-scribe" data-part="empty">
    {{ t(section ? 'sleeve.no-crank' : 'sleeve.no-section') }}
  </p>
</template>
