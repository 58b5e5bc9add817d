<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { fitMove } from '#core/works/liners/fit'
import { pilotMm, readFitting, runningBand } from '#core/works/liners/read-fitting'
import { numberOf } from '#core/job/move'
import { isClosed } from '#core/job/route'
import SheetDialog from '../../../bench/SheetDialog.vue'
import StageShell from '../../../bench/StageShell.vue'
import { useActs } from '../../../bench/useActs'
import { useFigures } from '../../../bench/useFigures'
import { useStageKeys } from '../../../bench/useStageKeys'
import { useJob } from '../../../stores/job'
import { useShopNow } from '../../../stores/shop-clock'
import { newId } from '../../../stores/new-id'
import PressDialog from './PressDialog.vue'
import SealSection from './SealSection.vue'
import SwellClock from './SwellClock.vue'

const { t } = useI18n()
const job = useJob()
const router = useRouter()
const { act, strike, goOn, problem } = useActs()
const { torque, withUnit } = useFigures()
const closing = ref<'close' | 'reopen' | null>(null)
const pressing = ref(false)
/** Whether the pin that proves the clocking is being tried. */
const trying = ref(false)
const nowMs = useShopNow(250)

const snapshot = computed(() => job.snapshot!)
const closed = computed(() => isClosed(snapshot.value, 'fit'))
const all = computed(() => readFitting(snapshot.value))
const mine = computed(() => all.value.find((f) => f.cylinder === job.selected) ?? all.value[0]!)
const move = computed(() => fitMove(snapshot.value, job.selected, nowMs.value))
const running = computed(() => runningBand(all.value, nowMs.value))
const nextGroove = computed(() =>
  move.value.cylinder === job.selected && typeof move.value.figures.groove === 'number'
    ? move.value.figures.groove
    : null,
)
const pin = computed(() => pilotMm(snapshot.value))
const words = computed(() =>
  Object.fromEntries(
    all.value.map((f) => {
      const on = f.rings.filter((r) => r.state === 'on').length
      return [
        f.cylinder,
        {
          text: f.press ? t('fit.in') : t('fit.rings', { on, of: f.rings.length }),
          more: f.clock === 'out' ? t('fit.turned') : '',
          verdict: f.press
            ? f.clock === 'out' || f.late
              ? ('out' as const)
              : ('in' as const)
            : on > 0
              ? ('unsure' as const)
              : null,
        },
      ]
    }),
  ),
)
const fitsOf = (groove: number) =>
  snapshot.value.sealFits.filter((s) => !s.struck && s.cylinder === job.selected && s.groove === groove)

