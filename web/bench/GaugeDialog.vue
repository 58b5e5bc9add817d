<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { gaugeUncertaintyMm } from '#core/measure/uncertainty'
import { gauge as gaugeSchema, gaugeKinds, quantityOf, type Gauge, type GaugeKind } from '#core/job/snapshot'
import { newId } from '../stores/new-id'
import { useShop } from '../stores/shop'
import DialogKeys from './DialogKeys.vue'
import LengthField from './LengthField.vue'
import NumberField from './NumberField.vue'
import PressureField from './PressureField.vue'
import SheetDialog from './SheetDialog.vue'
import TextField from './TextField.vue'
import TorqueField from './TorqueField.vue'
import { useDraft } from './useDraft'
import { useFigures } from './useFigures'

/** A gauge of the shop, entered or changed. */
const props = defineProps<{ gauge: Gauge | undefined; kind?: GaugeKind }>()
const emit = defineEmits<{ close: []; saved: [id: string] }>()
const { t } = useI18n()
const { withUnit } = useFigures()
const shop = useShop()
const fresh = {
  id: newId(),
  name: '',
  serial: '',
  kind: props.kind ?? ('digital-sled' as const),
  resolutionMm: props.kind ? null : 0.001,
  repeatabilityMm: null,
  otherUncertainty: null as unknown as number,
  basis: 'entered' as const,
  calibrationDue: null,
}
const { draft, problemOf, take } = useDraft(gaugeSchema, props.gauge ?? fresh)
const quantity = computed(() => quantityOf(draft.value.kind))
/** The day as its box has it: empty where none is known. */
const due = computed({
  get: () => draft.value.calibrationDue ?? '',
  set: (day: string) => (draft.value.calibrationDue = day || null),
})
/** What one that reads no length is uncertain by. */
const other = computed({
  get: () => draft.value.otherUncertainty ?? null,
  set: (of: number | null) => (draft.value.otherUncertainty = of ?? undefined),
})
const uMm = computed(() =>
  quantity.value === 'length' && draft.value.resolutionMm !== null && draft.value.repeatabilityMm !== null
    ? gaugeUncertaintyMm(draft.value.repeatabilityMm, draft.value.resolutionMm)
    : null,
)

async function save(): Promise<void> {
  const isLength = quantity.value === 'length'
  if (isLength) draft.value.otherUncertainty = undefined
  else Object.assign(draft.value, { resolutionMm: 0, repeatabilityMm: 0 })
  const typed = take()
  if (!typed) return
  const before = shop.shop?.gauges.find((g) => g.id === typed.id)
  // A repeatability changed by hand no longer comes from the study.
  const basis = before && before.repeatabilityMm === typed.repeatabilityMm ? typed.basis : 'entered'
  if (!(await shop.act({ what: 'save-gauge', gauge: { ...typed, basis } }))) return
  emit('saved', typed.id)
  emit('close')
}
</script>

<template>
  <SheetDialog open :title="t('gauges.edit')" @close="emit('close')">
    <form class="grid grid-cols-2 gap-3" @submit.prevent="save">
      <div class="col-span-2">
        <TextField
          v-model="draft.name"
          :label="t('gauges.name')"
          :problem="problemOf('name')"
          maxlength="80"
          data-part="gauge-name"
        />
      </div>
      <label class="field">{{ t('gauges.serial') }}<input v-model="draft.serial" maxlength="60" /></label>
      <label class="field"
        >{{ t('gauges.kind')
        }}<select v-model="draft.kind" :disabled="gauge !== undefined || kind !== undefined" data-part="gauge-kind">
          <option v-for="k in gaugeKinds" :key="k" :value="k">{{ t(`gauges.kinds.${k}`) }}</option>
        </select></label
      >
      <template v-if="quantity === 'length'">
        <LengthField
          v-model="draft.resolutionMm"
          :label="t('gauges.resolution')"
          :problem="problemOf('resolutionMm')"
          data-part="gauge-resolution"
        />
        <LengthField
          v-model="draft.repeatabilityMm"
          :label="t('gauges.repeatability')"
          :hint="t('gauges.repeatability-hint')"
          :problem="problemOf('repeatabilityMm')"
          data-part="gauge-repeatability"
        />
      </template>
      <TorqueField
        v-else-if="quantity === 'torque'"
        v-model="other"
        :label="t('gauges.within')"
        :problem="problemOf('otherUncertainty')"
      />
      <PressureField
        v-else-if="quantity === 'pressure'"
        v-model="other"
        :label="t('gauges.within')"
        :problem="problemOf('otherUncertainty')"
      />
      <NumberField
        v-else
        v-model="other"
        :label="`${t('gauges.within')}, ${t(quantity === 'angle' ? 'unit.degrees' : 'unit.c')}`"
        :problem="problemOf('otherUncertainty')"
        data-part="gauge-within"
      />
      <label class="field">{{ t('gauges.due') }}<input v-model="due" type="date" /></label>
      <p class="self-end pb-2 text-body">
        <template v-if="uMm !== null"
          ><span class="figure">±{{ withUnit(uMm) }}</span> {{ t('gauges.per-reading') }}</template
        >
      </p>
      <div class="col-span-2"><DialogKeys part="save-gauge" @close="emit('close')" /></div>
    </form>
  </SheetDialog>
</template>
