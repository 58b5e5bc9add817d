<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useWords } from '../app/i18n'
import ChoiceKeys from '../bench/ChoiceKeys.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import { useShop } from '../stores/shop'
import BarringTool from './tools/BarringTool.vue'
import TorqueTool from './tools/TorqueTool.vue'

/** Quick answers without a job: what a torque comes to, and how to bar the pistons out of the way. */
const { t } = useI18n()
const shop = useShop()
void shop.load()
const tools = ['torque', 'barring'] as const
const tool = ref<(typeof tools)[number]>('torque')
const named = useWords(() => ['sleeves'])
</script>

<template>
  <ShopFrame :title="t('head.tools')">
    <ChoiceKeys
      v-model="tool"
      class="mb-4 flex gap-1"
      :label="t('head.tools')"
      :options="tools"
      :word="(x) => t(`tools.${x}`)"
      mark="tool"
      filled
    />
    <TorqueTool v-if="tool === 'torque'" />
    <BarringTool v-else-if="named" />
  </ShopFrame>
</template>
