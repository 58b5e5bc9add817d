<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { atCylinder } from '#core/job/place'
import { isClosed } from '#core/job/route'
import { gasTest } from '#core/works/sleeves/gas/steps'
import { lastAt, readFlows, readSoap, tipScope } from '#core/works/sleeves/read-sleeves'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useActs } from '../../../bench/useActs'
import { useSleeves } from '../useSleeves'
import FlowBars from './FlowBars.vue'

const { t } = useI18n()
const router = useRouter()
const { act } = useActs()
const hands = useSleeves('gas-test', gasTest, { 'send-back': sendBack })
const { job, snapshot, section, closed, move, strike } = hands
const title = computed(() => t('pad.cylinder', { cylinder: job.selected }))
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
  <TurnShell :hands="hands" :words="words" :title="title" :empty="section ? null : t('sleeve.no-section')">
    <FlowBars
      v-if="section"
      :values="flows.values"
      :outliers="flows.outliers"
      :limit="section.returnFlow.max"
      :cylinders="snapshot.engine.heads.flat()"
      :selected="job.selected"
      @select="(c) => (job.selected = c)"
    />
    <template #side>
      <div v-if="soapEntry && soap !== null" class="flex items-center gap-2 border-b border-line py-2 text-body">
        <span class="flex-1"
          >{{ t('sleeve.soap') }}: <b>{{ t(soap ? 'sleeve.bubbles' : 'sleeve.no-bubbles') }}</b></span
        >
      </div>
      <EntryKeys v-if="soapEntry && soap !== null && !closed" :hands="hands" what="soap-look" :entry="soapEntry" />
      <div v-if="flowEntry" class="flex items-center gap-2 border-b border-line py-2 text-body">
        <span class="flex-1"
          >{{ t('sleeve.flow') }}: <b class="figure">{{ flowEntry.value }}</b> {{ t('sleeve.flow-unit')
          }}{{ verdict ? `, ${t(`sleeve.flow-verdict.${verdict}`)}` : '' }}</span
        >
      </div>
      <EntryKeys v-if="flowEntry && !closed" :hands="hands" what="return-flow" :entry="flowEntry" />
    </template>
  </TurnShell>
</template>
