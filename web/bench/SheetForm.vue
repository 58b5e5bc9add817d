<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { nominalProtrusionMm, seatLinks, type Seat } from '#core/liner/stack'
import LengthField from './LengthField.vue'
import { sheetProblems, type SheetDraft } from './sheet-draft'
import { useFigures } from './useFigures'

const draft = defineModel<SheetDraft>({ required: true })
const { t } = useI18n()
const { withUnit } = useFigures()
const seats: Seat[] = ['top-stop', 'spacer-plate', 'mid-stop']
const fields = ['minMm', 'maxMm', 'aimMm', 'withinLinerMaxMm', 'adjacentMaxMm', 'headRangeMaxMm', 'maxLedgeDepthMm'] as const
const problems = computed(() => sheetProblems(draft.value))
const problemOf = (field: string) => {
  const found = problems.value.find((p) => p.field === field)
  return found ? t(`engine.problem.${found.code}`) : null
}
const stack = computed(() => (draft.value.links.every((l) => l.nominalMm !== null) ? nominalProtrusionMm(draft.value.links as { kind: 'flange'; nominalMm: number }[]) : null))

function chooseSeat(seat: Seat): void {
  draft.value.seat = seat
  draft.value.links = seatLinks[seat].map((kind) => ({ kind, nominalMm: draft.value.links.find((l) => l.kind === kind)?.nominalMm ?? null }))
}
</script>

<template>
  <div class="grid grid-cols-2 gap-x-6 gap-y-3">
    <fieldset class="flex flex-col gap-3">
      <legend class="mb-2 text-[18px] font-bold">{{ t('engine.limits') }}</legend>
      <LengthField v-for="field in fields" :key="field" v-model="draft.limits[field]" :label="t(`engine.limit.${field}`)" :problem="problemOf(field)" :data-field="field" />
      <label class="field">{{ t('engine.limit.holdDownNm') }} <input v-model.number="draft.limits.holdDownNm" class="figure" type="number" min="0" max="5000" step="0.5" /></label>
    </fieldset>
    <fieldset class="flex flex-col gap-3">
      <legend class="mb-2 text-[18px] font-bold">{{ t('engine.stack') }}</legend>
      <label class="field">{{ t('engines.seat') }}
        <select :value="draft.seat" @change="chooseSeat(($event.target as HTMLSelectElement).value as Seat)"><option v-for="s in seats" :key="s" :value="s">{{ t(`seat.${s}`) }}</option></select>
      </label>
      <LengthField v-for="(link, i) in draft.links" :key="link.kind" v-model="draft.links[i]!.nominalMm" :label="t(`link.${link.kind}`)" :problem="problemOf(link.kind)" :data-field="link.kind" />
      <p v-if="stack !== null" class="text-[17px]">{{ t('engine.stack-sum') }} <span class="figure">{{ withUnit(stack) }}</span></p>
      <label class="field">{{ t('engine.source') }}<textarea v-model="draft.source" rows="2" maxlength="300" data-field="source" /></label>
    </fieldset>
  </div>
</template>
