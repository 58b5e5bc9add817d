<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { coolantTest } from '#core/works/sleeves/coolant/steps'
import { holdDueAt, readHold, sleeveScope } from '#core/works/sleeves/read-sleeves'
import { clockFace } from '../../../bench/clock-face'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useFigures } from '../../../bench/useFigures'
import { useShopNow } from '../../../stores/shop-clock'
import { useSendBack } from '../useSendBack'
import { useSleeves } from '../useSleeves'
import PressureChart from './PressureChart.vue'

const { t } = useI18n()
const { pressure, temperature } = useFigures()
const nowMs = useShopNow(500)
const back = useSendBack()
const hands = useSleeves(
  'coolant-test',
  coolantTest,
  { 'send-back': () => back(hands.move.value.cylinder!, t('sleeve.hold-wet')) },
  () => nowMs.value,
)
const { snapshot, section, closed } = hands
const title = computed(() => t('stage.coolant-test'))
const hold = computed(() => readHold(snapshot.value))
const due = computed(() => holdDueAt(snapshot.value))
const leftMs = computed(() => (due.value ? Date.parse(due.value) - nowMs.value : 0))
const share = computed(() =>
  section.value && due.value ? 1 - leftMs.value / (section.value.test.minutes * 60_000) : 0,
)

const words = computed(() =>
  Object.fromEntries(
    snapshot.value.engine.heads.flat().map((c) => {
      const wet = hold.value.wet.includes(c)
      const asks = sleeveScope(snapshot.value).includes(c)
      return [
        c,
        {
          text:
            hold.value.end && (asks || wet)
              ? t(wet ? 'sleeve.hold-wet' : 'sleeve.hold-dry')
              : asks
                ? t('sleeve.in')
                : t('sleeve.not-asked'),
          more: '',
          verdict: hold.value.end && (asks || wet) ? (wet ? ('out' as const) : ('in' as const)) : null,
        },
      ]
    }),
  ),
)
</script>

<template>
  <TurnShell :hands="hands" :words="words" :title="title" :empty="section ? null : t('sleeve.no-section')">
    <PressureChart
      v-if="section"
      :hold="hold"
      :allowed-k-pa="section.test.allowedDropKPa"
      :minutes="section.test.minutes"
      :share="share"
    />
    <template #side>
      <section v-if="due" class="border-2 border-ink p-3" data-part="hold-clock">
        <p class="text-body font-semibold">{{ t('clock.hold') }}</p>
        <p class="figure text-live leading-none" role="timer">{{ clockFace(leftMs) }}</p>
      </section>
      <dl v-if="hold.start" class="grid grid-cols-[1fr_auto] gap-y-1 text-body">
        <dt>{{ t('sleeve.hold-start') }}</dt>
        <dd class="figure">{{ pressure(hold.start.startKPa) }} · {{ temperature(hold.start.startC) }}</dd>
        <template v-if="hold.end">
          <dt>{{ t('sleeve.hold-end') }}</dt>
          <dd class="figure">{{ pressure(hold.end.endKPa) }} · {{ temperature(hold.end.endC) }}</dd>
        </template>
      </dl>
      <EntryKeys v-if="hold.end && !closed" :hands="hands" what="hold-end" :entry="hold.end" />
      <EntryKeys v-else-if="hold.start && !closed" :hands="hands" what="hold-start" :entry="hold.start" />
    </template>
  </TurnShell>
</template>
