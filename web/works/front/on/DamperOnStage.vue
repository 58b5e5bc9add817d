<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { jointOf } from '#core/works/fasteners/read-joint'
import type { OnSchool } from '#core/works/front/kinds'
import { damperOnMove } from '#core/works/front/damper-on'
import { readDamper, secondsFromOven } from '#core/works/front/read-damper'
import ChoiceKeys from '../../../bench/ChoiceKeys.vue'
import JointDialog from '../../../bench/joint/JointDialog.vue'
import SchoolRows from '../../../bench/SchoolRows.vue'
import { useFigures } from '../../../bench/useFigures'
import { useShopNow } from '../../../stores/shop-clock'
import EndShell from '../EndShell.vue'
import { useEnds } from '../useEnds'
import HubGap from './HubGap.vue'

const { t } = useI18n()
const { length, force } = useFigures()
const offered = ['heat', 'screw'] as const
const nowMs = useShopNow(250)
const bolts = ref(false)
/** Which school is chosen; null: heat where it serves. */
const chosen = ref<OnSchool | null>(null)
const hands = useEnds(
  (s) => damperOnMove(s, nowMs.value, chosen.value ?? undefined),
  () => ({ bolt: () => (bolts.value = true) }),
)
const { snapshot, section, closed, strike } = hands
const state = computed(() => readDamper(snapshot.value))
const damper = computed(() => section.value?.damper ?? null)
const joint = computed(() => (damper.value?.joint ? jointOf(snapshot.value, damper.value.joint) : null))
const school = computed({
  get: () => chosen.value ?? (state.value.heatServes ? 'heat' : 'screw'),
  set: (value: OnSchool) => (chosen.value = value),
})
const rows = computed(() => {
  const { press, thread, heatServes } = state.value
  const of = damper.value
  if (!press || !of) return []
  const serves = (yes: boolean) => t(yes ? 'front.yes' : 'front.no')
  return [
    {
      key: 'heat',
      name: t('front.school.heat'),
      cells: [`${Math.ceil(press.slipOnAtC)} °C`, `${of.maxHeatC} °C`, serves(heatServes)],
      says: says.value.heat,
      chosen: school.value === 'heat',
    },
    {
      key: 'screw',
      name: t('front.school.screw'),
      cells: [force(press.pressForceN), thread ? force(thread.allowedN) : '—', serves(thread?.enough === true)],
      says: says.value.screw,
      chosen: school.value === 'screw',
    },
  ]
})
const rowHeads = [t('front.school-takes'), t('front.school-bears'), t('front.school-serves')]
const says = computed(() => {
  const { thread } = state.value
  const seconds = secondsFromOven(state.value, damper.value)
  return {
    heat: seconds === null ? t('front.school-says.heat-no') : t('front.school-says.heat', { seconds }),
    screw: thread ? t('front.school-says.screw', { turns: Math.floor(thread.turnsIn) }) : '',
  }
})
</script>

<template>
  <EndShell :hands="hands" whole>
    <HubGap v-if="damper" :damper="damper" :state="state" :now-ms="nowMs" />
    <template #side>
      <dl v-if="state.fit" class="grid grid-cols-[1fr_auto] gap-y-1 text-body" data-part="fit-entry">
        <dt>{{ t('front.hub') }}</dt>
        <dd class="figure">{{ state.fit.hubMm.map((mm) => length(mm)).join(' / ') }}</dd>
        <dt>{{ t('front.nose') }}</dt>
        <dd class="figure">{{ state.fit.noseMm.map((mm) => length(mm)).join(' / ') }}</dd>
        <dt>{{ t('front.interference') }}</dt>
        <dd class="figure" :class="{ 'font-bold text-outside': state.verdict !== 'in' }">
          {{ length(state.interferenceMm!) }}
        </dd>
      </dl>
      <p v-if="state.verdict && state.verdict !== 'in'" class="font-bold text-outside" data-part="fit-verdict">
        {{ t(`front.fit-verdict.${state.verdict}`) }}
      </p>
      <fieldset v-if="state.verdict === 'in' && !state.started && !closed && !state.slides" data-school="on">
        <legend class="mb-1 font-semibold">{{ t('front.school-label') }}</legend>
        <ChoiceKeys
          v-model="school"
          class="flex flex-wrap gap-1"
          :label="t('front.school-label')"
          :options="offered"
          :word="(o: string) => t(`front.school.${o}`)"
          mark="school"
          filled
        />
        <SchoolRows class="mt-2" :title="t('front.schools-on')" :heads="rowHeads" :rows="rows" />
      </fieldset>
      <p v-if="state.started" class="text-body">
        {{ t('front.school-label') }}: {{ t(`front.school.${state.started.school}`) }}
      </p>
      <button v-if="state.fit && !state.started && !closed" type="button" class="key" @click="strike(state.fit.id)">
        {{ t('front.strike') }}
      </button>
      <button v-if="state.home && !closed" type="button" class="key" @click="strike(state.home.id)">
        {{ t('front.strike') }}
      </button>
    </template>
    <template #dialogs>
      <JointDialog v-if="joint" :open="bolts" :joint="joint" :cylinder="null" @close="bolts = false" />
    </template>
  </EndShell>
</template>
