<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { nameOn } from '#core/job/name-on'
import { isClosed } from '#core/job/route'
import { readRuns } from '#core/works/leaks/run/read'
import { firstRun } from '#core/works/leaks/run/steps'
import { leakEntries } from '#core/works/leaks/read-leak'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useStage } from '../../../bench/stage/useStage'
import { useActs } from '../../../bench/useActs'
import { useFigures } from '../../../bench/useFigures'

const { t } = useI18n()
const { when } = useFigures()
const router = useRouter()
const { act } = useActs()
const hands = useStage('first-run', firstRun, () => [{ cylinder: null, place: null }], { 'to-ladder': toLadder })
const { snapshot, closed } = hands
const runs = computed(() => readRuns(snapshot.value))
const earlier = computed(() => [...leakEntries(snapshot.value, 'runs')].reverse())

/** Back to the ladder: what was found is taken out of it. */
function toLadder(): void {
  if (isClosed(snapshot.value, 'find-leak')) act({ what: 'reopen-stage', stage: 'find-leak', note: t('run.still') })
  void router.push({ name: 'find-leak' })
}
</script>

<template>
  <TurnShell :hands="hands" :title="t('stage.first-run')" :empty="null">
    <template #rail><span /></template>
    <section class="h-full overflow-y-auto bg-plate p-5" tabindex="0" :aria-label="t('run.list')">
      <h2 class="text-head">{{ t('run.list') }}</h2>
      <p v-if="snapshot.job.complaint" class="mt-1 text-lead text-soft">“{{ snapshot.job.complaint }}”</p>
      <p v-if="runs.length === 0" class="mt-3 text-lead" data-part="empty">{{ t('run.none') }}</p>
      <ul class="mt-3 flex flex-col gap-3" data-part="runs">
        <li
          v-for="r in runs"
          :key="r.complaint"
          class="border-l-[6px] bg-paper p-4"
          :class="r.run === null ? 'border-line' : r.run.gone ? 'border-inside' : 'border-outside'"
          :data-complaint="r.complaint"
          :data-gone="r.run?.gone ?? 'open'"
        >
          <p class="text-head font-bold">{{ t(`complaint.${r.complaint}`) }}</p>
          <p class="text-body text-soft">{{ t(`leak.again.${r.complaint}`) }}</p>
          <div class="mt-2 flex flex-wrap items-baseline gap-x-8 text-lead">
            <span v-if="r.run?.before != null"
              >{{ t('run.before') }} <b class="figure text-figure">{{ r.run.before }}</b></span
            >
            <span v-if="r.run?.now != null"
              >{{ t('run.now') }} <b class="figure text-figure">{{ r.run.now }}</b></span
            >
            <span v-if="r.run && (r.run.before ?? r.run.now) !== null" class="text-body">{{
              t(`leak.counted-in.${r.complaint}`)
            }}</span>
            <b :class="r.run === null ? 'font-normal text-soft' : r.run.gone ? 'text-inside' : 'text-outside'">{{
              t(r.run === null ? 'run.not-yet' : r.run.gone ? 'run.gone' : 'run.still')
            }}</b>
          </div>
        </li>
      </ul>
    </section>
    <template #side>
      <ul class="text-body">
        <li v-for="r in earlier" :key="r.id" class="flex items-center gap-2 border-b border-line py-1">
          <span class="flex-1 leading-tight"
            >{{ t(`complaint.${r.complaint}`) }}: <b>{{ t(r.gone ? 'run.gone' : 'run.still') }}</b>
            <span class="block text-fine text-soft">{{
              t('leak.by', { name: nameOn(snapshot.people, r.personId, r.at), when: when(r.at) })
            }}</span></span
          >
          <EntryKeys
            v-if="!closed"
            :hands="hands"
            what="run-again"
            :entry="r"
            :spot="{ cylinder: null, place: r.complaint }"
          />
        </li>
      </ul>
    </template>
  </TurnShell>
</template>
