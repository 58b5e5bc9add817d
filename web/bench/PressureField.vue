<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { fromCelsius, fromKPa, pressureUnit, temperatureUnit, toCelsius, toKPa } from '#core/units/format-pressure'
import { useDevice } from '../stores/device'
import NumberField from './NumberField.vue'

/** A pressure in the gauge's unit, kept in kPa, or a temperature beside it, kept in °C; null while the box is empty. */
const model = defineModel<number | null>({ required: true })
const props = defineProps<{ label: string; problem?: string | null; needed?: boolean; temperature?: boolean }>()
const { t } = useI18n()
const device = useDevice()
const unit = computed(() => t(`unit.${(props.temperature ? temperatureUnit : pressureUnit)[device.unit]}`))
/** Typed figures come back as they were typed: no bit beside them. */
const DIGITS = 1e6
const shown = computed({
  get: () => {
    if (model.value === null) return null
    const value = (props.temperature ? fromCelsius : fromKPa)(model.value, device.unit)
    return Math.round(value * DIGITS) / DIGITS
  },
  set: (value) => {
    model.value = value === null ? null : (props.temperature ? toCelsius : toKPa)(value, device.unit)
  },
})
</script>

<template>
  <NumberField v-model="shown" :label="`${label}, ${unit}`" :problem="problem ?? null" :needed="needed" />
</template>
