<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { jointAt } from '#core/works/fasteners/read-joint'
import { damperOn } from '#core/works/front/on/steps'
import { mayGoOn, readDamper, secondsFromOven } from '#core/works/front/read-damper'
import SchoolRows from '../../../bench/SchoolRows.vue'
import { useFigures } from '../../../bench/useFigures'
import { useShopNow } from '../../../stores/shop-clock'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import EndShell from '../EndShell.vue'
import { useEnds, wholeCrank } from '../useEnds'
import HubGap from './HubGap.vue'

const { t } = useI18n()
const { length, force } = useFigures()
const nowMs = useShopNow(250)
const hands = useEnds('damper-on', damperOn, {}, () => nowMs.value)
const { snapshot, section, closed, strike, turn } = hands
const state = computed(() => readDamper(snapshot.value))
const damper = computed(() => section.value?.damper ?? null)
const joint = computed(() => jointAt(snapshot.value, damper.value?.joint, null))
/** Heat where it serves: the other way is offered beside it. */
const school = computed(() => (state.value.heatServes ? 'heat' : 'screw'))
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
  <EndShell :hands="hands" whole :joint="joint">
    <HubGap v-if="damper" :damper="damper" :state="state" :now-ms="nowMs" />
    <template #side>
      <dl v-if="state.fit" class="grid grid-cols-[1fr_auto] gap-y-1 text-body" data-part="fit-entry">
        <dt>{{ t('front.hub') }}</dt>
        <dd class="figure">{{ state.fit.hubMm.map((mm) => length(mm)).join(' / ') }}</dd>
        <dt>{{ t('front.nose') }}</dt>
        <dd class="figure">{{ state.fit.noseMm.map((mm) => length(mm)).join(' / ') }}</dd>
        <dt>{{ t('front.interference') }}</dt>
        <dd class="figure" :class="{ 'font-bold text-outside': !mayGoOn(state) }">
          {{ length(state.interferenceMm!) }}
        </dd>
      </dl>
      <p
        v-if="state.verdict && state.verdict !== 'in'"
        class="font-bold"
        :class="{ 'text-outside': !mayGoOn(state) }"
        data-part="fit-verdict"
      >
        {{ t(`front.fit-verdict.${state.verdict}`) }}
      </p>
      <section v-if="mayGoOn(state) && !state.started && !closed && !state.slides" data-school="on">
        <SchoolRows :title="t('front.schools-on')" :heads="rowHeads" :rows="rows" />
        <button
          v-if="state.heatServes && state.thread?.enough"
          type="button"
          class="key mt-2"
          data-part="by-screw"
          @click="turn.open('start-damper', wholeCrank)"
        >
          {{ t('front.by-screw') }}
        </button>
      </section>
      <p v-if="state.started" class="text-body">
        {{ t('front.school-label') }}: {{ t(`front.school.${state.started.school}`) }}
      </p>
      <button
        v-if="state.started && !state.home && !closed"
        type="button"
        class="key"
        @click="strike(state.started.id)"
      >
        {{ t('front.strike') }}
      </button>
      <EntryKeys
        v-if="state.fit && !state.started && !closed"
        :hands="hands"
        what="measure-hub"
        :entry="state.fit"
        :spot="wholeCrank"
      />
      <EntryKeys
        v-if="state.home && !closed"
        :hands="hands"
        what="damper-home"
        :entry="state.home"
        :spot="wholeCrank"
      />
    </template>
  </EndShell>
</template>
