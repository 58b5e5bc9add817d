<script setup lang="ts" generic="T extends string | number">
import { RadioGroup, RadioGroupOption } from '@headlessui/vue'

/**
 * One of several, as keys side by side: one stop for Tab, arrows choose, Enter sends the form it
 * stands in. Each key bears its value in `data-{mark}`.
 */
const model = defineModel<T | null>({ required: true })
defineProps<{
  label: string
  options: readonly T[]
  word: (option: T) => string
  mark: string
  keyClass?: string
  filled?: boolean
  disabled?: boolean
}>()
</script>

<template>
  <RadioGroup
    :model-value="model ?? ''"
    :aria-label="label"
    :disabled="disabled"
    @update:model-value="(option: T) => (model = option)"
  >
    <RadioGroupOption
      v-for="option in options"
      :key="option"
      as="button"
      type="button"
      class="key"
      :class="[keyClass, model === option ? (filled ? '!bg-ink !text-paper' : '!border-2 !border-ink') : '']"
      :value="option"
      :disabled="disabled"
      v-bind="{ [`data-${mark}`]: option }"
      >{{ word(option) }}</RadioGroupOption
    >
  </RadioGroup>
</template>
