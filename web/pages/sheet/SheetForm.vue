<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { nominalProtrusionMm, seatLinks, type Seat } from '#core/liner/stack'
import { lubricantNames } from '#core/works/liners/fitting'
import FigureBox from '../../bench/FigureBox.vue'
import LengthField from '../../bench/LengthField.vue'
import NumberField from '../../bench/NumberField.vue'
import { emptyLiner, emptySeal, sheetProblems, usualAimMm, usualSpreadMm, type SheetDraft } from './sheet-draft'
import TorqueField from '../../bench/TorqueField.vue'
import { useFigures } from '../../bench/useFigures'

const draft = defineModel<SheetDraft>({ required: true })
/** `quiet`: what is merely missing is not pointed at yet, as on a form that somebody has just begun. */
const props = defineProps<{
  quiet?: boolean
  /** Of a unit without cylinders: only where it was copied from is asked. */
  unit?: boolean
}>()
const { t } = useI18n()
const { withUnit } = useFigures()
const seats: Seat[] = ['top-stop', 'spacer-plate', 'mid-stop']
const fields = [
  'minMm',
  'maxMm',
  'aimMm',
  'withinLinerMaxMm',
  'adjacentMaxMm',
  'headRangeMaxMm',
  'maxLedgeDepthMm',
] as const
const problems = computed(() => sheetProblems(draft.value))
const problemOf = (field: string) => {
  const found = problems.value.find((p) => p.field === field)
  return found && !(props.quiet && found.code === 'missing') ? t(`draft.problem.${found.code}`) : null
}
/** What is taken where nothing is typed. */
const hints = computed((): Record<string, string | undefined> => {
  const [aimMm, spreadMm] = [usualAimMm(draft.value.limits), usualSpreadMm(draft.value.limits)]
  return {
    aimMm: aimMm === null ? undefined : t('engine.aim-hint', { middle: withUnit(aimMm) }),
    withinLinerMaxMm: spreadMm === null ? undefined : t('engine.spread-hint', { spread: withUnit(spreadMm) }),
  }
})
const stack = computed(() =>
  draft.value.links.every((l) => l.nominalMm !== null)
    ? nominalProtrusionMm(draft.value.links as { kind: 'flange'; nominalMm: number }[])
    : null,
)

const linerFields = [
  'flangeOuterMm',
  'lowerOuterMm',
  'lowerBoreMm',
  'lengthMm',
  'sealLandMm',
  'travelTopMm',
  'travelBottomMm',
] as const
const plainFields = ['lipAllowMPa', 'massKg', 'clockDeg', 'clockTolDeg'] as const

function chooseSeat(seat: Seat): void {
  draft.value.seat = seat
  draft.value.links = seatLinks[seat].map((kind) => ({
    kind,
    nominalMm: draft.value.links.find((l) => l.kind === kind)?.nominalMm ?? null,
  }))
}
</script>

