<script setup lang="ts">
import { computed, onBeforeUnmount, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { readLedges, type LedgeState } from '#core/works/liners/ledges'
import { isClosed } from '#core/job/route'
import type { WearMark } from '#core/works/liners/wear'
import { counterbores } from '#core/works/liners/counterbores/steps'
import { nominalLedgeDepthMm } from '#core/liner/stack'
import { clockHour } from '#core/measure/angle'
import { asDepthMm, typedDepthMm } from '#core/measure/as-protrusion'
import { CloseStageDialog, GaugePanel } from '../../../bench/dialogs'
import DeckRail from '../DeckRail.vue'
import GaugeWarning from '../../../bench/GaugeWarning.vue'
import ReadingPad from '../../../bench/ReadingPad.vue'
import MoveBar from '../../../bench/MoveBar.vue'
import { useBoreStage } from '../../../bench/useBoreStage'
import { useFigures } from '../../../bench/useFigures'
import { useGoOn } from '../../../bench/useGoOn'
import { useReadingEntry } from '../../../bench/useReadingEntry'
import { useStageKeys } from '../../../bench/useStageKeys'
import { useDevice } from '../../../stores/device'
import { useGauge } from '../../../stores/gauge'
import { useJob } from '../../../stores/job'
import { newId } from '../../../stores/new-id'
import { useShop } from '../../../stores/shop'
import LedgeRing from './LedgeRing.vue'
import LedgeUnrolled from './LedgeUnrolled.vue'
import WearDialog from './WearDialog.vue'

const { t } = useI18n()
const { length } = useFigures()
const job = useJob()
const gauge = useGauge()
const device = useDevice()
const shop = useShop()
const goOn = useGoOn()
const pad = useTemplateRef<InstanceType<typeof ReadingPad>>('pad')

const snapshot = computed(() => job.snapshot!)
const ledges = computed(() => readLedges(snapshot.value, device.personId))
const ledge = computed(() => ledges.value.find((l) => l.cylinder === job.selected) ?? ledges.value[0]!)
const closed = computed(() => isClosed(snapshot.value, 'counterbores'))
const limits = computed(() => snapshot.value.sheet.limits)
const nominalMm = computed(() => nominalLedgeDepthMm(snapshot.value.sheet.links))
const masterMm = computed(() => (device.ledgeZeroOn === 'master' ? nominalMm.value : 0))

const asSpot = (l: LedgeState) => ({ ...l, changed: l.changed ? {} : null })
const entry = useReadingEntry(
  computed(() => ({
    stage: 'counterbores' as const,
    state: asSpot(ledge.value),
    spots: ledges.value.map(asSpot),
    closed: closed.value,
    expectMm: ledge.value.depthMm,
    windowMm: limits.value.maxMm - limits.value.minMm,
    gaugeId: device.depthGaugeId,
    zeroOn: device.ledgeZeroOn,
    masterMm: masterMm.value || null,
    fromGauge: (shownMm: number) => asDepthMm(shownMm, masterMm.value),
    fromTyped: (typedMm: number) => typedDepthMm(typedMm, masterMm.value),
    onward,
  })),
)
const { dialog, focus, close, stepCylinder, finish } = useBoreStage<'wear'>(() => 'counterbores', pad)
const showGauge = ref(false)
const touched = ref(0)
const openMark = ref<WearMark | null>(null)
const move = computed(() =>
  counterbores.move(snapshot.value, {
    cylinder: job.selected,
    gaugeLive: entry.zeroDue.value,
    personId: device.personId,
  }),
)
const judged = computed(() => ledge.value.judgement)
/** What a depth is judged against: the limit below, and as far above the book's depth as the limit is below it. */
const window = computed(() => {
  const max = limits.value.maxLedgeDepthMm ?? nominalMm.value + 1
  return { minMm: 2 * nominalMm.value - max, maxMm: max }
})

function go(): void {
  const m = move.value
  const acts: Record<string, () => void> = {
    measure: () => (m.reason === 'zero-moved' ? entry.openSet() : entry.enter()),
    'close-zero': () => entry.enter(),
    'next-cylinder': () => (job.selected = m.cylinder!),
    'clean-ledge': () => job.act({ what: 'strike-wear', markId: String(m.figures.markId), reason: 'cleaned-off' }),
    'close-stage': () => (dialog.value = 'close'),
    done: () => goOn('counterbores'),
  }
  acts[m.action]?.()
  focus()
}

/** A ledge is read to its end: the next one in hand. */
function onward(): void {
  if (move.value.action === 'next-cylinder') job.selected = move.value.cylinder!
}

function again(): void {
  entry.openSet()
  focus()
}
function saveWear(mark: Pick<WearMark, 'kind' | 'atDeg' | 'spanDeg' | 'depthMm' | 'words'>): void {
  if (!device.personId) entry.problem.value = 'nobody'
  else job.act({ what: 'mark-wear', markId: newId(), cylinder: ledge.value.cylinder, ...mark })
  close()
}
function strikeWear(): void {
  if (openMark.value)
    job.act({
      what: 'strike-wear',
      markId: openMark.value.id,
      reason:
        openMark.value.kind === 'burr' || openMark.value.kind === 'old-seal' ? 'cleaned-off' : 'entered-by-mistake',
    })
  close()
}
useStageKeys(
  () => dialog.value !== null,
  () => move.value,
  { n: go, g: () => (showGauge.value = !showGauge.value) },
)
onBeforeUnmount(() => gauge.disconnect())
</script>

<template>
  <div v-if="job.decks" class="flex h-full min-h-0 flex-col" data-stage="counterbores">
    <DeckRail
      :engine="snapshot.engine"
      :deck="job.decks['trial-fit']"
      :ledges="ledges"
      :limits="limits"
      :selected="job.selected"
      @select="(c) => (job.selected = c)"
    />
    <div class="flex min-h-0 flex-1 upright:flex-col">
      <div class="flex min-h-0 min-w-0 flex-1 flex-col gap-px bg-line">
        <div class="flex min-h-0 flex-[11] gap-px">
          <div class="min-w-0 flex-1">
            <LedgeRing
              :ledge="ledge"
              :bore-mm="snapshot.engine.boreMm"
              :station-deg="closed ? null : entry.stationDeg.value"
              :closed="closed"
              @station="entry.choose"
              @mark="
                (a) => {
                  touched = a
                  openMark = null
                  dialog = 'wear'
                }
              "
              @open="
                (m) => {
                  openMark = m
                  dialog = 'wear'
                }
              "
            />
          </div>
          <section
            class="flex w-[268px] shrink-0 flex-col justify-between bg-layout p-3 text-scribe"
            :aria-label="t('ledge.verdict')"
            data-part="ledge-verdict"
            :data-verdict="judged?.verdict ?? 'none'"
            :data-reason="judged?.reason ?? 'none'"
          >
            <div>
              <p
                v-if="judged"
                class="text-lead font-bold leading-snug"
                :style="{
                  color:
                    judged.verdict === 'in'
                      ? 'var(--inside-on-blue)'
                      : judged.verdict === 'out'
                        ? 'var(--outside-on-blue)'
                        : 'var(--online-on-blue)',
                }"
              >
                {{ t(`verdict.${judged.verdict}`) }}
              </p>
              <p class="text-body leading-snug" data-part="ledge-reason">
                {{
                  judged
                    ? t(`ledge.reason.${judged.reason}`, {
                        tilt: length(judged.tiltMm),
                        most: length(limits.withinLinerMaxMm),
                        clock: judged.lowAtDeg === null ? '' : clockHour(judged.lowAtDeg),
                        high: judged.highAtDeg === null ? '' : clockHour(judged.highAtDeg),
                        side: t(`ledge.side.${judged.lowSide ?? 'front'}`),
                        at: judged.markAtDeg === null ? '' : clockHour(judged.markAtDeg),
                        fretting: length(judged.frettingMm),
                        clean: length(judged.cleanCutMm),
                        deep: length(judged.deepestMm),
                        limit: length(limits.maxLedgeDepthMm ?? 0),
                      })
                    : t(ledge.changed ? 'ledge.cut-since' : 'ledge.open', { depth: length(ledge.depthMm) })
                }}
              </p>
            </div>
            <div class="flex flex-col gap-2">
              <GaugeWarning :snapshot="snapshot" :gauge-id="ledge.set?.gaugeId ?? device.depthGaugeId" />
              <div class="flex gap-1.5">
                <button type="button" class="key flex-1 !px-1" data-part="toggle-gauge" @click="showGauge = !showGauge">
                  {{ t('pad.gauge') }}
                </button>
                <button
                  v-if="closed"
                  type="button"
                  class="key flex-1 !px-1"
                  data-part="reopen"
                  @click="dialog = 'reopen'"
                >
                  {{ t('pad.reopen') }}
                </button>
                <button
                  v-else
                  type="button"
                  class="key flex-1 !px-1"
                  data-part="add-wear"
                  @click="
                    () => {
                      touched = entry.stationDeg.value ?? 0
                      openMark = null
                      dialog = 'wear'
                    }
                  "
                >
                  {{ t('wear.add') }}
                </button>
              </div>
            </div>
          </section>
        </div>
        <div class="min-h-0 flex-[9]">
          <GaugePanel
            v-if="showGauge"
            :snapshot="snapshot"
            stage="counterbores"
            :cylinder="job.selected"
            :station-deg="entry.stationDeg.value"
            :master-mm="nominalMm"
            @hide="showGauge = false"
            @did="focus"
          />
          <LedgeUnrolled v-else :ledge="ledge" :max-depth-mm="limits.maxLedgeDepthMm" />
        </div>
      </div>
      <div class="pad-frame">
        <ReadingPad
          ref="pad"
          :entry="entry"
          :state="asSpot(ledge)"
          :stations-deg="snapshot.stationsDeg"
          :limits="window"
          :closed="closed"
          @cylinder="stepCylinder"
          @again="again"
        />
      </div>
    </div>
    <MoveBar :move="move" @go="go" />
    <WearDialog
      :open="dialog === 'wear'"
      :cylinder="ledge.cylinder"
      :at-deg="touched"
      :mark="openMark"
      @close="close"
      @save="saveWear"
      @strike="strikeWear"
    />
    <CloseStageDialog
      :open="dialog === 'close' || dialog === 'reopen'"
      :mode="dialog === 'reopen' ? 'reopen' : 'close'"
      :snapshot="snapshot"
      stage="counterbores"
      :person="shop.person"
      @close="close"
      @done="finish"
    />
  </div>
</template>
