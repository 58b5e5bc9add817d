<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { GaugeKind } from '#core/job/snapshot'
import { broughtComponent } from '../../app/bring'
import { withWords } from '../../app/i18n'
import type { useGaugeInHand } from './useGaugeInHand'

const GaugeDialog = broughtComponent(withWords(['pages'], () => import('../GaugeDialog.vue')))

/** What the figure at hand is taken with: of the shop's gauges of its sort, or one that is named now. */
const props = defineProps<{ inHand: ReturnType<typeof useGaugeInHand> }>()
const { t } = useI18n()
const { instrument, judges, gauges, gauge } = props.inHand
const naming = ref(false)
</script>

<template>
  <div v-if="instrument && (judges || gauges.length > 0)" class="flex flex-col gap-1 text-small" data-part="pad-gauge">
    <label v-if="gauges.length > 0" class="flex items-center gap-2">
      <span class="shrink-0">{{ t('turn.by') }}</span>
      <select
        class="!min-h-[40px] min-w-0 flex-1"
        :value="gauge?.id ?? ''"
        data-part="turn-gauge"
        @change="(e) => inHand.chooseGauge((e.target as HTMLSelectElement).value)"
      >
        <option value="">{{ t('turn.by-none') }}</option>
        <option v-for="g in gauges" :key="g.id" :value="g.id">{{ g.name }}</option>
      </select>
    </label>
    <p v-if="judges && !gauge" class="flex items-center gap-2 text-online" data-part="gauge-unknown">
      <span class="min-w-0 flex-1">{{ t('turn.gauge-unknown', { gauge: t(`turn.instrument.${instrument}`) }) }}</span>
      <button type="button" class="key !min-h-[40px] shrink-0 !px-3" data-part="name-gauge" @click="naming = true">
        {{ t('turn.name-gauge') }}
      </button>
    </p>
    <GaugeDialog
      v-if="naming"
      :gauge="undefined"
      :kind="(instrument === 'sled' ? 'digital-sled' : instrument) as GaugeKind"
      @saved="(id: string) => inHand.chooseGauge(id)"
      @close="naming = false"
    />
  </div>
</template>
