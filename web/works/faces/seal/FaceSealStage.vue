<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { jointAt } from '#core/works/fasteners/read-joint'
import type { Frame } from '#core/drawing/scene'
import { faceSealInSection } from '#core/works/faces/seal/drawing'
import { faceSeal } from '#core/works/faces/seal/steps'
import { faceEntries, padsOf, readFace, sectionOf } from '#core/works/faces/read-faces'
import SceneDrawing from '../../../bench/drawing/SceneDrawing.vue'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useActs } from '../../../bench/useActs'
import { useStage } from '../../../bench/stage/useStage'
import { useFigures } from '../../../bench/useFigures'
import { newId } from '../../../stores/new-id'
import { useShopNow } from '../../../stores/shop-clock'
import PadRail from './PadRail.vue'

const { t } = useI18n()
const { length, pressure } = useFigures()
const { act } = useActs()
const nowMs = useShopNow(1000)
const hands = useStage('face-seal', faceSeal, padsOf, {}, () => nowMs.value)
const { snapshot, closed, mine, move, choose, strike } = hands
const section = computed(() => sectionOf(snapshot.value))
const draw = (frame: Frame) => faceSealInSection(mine.value!, state.value!, move.value.action, frame)
const state = computed(() => (mine.value ? readFace(snapshot.value, mine.value) : null))
const last = computed(() => {
  if (!mine.value) return null
  const { place } = mine.value
  const all = (['rounds', 'steps', 'airsOn', 'airs'] as const).flatMap((rows) =>
    faceEntries(snapshot.value, rows, place).map((e) => ({ id: e.id, seq: e.seq })),
  )
  return all.sort((a, b) => b.seq - a.seq)[0] ?? null
})
</script>

<template>
  <TurnShell
    :hands="hands"
    :joint="mine ? jointAt(snapshot, mine.of.joint, null, mine.place) : null"
    :title="mine?.of.name ?? null"
    :empty="section ? null : t('face.no-section')"
  >
    <template #rail><PadRail :snapshot="snapshot" :selected="mine?.place ?? null" @select="choose" /></template>
    <SceneDrawing v-if="mine && state" :draw="draw" />
    <template #side>
      <template v-if="mine && state">
        <p v-if="!state.has('ring-out')" class="text-body" data-part="off-rounds">
          {{
            t('face.rounds-off', {
              mm: length(state.off.mm),
              of: length(mine.of.travelMm),
              left: state.off.plan?.rounds ?? 0,
            })
          }}
        </p>
        <template v-else>
          <p class="text-body">{{ t('face.soaked', { min: mine.of.soakMin }) }}</p>
          <button
            v-if="state.has('bubbles') && !state.has('clicked') && !closed"
            type="button"
            class="key self-start"
            data-part="still-bubbles"
            @click="act({ what: 'face-step', stepId: newId(), place: mine.place, step: 'bubbles' })"
          >
            {{ t('face.still-bubbles') }}
          </button>
          <p class="text-body" data-part="on-rounds">
            {{
              t('face.rounds', {
                mm: length(state.on.mm),
                of: length(mine.of.travelMm),
                left: state.on.plan?.rounds ?? 0,
              })
            }}
          </p>
          <p class="text-body" :class="{ 'font-bold text-outside': state.on.uneven }">
            {{ t('face.skew', { skew: length(state.on.skewMm), max: length(mine.of.maxSkewMm) }) }}
          </p>
        </template>
        <p v-if="state.air" class="text-body" :class="{ 'font-bold text-outside': !state.tight }" data-part="air-entry">
          {{ t('face.air-of', { start: pressure(state.air.startKPa), end: pressure(state.air.endKPa) }) }}:
          {{ t(`face.air-${state.offPressure ? 'off' : state.tight ? 'holds' : 'lost'}`) }}
        </p>
        <EntryKeys v-if="state.air && !state.airOn && !closed" :hands="hands" what="air-test" :entry="state.air" />
        <button v-else-if="last && !closed" type="button" class="key" data-part="strike-last" @click="strike(last.id)">
          {{ t('face.strike') }}
        </button>
      </template>
    </template>
  </TurnShell>
</template>
