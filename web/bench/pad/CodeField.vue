<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { nearestCode } from '#core/bushing/compare-codes'
import TextField from '../TextField.vue'
import CodeCompare from './CodeCompare.vue'
import { useCodeScan } from './useCodeScan'

/** A code typed or read by the camera, beside what the list has: look-alikes differ by a digit. */
const model = defineModel<string>({ required: true })
const props = defineProps<{ label: string; codes: readonly string[]; problem?: string | null }>()
defineOptions({ inheritAttrs: false })
const { t } = useI18n()
const scan = useCodeScan((code) => (model.value = code))
const { video } = scan
const listed = computed(() => (model.value.trim() === '' ? null : nearestCode(model.value, props.codes)))
</script>

<template>
  <div class="flex flex-col gap-1">
    <TextField
      v-model="model"
      v-bind="$attrs"
      :label="label"
      :problem="problem ?? null"
      maxlength="60"
      autocapitalize="characters"
    />
    <p class="text-small text-soft">{{ t('cam.list-has', { codes: codes.join(', ') || '—' }) }}</p>
    <CodeCompare v-if="listed" :read="model" :listed="listed" />
    <button v-if="scan.can && !scan.on.value" type="button" class="key" data-part="scan" @click="scan.start()">
      {{ t('cam.scan') }}
    </button>
    <template v-else-if="scan.on.value">
      <video ref="video" class="max-h-[40vh] w-full bg-layout" muted playsinline :aria-label="t('cam.scanning')" />
      <p class="text-small">{{ t('cam.scanning') }}</p>
    </template>
    <p v-if="!scan.can || scan.refused.value" class="text-small text-soft" data-part="scan-no">
      {{ t('cam.scan-no') }}
    </p>
  </div>
</template>
