<script setup lang="ts">
import { ref, useId, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { formatTorque, parseTorque } from '#core/units/format-torque'
import { useDevice } from '../stores/device'

/** A torque typed in the wrench's unit, kept in N·m; null while it is empty or wrong. */
const model = defineModel<number | null>({ required: true })
/** What goes on the element goes on the box itself. */
defineOptions({ inheritAttrs: false })
defineProps<{ label: string; narrow?: boolean; usualNm?: number | null; needed?: boolean; problem?: string | null }>()
const { t, locale } = useI18n()
const device = useDevice()
const id = useId()
const text = ref(show(model.value))
const wrong = ref(false)

function show(valueNm: number | null | undefined): string {
  return valueNm == null ? '' : formatTorque(valueNm, device.torqueUnit, locale.value)
}

function typed(): void {
  const valueNm = parseTorque(text.value, device.torqueUnit)
  wrong.value = text.value.trim() !== '' && valueNm === null
  model.value = valueNm
}

// What is set from outside is shown; what this box was typed itself stays as it was typed.
watch(model, (valueNm) => {
  if (valueNm !== parseTorque(text.value, device.torqueUnit)) text.value = show(valueNm)
})
watch(
  () => device.torqueUnit,
  () => (text.value = show(model.value)),
)
defineExpose({ empty: () => (text.value = '') })
</script>

<template>
  <div class="field">
    <label :for="id"
      >{{ label }}
      <span class="font-normal text-soft"
        >{{ t(`unit.${device.torqueUnit}`) }}{{ needed ? ` · ${t('field.needed')}` : '' }}</span
      ></label
    >
    <input
      :id="id"
      v-model="text"
      v-bind="$attrs"
      class="figure"
      :class="{ '!px-2': narrow }"
      inputmode="decimal"
      autocomplete="off"
      :aria-describedby="usualNm == null ? undefined : `${id}-usual`"
      :aria-invalid="wrong || !!problem"
      @input="typed"
    />
    <span v-if="usualNm != null && text === ''" :id="`${id}-usual`" class="text-fine" data-part="usual">{{
      t('field.usually', { torque: show(usualNm) })
    }}</span>
    <span v-if="wrong" class="text-small text-outside" data-part="field-wrong">{{ t('field.torque') }}</span>
    <span v-else-if="problem" class="text-small text-outside" data-part="field-problem">{{ problem }}</span>
  </div>
</template>
