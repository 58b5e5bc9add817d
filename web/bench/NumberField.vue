<script setup lang="ts">
import { computed, useId } from 'vue'
import { useI18n } from 'vue-i18n'

/** A figure that is no length and no torque; null while the box is empty. `percent`: kept as a share of 1. */
const model = defineModel<number | null>({ required: true })
const props = defineProps<{
  label: string
  problem?: string | null
  needed?: boolean
  percent?: boolean
  step?: number | 'any'
}>()
defineOptions({ inheritAttrs: false })
const id = useId()
const { t } = useI18n()
const shown = computed(() =>
  model.value === null ? '' : props.percent ? Math.round(model.value * 1000) / 10 : model.value,
)
function typed(event: Event): void {
  const value = (event.target as HTMLInputElement).valueAsNumber
  model.value = Number.isNaN(value) ? null : props.percent ? value / 100 : value
}
</script>

<template>
  <div class="field">
    <label :for="id"
      >{{ label }}<span v-if="needed" class="font-normal text-soft"> · {{ t('field.needed') }}</span></label
    >
    <input
      :id="id"
      v-bind="$attrs"
      :value="shown"
      class="figure"
      type="number"
      :step="step ?? 'any'"
      :aria-invalid="!!problem"
      @input="typed"
    />
    <span v-if="problem" class="text-small text-outside" data-part="field-problem">{{ problem }}</span>
  </div>
</template>
