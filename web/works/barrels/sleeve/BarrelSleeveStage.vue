<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Frame } from '#core/drawing/scene'
import { flangeFromAbove } from '#core/works/barrels/sleeve/drawing'
import { barrelSleeve } from '#core/works/barrels/sleeve/steps'
import SceneDrawing from '../../../bench/drawing/SceneDrawing.vue'
import { useAskedSpots } from '../../../bench/pad/useAskedSpots'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import { barrelsWith } from '#core/works/barrels/read-barrels'
import { readFit, sleeveFit } from '#core/works/barrels/fit/read'
import { readDrop } from '#core/works/barrels/sleeve/read'
import { jointAt } from '#core/works/fasteners/read-joint'
import { useFigures } from '../../../bench/useFigures'
import { useShopNow } from '../../../stores/shop-clock'
import BarrelShell from '../BarrelShell.vue'
import { useBarrels } from '../useBarrels'
import DropGap from './DropGap.vue'

const { t } = useI18n()
const { length } = useFigures()
const nowMs = useShopNow(500)
const hands = useBarrels('barrel-sleeve', barrelSleeve, {}, () => nowMs.value)
const { snapshot, section, closed, mine, turn } = hands
const { spots, choose } = useAskedSpots(turn, 'flange-stands')
const draw = (frame: Frame) => flangeFromAbove(mine.value!, state.value!, spots.value, frame)
const sleeved = computed(() => barrelsWith(snapshot.value, 'sleeve').some((b) => b.place === mine.value?.place))
const fit = computed(() => (mine.value ? readFit(snapshot.value, mine.value) : null))
const state = computed(() => (mine.value ? readDrop(snapshot.value, mine.value) : null))
const dropC = computed(() => {
  const { interferenceMm } = fit.value ?? { interferenceMm: null }
  if (interferenceMm === null || !section.value) return null
  const press = sleeveFit(section.value, interferenceMm, section.value.sleeve.chillC ?? 20)
  return press ? Math.ceil(press.slipOnAtC) : null
})
const joint = computed(() => jointAt(snapshot.value, section.value?.joint, null))
/** What was done last at this barrel. */
const last = computed(() => {
  const { flange, drop, hot } = state.value ?? {}
  if (flange) return { what: 'flange-stands' as const, entry: flange }
  if (drop) return { what: 'sleeve-drops' as const, entry: drop }
  return hot ? { what: 'barrel-hot' as const, entry: hot } : null
})
</script>

<template>
  <BarrelShell :hands="hands" :joint="joint">
    <SceneDrawing v-if="mine && state && (spots || state.flange)" :draw="draw" @spot="choose" />
    <DropGap
      v-else-if="mine && fit && state && sleeved"
      :spot="mine"
      :fit="fit"
      :state="state"
      :now-ms="nowMs"
      :drop-c="dropC"
    />
    <p v-else-if="mine" class="h-full bg-layout p-6 text-lead text-scribe">{{ t('order.no-sleeve-here') }}</p>
    <template #side>
      <template v-if="mine && fit && state && sleeved">
        <dl class="grid grid-cols-[1fr_auto] gap-y-1 text-body" data-part="drop-entry">
          <template v-if="fit.interferenceMm !== null">
            <dt>{{ t('barrel.interference') }}</dt>
            <dd class="figure">{{ length(fit.interferenceMm) }}</dd>
          </template>
        </dl>
        <p v-if="state.drop" class="text-body font-bold" :class="{ 'text-outside': !state.home }">
          {{ t(state.home ? 'barrel.is-home' : 'barrel.is-stuck') }}
        </p>
        <p v-if="state.flange" class="text-body" :class="{ 'font-bold text-outside': state.stands !== 'in' }">
          {{
            t('barrel.stands-now', {
              most: length(Math.max(...state.flange.edgesMm)),
              max: length(mine.of.sleeve.proud.maxMm),
            })
          }}
        </p>
        <p v-if="state.pinned" class="text-body">{{ t('barrel.is-pinned') }}</p>
        <EntryKeys v-if="last && !closed" :hands="hands" :what="last.what" :entry="last.entry" />
      </template>
    </template>
  </BarrelShell>
</template>
