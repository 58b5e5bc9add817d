<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { nameOn } from '#core/job/name-on'
import { isClosed, routeStages } from '#core/job/route'
import type { StageName } from '#core/job/stages'
import { findLeak } from '#core/works/leaks/find/steps'
import {
  causeId,
  leakEntries,
  placeOf,
  readLadder,
  settledNow,
  tableOf,
  takenOut,
  testId,
  testOf,
} from '#core/works/leaks/read-leak'
import { workWith } from '#core/works/leaks/work-with'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useStage } from '../../../bench/stage/useStage'
import { useActs } from '../../../bench/useActs'
import { useFigures } from '../../../bench/useFigures'
import { newId } from '../../../stores/new-id'
import LeakLadder from './LeakLadder.vue'
import LeakTableDialog from './LeakTableDialog.vue'
import LeakTests from './LeakTests.vue'

const { t } = useI18n()
const { money, when } = useFigures()
const { act } = useActs()
const tableOpen = ref(false)
const hands = useStage(
  'find-leak',
  findLeak,
  () => [{ cylinder: null, place: null }],
  { settle },
  undefined,
  () => tableOpen.value,
)
const { job, snapshot, closed, strike, choose } = hands
const ladder = computed(() => readLadder(snapshot.value))
const table = computed(() => tableOf(snapshot.value))

/** The cause is taken, and its work added; what was closed of that is opened again. */
function settle(): void {
  const doing = findLeak.doing!(snapshot.value, { cylinder: job.selected })
  const entries = doing?.make({}, { gaugeId: null, uncertaintyMm: 0 }, newId)
  if (!entries?.every(act)) return
  const { cause } = settledNow(snapshot.value)!
  act({ what: 'change-job', work: workWith(snapshot.value, cause) })
  const note = t(`leak.cause-mean.${cause}`)
  const again: StageName[] = ['first-run', 'gas-test', 'tips']
  for (const stage of again)
    if (routeStages(snapshot.value).includes(stage) && isClosed(snapshot.value, stage))
      act({ what: 'reopen-stage', stage, note })
}

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
function skip(id: string): void {
  act({ what: 'skip-test', skipId: newId(), ...testOf(id) })
}
</script>

<template>
  <TurnShell :hands="hands" :title="null" :empty="null">
    <template #rail><span /></template>
    <div class="flex h-full flex-col">
      <div class="min-h-0 flex-1">
        <LeakLadder v-if="ladder" :ladder="ladder" :table="table" />
        <p v-else class="h-full bg-layout p-6 text-lead text-scribe" data-part="contradiction">
          {{ t('move.find-leak.head.look-again') }}
        </p>
      </div>
      <div class="flex flex-wrap items-center gap-x-4 bg-plate px-3 py-1 text-small">
        <span class="flex-1">{{ t('leak.assumes') }}</span>
        <button type="button" class="key" data-part="open-table" @click="tableOpen = true">
          {{ t('leak.table') }}
        </button>
      </div>
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
        @try="(id: string) => choose(placeOf(id))"
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
    </template>
    <template #dialogs>
      <LeakTableDialog :open="tableOpen" :table="table" :own="snapshot.leakTable !== null" @close="tableOpen = false" />
    </template>
  </TurnShell>
</template>
