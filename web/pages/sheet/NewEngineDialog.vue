<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { z } from 'zod'
import { planEngine, readFiringOrder, usualPitchMm } from '#core/works/liners/plan-engine'
import { engineShape } from '#core/job/snapshot'
import { unitShape } from '#core/job/unit-shape'
import { newId } from '../../stores/new-id'
import { useShop } from '../../stores/shop'
import DialogKeys from '../../bench/DialogKeys.vue'
import LengthField from '../../bench/LengthField.vue'
import NumberField from '../../bench/NumberField.vue'
import { emptyDraft, sheetBody, sheetProblems } from './sheet-draft'
import SheetDialog from '../../bench/SheetDialog.vue'
import SheetForm from './SheetForm.vue'
import TextField from '../../bench/TextField.vue'
import { useDraft } from '../../bench/useDraft'
import { useFigures } from '../../bench/useFigures'

const props = defineProps<{ open: boolean; stay?: boolean }>()
const emit = defineEmits<{ close: []; made: [engineId: string] }>()
const { t } = useI18n()
const router = useRouter()
const shop = useShop()
const { rough } = useFigures()
/** An engine as it is typed: rows and heads are planned from its layout. */
const asked = z
  .object({
    name: z.string(),
    layout: z.enum(['inline', 'vee', 'unit']),
    cylinders: z.int().min(1).max(24),
    perHead: z.int().min(1).max(24),
    boreMm: z.number().nullable(),
    /** Left open, it is taken from the bore. */
    pitchMm: z.number().nullable(),
    firing: z.string(),
  })
  .transform(({ layout, cylinders, perHead, firing, boreMm, pitchMm, ...rest }) =>
    layout === 'unit'
      ? { ...rest, ...unitShape }
      : {
          ...rest,
          boreMm,
          pitchMm: pitchMm ?? (boreMm === null ? null : usualPitchMm(boreMm)),
          ...planEngine(layout, cylinders, perHead),
          firing: readFiringOrder(firing, cylinders) ?? [],
        },
  )
  .pipe(engineShape)
const form = useTemplateRef<HTMLFormElement>('form')
const {
  draft: engine,
  tried,
  ready: shaped,
  problemOf,
  take,
} = useDraft(
  asked,
  { name: '', layout: 'inline', cylinders: 6, perHead: 3, boreMm: null, pitchMm: null, firing: '' },
  () => form.value,
)
const draft = ref(emptyDraft())
/** A gearbox, a pump, a compressor's barrels: neither deck nor liners are asked of it. */
const isUnit = computed(() => engine.value.layout === 'unit')
watch(isUnit, (unit) => (draft.value = emptyDraft(unit)))

/** The firing order as it is written, 1-4-2-6-3-5; null where it names a cylinder twice, or none there is. */
const order = computed(() => readFiringOrder(engine.value.firing, engine.value.cylinders ?? 0))
const ready = computed(
  () => shaped.value && (isUnit.value || order.value !== null) && sheetProblems(draft.value).length === 0,
)

const pitchHint = computed(() =>
  engine.value.pitchMm === null && engine.value.boreMm !== null
    ? t('engine.pitch-taken', { pitch: rough(usualPitchMm(engine.value.boreMm)) })
    : t('engine.pitch-hint'),
)

async function save(): Promise<void> {
  const shape = take()
  if (!shape || !ready.value) {
    await nextTick()
    form.value?.querySelector<HTMLElement>('[aria-invalid=true]')?.focus()
    return
  }
  const engineId = newId()
  if (await shop.act({ what: 'add-engine', engineId, shape, sheet: sheetBody(draft.value) })) {
    emit('made', engineId)
    emit('close')
    if (!props.stay) void router.push({ name: 'engine', params: { engineId } })
  }
}
</script>

<template>
  <SheetDialog :open="open" wide :title="t('engines.new')" @close="emit('close')">
    <form ref="form" class="flex flex-col gap-4" @submit.prevent="save">
      <div class="grid grid-cols-3 gap-3">
        <div class="col-span-3">
          <TextField
            v-model="engine.name"
            :label="t('engines.name')"
            needed
            :problem="problemOf('name')"
            maxlength="80"
            data-part="engine-name"
          />
        </div>
        <label class="field"
          >{{ t('engines.layout')
          }}<select v-model="engine.layout">
            <option value="inline">{{ t('engine.inline') }}</option>
            <option value="vee">{{ t('engine.vee') }}</option>
            <option value="unit">{{ t('layout.unit') }}</option>
          </select></label
        >
        <template v-if="!isUnit">
          <NumberField v-model="engine.cylinders" :label="t('engine.cylinders')" :problem="problemOf('cylinders')" />
          <NumberField v-model="engine.perHead" :label="t('engine.per-head')" :problem="problemOf('perHead')" />
          <LengthField v-model="engine.boreMm" rough needed :label="t('engines.bore')" :problem="problemOf('boreMm')" />
          <LengthField
            v-model="engine.pitchMm"
            rough
            :label="t('engine.pitch')"
            :hint="pitchHint"
            :problem="problemOf('pitchMm')"
          />
          <label class="field"
            >{{ t('engine.firing')
            }}<input
              v-model="engine.firing"
              class="figure"
              maxlength="120"
              :aria-invalid="order === null"
              data-part="firing"
            /><span v-if="order === null" class="text-small text-outside">{{ t('engine.firing-wrong') }}</span
            ><span v-else-if="engine.firing === ''" class="text-small">{{ t('engine.firing-hint') }}</span></label
          >
        </template>
        <p v-else class="col-span-2 self-end text-body">{{ t('engine.unit-hint') }}</p>
      </div>
      <SheetForm v-model="draft" :quiet="!tried" :unit="isUnit" />
      <p v-if="tried && !ready" class="border-l-4 border-outside pl-2 font-semibold" role="alert" data-part="problem">
        {{ t('engine.not-ready') }}
      </p>
      <DialogKeys :save="t('engine.save-new')" part="save-engine" @close="emit('close')" />
    </form>
  </SheetDialog>
</template>