<template>
  <div class="grid grid-cols-2 gap-x-6 gap-y-3">
    <fieldset v-if="!unit" class="flex flex-col gap-3">
      <legend class="mb-2 text-lead font-bold">{{ t('engine.limits') }}</legend>
      <LengthField
        v-for="field in fields"
        :key="field"
        v-model="draft.limits[field]"
        :label="t(`engine.limit.${field}`)"
        :needed="field === 'minMm' || field === 'maxMm'"
        :hint="hints[field]"
        :problem="problemOf(field)"
        :data-field="field"
      />
      <TorqueField v-model="draft.limits.holdDownNm" :label="t('engine.limit.holdDownNm')" data-field="holdDownNm" />
    </fieldset>
    <fieldset class="flex flex-col gap-3">
      <legend v-if="!unit" class="mb-2 text-lead font-bold">{{ t('engine.stack') }}</legend>
      <label v-if="!unit" class="field"
        >{{ t('engines.seat') }}
        <select :value="draft.seat" @change="chooseSeat(($event.target as HTMLSelectElement).value as Seat)">
          <option v-for="s in seats" :key="s" :value="s">{{ t(`seat.${s}`) }}</option>
        </select>
      </label>
      <LengthField
        v-for="(link, i) in draft.links"
        :key="link.kind"
        v-model="draft.links[i]!.nominalMm"
        needed
        :label="t(`link.${link.kind}`)"
        :problem="problemOf(link.kind)"
        :data-field="link.kind"
      />
      <p v-if="stack !== null && !unit" class="text-body">
        {{ t('engine.stack-sum') }} <span class="figure">{{ withUnit(stack) }}</span>
      </p>
      <label class="field"
        >{{ t('engine.source') }}<textarea v-model="draft.source" rows="2" maxlength="300" data-field="source" />
      </label>
      <div class="grid grid-cols-2 gap-3">
        <label class="field"
          >{{ t('engine.page') }}<input v-model="draft.page" maxlength="40" data-field="page"
        /></label>
        <label class="field"
          >{{ t('engine.copied-on') }}<input v-model="draft.copiedOn" type="date" data-field="copied-on"
        /></label>
      </div>
    </fieldset>
    <fieldset v-if="!unit" class="col-span-2 border-t border-line pt-3">
      <legend class="mb-2 pr-3 text-lead font-bold">{{ t('engine.liner') }}</legend>
      <button
        v-if="!draft.liner"
        type="button"
        class="key"
        data-part="add-liner-shape"
        @click="draft.liner = emptyLiner()"
      >
        {{ t('engine.add-liner') }}
      </button>
      <div v-else class="grid grid-cols-4 gap-3 max-[900px]:grid-cols-2">
        <LengthField
          v-for="f in linerFields"
          rough
          :key="f"
          v-model="draft.liner[f]"
          :label="t(`engine.liner-field.${f}`)"
          :problem="problemOf(f)"
          :data-field="f"
        />
        <NumberField
          v-for="f in plainFields"
          :key="f"
          v-model="draft.liner[f]"
          :label="t(`engine.liner-field.${f}`)"
          :problem="problemOf(f)"
          :data-field="f"
        />
      </div>
    </fieldset>
    <fieldset v-if="!unit" class="col-span-2 border-t border-line pt-3">
      <legend class="mb-2 pr-3 text-lead font-bold">{{ t('engine.seals') }}</legend>
      <div
        v-for="(seal, i) in draft.seals"
        :key="i"
        class="mb-2 grid grid-cols-[2fr_1.5fr_1fr_1.4fr_1fr_auto] items-end gap-2 max-[900px]:grid-cols-3"
        :data-seal="i"
      >
        <label class="field"
          >{{ t('engine.seal.place')
          }}<input v-model="seal.place" maxlength="40" :aria-invalid="problemOf(`seal-${i}`) !== null"
        /></label>
        <label class="field">{{ t('engine.seal.material') }}<input v-model="seal.material" maxlength="40" /></label>
        <label class="field">{{ t('engine.seal.colour') }}<input v-model="seal.colour" maxlength="40" /></label>
        <label class="field"
          >{{ t('engine.seal.lubricant')
          }}<select v-model="seal.lubricant">
            <option v-for="l in lubricantNames" :key="l" :value="l">{{ t(`lubricant.${l}`) }}</option>
          </select></label
        >
        <label class="field"
          >{{ t('engine.seal.swell')
          }}<FigureBox v-model="seal.swellMinutes" :problem="seal.swellMinutes !== null && seal.swellMinutes <= 0"
        /></label>
        <button type="button" class="key" @click="draft.seals.splice(i, 1)">{{ t('engine.seal.remove') }}</button>
      </div>
      <button
        v-if="draft.seals.length < 12"
        type="button"
        class="key"
        data-part="add-seal"
        @click="draft.seals.push(emptySeal())"
      >
        {{ t('engine.seal.add') }}
      </button>
    </fieldset>
  </div>
</template>
