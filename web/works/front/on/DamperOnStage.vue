<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { jointOf } from '#core/works/fasteners/read-joint'
import { onSchools, type OnSchool } from '#core/works/front/kinds'
import { damperOnMove } from '#core/works/front/damper-on'
import { readDamper } from '#core/works/front/read-damper'
import ChoiceKeys from '../../../bench/ChoiceKeys.vue'
import JointDialog from '../../../bench/joint/JointDialog.vue'
import { useFigures } from '../../../bench/useFigures'
import EndShell from '../EndShell.vue'
import { useEnds } from '../useEnds'
import HubGap from './HubGap.vue'

const { t } = useI18n()
const { length, force } = useFigures()
const now = useNow({ interval: 250 })
const bolts = ref(false)
/** Which school is chosen; null: heat where it serves. */
const chosen = ref<OnSchool | null>(null)
const hands = useEnds(
  (s) => damperOnMove(s, now.value.getTime(), chosen.value ?? undefined),
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
const says = computed(() => {
  const { press, thread, window, heatServes } = state.value
  if (!press || !damper.value) return ''
  if (school.value === 'heat')
    return heatServes
      ? t('front.school-says.heat', {
          slip: Math.ceil(press.slipOnAtC),
          max: damper.value.maxHeatC,
          seconds: window?.secondsToSlip == null ? '…' : Math.floor(window.secondsToSlip),
        })
      : t('front.school-says.heat-no', { slip: Math.ceil(press.slipOnAtC), max: damper.value.maxHeatC })
  return t(thread?.enough ? 'front.school-says.screw' : 'front.school-says.screw-no', {
    force: force(press.pressForceN),
    turns: thread ? Math.floor(thread.turnsIn) : '—',
    thread: thread ? force(thread.allowedN) : '—',
  })
})
</script>

<template>
  <EndShell :hands="hands" whole>
    <HubGap v-if="damper" :damper="damper" :state="state" :now-ms="now.getTime()" />
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
      <fieldset v-if="state.verdict === 'in' && !state.started && !closed" data-school="on">
        <legend class="mb-1 font-semibold">{{ t('front.school-label') }}</legend>
        <ChoiceKeys
          v-model="school"
          class="flex flex-wrap gap-1"
          :label="t('front.school-label')"
          :options="onSchools"
          :word="(o: string) => t(`front.school.${o}`)"
          mark="school"
          filled
        />
        <p class="mt-1 text-small text-soft" data-part="school-says">{{ says }}</p>
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
