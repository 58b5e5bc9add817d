<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { planEngine, readFiringOrder } from '#core/works/liners/plan-engine'
import { engineShape } from '#core/job/snapshot'
import { newId } from '../stores/new-id'
import { useShop } from '../stores/shop'
import LengthField from './LengthField.vue'
import { emptyDraft, sheetBody, sheetProblems } from './sheet-draft'
import SheetDialog from './SheetDialog.vue'
import SheetForm from './SheetForm.vue'

const props = defineProps<{ open: boolean; stay?: boolean }>()
const emit = defineEmits<{ close: []; made: [engineId: string] }>()
const { t } = useI18n()
const router = useRouter()
const shop = useShop()
const name = ref('')
const layout = ref<'inline' | 'vee'>('inline')
const cylinders = ref(6)
const perHead = ref(3)
const boreMm = ref<number | null>(null)
const pitchMm = ref<number | null>(null)
const firing = ref('')
const draft = ref(emptyDraft())
const form = useTemplateRef<HTMLFormElement>('form')

/** The firing order as it is written, 1-4-2-6-3-5; null where it names a cylinder twice, or none there is. */
const order = computed(() => readFiringOrder(firing.value, cylinders.value))
const shape = computed(() =>
  engineShape.safeParse({
    name: name.value,
    boreMm: boreMm.value ?? 0,
    pitchMm: pitchMm.value ?? 0,
    ...planEngine(layout.value, cylinders.value, perHead.value),
    firing: order.value ?? [],
  }),
)
/** Somebody has tried to save it: from then on what is missing is pointed at. */
const tried = ref(false)
type Field = 'name' | 'boreMm' | 'pitchMm'
/** What is wrong with a field of the engine itself; what is merely missing only once somebody has tried to save. */
function problemOf(field: Field): string | null {
  const empty = { name: name.value.trim() === '', boreMm: boreMm.value === null, pitchMm: pitchMm.value === null }[
    field
  ]
  if (empty) return tried.value ? t('engine.problem.missing') : null
  const issue = shape.value.error?.issues.find((i) => i.path[0] === field)
  return issue && !(field === 'pitchMm' && boreMm.value === null)
    ? t(`engine.problem.${issue.message === 'pitch-under-bore' ? 'pitch-under-bore' : 'out-of-range'}`)
    : null
}
const ready = computed(() => shape.value.success && order.value !== null && sheetProblems(draft.value).length === 0)

async function save(): Promise<void> {
  tried.value = true
  if (!shape.value.success || !ready.value) {
    await nextTick()
    form.value?.querySelector<HTMLElement>('[aria-invalid=true]')?.focus()
    return
  }
  const engineId = newId()
  if (await shop.act({ what: 'add-engine', engineId, shape: shape.value.data, sheet: sheetBody(draft.value) })) {
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
        <label class="field col-span-3"
          >{{ t('engines.name')
          }}<input
            v-model="name"
            maxlength="80"
            :aria-invalid="problemOf('name') !== null"
            data-part="engine-name"
          /><span v-if="problemOf('name')" class="text-small text-outside" data-part="field-problem">{{
            problemOf('name')
          }}</span></label
        >
        <label class="field"
          >{{ t('engines.layout')
          }}<select v-model="layout">
            <option value="inline">{{ t('engine.inline') }}</option>
            <option value="vee">{{ t('engine.vee') }}</option>
          </select></label
        >
        <label class="field"
          >{{ t('engine.cylinders') }}<input v-model.number="cylinders" type="number" min="1" max="24"
        /></label>
        <label class="field"
          >{{ t('engine.per-head') }}<input v-model.number="perHead" type="number" min="1" max="24"
        /></label>
        <LengthField v-model="boreMm" rough :label="t('engines.bore')" :problem="problemOf('boreMm')" />
        <LengthField
          v-model="pitchMm"
          rough
          :label="t('engine.pitch')"
          :hint="t('engine.pitch-hint')"
          :problem="problemOf('pitchMm')"
        />
        <label class="field"
          >{{ t('engine.firing')
          }}<input
            v-model="firing"
            class="figure"
            maxlength="120"
            placeholder="1-3-4-2"
            :aria-invalid="order === null"
            data-part="firing"
          /><span v-if="order === null" class="text-small text-outside">{{ t('engine.firing-wrong') }}</span></label
        >
      </div>
      <SheetForm v-model="draft" :quiet="!tried" />
      <p v-if="tried && !ready" class="border-l-4 border-outside pl-2 font-semibold" role="alert" data-part="problem">
        {{ t('engine.not-ready') }}
      </p>
      <div class="flex gap-2">
        <button type="submit" class="key-brass" data-part="save-engine">{{ t('engine.save-new') }}</button>
        <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
      </div>
    </form>
  </SheetDialog>
</template>
