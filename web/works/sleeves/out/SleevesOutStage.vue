<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { readTally } from '#core/job/tally'
import { removalSchools } from '#core/works/sleeves/kinds'
import { threadIn } from '#core/works/sleeves/out/thread'
import { sleevesOut, sleevesStillIn } from '#core/works/sleeves/out/steps'
import { lastAt, provenClear, sleeveEntries, sleeveScope } from '#core/works/sleeves/read-sleeves'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useActs } from '../../../bench/useActs'
import { useFigures } from '../../../bench/useFigures'
import { newId } from '../../../stores/new-id'
import BarringView from '../BarringView.vue'
import { useSleeves } from '../useSleeves'

const { t } = useI18n()
const { torque, rough, force } = useFigures()
const hands = useSleeves('sleeves-out', sleevesOut)
const { job, snapshot, section, closed } = hands
const scope = computed(() => sleeveScope(snapshot.value))
const open = computed(() => sleevesStillIn(snapshot.value))
const injectors = computed(() => sleeveEntries(snapshot.value, 'injectors'))
const mine = computed(() => lastAt(snapshot.value, 'injectors', job.selected))
const out = computed(() => lastAt(snapshot.value, 'out', job.selected))
const words = computed(() =>
  Object.fromEntries(
    snapshot.value.engine.heads.flat().map((c) => {
      const gone = lastAt(snapshot.value, 'out', c)
      const asks = scope.value.includes(c)
      return [
        c,
        {
          text: gone ? t('sleeve.out') : asks ? t('sleeve.still-in') : t('sleeve.not-asked'),
          more: asks && !gone && provenClear(snapshot.value, c) ? t('sleeve.proven') : '',
          verdict: gone ? (gone.chipsOut ? ('in' as const) : ('out' as const)) : asks ? ('unsure' as const) : null,
        },
      ]
    }),
  ),
)
const { act } = useActs()
/** Rags in the hole in hand: counted in and out like every stopper, and nobody signs over one that is in. */
const rag = { place: 'bore', item: 'rag', count: 1 } as const
const rags = computed(
  () =>
    readTally(snapshot.value).find((s) => s.cylinder === job.selected && s.place === rag.place && s.item === rag.item)
      ?.count ?? 0,
)
function count(goesIn: boolean): void {
  act({ what: 'tally-plug', tallyId: newId(), cylinder: job.selected, goesIn, ...rag })
}
const thread = computed(() => (section.value ? threadIn(section.value) : null))
</script>

<template>
  <TurnShell
    :hands="hands"
    :words="words"
    :title="t('pad.cylinder', { cylinder: job.selected })"
    :empty="section ? null : t('sleeve.no-section')"
  >
    <BarringView :open="open" :cylinder="job.selected" />
    <template #side>
      <p class="text-body" data-part="washer-count">
        {{
          t('sleeve.count-washers', { n: injectors.length, washers: injectors.reduce((sum, i) => sum + i.washers, 0) })
        }}
      </p>
      <div v-if="mine" class="border border-line bg-plate p-3 text-body" data-part="injector-entry">
        <p class="font-bold">{{ t('sleeve.injector') }} {{ mine.trimCode }}</p>
        <p>{{ t('sleeve.washers-came') }}: {{ mine.washers }}</p>
        <EntryKeys v-if="!closed" class="mt-2" :hands="hands" what="injector-out" :entry="mine" />
      </div>
      <div v-if="out" class="border border-line bg-plate p-3 text-body" data-part="out-entry">
        <p class="font-bold">{{ t(`sleeve.schools.${out.school}`) }}, {{ torque(out.peakNm) }}</p>
        <p :class="{ 'font-semibold text-outside': !out.chipsOut }">
          {{ t(out.chipsOut ? 'sleeve.chips-out' : 'sleeve.chips-left') }}
        </p>
        <EntryKeys v-if="!closed" class="mt-2" :hands="hands" what="sleeve-out" :entry="out" />
      </div>
      <template v-else-if="provenClear(snapshot, job.selected)">
        <p v-for="school in removalSchools" :key="school" class="text-small">
          <b>{{ t(`sleeve.schools.${school}`) }}</b> {{ t(`sleeve.school-says.${school}`) }}
        </p>
      </template>
      <p v-if="thread && !out" class="text-small text-soft" data-part="thread">
        {{
          t('sleeve.thread', {
            major: thread.majorMm,
            pitch: thread.pitchMm,
            needed: rough(thread.neededMm),
            force: force(thread.pullN),
            available: rough(thread.availableMm),
          })
        }}
        ({{ t('sleeve.thread-enough', { allowed: force(thread.allowedN) }) }}).
        <b :class="{ 'text-outside': !thread.enough }" data-part="thread-gives">{{
          t(thread.enough ? 'sleeve.thread-gives' : 'sleeve.thread-short', {
            weaker: t(`sleeve.gives.${thread.weaker}`),
            stop: torque(thread.stopNm),
          })
        }}</b>
      </p>
      <div class="flex flex-wrap items-center gap-2 text-body" data-part="rags" :data-rags="rags">
        <span class="flex-1">{{ t('sleeve.rags-in', { n: rags }) }}</span>
        <template v-if="!closed">
          <button type="button" class="key" data-part="rag-in" @click="count(true)">{{ t('sleeve.rag-in') }}</button>
          <button v-if="rags > 0" type="button" class="key" data-part="rag-out" @click="count(false)">
            {{ t('sleeve.rag-out') }}
          </button>
        </template>
      </div>
    </template>
  </TurnShell>
</template>
