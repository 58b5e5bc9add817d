<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { deckPlaces } from '#core/works/liners/deck-places'
import { fit } from '#core/works/liners/fit/steps'
import { pilotMm, readFitting, runningBand } from '#core/works/liners/read-fitting'
import { numberOf } from '#core/job/move'
import { inBore } from '#core/job/tally'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useStage } from '../../../bench/stage/useStage'
import { useActs } from '../../../bench/useActs'
import { useFigures } from '../../../bench/useFigures'
import { newId } from '../../../stores/new-id'
import { useShopNow } from '../../../stores/shop-clock'
import SealSection from './SealSection.vue'
import SwellClock from './SwellClock.vue'

const { t } = useI18n()
const router = useRouter()
const { torque } = useFigures()
const { act } = useActs()
const nowMs = useShopNow(250)
const hands = useStage(
  'fit',
  fit,
  deckPlaces,
  {
    stop: () => void router.push({ name: 'trial-fit' }),
    'band-late': () => off(numberOf(move.value, 'groove')),
    'plug-out': () => {
      const { item, count } = inBore(snapshot.value, job.selected)!
      const out = { cylinder: job.selected, place: 'bore', goesIn: false, item, count } as const
      act({ what: 'tally-plug', tallyId: newId(), ...out })
    },
  },
  () => nowMs.value,
)
const { job, snapshot, move, closed, strike } = hands
const all = computed(() => readFitting(snapshot.value))
const mine = computed(() => all.value.find((f) => f.cylinder === job.selected) ?? all.value[0]!)
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

/** A ring comes off again: everything of it is struck out. */
function off(groove: number): void {
  for (const fit of fitsOf(groove)) strike(fit.id)
}
/** The liner comes out again: pressed once more after it was turned, all of that is struck out. */
function out(): void {
  for (const press of snapshot.value.presses) if (!press.struck && press.cylinder === job.selected) strike(press.id)
}
</script>

<template>
  <TurnShell :hands="hands" :title="t('pad.cylinder', { cylinder: job.selected })" :empty="null" :words="words">
    <SealSection :state="mine" :liner="snapshot.sheet.liner" :next="nextGroove" />
    <template #side>
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
        <button v-if="!closed" type="button" class="key mt-2" data-part="strike-press" @click="out">
          {{ t('fit.out-again') }}
        </button>
      </div>
      <p class="text-small text-soft">{{ t('fit.seal-bores') }}</p>
    </template>
  </TurnShell>
</template>
