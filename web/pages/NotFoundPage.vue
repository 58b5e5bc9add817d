<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import ShopFrame from '../bench/ShopFrame.vue'

const { t } = useI18n()
const route = useRoute()
</script>

<template>
  <ShopFrame :title="t('nowhere.title')">
    <p class="text-lead" data-part="nowhere">{{ t('nowhere.what', { path: route.path }) }}</p>
    <RouterLink to="/" class="key-brass mt-4 inline-flex items-center">{{ t('job.to-list') }}</RouterLink>
  </ShopFrame>
</template>
