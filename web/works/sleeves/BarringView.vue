<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { readBarring } from '#core/works/sleeves/barring'
import { crankNowDeg, lastAt, rodNeedsMm, sectionOf } from '#core/works/sleeves/read-sleeves'
import { useJob } from '../../stores/job'
import CrankCircle from './CrankCircle.vue'
import SleeveSection from './SleeveSection.vue'

/** The crank and the piston of the cylinder in hand, for those still to be done. */
const props = defineProps<{ open: number[]; cylinder: number }>()
const { t } = useI18n()
const job = useJob()
const snapshot = computed(() => job.snapshot!)
const crank = computed(() => snapshot.value.sheet.sections.crank ?? null)
const section = computed(() => sectionOf(snapshot.value))
const barring = computed(() => readBarring(snapshot.value, props.open.length > 0 ? props.open : [props.cylinder]))
const plan = computed(() => (barring.value && 'plan' in barring.value ? barring.value.plan : null))
const mustMm = computed(() => rodNeedsMm(snapshot.value))
const wentMm = computed(() => lastAt(snapshot.value, 'proofs', props.cylinder)?.depthMm ?? null)
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
  <div v-else-if="section && mustMm !== null" class="relative h-full">
    <SleeveSection :section="section" :cylinder="cylinder" :rod="{ mustMm, wentMm }" />
    <p class="absolute right-4 top-4 max-w-[40%] text-body text-scribe" data-part="by-rod">
      {{ t('sleeve.no-crank') }}
    </p>
  </div>
  <p v-else class="h-full bg-layout p-6 text-lead text-scribe" data-part="empty">{{ t('sleeve.no-section') }}</p>
</template>
