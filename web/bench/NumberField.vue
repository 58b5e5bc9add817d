<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { readNumber } from './read-number'

/** A figure that is no length and no torque; null while the box is empty or wrong. `percent`: kept as a share of 1. */
const model = defineModel<number | null>({ required: true })
const props = defineProps<{
  label: string
  problem?: string | null
  needed?: boolean
  percent?: boolean
}>()
defineOptions({ inheritAttrs: false })
const id = useId()
const { t } = useI18n()
/** Typed figures come back as they were typed: no bit beside them. */
const DIGITS = 1e9
const written = (value: number | null) =>
  value === null ? '' : String(Math.round((props.percent ? value * 100 : value) * DIGITS) / DIGITS)
const read = (typed: string): number | null => {
  const value = readNumber(typed)
  return value !== null && props.percent ? value / 100 : value
}
const text = ref(written(model.value))
const wrong = computed(() => text.value.trim() !== '' && readNumber(text.value) === null)
function typed(): void {
  model.value = read(text.value)
}
// What is set from outside is shown; what this box was typed itself stays as it was typed.
watch(model, (value) => {
  if (value !== read(text.value)) text.value = written(value)
})
</script>

<template>
  <div class="field">
    <label :for="id"
      >{{ label }}<span v-if="needed" class="font-normal text-soft"> · {{ t('field.needed') }}</span></label
    >
    <input
      :id="id"
      v-bind="$attrs"
      v-model="text"
      class="figure"
      inputmode="decimal"
      autocomplete="off"
      :aria-invalid="wrong || !!problem"
      @input="typed"
    />
    <span v-if="wrong" class="text-small text-outside" data-part="field-wrong">{{ t('field.no-number') }}</span>
    <span v-else-if="problem" class="text-small text-outside" data-part="field-problem">{{ problem }}</span>
  </div>
</template>
