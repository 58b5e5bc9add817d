<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { partsGone, partsMissing } from '../app/bring'

/** Said while a part of the page was asked for and has not come: it is asked for until it does. */
const { t } = useI18n()
const again = () => location.reload()
</script>

<template>
  <p
    v-if="partsMissing > 0"
    class="flex flex-wrap items-center gap-3 border-b border-line bg-plate px-3 py-2 text-body font-semibold"
    role="status"
    data-part="parts-missing"
  >
    {{ t(partsGone ? 'missing.gone' : 'missing.away') }}
    <button v-if="partsGone" type="button" class="key" data-part="reload" @click="again">
      {{ t('newer.reload') }}
    </button>
  </p>
</template>
