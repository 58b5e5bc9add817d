<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { barrelFitMove } from '#core/works/barrels/fit'
import { pinSchools, type PinSchool } from '#core/works/barrels/kinds'
import { barrelsWith } from '#core/works/barrels/read-barrels'
import { readFit } from '#core/works/barrels/read-fit'
import { pinChoices } from '#core/works/barrels/schools'
import ChoiceKeys from '../../../bench/ChoiceKeys.vue'
import SchoolRows from '../../../bench/SchoolRows.vue'
import { useFigures } from '../../../bench/useFigures'
import BarrelShell from '../BarrelShell.vue'
import { useBarrels } from '../useBarrels'
import FitOverHeat from './FitOverHeat.vue'

const { t } = useI18n()
const { length, torque } = useFigures()
/** Pin or trust; null: what the figures ask for. */
const chosen = ref<PinSchool | null>(null)
const hands = useBarrels(barrelFitMove, (move) => ({
  pin: () => void hands.engine.enter(move(), chosen.value ? { school: chosen.value } : {}),
}))
const { snapshot, closed, mine, move, strike } = hands
const sleeved = computed(() => barrelsWith(snapshot.value, 'sleeve').some((b) => b.place === mine.value?.place))
const state = computed(() => (mine.value ? readFit(snapshot.value, mine.value) : null))
watch(
  () => mine.value?.place,
  () => (chosen.value = null),
)
const school = computed({
  get: (): PinSchool => {
    const { pin, pinAsked } = state.value!
    return chosen.value ?? (pinAsked === 'pin' && pin?.verdict === 'sound' ? 'pin' : 'trust')
  },
  set: (value) => (chosen.value = value),
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
const last = computed(() => {
  const s = state.value
  return s ? [s.ring, s.sleeve].find((e) => e != null) : null
})
</script>

<template>
  <BarrelShell :hands="hands">
    <FitOverHeat v-if="mine && state && sleeved" :spot="mine" :state="state" />
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
            <dd class="figure" :class="{ 'font-bold text-outside': state.verdict !== 'in' }">
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
        <fieldset v-if="move.action === 'pin' && !closed" data-school="pin">
          <legend class="mb-1 font-semibold">{{ t('barrel.pin-label') }}</legend>
          <ChoiceKeys
            v-model="school"
            class="flex flex-wrap gap-1"
            :label="t('barrel.pin-label')"
            :options="pinSchools"
            :word="(o: string) => t(`barrel.pin-school.${o}`)"
            mark="pin"
            filled
          />
        </fieldset>
        <SchoolRows v-if="state.verdict === 'in'" :title="t('barrel.pins')" :heads="heads" :rows="rows" />
        <button v-if="last && !closed" type="button" class="key" @click="strike(last.id)">
          {{ t('barrel.strike') }}
        </button>
      </template>
    </template>
  </BarrelShell>
</template>
