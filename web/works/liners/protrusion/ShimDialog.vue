<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Shim } from '#core/job/snapshot'
import { expectWithShimMm } from '#core/liner/stack'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { useFigures } from '../../../bench/useFigures'

/** @prop allowed how many rings may lie on each other, where the liner's own leave no room; null where there is room */
defineProps<{ open: boolean; cylinder: number; shims: Shim[]; bareMm: number; allowed: number | null }>()
const emit = defineEmits<{ close: []; fit: [shim: Shim, expectMm: number] }>()
const { t } = useI18n()
const { length, withUnit } = useFigures()
</script>

<template>
  <SheetDialog :open="open" :title="t('shim.title', { cylinder })" @close="emit('close')">
    <p v-if="allowed !== null" class="font-semibold" role="alert" data-part="no-room">
      {{ t('shim.no-room', { n: allowed }) }}
    </p>
    <p v-else-if="shims.length === 0">{{ t('shim.none') }}</p>
    <ul v-if="allowed === null" class="flex flex-col gap-2">
      <li v-for="s in shims" :key="s.id">
        <button
          type="button"
          class="key w-full !justify-between"
          @click="emit('fit', s, expectWithShimMm(bareMm, s.actualMm))"
        >
          <span>{{ s.label }} · {{ t(`material.${s.material}`) }}</span>
          <span class="figure">{{ length(s.actualMm) }}</span>
          <span class="text-small font-normal">{{
            t('shim.expect', { expect: withUnit(expectWithShimMm(bareMm, s.actualMm)) })
          }}</span>
        </button>
      </li>
    </ul>
    <button type="button" class="key mt-4" @click="emit('close')">{{ t('keys.close') }}</button>
  </SheetDialog>
</template>
