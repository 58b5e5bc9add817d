<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { nameOn } from '#core/job/name-on'
import type { Snapshot } from '#core/job/snapshot'
import { leakEntries } from '#core/works/leaks/read-leak'
import { useFigures } from '../../bench/useFigures'

/** What looking for the leak shows on the record: what was found, and what became of the complaint. */
const props = defineProps<{ snapshot: Snapshot }>()
const { t } = useI18n()
const { when } = useFigures()
const settled = computed(() => leakEntries(props.snapshot, 'settled'))
const runs = computed(() => leakEntries(props.snapshot, 'runs'))
const who = (e: { personId: string; at: string }) =>
  t('leak.by', { name: nameOn(props.snapshot.people, e.personId, e.at), when: when(e.at) })
const causeName = (s: { cause: string; cylinder: number | null }) => {
  const cause = t(`leak.cause.${s.cause}`)
  return s.cylinder === null ? cause : t('leak.cause-at', { cause, cylinder: s.cylinder })
}
</script>

<template>
  <section v-if="settled.length + runs.length > 0" class="mb-4" data-part="leak-record">
    <h2>{{ t(settled.length > 0 ? 'stage.find-leak' : 'stage.first-run') }}</h2>
    <ul class="mt-1 text-body">
      <li v-for="s in settled" :key="s.id" class="border-b border-line py-1">
        <b>{{ causeName(s) }}</b> · {{ Math.round(s.chance * 100) }} % · {{ who(s) }}
      </li>
      <li v-for="r in runs" :key="r.id" class="border-b border-line py-1">
        {{ t(`complaint.${r.complaint}`)
        }}{{ r.before === null ? '' : `, ${r.before} → ${r.now ?? '—'} ${t(`leak.counted-in.${r.complaint}`)}` }}:
        <b :class="r.gone ? 'text-inside' : 'text-outside'">{{ t(r.gone ? 'run.gone' : 'run.still') }}</b> ·
        {{ who(r) }}
      </li>
    </ul>
  </section>
</template>
