<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Frame } from '#core/drawing/scene'
import { boreNow, finishedWall } from '#core/works/barrels/bore/drawing'
import { barrelBore } from '#core/works/barrels/bore/steps'
import { readBore } from '#core/works/barrels/bore/read'
import { barrelsWith, entriesAt } from '#core/works/barrels/read-barrels'
import type { EntryWhat } from '#core/works/kinds'
import SceneDrawing from '../../../bench/drawing/SceneDrawing.vue'
import { useAskedSpots } from '../../../bench/pad/useAskedSpots'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import SchoolRows from '../../../bench/SchoolRows.vue'
import { useFigures } from '../../../bench/useFigures'
import BarrelShell from '../BarrelShell.vue'
import { useBarrels } from '../useBarrels'
import BoreStack from './BoreStack.vue'

const { t } = useI18n()
const { length } = useFigures()
const hands = useBarrels('barrel-bore', barrelBore)
const { snapshot, closed, mine, turn } = hands
const bored = computed(() =>
  barrelsWith(snapshot.value, 'sleeve', 'oversize').some((b) => b.place === mine.value?.place),
)
const state = computed(() => (mine.value && bored.value ? readBore(snapshot.value, mine.value) : null))
const { spots, choose } = useAskedSpots(turn, 'finish-bore', 'bore-cut', 'hone-step')
const onWall = computed(() =>
  spots.value ? turn.current.value!.entry === 'finish-bore' : state.value?.finished != null,
)
const draw = (frame: Frame) =>
  onWall.value
    ? finishedWall(snapshot.value, mine.value!, state.value!, spots.value, frame)
    : boreNow(snapshot.value, mine.value!, state.value!, spots.value!, frame)
/** What is chosen on the pad just now counts before it is taken. */
const sofar = computed(() => (turn.current.value?.entry === 'plan-bore' ? turn.sofar.value : {}))
const clearanceNow = computed(() => (sofar.value.clearance as string | undefined) ?? state.value?.clearance)
const stockNow = computed(() => (sofar.value.stock as string | undefined) ?? state.value?.stock)
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
/** What was done last at this barrel. */
const last = computed(() => {
  if (!mine.value) return null
  const rows = { cuts: 'bore-cut', hones: 'hone-step', finished: 'finish-bore', borePlans: 'plan-bore' } as const
  const all = (Object.keys(rows) as (keyof typeof rows)[]).flatMap((name) =>
    entriesAt(snapshot.value, name, mine.value!.place).map((entry) => ({ what: rows[name] as EntryWhat, entry })),
  )
  return all.sort((x, y) => y.entry.seq - x.entry.seq)[0] ?? null
})
</script>

<template>
  <BarrelShell :hands="hands">
    <SceneDrawing v-if="mine && state && (spots || onWall)" :draw="draw" @spot="choose" />
    <BoreStack v-else-if="mine && state" :spot="mine" :state="state" />
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
        <SchoolRows :title="t('barrel.clearances')" :heads="clearanceHeads" :rows="clearances" />
        <SchoolRows :title="t('barrel.stocks')" :heads="stockHeads" :rows="stocks" />
        <EntryKeys v-if="last && !closed" :hands="hands" :what="last.what" :entry="last.entry" />
      </template>
    </template>
  </BarrelShell>
</template>
