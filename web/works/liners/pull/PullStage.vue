<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { standingOf } from '#core/job/stations'
import { deckPlaces } from '#core/works/liners/deck-places'
import { checkForJob, pastStopNm } from '#core/works/liners/pull/puller'
import { pull } from '#core/works/liners/pull/steps'
import type { Hand, StageLogic } from '#core/works/stage-logic'
import type { Snapshot } from '#core/job/snapshot'
import { forceUnit, formatForce, formatTorque } from '#core/units/format-torque'
import type { Puller } from '#core/works/liners/strip'
import { nominalLedgeDepthMm } from '#core/liner/stack'
import { forbids, pullCurves, pullInput } from '#core/pull/check-puller'
import PullerDialog from '../PullerDialog.vue'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useStage } from '../../../bench/stage/useStage'
import { useFigures } from '../../../bench/useFigures'
import { useJob } from '../../../stores/job'
import PullCurves from './PullCurves.vue'
import PullSection from './PullSection.vue'

const { t, locale } = useI18n()
const { rough, torque, unit, torqueUnit } = useFigures()
const job = useJob()
const router = useRouter()
const dialog = ref(false)
const editing = ref<Puller | null>(null)
const chosen = useLocalStorage('evenbore.puller', '')
/** The lever in hand, where it is not the puller's own; the figures follow it. */
const lever = ref<number | null>(null)

const snapshot = computed(() => job.snapshot!)
const stored = computed(
  () => snapshot.value.pullers.find((p) => p.id === chosen.value) ?? snapshot.value.pullers[0] ?? null,
)
const puller = computed<Puller | null>(
  () => stored.value && { ...stored.value, leverMm: lever.value ?? stored.value.leverMm },
)
const liner = computed(() => snapshot.value.sheet.liner)
const check = computed(() => (puller.value ? checkForJob(snapshot.value, puller.value) : null))
const plan = computed(() => check.value?.plan ?? null)
const curves = computed(() => {
  if (!puller.value || !liner.value || !plan.value) return []
  return pullCurves(
    pullInput({ ...puller.value, leverMm: stored.value!.leverMm }, liner.value, {
      boreMm: snapshot.value.engine.boreMm,
      counterboreMm: nominalLedgeDepthMm(snapshot.value.sheet.links),
    }),
  )
})
const flangeMm = computed(() => {
  const flange = snapshot.value.sheet.links.find((l) => l.kind === 'flange' || l.kind === 'step-to-top')
  return flange?.nominalMm ?? 12
})
const logs = (cylinder: number) => standingOf(snapshot.value.pulls, cylinder)
const mine = computed(() => logs(job.selected).at(-1) ?? null)
const overNm = computed(() => (mine.value ? pastStopNm(snapshot.value, mine.value) : null))
const words = computed(() =>
  Object.fromEntries(
    snapshot.value.engine.heads.flat().map((c) => {
      const log = logs(c).at(-1)
      return [
        c,
        {
          text: log ? t('pull.out-word') : t('pull.in-word'),
          more: log?.peakNm != null ? torque(log.peakNm) : '',
          verdict: log ? (pastStopNm(snapshot.value, log) === null ? ('in' as const) : ('unsure' as const)) : null,
        },
      ]
    }),
  ),
)

/** The stage with the puller in hand, and its lever as it is set here. */
const withPuller = (s: Snapshot) => ({
  ...s,
  pullers: s.pullers.map((p) => (puller.value?.id === p.id ? puller.value : p)),
})
const inHand = <H extends Hand>(hand: H) => ({ ...hand, toolId: puller.value?.id ?? null })
const logic: StageLogic = {
  ...pull,
  move: (s, hand) => pull.move(withPuller(s), inHand(hand)),
  doing: (s, hand) => pull.doing!(withPuller(s), inHand(hand)),
  turn: (s, entry, spot, nowMs) => pull.turn!(withPuller(s), entry, spot, nowMs, inHand({ cylinder: job.selected })),
}
const hands = useStage(
  'pull',
  logic,
  deckPlaces,
  {
    'shape-first': () => void router.push({ name: 'engine', params: { engineId: snapshot.value.engine.id } }),
  },
  undefined,
  () => dialog.value,
)
const { closed } = hands
function edit(which: Puller | null): void {
  editing.value = which
  dialog.value = true
}
function saved(id: string): void {
  chosen.value = id
  lever.value = null
  dialog.value = false
  void job.refresh()
}
</script>

