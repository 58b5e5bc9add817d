<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { ReadingSet, Snapshot } from '#core/job/snapshot'
import { setReadings, stationReadings, stationsOf } from '#core/job/stations'
import { clockHour } from '#core/measure/angle'
import { compareSets, type SetComparison } from '#core/measure/compare-sets'
import { canTell, shimGrowthMm, stationsWorth } from '#core/measure/school-questions'
import { gaugeUncertaintyMm } from '#core/measure/uncertainty'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { useFigures } from '../../../bench/useFigures'
import { useDevice } from '../../../stores/device'
import { useJob } from '../../../stores/job'

const props = defineProps<{
  open: boolean
  snapshot: Snapshot
  length: (valueMm: number, limits?: readonly number[], signed?: boolean) => string
}>()
const emit = defineEmits<{ close: [] }>()
const { t, n } = useI18n()
const { when, unit, torque } = useFigures()
const job = useJob()
const device = useDevice()
const gauge = computed(() => props.snapshot.gauges.find((g) => g.id === device.gaugeId) ?? props.snapshot.gauges[0])
const uMm = computed(() =>
  gauge.value ? gaugeUncertaintyMm(gauge.value.repeatabilityMm, gauge.value.resolutionMm) : 0,
)

const valuesOf = (set: ReadingSet) =>
  stationReadings(stationsOf(props.snapshot.stationsDeg, setReadings(props.snapshot, set), 0))
const sets = computed(() =>
  props.snapshot.sets.filter((s) => s.cylinder === job.selected && s.stage === 'trial-fit' && valuesOf(s).length >= 3),
)
const clampOf = (s: ReadingSet) => s.clampNm ?? props.snapshot.sheet.limits.holdDownNm
const firstId = ref('')
const secondId = ref('')
const pair = computed(() => {
  const [a, b] = [sets.value.find((s) => s.id === firstId.value), sets.value.find((s) => s.id === secondId.value)]
  return a && b && a !== b ? ([a, b] as const) : null
})
const compared = computed<SetComparison | 'different-stations' | null>(() => {
  if (!pair.value) return null
  try {
    return compareSets(valuesOf(pair.value[0]), valuesOf(pair.value[1]), uMm.value)
  } catch {
    return 'different-stations'
  }
})

const thicknessMm = computed(() => Math.max(0.5, ...props.snapshot.shims.map((s) => s.nominalMm)))
const riseK = ref(70)
const growth = computed(() =>
  (['brass', 'stainless', 'steel'] as const).map((material) => ({
    material,
    mm: shimGrowthMm(thicknessMm.value, material, riseK.value),
  })),
)
const growthGap = computed(() => growth.value[0]!.mm - growth.value[1]!.mm)
/** A tenth of a micron is more than any shop can see: growth is told in microns. */
const microns = (mm: number) => (unit.value === 'mm' ? n(mm * 1000, { maximumFractionDigits: 2 }) : props.length(mm))
const spotDeg = ref(40)
const worth = computed(() => [4, 8].map((stations) => stationsWorth(stations, uMm.value, spotDeg.value)))
</script>

<template>
  <SheetDialog :open="open" wide :title="t('question.title')" @close="emit('close')">
    <p class="text-small text-soft">{{ t('question.gauge', { gauge: gauge?.name ?? '', u: length(uMm) }) }}</p>
    <section class="mt-3" data-part="question-torque">
      <h2>{{ t('question.torque.title') }}</h2>
      <p>{{ t('question.torque.how', { cylinder: job.selected }) }}</p>
      <div v-if="sets.length >= 2" class="mt-1 flex flex-wrap gap-2">
        <select
          v-for="which in ['first', 'second'] as const"
          :key="which"
          class="box !text-body"
          :value="which === 'first' ? firstId : secondId"
          :aria-label="t(`question.torque.${which}`)"
          :data-part="`set-${which}`"
          @change="
            (e) => {
              const v = (e.target as HTMLSelectElement).value
              if (which === 'first') firstId = v
              else secondId = v
            }
          "
        >
          <option value="" disabled>{{ t(`question.torque.${which}`) }}</option>
          <option v-for="s in sets" :key="s.id" :value="s.id">
            {{ t('question.torque.set', { when: when(s.at), torque: torque(clampOf(s)) }) }}
          </option>
        </select>
      </div>
      <p v-else class="font-semibold">{{ t('question.torque.none') }}</p>
      <p v-if="compared === 'different-stations'" class="font-semibold">{{ t('question.torque.different') }}</p>
      <p v-else-if="compared" class="mt-1 text-lead font-bold" data-part="torque-answer">
        {{
          t(`question.torque.answer.${compared.reading}`, {
            shift: length(compared.meanShiftMm, [], true),
            tilt: length(compared.tiltShiftMm),
            clock: compared.highAtDeg === null ? '' : clockHour(compared.highAtDeg),
          })
        }}
      </p>
    </section>
    <section class="mt-4" data-part="question-material">
      <h2>{{ t('question.material.title') }}</h2>
      <label class="flex items-center gap-3"
        >{{ t('question.material.rise', { rise: riseK })
        }}<input v-model.number="riseK" type="range" min="20" max="120" step="5" class="accent-[var(--ink)]"
      /></label>
      <ul class="flex flex-wrap gap-x-6 text-body">
        <li v-for="g in growth" :key="g.material">
          {{ t(`material.${g.material}`) }} <b class="figure">{{ microns(g.mm) }}</b>
          {{ t(unit === 'mm' ? 'question.micron' : 'unit.thou') }}
        </li>
      </ul>
      <p class="text-lead font-bold">
        {{
          t(canTell(growthGap, uMm) ? 'question.material.matters' : 'question.material.same', {
            thickness: length(thicknessMm),
            gap: microns(growthGap),
            unit: t(unit === 'mm' ? 'question.micron' : 'unit.thou'),
            u: length(uMm),
          })
        }}
      </p>
    </section>
    <section class="mt-4" data-part="question-stations">
      <h2>{{ t('question.stations.title') }}</h2>
      <label class="flex items-center gap-3"
        >{{ t('question.stations.spot', { deg: spotDeg })
        }}<input v-model.number="spotDeg" type="range" min="10" max="90" step="5" class="accent-[var(--ink)]"
      /></label>
      <table class="mt-1 text-body">
        <tbody>
          <tr v-for="w in worth" :key="w.stations">
            <th class="pr-5 text-left">{{ t('question.stations.n', { n: w.stations }) }}</th>
            <td class="pr-5">{{ t('question.stations.mean', { u: length(w.meanMm) }) }}</td>
            <td class="pr-5">{{ t('question.stations.lean', { u: length(w.leanMm) }) }}</td>
            <td>{{ t('question.stations.missed', { chance: n(w.missed, { style: 'percent' }) }) }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <button type="button" class="key mt-4" @click="emit('close')">{{ t('keys.close') }}</button>
  </SheetDialog>
</template>
