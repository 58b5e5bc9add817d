<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { clockHour } from '#core/measure/angle'
import { parseLength, type LengthProblem } from '#core/units/parse-length'
import { useDevice } from '../stores/device'
import { useGauge } from '../stores/gauge'
import { onPlan } from './useDeckPlan'
import type { PartRow } from './part-rows'
import { useFigures } from './useFigures'

const props = defineProps<{ row: PartRow; jobId: string | null; closed: boolean }>()
const emit = defineEmits<{ measured: [readings: { angleDeg: number; valueMm: number }[]] }>()
const { t } = useI18n()
const { length } = useFigures()
const device = useDevice()
const gauge = useGauge()
const box = useTemplateRef<HTMLInputElement>('box')
const text = ref('')
const problem = ref<LengthProblem | 'nobody' | 'far-off' | 'no-gauge-value' | null>(null)

/** A flange at four stations, a shim at three, counted from the part's own mark. */
const stations = computed(() => (props.row.kind === 'liner' ? [0, 90, 180, 270] : [0, 120, 240]))
const values = ref<number[]>([])
const doubtful = ref<number | null>(null)
const next = computed(() => stations.value[values.value.length] ?? null)
const shown = computed(() =>
  stations.value.map((angleDeg, i) => ({
    angleDeg,
    valueMm:
      values.value[i] ??
      (values.value.length === 0 ? props.row.part.readings.find((r) => r.angleDeg === angleDeg)?.valueMm : undefined) ??
      null,
    ...onPlan(angleDeg),
  })),
)

function take(valueMm: number, sure = false): void {
  if (next.value === null) return
  if (!device.personId) return void (problem.value = 'nobody')
  if (!sure && Math.abs(valueMm - props.row.nominalMm) > Math.max(0.06, props.row.nominalMm * 0.02)) {
    doubtful.value = valueMm
    problem.value = 'far-off'
    return
  }
  values.value = [...values.value, valueMm]
  text.value = ''
  problem.value = null
  doubtful.value = null
  slide()
  if (values.value.length === stations.value.length) {
    emit(
      'measured',
      stations.value.map((angleDeg, i) => ({ angleDeg, valueMm: values.value[i]! })),
    )
    values.value = []
  }
}

/** The simulated gauge goes where the next reading is taken. */
function slide(): void {
  if (gauge.source === 'simulated')
    gauge.control({ do: 'slide', to: { on: 'part', partId: props.row.id, angleDeg: next.value ?? 0 } })
}

function enter(): void {
  if (doubtful.value !== null && text.value.trim() !== '') return take(doubtful.value, true)
  if (text.value.trim() === '') {
    if (gauge.live && gauge.valueMm !== null) return take(gauge.valueMm)
    problem.value = gauge.source === 'none' ? 'empty' : 'no-gauge-value'
    return
  }
  const typed = parseLength(text.value, device.unit)
  if (typed.ok) take(typed.valueMm)
  else problem.value = typed.problem
}
function back(event: KeyboardEvent): void {
  if (text.value !== '' || values.value.length === 0) return
  event.preventDefault()
  values.value = values.value.slice(0, -1)
}

async function connect(): Promise<void> {
  gauge.connectSimulated(props.jobId, 'trial-fit')
  gauge.control({ do: 'slide', to: { on: 'deck' } })
}
function zeroAndSlide(): void {
  gauge.control({ do: 'zero' })
  slide()
}
const stop = gauge.onButton(() => enter())
onMounted(
  () =>
    void nextTick(() => {
      box.value?.focus({ preventScroll: true })
      slide()
    }),
)
onBeforeUnmount(stop)
</script>

<template>
  <section
    class="sticky top-3 border border-line bg-plate p-4"
    :aria-label="t('parts.measure', { label: row.label })"
    data-part="part-measure"
    :data-label="row.label"
  >
    <h2>{{ t('parts.measure', { label: row.label }) }}</h2>
    <p class="text-small text-soft">{{ t(row.kind === 'liner' ? 'parts.how-liner' : 'parts.how-shim') }}</p>
    <svg
      viewBox="-110 -78 220 156"
      class="my-2 block h-[168px] w-full bg-layout"
      role="img"
      :aria-label="t('parts.measure', { label: row.label })"
    >
      <circle
        r="44"
        fill="none"
        :stroke="row.kind === 'shim' ? 'var(--brass-on-blue)' : 'var(--scribe)'"
        stroke-width="10"
        stroke-opacity="0.35"
      />
      <circle r="49" fill="none" stroke="var(--scribe)" stroke-width="1.3" />
      <circle r="39" fill="none" stroke="var(--scribe)" stroke-width="1.3" />
      <path d="M -52 0 l -9 -5 v 10 z" fill="var(--scribe)" />
      <g v-for="s in shown" :key="s.angleDeg">
        <circle
          :cx="s.x * 44"
          :cy="s.y * 44"
          :r="s.angleDeg === next ? 7 : 5"
          :fill="s.valueMm === null ? 'var(--layout)' : 'var(--scribe)'"
          :stroke="s.angleDeg === next ? 'var(--brass-on-blue)' : 'var(--scribe)'"
          stroke-width="2.2"
        />
        <text
          :x="s.x < -0.3 ? -64 : s.x > 0.3 ? 56 : 0"
          :y="s.y * 62 + 4"
          :text-anchor="s.x < -0.3 ? 'end' : s.x > 0.3 ? 'start' : 'middle'"
          font-size="11.5"
          class="figure"
          fill="var(--scribe)"
        >
          {{ s.valueMm === null ? clockHour(s.angleDeg) : length(s.valueMm) }}
        </text>
      </g>
    </svg>
    <template v-if="!closed">
      <label class="sr-only" for="reading">{{ t('parts.thickness') }}</label>
      <input
        id="reading"
        ref="box"
        v-model="text"
        class="figure box h-[58px] w-full text-right !text-large"
        inputmode="decimal"
        autocomplete="off"
        :placeholder="gauge.live ? length(gauge.valueMm ?? 0) : ''"
        @keydown.enter.prevent="enter"
        @keydown.backspace="back"
        @input="
          () => {
            problem = null
            doubtful = null
          }
        "
      />
      <p class="mt-1 text-small font-semibold" aria-live="polite">
        {{
          next === null ? '' : t('parts.station', { n: values.length + 1, of: stations.length, clock: clockHour(next) })
        }}
      </p>
      <p v-if="problem" class="border-l-4 border-outside pl-2 font-semibold" data-part="entry-problem">
        {{ t(problem === 'far-off' ? 'parts.far-off' : `entry.${problem}`, { nominal: length(row.nominalMm) }) }}
      </p>
      <div class="mt-2 flex flex-wrap gap-2">
        <button type="button" class="key" data-part="take" @click="enter">{{ t('parts.take') }}</button>
        <button v-if="gauge.source === 'none'" type="button" class="key" data-part="connect-simulated" @click="connect">
          {{ t('gauge.connect-simulated') }}
        </button>
        <template v-else>
          <button type="button" class="key" data-part="gauge-zero" @click="zeroAndSlide">
            {{ t('parts.zero-plate') }}
          </button>
          <button type="button" class="key" data-part="disconnect" @click="gauge.disconnect()">
            {{ t('gauge.disconnect') }}
          </button>
        </template>
      </div>
    </template>
  </section>
</template>
