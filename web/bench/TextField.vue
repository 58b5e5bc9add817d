<script setup lang="ts">
import { useId } from 'vue'

/** A line of text, with what is wrong with it. */
const model = defineModel<string>({ required: true })
defineProps<{ label: string; problem?: string | null }>()
defineOptions({ inheritAttrs: false })
const id = useId()
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <input :id="id" v-bind="$attrs" v-model="model" :aria-invalid="!!problem" />
    <span v-if="problem" class="text-small text-outside" data-part="field-problem">{{ problem }}</span>
  </div>
</template>
