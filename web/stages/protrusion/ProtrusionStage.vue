<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue'
import { freeShims } from '#core/job/move-input'
import { barePlane } from '#core/job/deck'
import { isClosed } from '#core/job/route'
import type { MeasuredStage } from '#core/job/stages'
import { planeEnds } from '#core/measure/fit-plane'
import CloseStageDialog from '../../bench/CloseStageDialog.vue'
import DeckProfile from '../../bench/DeckProfile.vue'
import DeckRail from '../../bench/DeckRail.vue'
import LinerPlan from '../../bench/LinerPlan.vue'
import NextMoveBar from '../../bench/NextMoveBar.vue'
import GaugePanel from '../../bench/GaugePanel.vue'
import ReadingPad from '../../bench/ReadingPad.vue'
import StackSection from '../../bench/StackSection.vue'
import { useDeckContext } from '../../bench/useDeckContext'
import { useReadingEntry } from '../../bench/useReadingEntry'
import { useDevice } from '../../stores/device'
import { useGauge } from '../../stores/gauge'
import { useJob } from '../../stores/job'
import { useShop } from '../../stores/shop'
import CylinderFigures from './CylinderFigures.vue'
import HistoryDialog from './HistoryDialog.vue'
import ShimDialog from './ShimDialog.vue'
import StopPackDialog from './StopPackDialog.vue'
import { useMoves } from './useMoves'

const props = defineProps<{ stage: MeasuredStage }>()
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
const entry = useReadingEntry(useDeckContext(stage, deck, closed))
const state = computed(() => deck.value?.cylinders.find((c) => c.cylinder === job.selected) ?? null)

const dialog = ref<'close' | 'reopen' | 'decide' | 'pack' | 'shim' | 'history' | null>(null)
const showGauge = ref(false)
const { move, go, correct, cut, fitShim } = useMoves(stage, deck, entry, (what) => (dialog.value = what === 'decide' ? 'close' : what))

const bare = computed(() => (state.value ? barePlane(state.value) : null))

function select(cylinder: number): void {
  job.selected = cylinder
}

function stepCylinder(by: 1 | -1): void {
  const order = snapshot.value.engine.banks.flat()
  select(order[(order.indexOf(job.selected) + by + order.length) % order.length]!)
}

function closeDialog(): void {
  dialog.value = null
  setTimeout(() => pad.value?.focus(), 50)
}

/** Back to the box, wherever the finger was: the next thing is a reading. */
function toBox(): void {
  void nextTick(() => {
    if (!dialog.value) pad.value?.focus()
  })
}

function goOn(): void {
  go()
  toBox()
}

function again(): void {
  entry.openSet()
  toBox()
}

function finish(note: string): void {
  const what = dialog.value === 'reopen' ? 'reopen-stage' : 'close-stage'
  if (what === 'close-stage') job.act({ what, stage: props.stage, note })
  else job.act({ what, stage: props.stage, note })
  closeDialog()
}

/** Keys that work anywhere on the stage; letters only while the box is empty. */
function onKey(event: KeyboardEvent): void {
  if (dialog.value || event.ctrlKey || event.metaKey) return
  const order = snapshot.value.engine.heads.flat()
  if (event.altKey && /^Digit[1-9]$/.test(event.code)) {
    const cylinder = Number(event.code.slice(5))
    if (order.includes(cylinder)) select(cylinder)
    event.preventDefault()
    return
  }
  const target = event.target as HTMLElement
  const typing = target instanceof HTMLInputElement && (target.id !== 'reading' || entry.text.value !== '')
  if (event.altKey || typing || target instanceof HTMLSelectElement || target instanceof HTMLTextAreaElement) return
  const acts: Record<string, () => void> = { n: goOn, g: () => (showGauge.value = !showGauge.value), m: () => (device.unit = device.unit === 'mm' ? 'thou' : 'mm') }
  const act = acts[event.key]
  if (!act) return
  event.preventDefault()
  act()
}

onMounted(() => addEventListener('keydown', onKey))
onBeforeUnmount(() => {
  removeEventListener('keydown', onKey)
  gauge.disconnect()
})
</script>

<template>
  <div v-if="deck && state" class="flex h-full min-h-0 flex-col" :data-stage="stage" :data-overall="deck.overall">
    <DeckRail :engine="snapshot.engine" :deck="deck" :limits="snapshot.sheet.limits" :selected="job.selected" @select="select" />
    <div class="flex min-h-0 flex-1">
      <div class="flex min-w-0 flex-1 flex-col gap-px bg-line">
        <div class="grid min-h-0 flex-[11] grid-cols-[1.15fr_1fr] gap-px">
          <StackSection :sheet="snapshot.sheet" :bore-mm="snapshot.engine.boreMm" :state="state" :move="stage === 'trial-fit' ? move : null" />
          <LinerPlan :state="state" :limits="snapshot.sheet.limits" :station-deg="closed ? null : entry.stationDeg.value" @station="entry.choose" />
        </div>
        <div v-if="showGauge" class="min-h-0 flex-[9]">
          <GaugePanel :snapshot="snapshot" :stage="stage" :cylinder="job.selected" :station-deg="entry.stationDeg.value" :master-mm="0" @hide="showGauge = false" />
        </div>
        <div v-else class="flex min-h-0 flex-[9] gap-px">
          <div class="min-w-0 flex-1"><DeckProfile :deck="deck" :behind="behind" :heads="snapshot.engine.heads" :limits="snapshot.sheet.limits" :selected="job.selected" /></div>
          <CylinderFigures :snapshot="snapshot" :gauge-id="device.gaugeId" :state="state" :limits="snapshot.sheet.limits" :closed="closed" :newer="newer?.version ?? null" @adopt="newer && job.act({ what: 'adopt-sheet', sheetId: newer.id })" @gauge="showGauge = true" @history="dialog = 'history'" @reopen="dialog = 'reopen'" />
        </div>
      </div>
      <div class="w-[372px] shrink-0 border-l border-line max-[1100px]:w-[336px]">
        <ReadingPad ref="pad" :entry="entry" :state="state" :stations-deg="snapshot.stationsDeg" :limits="snapshot.sheet.limits" :closed="closed" @cylinder="stepCylinder" @again="again" />
      </div>
    </div>
    <NextMoveBar v-if="move" :move="move" :shims="snapshot.shims" @go="goOn" @correct="correct" @other="dialog = move.action === 'cut' ? 'pack' : 'shim'" />

    <StopPackDialog v-if="move" :open="dialog === 'pack'" :move="move" :snapshot="snapshot" :high-mm="bare ? planeEnds(bare).highMm : 0" @close="closeDialog" @cut="(leaves, expect) => { cut(leaves, expect, move!.figures.passKind ?? 'finish'); closeDialog() }" />
    <ShimDialog :open="dialog === 'shim'" :cylinder="move?.cylinder ?? job.selected" :shims="freeShims(snapshot)" :bare-mm="bare?.centreMm ?? 0" @close="closeDialog" @fit="(s, expect) => { fitShim(s.id, expect); closeDialog() }" />
    <CloseStageDialog :open="dialog === 'close' || dialog === 'reopen'" :mode="dialog === 'reopen' ? 'reopen' : 'close'" :snapshot="snapshot" :stage="stage" :person="shop.person" @close="closeDialog" @done="finish" />
    <HistoryDialog :open="dialog === 'history'" :snapshot="snapshot" :cylinder="job.selected" :stage="stage" :closed="closed" @close="closeDialog" />
  </div>
</template>
