<script setup lang="ts">
import { isComplainedOf } from '#core/works/liners/read-complaint'
import { computed, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { freeShims } from '#core/works/liners/move-input'
import { ringsAllowed, roomForShim } from '#core/works/liners/rings'
import { barePlane } from '#core/works/liners/deck'
import { isClosed } from '#core/job/route'
import type { MeasuredStage } from '#core/job/stages'
import { planeEnds } from '#core/measure/fit-plane'
import { CloseStageDialog, GaugePanel } from '../../../bench/dialogs'
import DeckProfile from '../DeckProfile.vue'
import DeckRail from '../DeckRail.vue'
import LinerPlan from '../LinerPlan.vue'
import MoveBar from '../../../bench/MoveBar.vue'
import ReadingPad from '../../../bench/ReadingPad.vue'
import StackSection from '../StackSection.vue'
import { useBoreStage } from '../../../bench/useBoreStage'
import { useDeckContext } from '../useDeckContext'
import { useReadingEntry } from '../../../bench/useReadingEntry'
import { useStageKeys } from '../../../bench/useStageKeys'
import { useDevice } from '../../../stores/device'
import { useGauge } from '../../../stores/gauge'
import { useJob } from '../../../stores/job'
import { newId } from '../../../stores/new-id'
import { useShop } from '../../../stores/shop'
import CylinderFigures from './CylinderFigures.vue'
import {
  BarredDialog,
  ComplaintNote,
  DryNote,
  HistoryDialog,
  HoldDownDialog,
  RanProfile,
  ShimDialog,
  StopPackDialog,
} from './brought'
import { useMoves } from './useMoves'

const props = defineProps<{ stage: MeasuredStage }>()
const { t } = useI18n()
const job = useJob()
const gauge = useGauge()
const device = useDevice()
const shop = useShop()
const pad = useTemplateRef<InstanceType<typeof ReadingPad>>('pad')

const stage = computed(() => props.stage)
const snapshot = computed(() => job.snapshot!)
const deck = computed(() => job.decks?.[props.stage] ?? null)
const behind = computed(() => (props.stage === 'as-found' ? null : (job.decks?.['as-found'] ?? null)))
const closed = computed(() => isClosed(snapshot.value, props.stage))
/** Limits that were entered since this job took its own. */
const newer = computed(() => {
  const latest = snapshot.value.sheets.at(-1)
  return latest && latest.version > snapshot.value.sheet.version ? latest : null
})
const deckContext = useDeckContext(stage, deck, closed)
/** The station that the next move wants read again: what is typed belongs there. */
const repeatDeg = ref<number | null>(null)
const entry = useReadingEntry(computed(() => ({ ...deckContext.value, repeatDeg: repeatDeg.value, onward })))
const state = computed(() => deck.value?.cylinders.find((c) => c.cylinder === job.selected) ?? null)

const { dialog, focus, close, stepCylinder, finish } = useBoreStage<'pack' | 'shim' | 'history' | 'bolts' | 'barred'>(
  () => props.stage,
  pad,
)
/** The bolts come when they are first asked for. */
const boltsWanted = ref(false)
watch(dialog, (d) => (boltsWanted.value ||= d === 'bolts'))
const showGauge = ref(false)
const { move, go, correct, cut, fitShim } = useMoves(
  stage,
  deck,
  entry,
  (what) => (dialog.value = what === 'decide' ? 'close' : what),
)

watch(move, (m) => (repeatDeg.value = m?.action === 'repeat' && m.cylinder === job.selected ? m.stationDeg : null), {
  immediate: true,
})

/** Where the lead decides, the correction that is on offer can be reported as done. */
const correction = computed(() => {
  const m = move.value
  if (m?.action !== 'decide') return null
  return m.figures.leavesMm ? 'cut' : m.figures.shimMm ? 'shim' : null
})
const bare = computed(() => (state.value ? barePlane(state.value) : null))

/** A liner is read to its end: the next one in hand. */
function onward(): void {
  if (move.value?.action === 'next-cylinder' && move.value.cylinder) job.selected = move.value.cylinder
}

function select(cylinder: number): void {
  job.selected = cylinder
}

function goOn(): void {
  go()
  focus()
}

/** The engine was barred over with loose liners: what was read of them holds no longer. */
function barOver(): void {
  job.act({ what: 'bar-over', barringId: newId() })
  close()
}

function again(): void {
  entry.openSet()
  focus()
}

useStageKeys(
  () => dialog.value !== null,
  () => move.value,
  { n: goOn, g: () => (showGauge.value = !showGauge.value) },
)
onBeforeUnmount(() => gauge.disconnect())
</script>

<template>
  <div v-if="deck && state" class="flex h-full min-h-0 flex-col" :data-stage="stage" :data-overall="deck.overall">
    <DeckRail
      :engine="snapshot.engine"
      :deck="deck"
      :limits="snapshot.sheet.limits"
      :selected="job.selected"
      @select="select"
    />
    <div class="flex min-h-0 flex-1 upright:flex-col">
      <div class="flex min-h-0 min-w-0 flex-1 flex-col gap-px bg-line">
        <div class="grid min-h-0 flex-[11] grid-cols-[1.15fr_1fr] gap-px">
          <StackSection
            :sheet="snapshot.sheet"
            :bore-mm="snapshot.engine.boreMm"
            :state="state"
            :move="stage === 'trial-fit' ? move : null"
          />
          <LinerPlan
            :state="state"
            :limits="snapshot.sheet.limits"
            :station-deg="closed ? null : entry.stationDeg.value"
            @station="entry.choose"
          />
        </div>
        <ComplaintNote v-if="stage === 'as-found' && !showGauge && isComplainedOf(snapshot)" :snapshot="snapshot" />
        <DryNote
          v-if="stage === 'final-check' && !showGauge"
          :snapshot="snapshot"
          :cylinder="job.selected"
          @select="select"
        />
        <div v-if="showGauge" class="min-h-0 flex-[9]">
          <GaugePanel
            :snapshot="snapshot"
            :stage="stage"
            :cylinder="job.selected"
            :station-deg="entry.stationDeg.value"
            :master-mm="0"
            @hide="showGauge = false"
            @barred="dialog = 'barred'"
            @did="focus"
          />
        </div>
        <div v-else class="flex min-h-0 flex-[9] gap-px">
          <div class="min-w-0 flex-1">
            <RanProfile v-if="stage === 'as-found'" :deck="deck" :snapshot="snapshot" :selected="job.selected" />
            <DeckProfile v-else :deck="deck" :behind="behind" :heads="snapshot.engine.heads" :selected="job.selected" />
          </div>
          <CylinderFigures
            :snapshot="snapshot"
            :gauge-id="device.gaugeId"
            :state="state"
            :limits="snapshot.sheet.limits"
            :closed="closed"
            :newer="newer?.version ?? null"
            @adopt="newer && job.act({ what: 'adopt-sheet', sheetId: newer.id })"
            @gauge="showGauge = true"
            @history="dialog = 'history'"
            @reopen="dialog = 'reopen'"
            @bolts="dialog = 'bolts'"
          />
        </div>
      </div>
      <div class="pad-frame">
        <ReadingPad
          ref="pad"
          :entry="entry"
          :state="state"
          :stations-deg="snapshot.stationsDeg"
          :limits="state.window"
          :closed="closed"
          @cylinder="stepCylinder"
          @again="again"
        />
      </div>
    </div>
    <MoveBar v-if="move" :move="move" :shims="snapshot.shims" @go="goOn">
      <button
        v-if="move.action === 'cut' || move.action === 'shim'"
        type="button"
        class="key shrink-0"
        @click="dialog = move.action === 'cut' ? 'pack' : 'shim'"
      >
        {{ t(`move.other.${move.action}`) }}
      </button>
      <button v-if="correction" type="button" class="key shrink-0" data-part="move-correct" @click="correct">
        {{ t(`move.correct.${correction}`) }}
      </button>
    </MoveBar>

    <StopPackDialog
      v-if="move"
      :open="dialog === 'pack'"
      :move="move"
      :snapshot="snapshot"
      :high-mm="bare ? planeEnds(bare).highMm : 0"
      @close="close"
      @cut="
        (leaves, expect) => {
          cut(leaves, expect, move!.figures.passKind ?? 'finish')
          close()
        }
      "
    />
    <ShimDialog
      :open="dialog === 'shim'"
      :cylinder="move?.cylinder ?? job.selected"
      :shims="freeShims(snapshot)"
      :bare-mm="bare?.centreMm ?? 0"
      :allowed="roomForShim(snapshot, move?.cylinder ?? job.selected) ? null : ringsAllowed(snapshot.sheet)"
      @close="close"
      @fit="
        (s, expect) => {
          fitShim(s.id, expect)
          close()
        }
      "
    />
    <CloseStageDialog
      :open="dialog === 'close' || dialog === 'reopen'"
      :mode="dialog === 'reopen' ? 'reopen' : 'close'"
      :snapshot="snapshot"
      :stage="stage"
      :person="shop.person"
      @close="close"
      @done="finish"
    />
    <BarredDialog :open="dialog === 'barred'" :deck="deck" @close="close" @barred="barOver" />
    <HoldDownDialog
      v-if="boltsWanted"
      :key="job.selected"
      :open="dialog === 'bolts'"
      :cylinder="job.selected"
      @close="close"
    />
    <HistoryDialog
      :open="dialog === 'history'"
      :snapshot="snapshot"
      :cylinder="job.selected"
      :stage="stage"
      :closed="closed"
      @close="close"
    />
  </div>
</template>
