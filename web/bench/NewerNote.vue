<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { newerMet } from '../stores/read-leniently'

/** Said where the server speaks of something that this page does not know yet: loaded anew, it does. */
const { t } = useI18n()
const again = () => location.reload()
</script>

<template>
  <p
    v-if="newerMet"
    class="flex flex-wrap items-center gap-3 border-b border-line bg-plate px-3 text-body font-semibold"
    role="status"
    data-part="newer"
  >
    {{ t('newer.met') }}
    <button type="button" class="key" data-part="reload" @click="again">{{ t('newer.reload') }}</button>
  </p>
</template>
