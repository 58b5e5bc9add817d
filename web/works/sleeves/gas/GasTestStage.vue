<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { atCylinder } from '#core/job/place'
import { isClosed } from '#core/job/route'
import { gasTestMove } from '#core/works/sleeves/gas-test'
import { lastAt, readFlows, readSoap, sectionOf, tipScope } from '#core/works/sleeves/read-sleeves'
import AskDialog from '../../../bench/AskDialog.vue'
import EngineSwitch from '../../../bench/EngineSwitch.vue'
import StagePhotos from '../../../bench/StagePhotos.vue'
import StageShell from '../../../bench/StageShell.vue'
import { useActs } from '../../../bench/useActs'
import { useStageWork } from '../../../bench/useStageWork'
import { useJob } from '../../../stores/job'
import FlowBars from './FlowBars.vue'

const { t } = useI18n()
const job = useJob()
const router = useRouter()
const { act } = useActs()
const snapshot = computed(() => job.snapshot!)
const move = computed(() => gasTestMove(snapshot.value, job.selected))
const closed = computed(() => isClosed(snapshot.value, 'gas-test'))
const section = computed(() => sectionOf(snapshot.value))
const flows = computed(() => readFlows(snapshot.value))
const soap = computed(() => readSoap(snapshot.value, job.selected))
const soapEntry = computed(() => lastAt(snapshot.value, 'soaped', job.selected))
const flowEntry = computed(() => lastAt(snapshot.value, 'flows', job.selected))
const verdict = computed(() => flows.value.outliers?.values.find((v) => v.id === String(job.selected))?.verdict ?? null)

/** Bubbles: the washer again. */
function sendBack(): void {
  const { cylinder } = move.value
  if (isClosed(snapshot.value, 'tips')) act({ what: 'reopen-stage', stage: 'tips', note: t('sleeve.bubbles') })
  const tip = lastAt(snapshot.value, 'tips', cylinder!)
  if (tip) strike(tip.id)
  job.select(atCylinder(cylinder!))
  void router.push({ name: 'tips' })
}
const { closing, asked, answered, go, engine, strike, problem } = useStageWork(() => move.value, {
  'send-back': sendBack,
})
const words = computed(() =>
  Object.fromEntries(
    snapshot.value.engine.heads.flat().map((c) => {
      const bubbles = readSoap(snapshot.value, c)
      const asks = tipScope(snapshot.value).includes(c)
      return [
        c,
        {
          text:
            bubbles === null
              ? asks
                ? t('rail.open')
                : t('sleeve.not-asked')
              : t(bubbles ? 'sleeve.bubbles' : 'sleeve.no-bubbles'),
          more: '',
          verdict: bubbles === null ? null : bubbles ? ('out' as const) : ('in' as const),
        },
      ]
    }),
  ),
)
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" :words="words" :problem="problem" @go="go">
    <div class="min-h-0 flex-1">
      <FlowBars
        v-if="section"
        :values="flows.values"
        :outliers="flows.outliers"
        :limit="section.returnFlow.max"
        :cylinders="snapshot.engine.heads.flat()"
        :selected="job.selected"
        @select="(c) => (job.selected = c)"
      />
      <p v-else class="h-full bg-layout p-6 text-lead text-scribe" data-part="empty">{{ t('sleeve.no-section') }}</p>
    </div>
    <template #side>
      <h2 class="text-head">{{ t('pad.cylinder', { cylinder: job.selected }) }}</h2>
      <div v-if="soapEntry && soap !== null" class="flex items-center gap-2 border-b border-line py-2 text-body">
        <span class="flex-1"
          >{{ t('sleeve.soap') }}: <b>{{ t(soap ? 'sleeve.bubbles' : 'sleeve.no-bubbles') }}</b></span
        >
        <button v-if="!closed" type="button" class="key !min-h-[44px] !px-2 text-small" @click="strike(soapEntry.id)">
          {{ t('sleeve.strike') }}
        </button>
      </div>
      <div v-if="flowEntry" class="flex items-center gap-2 border-b border-line py-2 text-body">
        <span class="flex-1"
          >{{ t('sleeve.flow') }}: <b class="figure">{{ flowEntry.value }}</b> {{ t('sleeve.flow-unit')
          }}{{ verdict ? `, ${t(`sleeve.flow-verdict.${verdict}`)}` : '' }}</span
        >
        <button v-if="!closed" type="button" class="key !min-h-[44px] !px-2 text-small" @click="strike(flowEntry.id)">
          {{ t('sleeve.strike') }}
        </button>
      </div>
      <EngineSwitch v-if="engine.there.value && !closed" v-model="engine.wanted.value" :asking="engine.asking.value" />
      <StagePhotos :tag="t('stage.gas-test')" :cylinder="job.selected" :closed="closed" />
    </template>
    <template #dialogs>
      <AskDialog :move="asked" @close="asked = null" @answer="answered" />
    </template>
  </StageShell>
</template>
