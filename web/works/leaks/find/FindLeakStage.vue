<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { nameOn } from '#core/job/name-on'
import type { Move } from '#core/job/move'
import { isClosed, routeStages } from '#core/job/route'
import type { StageName } from '#core/job/stages'
import { workWith } from '#core/sim/play-move'
import { findLeakMove } from '#core/works/leaks/find-leak'
import type { LeakKind } from '#core/works/leaks/leak-table'
import { causeId, leakEntries, readLadder, tableOf, takenOut, testId, testOf } from '#core/works/leaks/read-leak'
import AskDialog from '../../../bench/AskDialog.vue'
import EngineSwitch from '../../../bench/EngineSwitch.vue'
import StagePhotos from '../../../bench/StagePhotos.vue'
import StageShell from '../../../bench/StageShell.vue'
import { useActs } from '../../../bench/useActs'
import { useFigures } from '../../../bench/useFigures'
import { useStageWork } from '../../../bench/useStageWork'
import { useJob } from '../../../stores/job'
import { newId } from '../../../stores/new-id'
import LeakLadder from './LeakLadder.vue'
import LeakTableDialog from './LeakTableDialog.vue'
import LeakTests from './LeakTests.vue'

const { t } = useI18n()
const { money, when } = useFigures()
const job = useJob()
const { act, strike } = useActs()
const snapshot = computed(() => job.snapshot!)
const move = computed(() => findLeakMove(snapshot.value))
const closed = computed(() => isClosed(snapshot.value, 'find-leak'))
const ladder = computed(() => readLadder(snapshot.value))
const table = computed(() => tableOf(snapshot.value))
const tableOpen = ref(false)

/** The cause is taken, and its work added; what was closed of that is opened again. */
function settle(): void {
  const kind = String(move.value.figures.kind) as LeakKind
  if (!engine.enter(move.value, {})) return
  const work = workWith(snapshot.value, kind)
  act({ what: 'change-job', work })
  const note = t(`leak.cause-mean.${kind}`)
  const again: StageName[] = ['first-run', 'gas-test', 'tips']
  for (const stage of again)
    if (routeStages(snapshot.value).includes(stage) && isClosed(snapshot.value, stage))
      act({ what: 'reopen-stage', stage, note })
}
const { closing, asked, answered, go, engine, problem } = useStageWork(
  () => move.value,
  { settle },
  () => tableOpen.value,
)

const tried = computed(() =>
  [...leakEntries(snapshot.value, 'results')].reverse().map((r) => {
    const name = t(`leak.test.${r.test}.name`)
    return {
      ...r,
      name: r.cylinder === null ? name : t('leak.test-at', { test: name, cylinder: r.cylinder }),
      who: nameOn(snapshot.value.people, r.personId, r.at),
    }
  }),
)
const skips = computed(() => leakEntries(snapshot.value, 'skips'))
const out = computed(() => takenOut(snapshot.value))
const causeName = (c: { kind: string; cylinder: number | null }) => {
  const cause = t(`leak.cause.${c.kind}`)
  return c.cylinder === null ? cause : t('leak.cause-at', { cause, cylinder: c.cylinder })
}
/** Another test than the one that tells most: the same move, about that one. */
function tryOther(id: string): void {
  const { cylinder } = testOf(id)
  const other = { ...move.value, action: 'try', head: cylinder === null ? 'try' : 'try-at', cylinder } as Move
  const { test } = testOf(id)
  asked.value = {
    ...other,
    figures: {
      ...other.figures,
      id,
      test: { word: `leak.test.${test}.do` },
      watch: { word: `leak.test.${test}.watch` },
    },
  }
}
function skip(id: string): void {
  act({ what: 'skip-test', skipId: newId(), ...testOf(id) })
}
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" :problem="problem" @go="go">
    <template #rail><span /></template>
    <div class="min-h-0 flex-1">
      <LeakLadder v-if="ladder" :ladder="ladder" :table="table" />
      <p v-else class="h-full bg-layout p-6 text-lead text-scribe" data-part="contradiction">
        {{ t('move.find-leak.head.look-again') }}
      </p>
    </div>
    <div class="flex flex-wrap items-center gap-x-4 bg-plate px-3 py-1 text-small">
      <span class="flex-1">{{ t('leak.assumes') }}</span>
      <button type="button" class="key" data-part="open-table" @click="tableOpen = true">{{ t('leak.table') }}</button>
    </div>
    <template #side>
      <h2 class="text-head">{{ t('leak.tests') }}</h2>
      <p v-if="ladder" class="text-small text-soft">
        {{ t('leak.of-certainty', { bits: ladder.entropyBits.toFixed(2) }) }} ·
        {{ t('leak.risk', { money: money(ladder.riskOfActingNow) }) }}
      </p>
      <LeakTests
        v-if="ladder && !closed"
        :ladder="ladder"
        :table="table"
        :closed="closed"
        @try="tryOther"
        @skip="skip"
      />
      <p v-if="skips.length" class="text-small">
        {{ t('leak.skipped') }}
        <button
          v-for="s in skips"
          :key="s.id"
          type="button"
          class="mr-2 min-h-[44px] underline"
          :data-skipped="testId(s)"
          @click="strike(s.id)"
        >
          {{ t(`leak.test.${s.test}.name`) }}{{ s.cylinder === null ? '' : ` ${s.cylinder}` }} ({{
            t('leak.take-back')
          }})
        </button>
      </p>
      <section v-if="tried.length || out.length">
        <h2>{{ t('leak.tried') }}</h2>
        <ul class="mt-1 text-body" data-part="tried">
          <li v-for="c in out" :key="causeId(c)" class="border-b border-line py-1 font-semibold">
            {{ t('leak.out', { cause: causeName(c) }) }}
          </li>
          <li
            v-for="r in tried"
            :key="r.id"
            class="flex items-center gap-2 border-b border-line py-1"
            :data-result="testId(r)"
          >
            <span class="flex-1 leading-tight"
              >{{ r.name }}: <b>{{ t(r.positive ? 'leak.yes' : 'leak.no') }}</b>
              <span class="block text-fine text-soft">{{ t('leak.by', { name: r.who, when: when(r.at) }) }}</span>
              <span v-if="r.words" class="block text-small">{{ r.words }}</span></span
            >
            <button
              v-if="!closed"
              type="button"
              class="key !min-h-[44px] !px-2 text-small"
              data-part="strike-result"
              @click="strike(r.id)"
            >
              {{ t('run.strike') }}
            </button>
          </li>
        </ul>
      </section>
      <EngineSwitch v-if="engine.there.value && !closed" v-model="engine.wanted.value" :asking="engine.asking.value" />
      <StagePhotos :tag="t('stage.find-leak')" :cylinder="null" :closed="closed" />
    </template>
    <template #dialogs>
      <AskDialog :move="asked" @close="asked = null" @answer="answered" />
      <LeakTableDialog :open="tableOpen" :table="table" :own="snapshot.leakTable !== null" @close="tableOpen = false" />
    </template>
  </StageShell>
</template>
