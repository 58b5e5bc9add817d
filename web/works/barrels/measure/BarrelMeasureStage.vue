<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Frame } from '#core/drawing/scene'
import { wornWall } from '#core/works/barrels/measure/drawing'
import { barrelMeasure } from '#core/works/barrels/measure/steps'
import { readWorn } from '#core/works/barrels/read-barrels'
import { wayCosts } from '#core/works/barrels/schools'
import SceneDrawing from '../../../bench/drawing/SceneDrawing.vue'
import { useAskedSpots } from '../../../bench/pad/useAskedSpots'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import SchoolRows from '../../../bench/SchoolRows.vue'
import { useFigures } from '../../../bench/useFigures'
import BarrelShell from '../BarrelShell.vue'
import { useBarrels } from '../useBarrels'

const { t } = useI18n()
const { length, money } = useFigures()
const hands = useBarrels('barrel-measure', barrelMeasure)
const { snapshot, closed, mine, turn } = hands
const state = computed(() => (mine.value ? readWorn(snapshot.value, mine.value) : null))
const { spots, choose } = useAskedSpots(turn, 'measure-barrel')
const draw = (frame: Frame) => wornWall(mine.value!, state.value!, spots.value, frame)
const costHeads = [t('barrel.cost'), t('barrel.lasts'), t('barrel.per')]
const costs = computed(() =>
  mine.value && state.value
    ? wayCosts(mine.value.of)
        .filter((c) => state.value!.open.includes(c.way))
        .map((c) => ({
          key: c.way,
          name: t(`barrel.way.${c.way}`),
          cells: [
            money(c.money),
            t('barrel.hours', { n: c.lastsH }),
            c.perThousandH === null ? '—' : money(c.perThousandH),
          ],
          chosen: (state.value!.way ?? state.value!.asks) === c.way,
        }))
    : [],
)
const rows = computed(() => {
  const j = state.value?.judged
  const b = mine.value?.of.barrel
  if (!j || !b) return []
  return [
    { key: 'largest', mm: j.largestMm, max: b.wornMaxMm, verdict: j.verdicts.size },
    { key: 'taper', mm: j.taperMm, max: b.taperMaxMm, verdict: j.verdicts.taper },
    { key: 'round', mm: j.outOfRoundMm, max: b.outOfRoundMaxMm, verdict: j.verdicts.round },
  ]
})
</script>

<template>
  <BarrelShell :hands="hands">
    <SceneDrawing v-if="mine && state" :draw="draw" @spot="choose" />
    <template #side>
      <template v-if="state?.judged && state.measured">
        <dl class="grid grid-cols-[1fr_auto_auto] gap-x-3 gap-y-1 text-body" data-part="worn-entry">
          <template v-for="r in rows" :key="r.key">
            <dt>{{ t(`barrel.${r.key}`) }}</dt>
            <dd class="figure text-right">
              {{ t('barrel.of', { value: length(r.mm, [r.max]), max: length(r.max) }) }}
            </dd>
            <dd :class="{ 'font-bold text-outside': r.verdict === 'out', 'text-online': r.verdict === 'unsure' }">
              {{ t(`verdict.${r.verdict}`) }}
            </dd>
          </template>
          <dt>{{ t('barrel.clearance-now') }}</dt>
          <dd class="figure text-right">{{ length(state.judged.clearanceMm) }}</dd>
          <dd></dd>
        </dl>
        <p class="text-small text-soft">{{ t('barrel.warm', { c: state.measured.partC }) }}</p>
        <p class="text-body" :class="{ 'font-bold text-outside': state.measured.wall !== 'sound' }">
          {{ t('barrel.wall-label') }}: {{ t(`barrel.wall.${state.measured.wall}`) }}
        </p>
        <SchoolRows v-if="costs.length" :title="t('barrel.ways')" :heads="costHeads" :rows="costs" />
        <p v-if="state.way" class="text-body font-bold" data-part="way">{{ t(`barrel.way.${state.way}`) }}</p>
        <EntryKeys v-if="!closed" :hands="hands" what="measure-barrel" :entry="state.measured" />
      </template>
    </template>
  </BarrelShell>
</template>
