<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { StageState } from '#core/job/route'
import { stagesOf, workChoices } from '#core/job/stages'
import { workNames } from '#core/works/stage-table'
import { readDeck } from '#core/works/liners/deck'
import { move as deckMove } from '#core/works/liners/move-corrections'
import { Played } from '#core/testing/make-snapshot'
import { wholeJob } from '#core/testing/tarrock'
import ChoiceKeys from '../bench/ChoiceKeys.vue'
import DeckProfile from '../works/liners/DeckProfile.vue'
import DeckRail from '../works/liners/DeckRail.vue'
import LengthField from '../bench/LengthField.vue'
import LinerPlan from '../works/liners/LinerPlan.vue'
import ListTable from '../bench/ListTable.vue'
import type { ListColumn } from '../bench/list-column'
import MoveBar from '../bench/MoveBar.vue'
import RouteMarks from '../bench/RouteMarks.vue'
import RouteRail from '../bench/RouteRail.vue'
import TorqueField from '../bench/TorqueField.vue'
import WindowGlyph from '../bench/WindowGlyph.vue'
import { useDevice } from '../stores/device'
import { useWords } from './i18n'

/** The parts of the bench in all their states, for whoever changes one. Only there while developing. */
const { t } = useI18n()
const device = useDevice()
const named = useWords(() => workNames)

const played = new Played(wholeJob())
const heights = [0.1, 0.061, 0.16, 0.1, 0.139]
heights.forEach((mm, i) => played.set(i + 1, [mm, mm + 0.004, mm - 0.003, mm], { stage: 'as-found', zeroMm: 0 }))
const snapshot = played.snapshot
const deck = readDeck(snapshot, 'as-found')
const selected = ref(3)
const state = computed(() => deck.cylinders.find((c) => c.cylinder === selected.value)!)

const states: StageState[] = ['done', 'passed', 'begun', 'next', 'later']
const route = stagesOf(workChoices).map((stage, i) => ({ stage, state: states[Math.min(i, states.length - 1)]! }))
const long = [...route, ...route.slice(0, 3)]
const verdicts = [
  { mm: 0.1, verdict: 'in' as const },
  { mm: 0.139, verdict: 'unsure' as const },
  { mm: 0.16, verdict: 'out' as const },
  { mm: 0.02, verdict: 'out' as const },
]
const moves = [
  deckMove('trial-fit', 'cut', 3, 'leans', {
    caution: 'chips',
    figures: {
      leavesMm: [0.25, 0.08],
      packMm: 0.33,
      passKind: 'rough',
      expectMm: 0.15,
      tiltMm: 0.06,
      highAtDeg: 90,
      cleanCutMm: 0.11,
      endMm: 0.1,
      passes: [
        { kind: 'rough', packMm: 0.25 },
        { kind: 'finish', packMm: 0.08 },
      ],
    },
  }),
  deckMove('trial-fit', 'blocked', 3, 'past-max-depth', {
    caution: 'machine-shop',
    figures: { depthMm: 11.4, limitMm: 11.3 },
  }),
  deckMove('trial-fit', 'done', null, 'closed'),
]
const choice = ref<'mm' | 'thou' | null>('mm')
const length = ref<number | null>(0.1)
const torque = ref<number | null>(62)
const rows = heights.map((mm, i) => ({ id: String(i), cylinder: i + 1, mm }))
const columns: ListColumn<(typeof rows)[number]>[] = [
  { id: 'cylinder', header: 'Cylinder', value: (r) => r.cylinder },
  { id: 'mm', header: 'mm', value: (r) => r.mm },
]
</script>

<template>
  <main v-if="named" class="flex flex-col gap-8 p-6" data-part="bench">
    <div class="flex gap-2">
      <button type="button" class="key" @click="device.theme = device.theme === 'light' ? 'dark' : 'light'">◐</button>
      <button type="button" class="key" @click="device.unit = device.unit === 'mm' ? 'thou' : 'mm'">
        {{ t(`unit.${device.unit}`) }}
      </button>
      <button type="button" class="key" disabled>key</button><button type="button" class="key-brass">key-brass</button>
      <button type="button" class="key-brass disabled:opacity-50" disabled>key-brass</button>
    </div>
    <section class="flex items-center gap-6">
      <WindowGlyph
        v-for="v in verdicts"
        :key="v.mm"
        :value-mm="v.mm"
        :min-mm="0.06"
        :max-mm="0.14"
        :verdict="v.verdict"
      />
      <RouteMarks v-for="r in [route[3]!.stage, null]" :key="String(r)" :next="r" :work="[...workChoices]" />
    </section>
    <section class="flex max-w-[900px] gap-4">
      <ChoiceKeys
        v-model="choice"
        class="flex gap-1"
        label="unit"
        :options="['mm', 'thou'] as const"
        :word="(u) => t(`unit.${u}`)"
        mark="unit"
        filled
      />
      <LengthField v-model="length" label="length" hint="0.06" />
      <LengthField :model-value="null" label="wrong" problem="cannot be" />
      <TorqueField v-model="torque" label="torque" />
    </section>
    <section><MoveBar v-for="(m, i) in moves" :key="i" :move="m" :shims="snapshot.shims" /></section>
    <section class="border border-line">
      <DeckRail
        :engine="snapshot.engine"
        :deck="deck"
        :limits="snapshot.sheet.limits"
        :selected="selected"
        @select="(c) => (selected = c)"
      />
    </section>
    <section class="grid h-[300px] grid-cols-2 gap-px">
      <LinerPlan :state="state" :limits="snapshot.sheet.limits" :station-deg="90" />
      <DeckProfile
        :deck="deck"
        :behind="null"
        :heads="snapshot.engine.heads"
        :limits="snapshot.sheet.limits"
        :selected="selected"
      />
    </section>
    <section class="flex h-[420px] gap-6">
      <RouteRail :route="route.slice(0, 5)" job-id="none" /><RouteRail :route="long" job-id="none" />
    </section>
    <section><ListTable :rows="rows" :columns="columns" name="bench" empty="empty" /></section>
    <section>
      <ListTable :rows="[]" :columns="columns" name="bench-empty" empty="Nothing yet: say what to do first." />
    </section>
  </main>
</template>
