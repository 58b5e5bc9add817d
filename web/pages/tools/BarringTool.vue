<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { planBarring } from '#core/crank/plan-barring'
import { CalcError } from '#core/errors'
import { teethOf } from '#core/works/sleeves/barring'
import LengthField from '../../bench/LengthField.vue'
import NumberField from '../../bench/NumberField.vue'
import { useShop } from '../../stores/shop'
import CrankCircle from '../../works/sleeves/CrankCircle.vue'

/** Pistons out of the way of a tool through the head: how far to bar, where to stop, for which cylinders. */
const { t } = useI18n()
const shop = useShop()
const engines = computed(() =>
  (shop.shop?.engines ?? []).filter((e) => e.sheets.at(-1)?.sections.crank && e.firing.length > 0),
)
const engineId = ref('')
watch(
  engines,
  (all) => {
    if (engineId.value === '' && all[0]) engineId.value = all[0].id
  },
  { immediate: true },
)
const engine = computed(() => engines.value.find((e) => e.id === engineId.value) ?? null)
const crank = computed(() => engine.value?.sheets.at(-1)?.sections.crank ?? null)
const reachMm = ref<number | null>(70)
const clearanceMm = ref<number | null>(8)
const nowDeg = ref<number | null>(0)
const marginDeg = ref<number | null>(5)
const left = ref<number[]>([])
const shown = ref(1)
watch(
  engine,
  (e) => {
    const sleeves = e?.sheets.at(-1)?.sections.sleeves
    if (sleeves) [reachMm.value, clearanceMm.value] = [sleeves.toolReachMm, sleeves.clearanceMm]
    left.value = []
    shown.value = e?.firing[0] ?? 1
  },
  { immediate: true },
)
const cylinders = computed(() => engine.value?.heads.flat() ?? [])
const asked = computed(() => cylinders.value.filter((c) => !left.value.includes(c)))
const answer = computed(() => {
  if (!engine.value || !crank.value || reachMm.value === null || asked.value.length === 0) return null
  const { ringTeeth: _, ...rest } = crank.value
  try {
    return {
      plan: planBarring({
        ...rest,
        firingOrder: engine.value.firing,
        toolReachMm: reachMm.value,
        clearanceMm: clearanceMm.value ?? 0,
        cylinders: asked.value,
        crankNowDeg: nowDeg.value ?? 0,
        marginDeg: marginDeg.value ?? 0,
      }),
    }
  } catch (error) {
    if (error instanceof CalcError) return { problem: error.code }
    throw error
  }
})
const plan = computed(() => (answer.value && 'plan' in answer.value ? answer.value.plan! : null))
/** The middle of each stop's range: what people bar to. */
const stops = computed(() =>
  (plan.value?.plan ?? []).map((s) => {
    const turn = s.fromDeg <= 0 ? 0 : (s.fromDeg + s.toDeg) / 2
    return { ...s, turn, teeth: teethOf(turn, crank.value?.ringTeeth ?? null) }
  }),
)
const topDeg = computed(() => {
  const { firing } = engine.value!
  const own = crank.value?.tdc.find((x) => x.cylinder === shown.value)?.deg
  return own ?? (Math.max(0, firing.indexOf(shown.value)) * (crank.value?.cycleDeg ?? 720)) / Math.max(1, firing.length)
})
function toggle(c: number): void {
  left.value = left.value.includes(c) ? left.value.filter((x) => x !== c) : [...left.value, c]
  shown.value = c
}
</script>

<template>
  <div data-part="barring-tool">
    <p v-if="engines.length === 0" class="border border-line bg-plate p-6 text-lead" data-part="empty">
      {{ t('tools.no-crank') }}
    </p>
    <div v-else class="grid grid-cols-[minmax(0,0.9fr)_minmax(0,1.3fr)] gap-6 max-[900px]:grid-cols-1">
      <div class="flex flex-col gap-3">
        <label class="field"
          >{{ t('jobs.engine') }}
          <select v-model="engineId">
            <option v-for="e in engines" :key="e.id" :value="e.id">{{ e.name }}</option>
          </select></label
        >
        <div class="grid grid-cols-2 gap-3">
          <LengthField
            :key="`r${engineId}`"
            v-model="reachMm"
            rough
            :label="t('sheet.field.toolReachMm')"
            needed
            data-part="tool-reach"
          />
          <LengthField :key="`c${engineId}`" v-model="clearanceMm" rough :label="t('sheet.field.clearanceMm')" />
          <NumberField v-model="nowDeg" :label="t('tools.crank-now')" />
          <NumberField v-model="marginDeg" :label="t('tools.margin')" />
        </div>
        <fieldset>
          <legend class="mb-1 font-semibold">{{ t('tools.cylinders') }}</legend>
          <div class="flex flex-wrap gap-1">
            <button
              v-for="c in cylinders"
              :key="c"
              type="button"
              class="key"
              :class="{ '!bg-ink !text-paper': !left.includes(c) }"
              :aria-pressed="!left.includes(c)"
              :data-cylinder-choice="c"
              @click="toggle(c)"
            >
              {{ c }}
            </button>
          </div>
        </fieldset>
        <ol class="text-lead" aria-live="polite" data-part="stops">
          <li v-for="(s, i) in stops" :key="i" class="border-b border-line py-2">
            <b>{{ t('tools.stop', { n: i + 1 }) }}</b>
            {{ t('tools.turn', { deg: Math.round(s.turn), from: Math.round(s.fromDeg), to: Math.round(s.toDeg) }) }}
            <span v-if="s.teeth !== null">({{ t('sleeve.teeth', { n: s.teeth }) }})</span>:
            <b>{{ s.cylinders.join(', ') }}</b>
          </li>
        </ol>
        <p
          v-if="answer && 'problem' in answer"
          class="border-l-4 border-outside pl-2 font-semibold"
          role="alert"
          data-part="barring-problem"
        >
          {{ t('tools.barring-problem') }}
        </p>
        <p class="text-small font-semibold text-outside">{{ t('caution.barring') }} {{ t('caution.rod') }}</p>
      </div>
      <div v-if="engine && crank && reachMm !== null" class="h-[440px]">
        <CrankCircle
          :crank="crank"
          :plan="plan"
          :now-deg="nowDeg ?? 0"
          :cylinder="shown"
          :top-deg="topDeg"
          :reach-mm="reachMm"
          :clearance-mm="clearanceMm ?? 0"
        />
      </div>
    </div>
  </div>
</template>
