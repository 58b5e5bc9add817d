<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { nameOn } from '#core/job/name-on'
import type { ReadingSet } from '#core/job/snapshot'
import { setReadings, stationsOf } from '#core/job/stations'
import { useJob } from '../stores/job'
import { useFigures } from './useFigures'

/** Two people measured the same: both stand here with their names, and a person says which counts. */
const props = defineProps<{ sets: ReadingSet[] }>()
const { t } = useI18n()
const { length } = useFigures()
const job = useJob()
const told = computed(() =>
  props.sets.map((set) => ({
    set,
    name: nameOn(job.snapshot!.people, set.personId, set.at),
    values: stationsOf(job.snapshot!.stationsDeg, setReadings(job.snapshot!, set), set.uncertaintyMm).map((s) =>
      s.valueMm === null ? '·' : length(s.valueMm),
    ),
  })),
)
function choose(counts: ReadingSet): void {
  for (const { set } of told.value)
    if (set.id !== counts.id) job.act({ what: 'strike-set', setId: set.id, reason: 'other-counts' })
}
</script>

<template>
  <section class="border-l-4 border-online pl-2" data-part="two-sets" :aria-label="t('two-sets.title')">
    <p class="text-body font-semibold">{{ t('two-sets.title') }}</p>
    <div v-for="one in told" :key="one.set.id" class="mt-1 flex items-center gap-2">
      <p class="min-w-0 flex-1 text-small">
        <b>{{ one.name }}</b><br /><span class="figure">{{ one.values.join('  ') }}</span>
      </p>
      <button type="button" class="key" :data-counts="one.set.personId" @click="choose(one.set)">
        {{ t('two-sets.counts') }}
      </button>
    </div>
  </section>
</template>
