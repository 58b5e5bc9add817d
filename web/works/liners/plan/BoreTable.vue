<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import type { EvaluatedPlan, PlannedBore } from '#core/plan/evaluate-plan'
import type { BoreChoice } from '#core/plan/plan-input'
import { partFigures } from '#core/plan/read-repair'
import { windowWith } from '#core/works/liners/windows'
import { parseLength } from '#core/units/parse-length'
import { useFigures } from '../../../bench/useFigures'
import WindowGlyph from '../../../bench/WindowGlyph.vue'
import { useDevice } from '../../../stores/device'

const props = defineProps<{
  plan: EvaluatedPlan
  snapshot: Snapshot
  closed: boolean
  selected: number
  chances: boolean
}>()
const emit = defineEmits<{ change: [cylinder: number, to: Partial<BoreChoice>]; select: [cylinder: number] }>()
const { t } = useI18n()
const { length, leaves, chance } = useFigures()
const device = useDevice()
const limits = computed(() => props.snapshot.sheet.limits)
const windowOf = (b: PlannedBore) => windowWith(props.snapshot.sheet, b.shimMm > 0)
const liners = computed(() =>
  props.snapshot.liners.filter(
    (l) => (l.fitted === null || l.fitted.jobId === props.snapshot.job.id) && partFigures(l) !== null,
  ),
)
const labelOf = (b: PlannedBore) => props.snapshot.shims.find((s) => s.id === b.shimId)?.label
const sizes = computed(() =>
  [
    ...new Set(
      props.snapshot.shims
        .filter((s) => s.fitted === null || s.fitted.jobId === props.snapshot.job.id)
        .map((s) => s.actualMm),
    ),
  ].sort((a, b) => a - b),
)
const nearest = (b: PlannedBore) =>
  sizes.value.find((s) => Math.abs(s - b.shimMm) < 1e-9) ?? (b.shimMm > 0 ? b.shimMm : 0)

function typedCut(cylinder: number, event: Event): void {
  const box = event.target as HTMLInputElement
  const read = parseLength(box.value, device.unit)
  if (box.value.trim() === '' || (read.ok && read.valueMm >= 0))
    emit('change', cylinder, { cutMm: read.ok ? read.valueMm : 0 })
}
</script>

<template>
  <div class="overflow-x-auto">
    <table class="w-full border-collapse text-left text-body" data-part="plan-bores">
      <thead>
        <tr class="border-b-2 border-ink text-small">
          <th
            v-for="c in ['cylinder', 'liner', 'turn', 'cut', 'passes', 'shim', 'expect', 'left', 'chance'] as const"
            :key="c"
            scope="col"
            class="px-2 py-1 font-semibold"
          >
            {{ t(`repair.bore.${c}`) }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="b in plan.bores"
          :key="b.cylinder"
          class="border-b border-line"
          :class="{ 'bg-plate': b.cylinder === selected }"
          :data-cylinder="b.cylinder"
          :data-verdict="b.verdict"
          @click="emit('select', b.cylinder)"
        >
          <th scope="row" class="px-2 text-lead font-bold">{{ b.cylinder }}</th>
          <td class="px-2">
            <select
              class="box !min-h-[44px] !text-body"
              :value="b.linerId ?? ''"
              :disabled="closed || liners.length === 0"
              :aria-label="t('repair.bore.liner')"
              @change="emit('change', b.cylinder, { linerId: ($event.target as HTMLSelectElement).value || null })"
            >
              <option value="">{{ t('repair.book-liner') }}</option>
              <option v-for="l in liners" :key="l.id" :value="l.id">{{ l.label }}</option>
            </select>
          </td>
          <td class="px-2">
            <select
              class="box !min-h-[44px] !text-body"
              :value="b.rotationDeg"
              :disabled="closed || b.linerId === null"
              :aria-label="t('repair.bore.turn')"
              @change="emit('change', b.cylinder, { rotationDeg: Number(($event.target as HTMLSelectElement).value) })"
            >
              <option v-for="r in [0, 90, 180, 270]" :key="r" :value="r">{{ t('repair.degrees', { deg: r }) }}</option>
            </select>
          </td>
          <td class="px-2">
            <input
              class="figure box !min-h-[44px] w-[104px] !text-body"
              :value="b.cutMm > 0 ? length(b.cutMm) : ''"
              placeholder="—"
              inputmode="decimal"
              :disabled="closed"
              :aria-label="t('repair.bore.cut')"
              data-part="cut-by-hand"
              @change="typedCut(b.cylinder, $event)"
            />
          </td>
          <td class="figure px-2 text-small">{{ b.passes.map((p) => leaves(p.leavesMm)).join('  |  ') || '—' }}</td>
          <td class="px-2 whitespace-nowrap">
            <select
              class="box !min-h-[44px] figure !text-body"
              :value="nearest(b)"
              :disabled="closed"
              :aria-label="t('repair.bore.shim')"
              data-part="shim-by-hand"
              @change="emit('change', b.cylinder, { shimMm: Number(($event.target as HTMLSelectElement).value) })"
            >
              <option :value="0">—</option>
              <option v-for="s in sizes" :key="s" :value="s">{{ length(s) }}</option>
              <option v-if="b.shimMm > 0 && !sizes.some((s) => Math.abs(s - b.shimMm) < 1e-9)" :value="b.shimMm">
                {{ length(b.shimMm) }}
              </option>
            </select>
            <span class="ml-1 text-small">{{ b.buy ? t('repair.to-buy') : (labelOf(b) ?? '') }}</span>
          </td>
          <td class="px-2 whitespace-nowrap">
            <span class="flex items-center gap-2"
              ><span class="figure text-lead">{{ length(b.expectMm, [windowOf(b).minMm, windowOf(b).maxMm]) }}</span
              ><WindowGlyph
                :value-mm="b.expectMm"
                :min-mm="windowOf(b).minMm"
                :max-mm="windowOf(b).maxMm"
                :verdict="b.verdict"
                :width="54"
              /><span class="text-small text-soft">{{ t('repair.lean', { lean: length(b.tiltMm) }) }}</span></span
            >
          </td>
          <td class="figure px-2">{{ b.depthLeftMm === null ? '—' : length(b.depthLeftMm) }}</td>
          <td class="px-2">
            <span class="figure">{{ chances ? chance(b.chanceInside) : '—' }}</span><span
              v-for="p in b.problems"
              :key="p"
              class="block text-small font-semibold leading-tight text-outside"
              data-part="bore-problem"
              >{{ t(`repair.problem.${p}`) }}</span
            >
          </td>
        </tr>
      </tbody>
    </table>
    <ul class="mt-2 flex flex-wrap gap-x-8 text-body" data-part="plan-heads">
      <li v-for="h in plan.heads" :key="h.cylinders.join()" :class="{ 'font-bold text-outside': h.verdict === 'out' }">
        {{
          t('repair.head', {
            cylinders: h.cylinders.join(' '),
            step: length(h.worstStepMm, limits.adjacentMaxMm === null ? [] : [limits.adjacentMaxMm]),
            range: length(h.rangeMm, limits.headRangeMaxMm === null ? [] : [limits.headRangeMaxMm]),
          })
        }}
      </li>
    </ul>
  </div>
</template>
