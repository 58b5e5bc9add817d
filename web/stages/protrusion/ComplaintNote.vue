<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { readComplaint } from '#core/job/read-complaint'
import type { Snapshot } from '#core/job/snapshot'
import { clockHour } from '#core/measure/angle'
import { useFigures } from '../../bench/useFigures'

const props = defineProps<{ snapshot: Snapshot }>()
const { t } = useI18n()
const { length } = useFigures()
const read = computed(() => readComplaint(props.snapshot))
const lines = computed(() =>
  read.value.signs.map((s) => ({
    code: s.code,
    text: t(`sign.${s.code}`, { cylinders: s.cylinders.join(s.code === 'stepped' ? '–' : ', '), value: s.valueMm === null ? '' : length(s.valueMm), clock: s.atDeg === null ? '' : clockHour(s.atDeg) }),
    explains: s.explains.map((c) => t(`complaint.${c}`)).join(', '),
  })),
)
</script>

<template>
  <section class="max-h-[104px] overflow-y-auto border-t border-line bg-plate px-3 py-1.5 text-[15.5px] leading-snug" tabindex="0" :aria-label="t('sign.name')" data-part="complaint-note">
    <p class="font-bold">{{ t('sign.name') }} <span v-if="snapshot.job.complaints.length" class="font-normal">{{ t('sign.complaint', { complaints: snapshot.job.complaints.map((c) => t(`complaint.${c}`)).join(', ') }) }}</span></p>
    <ul><li v-for="(l, i) in lines" :key="i" :data-sign="l.code">{{ l.text }} <b v-if="l.explains">{{ t('sign.explains', { complaints: l.explains }) }}</b></li></ul>
    <p v-if="read.unexplained.length" class="font-semibold" data-part="unexplained">{{ t('sign.unexplained', { complaints: read.unexplained.map((c) => t(`complaint.${c}`)).join(', ') }) }}</p>
  </section>
</template>
