<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { clockHour } from '#core/measure/angle'
import { useFigures } from './useFigures'
import type { EntryState } from './entry'
import WindowGlyph from './WindowGlyph.vue'

/** What was read at each station, beside its window; a touch chooses the station. */
const props = defineProps<{
  state: EntryState
  limits: { minMm: number; maxMm: number }
  stationDeg: number | null
  closed: boolean
}>()
const emit = defineEmits<{ choose: [angleDeg: number] }>()
const { t } = useI18n()
const { length } = useFigures()

const cells = computed(() =>
  props.state.stations.map((s) => ({
    ...s,
    valueMm: props.state.changed ? null : s.valueMm,
    repeats: s.readings.length,
  })),
)
</script>

<template>
  <ol class="grid grid-cols-2 gap-1.5">
    <li v-for="cell in cells" :key="cell.angleDeg">
      <button
        type="button"
        class="flex min-h-[57px] w-full flex-col items-stretch justify-center rounded border px-2 py-0.5 text-left"
        :disabled="closed"
        :class="cell.angleDeg === stationDeg ? 'border-2 border-brass bg-plate' : 'border-line bg-plate'"
        :data-station="cell.angleDeg"
        :data-verdict="cell.verdict ?? 'none'"
        @click="emit('choose', cell.angleDeg)"
      >
        <span class="flex items-baseline justify-between text-fine text-soft">
          <span>{{ t('plan.station', { clock: clockHour(cell.angleDeg) }) }}</span>
          <span v-if="cell.repeats > 1">{{ t('pad.mean-of', { n: cell.repeats }) }}</span>
        </span>
        <span class="flex items-center justify-between gap-1">
          <span class="figure text-figure leading-tight" data-part="station-value">{{
            cell.valueMm === null ? '·' : length(cell.valueMm, [limits.minMm, limits.maxMm])
          }}</span>
          <WindowGlyph
            v-if="cell.valueMm !== null && cell.verdict"
            :value-mm="cell.valueMm"
            :min-mm="limits.minMm"
            :max-mm="limits.maxMm"
            :verdict="cell.verdict"
            :width="58"
            class="max-[1100px]:w-[42px]"
          />
        </span>
      </button>
    </li>
  </ol>
</template>
