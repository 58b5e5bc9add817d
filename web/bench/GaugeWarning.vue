<script setup lang="ts">
import { TriangleAlert } from '@lucide/vue'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { gaugeStanding } from '#core/measure/gauge-standing'
import { useShopClock } from '../stores/shop-clock'
import { useFigures } from './useFigures'

const props = defineProps<{ snapshot: Snapshot; gaugeId: string }>()
const { t } = useI18n()
const { day } = useFigures()
const clock = useShopClock()
const gauge = computed(() => props.snapshot.gauges.find((g) => g.id === props.gaugeId) ?? null)
const standing = computed(() =>
  gauge.value ? gaugeStanding(gauge.value, clock.today()).filter((s) => s !== 'good') : [],
)
</script>

<template>
  <p
    v-for="s in standing"
    :key="s"
    class="flex gap-1.5 text-small leading-tight text-(--online-on-blue)"
    data-part="gauge-warning"
    :data-standing="s"
  >
    <TriangleAlert :size="16" class="mt-0.5 shrink-0" aria-hidden="true" />{{
      t(`gauge.standing.${s}`, { gauge: gauge!.name, day: gauge!.calibrationDue ? day(gauge!.calibrationDue) : '' })
    }}
  </p>
</template>
