<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { gaugeUncertaintyMm } from '#core/measure/uncertainty'
import type { EntryAct } from '#core/works/kinds'
import type { LinerSection } from '#core/works/liners/section'
import DialogKeys from '../../../bench/DialogKeys.vue'
import LengthField from '../../../bench/LengthField.vue'
import NumberField from '../../../bench/NumberField.vue'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { newId } from '../../../stores/new-id'
import { useShop } from '../../../stores/shop'

/** The bore of a liner that may stay, by a bore gauge at three depths in two directions. */
const props = defineProps<{ open: boolean; cylinder: number; of: LinerSection['bore']; depthsMm: readonly number[] }>()
const emit = defineEmits<{ close: []; save: [act: Extract<EntryAct, { what: 'gauge-liner' }>] }>()
const { t } = useI18n()
const shop = useShop()
type Level = { depthMm: number | null; thrustMm: number | null; alongMm: number | null }
const levels = ref<Level[]>([])
const partC = ref<number | null>(20)
const masterMm = ref<number | null>(null)
const tried = ref(false)
watch(
  () => props.open,
  (open) => {
    if (!open) return
    levels.value = props.depthsMm.map((depthMm) => ({ depthMm, thrustMm: null, alongMm: null }))
    ;[partC.value, masterMm.value, tried.value] = [20, null, false]
  },
  { immediate: true },
)
const missing = (value: number | null) => (tried.value && value === null ? t('draft.problem.missing') : null)
const whole = computed(() => levels.value.every((l) => l.depthMm !== null && l.thrustMm !== null && l.alongMm !== null))
function save(): void {
  tried.value = true
  if (!whole.value || partC.value === null || masterMm.value === null) return
  const { gauge } = shop
  emit('save', {
    what: 'gauge-liner',
    boreId: newId(),
    cylinder: props.cylinder,
    levels: levels.value as { depthMm: number; thrustMm: number; alongMm: number }[],
    partC: partC.value,
    masterMm: masterMm.value,
    gaugeId: gauge?.id ?? null,
    uncertaintyMm: gauge ? gaugeUncertaintyMm(gauge.repeatabilityMm, gauge.resolutionMm) : 0,
  })
}
</script>

<template>
  <SheetDialog :open="open" wide :title="t('beside.bore-title', { cylinder })" @close="emit('close')">
    <form class="flex flex-col gap-3" data-part="bore-form" @submit.prevent="save">
      <p v-if="!of" class="text-small text-soft">{{ t('beside.bore-no-sheet') }}</p>
      <div v-for="(level, i) in levels" :key="i" class="grid grid-cols-3 gap-3">
        <LengthField
          v-model="level.depthMm"
          rough
          :label="t('beside.bore-level', { n: i + 1 })"
          :problem="missing(level.depthMm)"
        />
        <LengthField
          v-model="level.thrustMm"
          :label="t('beside.bore-thrust', { n: i + 1 })"
          :problem="missing(level.thrustMm)"
          :data-field="`thrust-${i}`"
        />
        <LengthField
          v-model="level.alongMm"
          :label="t('beside.bore-along', { n: i + 1 })"
          :problem="missing(level.alongMm)"
          :data-field="`along-${i}`"
        />
      </div>
      <div class="grid grid-cols-2 gap-3">
        <LengthField v-model="masterMm" :label="t('beside.bore-master')" data-field="master" />
        <NumberField v-model="partC" :label="t('beside.bore-part')" :problem="missing(partC)" />
      </div>
      <p
        v-if="tried && masterMm === null"
        class="border-l-4 border-outside pl-2 font-semibold"
        role="alert"
        data-part="no-master"
      >
        {{ t('beside.bore-master-first') }}
      </p>
      <DialogKeys :save="t('ask.enter')" part="save-bore" @close="emit('close')" />
    </form>
  </SheetDialog>
</template>
