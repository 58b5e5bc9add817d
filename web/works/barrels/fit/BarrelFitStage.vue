<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Frame } from '#core/drawing/scene'
import { fitSpots } from '#core/works/barrels/fit/drawing'
import { fits, readFit } from '#core/works/barrels/fit/read'
import { barrelFit } from '#core/works/barrels/fit/steps'
import { barrelsWith, entriesAt } from '#core/works/barrels/read-barrels'
import { pinChoices } from '#core/works/barrels/schools'
import type { EntryWhat } from '#core/works/kinds'
import SceneDrawing from '../../../bench/drawing/SceneDrawing.vue'
import { useAskedSpots } from '../../../bench/pad/useAskedSpots'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import SchoolRows from '../../../bench/SchoolRows.vue'
import { useFigures } from '../../../bench/useFigures'
import BarrelShell from '../BarrelShell.vue'
import { useBarrels } from '../useBarrels'
import FitOverHeat from './FitOverHeat.vue'

const { t } = useI18n()
const { length, torque } = useFigures()
const hands = useBarrels('barrel-fit', barrelFit)
const { snapshot, closed, mine, turn } = hands
const sleeved = computed(() => barrelsWith(snapshot.value, 'sleeve').some((b) => b.place === mine.value?.place))
const state = computed(() => (mine.value ? readFit(snapshot.value, mine.value) : null))
const { spots, choose } = useAskedSpots(turn, 'measure-sleeve', 'bore-barrel', 'cut-seat-ring')
const draw = (frame: Frame) => fitSpots(turn.current.value!.entry, mine.value!, state.value!, spots.value!, frame)!
/** Pin or trust as it was chosen, or as the figures ask. */
const school = computed(() => {
  const { pin, pinAsked, pinChosen } = state.value!
  return pinChosen ?? (pinAsked === 'pin' && pin?.verdict === 'sound' ? 'pin' : 'trust')
})
const heads = [t('barrel.pin-turn'), t('barrel.pin-wall')]
const rows = computed(() =>
  mine.value && state.value
    ? pinChoices(mine.value.of, state.value).map((c) => ({
        key: c.school,
        name: t(`barrel.pin-school.${c.school}`),
        cells: [c.holdsHotNm === null ? '—' : torque(c.holdsHotNm), c.wallMm === null ? '—' : length(c.wallMm)],
        says:
          c.school === 'pin'
            ? t('barrel.pin-says.pin', { depth: length(mine.value!.of.pin?.depthMm ?? 0) })
            : state.value!.hot?.verdict === 'loose'
              ? t('barrel.pin-says.trust', { c: Math.round(state.value!.hot.looseAtC ?? 0) })
              : t('barrel.pin-says.trust-held'),
        chosen: school.value === c.school,
      }))
    : [],
)
/** What was done last at this barrel. */
const last = computed(() => {
  if (!mine.value) return null
  const rows = {
    sleeves: 'measure-sleeve',
    bored: 'bore-barrel',
    rings: 'cut-seat-ring',
    pinChoices: 'choose-pin',
  } as const
  const all = (Object.keys(rows) as (keyof typeof rows)[]).flatMap((name) =>
    entriesAt(snapshot.value, name, mine.value!.place).map((entry) => ({ what: rows[name] as EntryWhat, entry })),
  )
  return all.sort((x, y) => y.entry.seq - x.entry.seq)[0] ?? null
})
</script>

<template>
  <BarrelShell :hands="hands">
    <SceneDrawing v-if="mine && state && sleeved && spots" :draw="draw" @spot="choose" />
    <FitOverHeat v-else-if="mine && state && sleeved" :spot="mine" :state="state" />
    <p v-else-if="mine" class="h-full bg-layout p-6 text-lead text-scribe">{{ t('order.no-sleeve-here') }}</p>
    <template #side>
      <template v-if="state && sleeved">
        <dl class="grid grid-cols-[1fr_auto] gap-y-1 text-body" data-part="fit-entry">
          <template v-if="state.sleeve">
            <dt>{{ t('barrel.sleeve-outer') }}</dt>
            <dd class="figure">{{ state.sleeve.outerMm.map((mm) => length(mm)).join(' / ') }}</dd>
            <dt>{{ t('barrel.sleeve-flange') }}</dt>
            <dd class="figure">{{ length(state.sleeve.flangeMm) }}</dd>
          </template>
          <template v-if="state.boreNowMm !== null">
            <dt>{{ t('barrel.bore-now') }}</dt>
            <dd class="figure">{{ length(state.boreNowMm) }}</dd>
          </template>
          <template v-if="state.boreToMm !== null">
            <dt>{{ t('barrel.bore-to') }}</dt>
            <dd class="figure">{{ length(state.boreToMm) }}</dd>
          </template>
          <template v-if="state.interferenceMm !== null && state.cutsLeft === 0">
            <dt>{{ t('barrel.interference') }}</dt>
            <dd class="figure" :class="{ 'font-bold text-outside': !fits(state) }">
              {{ length(state.interferenceMm) }}
            </dd>
          </template>
        </dl>
        <p
          v-if="state.standsMm !== null"
          class="text-body"
          :class="{ 'font-bold text-outside': state.ringVerdict !== 'in' }"
        >
          {{ t('barrel.stands', { mm: length(state.standsMm) }) }}
        </p>
        <SchoolRows v-if="fits(state)" :title="t('barrel.pins')" :heads="heads" :rows="rows" />
        <EntryKeys v-if="last && !closed" :hands="hands" :what="last.what" :entry="last.entry" />
      </template>
    </template>
  </BarrelShell>
</template>