function seal(step: 'wetted' | 'on'): void {
  const groove = numberOf(move.value, 'groove')
  act({
    what: 'fit-seal',
    sealFitId: newId(),
    cylinder: job.selected,
    groove,
    step,
    lubricant: snapshot.value.sheet.seals[groove]!.lubricant,
  })
}
/** A ring comes off again: everything of it is struck out. */
function off(groove: number): void {
  for (const fit of fitsOf(groove)) strike(fit.id)
}
function press(log: { peakNm: number | null; atDeg: number | null; words: string }): void {
  if (mine.value.press) strike(mine.value.press.id)
  act({ what: 'press-liner', pressId: newId(), cylinder: job.selected, ...log })
  pressing.value = false
}
function tried(drops: boolean): void {
  act({ what: 'try-pilot', pilotId: newId(), cylinder: job.selected, drops })
  trying.value = false
}
function go(): void {
  const acts: Record<string, () => void> = {
    stop: () => void router.push({ name: 'trial-fit' }),
    'ring-on': () => seal('on'),
    wet: () => seal('wetted'),
    'band-on': () => seal('on'),
    'band-late': () => off(numberOf(move.value, 'groove')),
    press: () => (pressing.value = true),
    turn: () => (pressing.value = true),
    pilot: () => (trying.value = true),
    'next-cylinder': () => (job.selected = move.value.cylinder!),
    'close-stage': () => (closing.value = 'close'),
    done: () => goOn(move.value),
  }
  acts[move.value.action]?.()
}
useStageKeys(
  () => pressing.value || trying.value || closing.value !== null,
  () => move.value,
  { n: go },
)
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" :words="words" :problem="problem" @go="go">
    <div class="min-h-0 flex-1">
      <SealSection :state="mine" :liner="snapshot.sheet.liner" :next="nextGroove" />
    </div>
    <template #side>
      <h2 class="text-head">{{ t('pad.cylinder', { cylinder: job.selected }) }}</h2>
      <SwellClock
        v-if="running"
        :left-ms="running.leftMs"
        :minutes="running.ring.seal.swellMinutes!"
        :place="running.ring.seal.place"
        :cylinder="running.cylinder"
      />
      <p v-if="mine.rings.length === 0" class="text-body" data-part="empty">{{ t('fit.no-seals') }}</p>
      <ol class="flex flex-col" data-part="rings">
        <li
          v-for="r in mine.rings"
          :key="r.groove"
          class="flex items-center gap-2 border-b border-line py-2"
          :data-ring="r.groove"
          :data-state="r.state"
        >
          <div class="flex-1 leading-tight">
            <p class="text-lead" :class="{ 'font-bold': nextGroove === r.groove }">
              {{ r.seal.place }}
              <span class="text-small font-normal text-soft">{{ r.seal.material }}, {{ r.seal.colour }}</span>
            </p>
            <p class="text-body">
              {{ t(`lubricant.${r.seal.lubricant}`)
              }}{{ r.seal.swellMinutes ? ` · ${t('figures.within-wetting', { n: r.seal.swellMinutes })}` : '' }} ·
              {{ t(`fit.state.${r.state}`) }}
            </p>
          </div>
          <button
            v-if="r.state !== 'open' && !mine.press && !closed"
            type="button"
            class="key !px-3"
            :data-part="`off-${r.groove}`"
            @click="off(r.groove)"
          >
            {{ t('fit.off') }}
          </button>
        </li>
      </ol>
      <div v-if="mine.press" class="border border-line bg-plate p-3 text-body" data-part="press-entry">
        <p class="font-bold">{{ t('fit.pressed', { torque: torque(mine.press.peakNm) }) }}</p>
        <p v-if="mine.press.atDeg !== null">{{ t('fit.faces-line', { at: mine.press.atDeg }) }}</p>
        <p
          v-if="mine.press.atDeg !== null"
          class="font-semibold"
          data-part="clock-proof"
          :data-pilot="String(mine.pilot)"
        >
          {{
            pin === null
              ? t('fit.by-angle')
              : t(mine.pilot === null ? 'fit.pin-open' : mine.pilot ? 'fit.by-pin' : 'fit.pin-stopped')
          }}
        </p>
        <p v-if="mine.late" class="font-semibold text-outside">{{ t('fit.was-late') }}</p>
        <button v-if="!closed" type="button" class="key mt-2" data-part="strike-press" @click="strike(mine.press.id)">
          {{ t('fit.out-again') }}
        </button>
      </div>
      <p class="text-small text-soft">{{ t('fit.seal-bores') }}</p>
    </template>
    <template #dialogs
      ><PressDialog
        :open="pressing"
        :cylinder="job.selected"
        :liner="snapshot.sheet.liner"
        @close="pressing = false"
        @save="press"
      />
      <SheetDialog
        :open="trying"
        :title="t('fit.pilot-title', { pin: withUnit(pin ?? 0), cylinder: job.selected })"
        @close="trying = false"
      >
        <div class="flex flex-wrap gap-2" data-part="pilot-form">
          <button type="button" class="key-brass" data-part="pilot-yes" @click="tried(true)">
            {{ t('fit.pilot-yes') }}
          </button>
          <button
            type="button"
            class="key !min-h-[56px] !border-2 !border-ink text-lead"
            data-part="pilot-no"
            @click="tried(false)"
          >
            {{ t('fit.pilot-no') }}
          </button>
          <button type="button" class="key" @click="trying = false">{{ t('keys.close') }}</button>
        </div>
      </SheetDialog></template
    >
  </StageShell>
</template>
