<script setup lang="ts">
import { ref, useId } from 'vue'
import { useI18n } from 'vue-i18n'
import FigureBox from './FigureBox.vue'

/** A figure that is no length and no torque, with its name; null while the box is empty or wrong. `percent`: kept as a share of 1. */
const model = defineModel<number | null>({ required: true })
defineProps<{
  label: string
  problem?: string | null
  needed?: boolean
  percent?: boolean
}>()
defineOptions({ inheritAttrs: false })
const id = useId()
const { t } = useI18n()
const wrong = ref(false)
</script>

<template>
  <div class="field">
    <label :for="id"
      >{{ label }}<span v-if="needed" class="font-normal text-soft"> · {{ t('field.needed') }}</span></label
    >
    <FigureBox
      :id="id"
      v-bind="$attrs"
      v-model="model"
      :percent="percent"
      :problem="!!problem"
      @wrong="(is) => (wrong = is)"
    />
    <span v-if="wrong" class="text-small text-outside" data-part="field-wrong">{{ t('field.no-number') }}</span>
    <span v-else-if="problem" class="text-small text-outside" data-part="field-problem">{{ problem }}</span>
  </div>
</template>
