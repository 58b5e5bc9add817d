<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { newId } from '../stores/new-id'
import { useShop } from '../stores/shop'
import PartMeasure from './PartMeasure.vue'
import type { PartRow } from './part-rows'
import { useFigures } from './useFigures'

/** Liners and shims: which of the two are listed, how many there are of each size, and the measuring of the chosen one. The list itself comes with the place. */
const props = defineProps<{
  of: { liner: number; shim: number }
  sizes: readonly { nominalMm: number; free: number; used: number }[]
  chosen: PartRow | null
  jobId: string | null
  closed?: boolean
}>()
const emit = defineEmits<{ changed: [] }>()
const kind = defineModel<'liner' | 'shim'>('kind', { required: true })
const { t } = useI18n()
const { length } = useFigures()
const shop = useShop()

async function measured(readings: { angleDeg: number; valueMm: number }[]): Promise<void> {
  if (!props.chosen) return
  await shop.act({ what: 'measure-part', measureId: newId(), partId: props.chosen.id, readings })
  emit('changed')
}
</script>

<template>
  <div class="flex min-h-0 gap-5 max-[900px]:flex-col">
    <div class="min-w-0 flex-1">
      <div class="mb-2 flex flex-wrap items-center gap-2">
        <div class="flex gap-2" role="tablist">
          <button
            v-for="k in ['liner', 'shim'] as const"
            :key="k"
            type="button"
            role="tab"
            class="key"
            :aria-selected="kind === k"
            :class="{ '!border-2 !border-ink': kind === k }"
            :data-tab="k"
            @click="kind = k"
          >
            {{ t(`parts.tab.${k}`, { n: of[k] }) }}
          </button>
        </div>
        <ul class="flex flex-wrap gap-x-4 text-small" data-part="counts">
          <li v-for="c in sizes" :key="c.nominalMm">
            <span class="figure font-bold">{{ length(c.nominalMm) }}</span>
            {{ t('parts.count', { free: c.free, used: c.used }) }}
          </li>
        </ul>
      </div>
      <slot />
    </div>
    <aside class="w-[320px] shrink-0 max-[900px]:w-full">
      <PartMeasure
        v-if="chosen"
        :key="chosen.id"
        :row="chosen"
        :job-id="jobId"
        :closed="closed ?? false"
        @measured="measured"
      />
      <p v-else class="border border-line bg-plate p-4 text-body">{{ t('parts.choose') }}</p>
    </aside>
  </div>
</template>
