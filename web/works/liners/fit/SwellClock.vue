<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { clockFace } from '../../../bench/clock-face'

/** The countdown of a wetted band: it is read from the time it was wetted, so a reload changes nothing. It is heard by the clock in the head strip. */
const props = defineProps<{ leftMs: number; minutes: number; place: string; cylinder: number }>()
const { t } = useI18n()
const late = computed(() => props.leftMs <= 0)
const share = computed(() => Math.max(0, Math.min(1, props.leftMs / (props.minutes * 60_000))))
</script>

<template>
  <section
    class="border-2 p-3"
    :class="late ? 'border-outside' : 'border-ink'"
    :aria-label="t('fit.clock')"
    data-part="swell-clock"
    :data-late="late"
  >
    <p class="text-body font-semibold">{{ t(late ? 'fit.too-late' : 'fit.left', { place, cylinder }) }}</p>
    <p
      class="figure text-live leading-none"
      role="timer"
      data-part="swell-left"
      :class="{ 'text-outside': leftMs < 60_000 }"
    >
      {{ clockFace(leftMs) }}
    </p>
    <div class="mt-2 h-3 border border-ink" aria-hidden="true">
      <div class="h-full" :class="leftMs < 60_000 ? 'bg-outside' : 'bg-ink'" :style="{ width: `${share * 100}%` }" />
    </div>
  </section>
</template>
