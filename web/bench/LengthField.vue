<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { formatLength } from '#core/units/format-length'
import { formatTyped, roughUnit } from '#core/units/format-rough'
import { LARGEST_READING_MM, LARGEST_ROUGH_MM, parseLength, type LengthProblem } from '#core/units/parse-length'
import { useDevice } from '../stores/device'

/** A length typed in this device's unit, kept in mm; null while it is empty or wrong. */
const model = defineModel<number | null>({ required: true })
/** `rough`: the length of a tool or a casting, which is typed in inches where thou are read. */
const props = defineProps<{
  label: string
  hint?: string
  problem?: string | null
  needed?: boolean
  rough?: boolean
}>()
const { t, locale } = useI18n()
const device = useDevice()
const id = useId()
const unit = computed(() => (props.rough ? roughUnit[device.unit] : device.unit))
const text = ref(show())
const wrong = ref<Exclude<LengthProblem, 'empty'> | null>(null)

function show(): string {
  if (model.value === null) return ''
  const shown = props.rough
    ? formatTyped(model.value, device.unit, locale.value)
    : formatLength(model.value, { unit: device.unit, locale: locale.value })
  return shown.replace('−', '-')
}

function typed(): void {
  const read = parseLength(
    text.value,
    unit.value === 'inch' ? 'in' : unit.value,
    props.rough ? LARGEST_ROUGH_MM : LARGEST_READING_MM,
  )
  wrong.value = read.ok || read.problem === 'empty' ? null : read.problem
  model.value = read.ok ? read.valueMm : null
}

watch(
  () => device.unit,
  () => (text.value = show()),
)
</script>

<template>
  <div class="field">
    <label :for="id"
      >{{ label }}
      <span class="font-normal text-soft"
        >{{ t(`unit.${unit}`) }}{{ needed ? ` · ${t('field.needed')}` : '' }}</span
      ></label
    >
    <input
      :id="id"
      v-model="text"
      class="figure"
      inputmode="decimal"
      autocomplete="off"
      :aria-invalid="wrong !== null || !!problem"
      @input="typed"
    />
    <span v-if="wrong" class="text-small text-outside" data-part="field-wrong">{{ t(`field.${wrong}`) }}</span>
    <span v-else-if="problem" class="text-small text-outside" data-part="field-problem">{{ problem }}</span>
    <span v-else-if="hint" class="text-small font-normal text-soft">{{ hint }}</span>
  </div>
</template>
