<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { barrelBoreMove } from '#core/works/barrels/bore'
import { clearanceSchools, stockSchools, type ClearanceSchool, type StockSchool } from '#core/works/barrels/kinds'
import { readBore } from '#core/works/barrels/read-bore'
import { barrelsWith, entriesAt } from '#core/works/barrels/read-barrels'
import ChoiceKeys from '../../../bench/ChoiceKeys.vue'
import SchoolRows from '../../../bench/SchoolRows.vue'
import { useFigures } from '../../../bench/useFigures'
import BarrelShell from '../BarrelShell.vue'
import { useBarrels } from '../useBarrels'
import BoreStack from './BoreStack.vue'

const { t } = useI18n()
const { length } = useFigures()
/** The schools in hand; null: what the figures ask for. */
const clearance = ref<ClearanceSchool | null>(null)
const stock = ref<StockSchool | null>(null)
const hands = useBarrels(barrelBoreMove, (move) => ({
  plan: () =>
    void hands.engine.enter(move(), {
      ...(clearance.value ? { clearance: clearance.value } : {}),
      ...(stock.value ? { stock: stock.value } : {}),
    }),
}))
const { snapshot, closed, mine, move, strike } = hands
const bored = computed(() =>
  barrelsWith(snapshot.value, 'sleeve', 'oversize').some((b) => b.place === mine.value?.place),
)
const state = computed(() => (mine.value && bored.value ? readBore(snapshot.value, mine.value) : null))
watch(
  () => mine.value?.place,
  () => {
    clearance.value = null
    stock.value = null
  },
)
const clearanceNow = computed({
  get: () => clearance.value ?? state.value?.clearance ?? 'maker',
  set: (value: ClearanceSchool) => (clearance.value = value),
})
const stockNow = computed({
  get: () => stock.value ?? state.value?.stock ?? 'small',
  set: (value: StockSchool) => (stock.value = value),
})
const clearanceHeads = [t('barrel.cold'), t('barrel.hot'), t('barrel.touches')]
const clearances = computed(() =>
  (state.value?.schools.clearances ?? []).map((c) => ({
    key: c.school,
    name: t(`barrel.clearance.${c.school}`),
    cells: [
      length(c.clearanceMm),
      c.hot ? length(c.hot.hotMm) : '—',
      c.hot ? t('barrel.degrees', { c: Math.round(c.hot.pistonTouchesAtC) }) : '—',
    ],
    chosen: clearanceNow.value === c.school,
  })),
)
const stockHeads = [t('barrel.left'), t('barrel.needs'), t('barrel.gone')]
const stocks = computed(() =>
  (state.value?.schools.stocks ?? []).map((s) => ({
    key: s.school,
    name: t(`barrel.stock.${s.school}`),
    cells: [
      length(s.stockMm),
      s.bore ? length(s.bore.leastHoneStockMm) : '—',
      t(s.bore?.marksGone ? 'barrel.yes' : 'barrel.no'),
    ],
    chosen: stockNow.value === s.school,
  })),
)
/** What was measured last, and may be struck out. */
const last = computed(() => {
  if (!mine.value) return null
  const { place } = mine.value
  const rows = (['cuts', 'hones', 'finished', 'borePlans'] as const).flatMap((name) =>
    entriesAt(snapshot.value, name, place).map((e) => ({ id: e.id, seq: e.seq })),
  )
  return rows.sort((a, b) => b.seq - a.seq)[0] ?? null
})
</script>

<template>
  <BarrelShell :hands="hands">
    <BoreStack v-if="mine && state" :spot="mine" :state="state" />
    <p v-else-if="mine" class="h-full bg-layout p-6 text-lead text-scribe">{{ t('order.not-bored-here') }}</p>
    <template #side>
      <template v-if="mine && state">
        <dl class="grid grid-cols-[1fr_auto] gap-y-1 text-body" data-part="bore-entry">
          <template v-if="state.boreNowMm !== null">
            <dt>{{ t('barrel.bore-now') }}</dt>
            <dd class="figure">{{ length(state.boreNowMm) }}</dd>
          </template>
          <template v-if="state.judged">
            <dt>{{ t('barrel.largest') }}</dt>
            <dd class="figure">{{ length(state.judged.largestMm) }}</dd>
            <dt>{{ t('barrel.taper') }}</dt>
            <dd class="figure">{{ length(state.judged.taperMm) }}</dd>
            <dt>{{ t('barrel.round') }}</dt>
            <dd class="figure">{{ length(state.judged.outOfRoundMm) }}</dd>
          </template>
        </dl>
        <p v-if="state.sizeVerdict" class="text-body font-bold" :class="{ 'text-outside': state.sizeVerdict !== 'in' }">
          {{ t(`barrel.size.${state.sizeVerdict}`) }}
        </p>
        <template v-if="move.action === 'plan' && !closed">
          <fieldset data-school="clearance">
            <legend class="mb-1 font-semibold">{{ t('barrel.clearance-label') }}</legend>
            <ChoiceKeys
              v-model="clearanceNow"
              class="flex flex-wrap gap-1"
              :label="t('barrel.clearance-label')"
              :options="clearanceSchools"
              :word="(o: string) => t(`barrel.clearance.${o}`)"
              mark="clearance"
              filled
            />
          </fieldset>
          <fieldset data-school="stock">
            <legend class="mb-1 font-semibold">{{ t('barrel.stock-label') }}</legend>
            <ChoiceKeys
              v-model="stockNow"
              class="flex flex-wrap gap-1"
              :label="t('barrel.stock-label')"
              :options="stockSchools"
              :word="(o: string) => t(`barrel.stock.${o}`)"
              mark="stock"
              filled
            />
          </fieldset>
        </template>
        <SchoolRows :title="t('barrel.clearances')" :heads="clearanceHeads" :rows="clearances" />
        <SchoolRows :title="t('barrel.stocks')" :heads="stockHeads" :rows="stocks" />
        <button v-if="last && !closed" type="button" class="key" @click="strike(last.id)">
          {{ t('barrel.strike') }}
        </button>
      </template>
    </template>
  </BarrelShell>
</template>
