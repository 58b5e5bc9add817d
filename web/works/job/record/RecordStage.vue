<script setup lang="ts">
import { FileDown, Printer } from '@lucide/vue'
import { computed, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { recordMove } from '#core/works/job/sign'
import { isClosed } from '#core/job/route'
import { readTally } from '#core/job/tally'
import { recordSections, type WorkRecord } from '#core/works/work-record'
import MoveBar from '../../../bench/MoveBar.vue'
import { useActs } from '../../../bench/useActs'
import { useStageKeys } from '../../../bench/useStageKeys'
import { useTakenFile } from '../../../bench/useTakenFile'
import { newId } from '../../../stores/new-id'
import { recordParts } from '../../record-parts'
import RecordSection from '../../../bench/record/RecordSection.vue'
import EngineClock from './EngineClock.vue'
import EndDialog from './EndDialog.vue'
import TimesDialog from './TimesDialog.vue'
import { worksOf } from '#core/job/stages'
import { CloseStageDialog } from '../../../bench/dialogs'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { useFigures } from '../../../bench/useFigures'
import { useDevice } from '../../../stores/device'
import { useJob } from '../../../stores/job'
import { useOutbox } from '../../../stores/outbox'
import { useShop } from '../../../stores/shop'
import { useShopClock } from '../../../stores/shop-clock'

const { t } = useI18n()
const { unit } = useFigures()
const job = useJob()
const shop = useShop()
const device = useDevice()
const outbox = useOutbox()
const paper = ref<'A4' | 'LETTER'>('A4')
const signing = ref(false)
const reopening = ref(false)
/** Who comes here from a stage that cannot be closed is shown how a job is ended. */
const ending = ref(useRoute().query.end === '1')

const snapshot = computed(() => job.snapshot!)
/** What the works of this job put on its record, once that is here. */
const parts = shallowRef<WorkRecord[]>([])
watch(
  () => worksOf(snapshot.value.job.work).join(),
  async () => (parts.value = await recordParts(worksOf(snapshot.value.job.work))),
  { immediate: true },
)
const { nowMs } = useShopClock()
const sections = computed(() => recordSections(snapshot.value, parts.value, nowMs()))
const cautions = computed(() => [...new Set(parts.value.flatMap((p) => p.cautions?.(snapshot.value) ?? []))])
const signed = computed(() => isClosed(snapshot.value, 'record'))
const move = computed(() => recordMove(snapshot.value))
const { act, problem } = useActs()
const { takeLink, underWay, problem: fileProblem } = useTakenFile()
const timing = ref(false)
const base = computed(() => `/api/jobs/${snapshot.value.job.id}`)
function go(): void {
  const still = readTally(snapshot.value)[0]
  if (move.value.action === 'count-out' && still)
    act({
      what: 'tally-plug',
      tallyId: newId(),
      cylinder: still.cylinder,
      goesIn: false,
      place: still.place,
      item: still.item,
      count: still.count,
    })
  else if (move.value.action === 'sign') signing.value = true
}
useStageKeys(
  () => signing.value || reopening.value || timing.value || ending.value,
  () => move.value,
  { n: go },
)

function reopen(note: string): void {
  job.act({ what: 'reopen-stage', stage: 'record', note })
  reopening.value = false
}

const showPhoto = (id: string) => window.open(`${base.value}/photos/${id}`, '_blank', 'noopener')

function sign(): void {
  job.act({ what: 'close-stage', stage: 'record', note: '' })
  signing.value = false
}
</script>

<template>
  <div class="flex h-full min-h-0 flex-col" data-stage="record" :data-signed="signed">
    <div class="min-h-0 flex-1 overflow-y-auto p-5" tabindex="0" :aria-label="t('stage.record')">
      <div class="mb-3 flex flex-wrap items-center gap-2">
        <a
          class="key !border-2 !border-ink"
          :href="`${base}/record.pdf?unit=${unit}&paper=${paper}`"
          target="_blank"
          rel="noopener"
          data-part="print"
          ><Printer :size="20" aria-hidden="true" />{{ t('record.print') }}</a
        >
        <label class="sr-only" for="paper">{{ t('record.paper') }}</label>
        <select id="paper" v-model="paper" class="box">
          <option value="A4">A4</option>
          <option value="LETTER">Letter</option>
        </select>
        <a class="key" :href="`${base}/readings.csv`" download data-part="csv" @click="takeLink"
          ><FileDown :size="18" aria-hidden="true" />{{ t('record.csv') }}</a
        >
        <a
          class="key"
          :href="`${base}/owner.pdf?unit=${unit}&paper=${paper}`"
          target="_blank"
          rel="noopener"
          data-part="owner"
          ><Printer :size="18" aria-hidden="true" />{{ t('record.owner-page') }}</a
        >
        <a class="key" :href="`${base}/job.zip`" download data-part="zip" @click="takeLink"
          ><FileDown :size="18" aria-hidden="true" />{{ t('record.zip') }}</a
        >
        <a class="key" :href="`${base}/job.json`" download data-part="json" @click="takeLink"
          ><FileDown :size="18" aria-hidden="true" />{{ t('record.json') }}</a
        >
        <button type="button" class="key" data-part="times" @click="timing = true">{{ t('record.times') }}</button>
        <span class="flex-1" />
        <p v-if="problem" class="font-semibold text-outside" role="alert" data-part="problem">{{ problem }}</p>
        <p v-if="fileProblem" class="font-semibold text-outside" role="alert" data-part="file-problem">
          {{ fileProblem }}
        </p>
        <p v-if="underWay" role="status" data-part="file-under-way">{{ t('file.under-way') }}</p>
        <p v-if="outbox.waiting" class="font-semibold">{{ t('record.waiting', { n: outbox.waiting }) }}</p>
      </div>
      <RecordSection v-for="(s, i) in sections" :key="`${s.stage} ${i}`" :section="s" @photo="showPhoto" />
      <EngineClock :snapshot="snapshot" class="mt-3" />
      <h2 class="mt-4 mb-1">{{ t('record.cautions') }}</h2>
      <ul class="max-w-[90ch] list-disc pl-5 text-body" data-part="cautions">
        <li v-for="c in cautions" :key="c">{{ t(`record.caution.${c}`) }}</li>
      </ul>
      <p class="mt-3 max-w-[90ch] text-small text-soft">{{ t('record.deference') }}</p>
    </div>
    <MoveBar :move="move" @go="go"
      ><button v-if="signed" type="button" class="key shrink-0" data-part="reopen" @click="reopening = true">
        {{ t('pad.reopen') }}
      </button>
      <button
        v-else-if="move.action !== 'sign'"
        type="button"
        class="key shrink-0"
        data-part="end"
        @click="ending = true"
      >
        {{ t('record.end') }}
      </button></MoveBar
    >
    <EndDialog v-if="ending && !signed" :snapshot="snapshot" @close="ending = false" />
    <CloseStageDialog
      :open="reopening"
      mode="reopen"
      :snapshot="snapshot"
      stage="record"
      :person="shop.person"
      @close="reopening = false"
      @done="reopen"
    />
    <TimesDialog :open="timing" :snapshot="snapshot" :closed="signed" @close="timing = false" />
    <SheetDialog :open="signing" :title="t('record.sign')" @close="signing = false">
      <p v-if="!device.personId" class="font-semibold">{{ t('entry.nobody') }}</p>
      <p v-else class="text-lead">{{ t('record.sign-as', { name: shop.person?.name ?? '' }) }}</p>
      <p class="mt-2 text-small">{{ t('record.deference') }}</p>
      <div class="mt-4 flex gap-2">
        <button
          type="button"
          class="key-brass disabled:opacity-50"
          :disabled="!device.personId"
          data-part="sign-confirm"
          @click="sign"
        >
          {{ t('record.sign') }}
        </button>
        <button type="button" class="key" @click="signing = false">{{ t('keys.close') }}</button>
      </div>
    </SheetDialog>
  </div>
</template>
