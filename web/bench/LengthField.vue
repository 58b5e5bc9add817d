<script setup lang="ts">
import { ref, useId, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { formatLength } from '#core/units/format-length'
import { parseLength } from '#core/units/parse-length'
import { useDevice } from '../stores/device'

/** A length typed in this device's unit, kept in mm; null while it is empty or wrong. */
const model = defineModel<number | null>({ required: true })
defineProps<{ label: string; hint?: string; problem?: string | null }>()
const { t, locale } = useI18n()
const device = useDevice()
const id = useId()
const text = ref(show())
const wrong = ref(false)

function show(): string {
  if (model.value === null) return ''
  return formatLength(model.value, { unit: device.unit, locale: locale.value }).replace('−', '-')
}

function typed(): void {
  const read = parseLength(text.value, device.unit)
  wrong.value = !read.ok && read.problem !== 'empty'
  model.value = read.ok ? read.valueMm : null
}

watch(() => device.unit, () => (text.value = show()))
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }} <span class="font-normal text-soft">{{ t(`unit.${device.unit}`) }}</span></label>
    <input :id="id" v-model="text" class="figure" inputmode="decimal" autocomplete="off" :aria-invalid="wrong || !!problem" @input="typed" />
    <span v-if="wrong" class="text-[14px] text-outside">{{ t('entry.no-number') }}</span>
    <span v-else-if="problem" class="text-[14px] text-outside" data-part="field-problem">{{ problem }}</span>
    <span v-else-if="hint" class="text-[14px] font-normal text-soft">{{ hint }}</span>
  </div>
</template>