<template>
  <TurnShell :hands="hands" :title="t('pad.cylinder', { cylinder: job.selected })" :empty="null" :words="words">
    <div class="grid h-full min-h-0 grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] gap-px">
      <PullSection
        v-if="puller && liner && check"
        :puller="puller"
        :liner="liner"
        :check="check"
        :bore-mm="snapshot.engine.boreMm"
        :pitch-mm="snapshot.engine.pitchMm"
        :flange-mm="flangeMm"
        :cylinder="job.selected"
      />
      <p v-else class="bg-layout p-6 text-lead text-scribe" data-part="empty">
        {{ t(liner ? 'pull.no-puller' : 'pull.no-shape') }}
      </p>
      <div class="flex min-h-0 flex-col gap-px">
        <PullCurves v-if="plan && puller" class="flex-1" :curves="curves" :plan="plan" :lever-mm="puller.leverMm" />
        <div v-else class="flex-1 bg-layout" />
        <dl v-if="plan" class="grid grid-cols-3 gap-x-2 bg-plate p-2 text-small leading-tight" data-part="pull-figures">
          <div>
            <dt>{{ t('pull.figure.stop') }}</dt>
            <dd class="whitespace-nowrap" data-part="stop-torque">
              <span class="figure text-head">{{ formatTorque(plan.stopTorqueNm, torqueUnit, locale, true) }}</span>
              <small class="text-fine">{{ t(`unit.${torqueUnit}`) }}</small>
            </dd>
          </div>
          <div>
            <dt>{{ t('pull.figure.hand') }}</dt>
            <dd class="whitespace-nowrap" :class="{ 'text-outside': !plan.withinLimit }">
              <span class="figure text-head">{{ formatTorque(plan.torqueNm, torqueUnit, locale) }}</span>
              <small class="text-fine">{{ t(`unit.${torqueUnit}`) }}</small>
            </dd>
          </div>
          <div>
            <dt>{{ t('pull.figure.pull') }}</dt>
            <dd class="whitespace-nowrap">
              <span class="figure text-head">{{ formatForce(plan.pullN, unit, locale) }}</span>
              <small class="text-fine">{{ t(`unit.${forceUnit[unit]}`) }}</small>
            </dd>
          </div>
          <div v-for="part in ['screw', 'bar', 'lip'] as const" :key="part">
            <dt :class="{ 'font-bold': plan.governs === part }">{{ t(`pull.part.${part}`) }}</dt>
            <dd class="whitespace-nowrap" :class="{ 'font-bold': plan.governs === part }">
              <span class="figure text-body">{{ formatForce(plan.limits[`${part}N`], unit, locale, true) }}</span>
              <small class="text-fine">{{ t(`unit.${forceUnit[unit]}`) }}</small>
            </dd>
          </div>
        </dl>
      </div>
    </div>
    <template #side>
      <div v-if="mine" class="border border-line bg-plate p-3 text-body" data-part="pull-entry">
        <p class="font-bold">
          {{ t('pull.took', { torque: torque(mine.peakNm) })
          }}<span v-if="overNm !== null" class="text-outside" data-part="pull-over"
            >, {{ t('pull.took-over', { stop: torque(overNm, true) }) }}</span
          >
        </p>
        <p>
          <template v-if="mine.tightMm.length"
            >{{ t('pull.tight-line', { at: mine.tightMm.map((mm) => rough(mm)).join(', ') }) }} </template>{{
            t('pull.ran', { what: t(`pull.out.${mine.ranOut}`) })
          }}
        </p>
        <p v-if="mine.words">{{ mine.words }}</p>
        <EntryKeys v-if="!closed" class="mt-2" :hands="hands" what="log-pull" :entry="mine" />
      </div>
      <label class="field"
        >{{ t('puller.in-hand') }}
        <select
          :value="puller?.id ?? ''"
          data-part="puller"
          @change="
            (e) => {
              chosen = (e.target as HTMLSelectElement).value
              lever = null
            }
          "
        >
          <option v-for="p in snapshot.pullers" :key="p.id" :value="p.id">{{ p.name }}</option>
        </select>
      </label>
      <div class="flex gap-2">
        <button v-if="stored" type="button" class="key flex-1" @click="edit(stored)">{{ t('puller.edit') }}</button>
        <button type="button" class="key flex-1" data-part="new-puller" @click="edit(null)">
          {{ t('puller.new') }}
        </button>
      </div>
      <label v-if="puller" class="field"
        >{{ t('pull.lever', { lever: rough(puller.leverMm) })
        }}<input
          :value="puller.leverMm"
          type="range"
          min="100"
          max="1500"
          step="25"
          class="h-[48px] accent-[var(--ink)]"
          data-part="lever"
          @input="(e) => (lever = Number((e.target as HTMLInputElement).value))"
      /></label>
      <ul v-if="check" class="flex flex-col gap-1 text-body" data-part="pull-problems">
        <li
          v-for="p in check.problems"
          :key="p"
          class="border-l-4 pl-2"
          :class="forbids(p) ? 'border-outside font-semibold' : 'border-online'"
        >
          {{ t(`pull.problem.${p}`) }}
        </li>
        <li v-if="!check.problems.length" class="border-l-4 border-inside pl-2">{{ t('pull.problem.none') }}</li>
      </ul>
      <p class="text-small text-soft">{{ t('pull.burr') }}</p>
    </template>
    <template #dialogs>
      <PullerDialog :open="dialog" :puller="editing" @close="dialog = false" @saved="saved" />
    </template>
  </TurnShell>
</template>
