<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { barrelMeasureMove } from '#core/works/barrels/measure'
import type { BarrelWay } from '#core/works/barrels/kinds'
import { readWorn } from '#core/works/barrels/read-barrels'
import { wayCosts } from '#core/works/barrels/schools'
import ChoiceKeys from '../../../bench/ChoiceKeys.vue'
import SchoolRows from '../../../bench/SchoolRows.vue'
import { useFigures } from '../../../bench/useFigures'
import BarrelShell from '../BarrelShell.vue'
import { useBarrels } from '../useBarrels'
import BoreWall from './BoreWall.vue'

const { t } = useI18n()
const { length, money } = useFigures()
/** What becomes of the barrel in hand; null: what its figures ask for. */
const chosen = ref<BarrelWay | null>(null)
const hands = useBarrels(barrelMeasureMove, (move) => ({
  decide: () => void hands.engine.enter(move(), chosen.value ? { way: chosen.value } : {}),
}))
const { snapshot, closed, mine, strike } = hands
const state = computed(() => (mine.value ? readWorn(snapshot.value, mine.value) : null))
watch(
  () => mine.value?.place,
  () => (chosen.value = null),
)
const way = computed({
  get: () => chosen.value ?? state.value?.asks ?? 'keep',
  set: (value: BarrelWay) => (chosen.value = value),
})
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
          chosen: way.value === c.way,
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
    <BoreWall v-if="mine && state" :spot="mine" :state="state" />
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
        <fieldset v-if="!state.way && !closed" data-school="way">
          <legend class="mb-1 font-semibold">{{ t('barrel.way-label') }}</legend>
          <ChoiceKeys
            v-model="way"
            class="flex flex-wrap gap-1"
            :label="t('barrel.way-label')"
            :options="state.open"
            :word="(o: string) => t(`barrel.way.${o}`)"
            mark="way"
            filled
          />
        </fieldset>
        <SchoolRows v-if="costs.length" :title="t('barrel.ways')" :heads="costHeads" :rows="costs" />
        <p v-if="state.way" class="text-body font-bold" data-part="way">{{ t(`barrel.way.${state.way}`) }}</p>
        <button v-if="!closed" type="button" class="key" @click="strike(state.measured.id)">
          {{ t('barrel.strike') }}
        </button>
      </template>
    </template>
  </BarrelShell>
</template>
