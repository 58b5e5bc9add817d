<script setup lang="ts">
import { useId } from 'vue'
import { useI18n } from 'vue-i18n'

/** A line of text, with what is wrong with it. */
const model = defineModel<string>({ required: true })
defineProps<{ label: string; problem?: string | null; needed?: boolean }>()
defineOptions({ inheritAttrs: false })
const id = useId()
const { t } = useI18n()
</script>

<template>
  <div class="field">
    <label :for="id"
      >{{ label }}<span v-if="needed" class="font-normal text-soft"> · {{ t('field.needed') }}</span></label
    >
    <input :id="id" v-bind="$attrs" v-model="model" :aria-invalid="!!problem" />
    <span v-if="problem" class="text-small text-outside" data-part="field-problem">{{ problem }}</span>
  </div>
</template>
