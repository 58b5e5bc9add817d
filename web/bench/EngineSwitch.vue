<script setup lang="ts">
import { useI18n } from 'vue-i18n'

/** Whether the simulated engine of a demo job answers, or a person enters what was seen. */
const on = defineModel<boolean>({ required: true })
defineProps<{ asking: boolean }>()
const { t } = useI18n()
</script>

<template>
  <label class="key justify-start text-small" data-part="engine-switch"
    ><input v-model="on" type="checkbox" class="h-5 w-5 accent-[var(--ink)]" />{{
      asking ? t('simulated.asking') : t('simulated.engine')
    }}</label
  >
</template>
