<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { isClosed } from '#core/job/route'
import { coolantTestMove } from '#core/works/sleeves/coolant-test'
import { holdDueAt, readHold, sectionOf, sleeveScope } from '#core/works/sleeves/read-sleeves'
import AskDialog from '../../../bench/AskDialog.vue'
import { clockFace } from '../../../bench/clock-face'
import EngineSwitch from '../../../bench/EngineSwitch.vue'
import StagePhotos from '../../../bench/StagePhotos.vue'
import StageShell from '../../../bench/StageShell.vue'
import { useFigures } from '../../../bench/useFigures'
import { useStageWork } from '../../../bench/useStageWork'
import { useJob } from '../../../stores/job'
import { useShopNow } from '../../../stores/shop-clock'
import { useSendBack } from '../useSendBack'
import PressureChart from './PressureChart.vue'

const { t } = useI18n()
const { pressure, temperature } = useFigures()
const job = useJob()
const nowMs = useShopNow(500)
const snapshot = computed(() => job.snapshot!)
const move = computed(() => coolantTestMove(snapshot.value, nowMs.value))
const closed = computed(() => isClosed(snapshot.value, 'coolant-test'))
const section = computed(() => sectionOf(snapshot.value))
const hold = computed(() => readHold(snapshot.value))
const due = computed(() => holdDueAt(snapshot.value))
const leftMs = computed(() => (due.value ? Date.parse(due.value) - nowMs.value : 0))
const share = computed(() =>
  section.value && due.value ? 1 - leftMs.value / (section.value.test.minutes * 60_000) : 0,
)

const back = useSendBack()
const { closing, asked, answered, go, engine, strike, problem } = useStageWork(() => move.value, {
  'send-back': () => back(move.value.cylinder!, t('sleeve.hold-wet')),
})
const words = computed(() =>
  Object.fromEntries(
    snapshot.value.engine.heads.flat().map((c) => {
      const wet = hold.value.wet.includes(c)
      const asks = sleeveScope(snapshot.value).includes(c)
      return [
        c,
        {
          text:
            hold.value.end && asks
              ? t(wet ? 'sleeve.hold-wet' : 'sleeve.hold-dry')
              : asks
                ? t('sleeve.in')
                : t('sleeve.not-asked'),
          more: '',
          verdict: hold.value.end && asks ? (wet ? ('out' as const) : ('in' as const)) : null,
        },
      ]
    }),
  ),
)
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" :words="words" :problem="problem" @go="go">
    <div class="min-h-0 flex-1">
      <PressureChart
        v-if="section"
        :hold="hold"
        :allowed-k-pa="section.test.allowedDropKPa"
        :minutes="section.test.minutes"
        :share="share"
      />
      <p v-else class="h-full bg-layout p-6 text-lead text-scribe" data-part="empty">{{ t('sleeve.no-section') }}</p>
    </div>
    <template #side>
      <h2 class="text-head">{{ t('stage.coolant-test') }}</h2>
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
      <button v-if="hold.start && !closed" type="button" class="key" @click="strike((hold.end ?? hold.start).id)">
        {{ t('sleeve.strike') }}
      </button>
      <EngineSwitch v-if="engine.there.value && !closed" v-model="engine.wanted.value" :asking="engine.asking.value" />
      <StagePhotos :tag="t('stage.coolant-test')" :cylinder="job.selected" :closed="closed" />
    </template>
    <template #dialogs>
      <AskDialog :move="asked" @close="asked = null" @answer="answered" />
    </template>
  </StageShell>
</template>
