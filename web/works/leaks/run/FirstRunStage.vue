<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { nameOn } from '#core/job/name-on'
import { isClosed } from '#core/job/route'
import { firstRunMove, readRuns } from '#core/works/leaks/first-run'
import { leakEntries } from '#core/works/leaks/read-leak'
import AskDialog from '../../../bench/AskDialog.vue'
import EngineSwitch from '../../../bench/EngineSwitch.vue'
import StagePhotos from '../../../bench/StagePhotos.vue'
import StageShell from '../../../bench/StageShell.vue'
import { useActs } from '../../../bench/useActs'
import { useFigures } from '../../../bench/useFigures'
import { useStageWork } from '../../../bench/useStageWork'
import { useJob } from '../../../stores/job'

const { t } = useI18n()
const { when } = useFigures()
const job = useJob()
const router = useRouter()
const { act, strike } = useActs()
const snapshot = computed(() => job.snapshot!)
const move = computed(() => firstRunMove(snapshot.value))
const closed = computed(() => isClosed(snapshot.value, 'first-run'))
const runs = computed(() => readRuns(snapshot.value))
const earlier = computed(() => [...leakEntries(snapshot.value, 'runs')].reverse())

/** Back to the ladder: what was found is taken out of it. */
function toLadder(): void {
  if (isClosed(snapshot.value, 'find-leak')) act({ what: 'reopen-stage', stage: 'find-leak', note: t('run.still') })
  void router.push({ name: 'find-leak' })
}
const { closing, asked, answered, go, engine, problem } = useStageWork(() => move.value, { 'to-ladder': toLadder })
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" :problem="problem" @go="go">
    <template #rail><span /></template>
    <section class="min-h-0 flex-1 overflow-y-auto bg-plate p-5" tabindex="0" :aria-label="t('run.list')">
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
      <h2 class="text-head">{{ t('stage.first-run') }}</h2>
      <ul class="text-body">
        <li v-for="r in earlier" :key="r.id" class="flex items-center gap-2 border-b border-line py-1">
          <span class="flex-1 leading-tight"
            >{{ t(`complaint.${r.complaint}`) }}: <b>{{ t(r.gone ? 'run.gone' : 'run.still') }}</b>
            <span class="block text-fine text-soft">{{
              t('leak.by', { name: nameOn(snapshot.people, r.personId, r.at), when: when(r.at) })
            }}</span></span
          >
          <button v-if="!closed" type="button" class="key !min-h-[44px] !px-2 text-small" @click="strike(r.id)">
            {{ t('run.strike') }}
          </button>
        </li>
      </ul>
      <EngineSwitch v-if="engine.there.value && !closed" v-model="engine.wanted.value" :asking="engine.asking.value" />
      <StagePhotos :tag="t('stage.first-run')" :cylinder="null" :closed="closed" />
    </template>
    <template #dialogs>
      <AskDialog :move="asked" @close="asked = null" @answer="answered" />
    </template>
  </StageShell>
</template>
