<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { barrelSleeveMove } from '#core/works/barrels/sleeve'
import { barrelsWith } from '#core/works/barrels/read-barrels'
import { readDrop, readFit, sleeveFit } from '#core/works/barrels/read-fit'
import { jointOf } from '#core/works/fasteners/read-joint'
import JointDialog from '../../../bench/joint/JointDialog.vue'
import { useFigures } from '../../../bench/useFigures'
import { useShopNow } from '../../../stores/shop-clock'
import BarrelShell from '../BarrelShell.vue'
import { useBarrels } from '../useBarrels'
import DropGap from './DropGap.vue'

const { t } = useI18n()
const { length } = useFigures()
const nowMs = useShopNow(500)
const bolts = ref(false)
const hands = useBarrels(
  (s, hand) => barrelSleeveMove(s, hand, nowMs.value),
  () => ({ bolts: () => (bolts.value = true) }),
)
const { snapshot, section, closed, mine, strike } = hands
const sleeved = computed(() => barrelsWith(snapshot.value, 'sleeve').some((b) => b.place === mine.value?.place))
const fit = computed(() => (mine.value ? readFit(snapshot.value, mine.value) : null))
const state = computed(() => (mine.value ? readDrop(snapshot.value, mine.value) : null))
const dropC = computed(() => {
  const { interferenceMm } = fit.value ?? { interferenceMm: null }
  if (interferenceMm === null || !section.value) return null
  const press = sleeveFit(section.value, interferenceMm, section.value.sleeve.chillC ?? 20)
  return press ? Math.ceil(press.slipOnAtC) : null
})
const joint = computed(() => (section.value?.joint ? jointOf(snapshot.value, section.value.joint) : null))
const last = computed(() => state.value?.flange ?? state.value?.drop ?? state.value?.hot ?? null)
</script>

<template>
  <BarrelShell :hands="hands">
    <DropGap
      v-if="mine && fit && state && sleeved"
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
        <button v-if="last && !closed" type="button" class="key" @click="strike(last.id)">
          {{ t('barrel.strike') }}
        </button>
      </template>
    </template>
    <template #dialogs>
      <JointDialog v-if="joint" :open="bolts" :joint="joint" :cylinder="null" @close="bolts = false" />
    </template>
  </BarrelShell>
</template>
