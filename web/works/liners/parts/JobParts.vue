<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { EngineCard } from '#contract/shop'
import ListTable from '../../../bench/ListTable.vue'
import PartsBench from '../../../bench/PartsBench.vue'
import { partRow } from '../../../bench/part-rows'
import { usePartColumns } from '../../../bench/usePartColumns'
import { useJob } from '../../../stores/job'

/** The liners and shims of the engine on the stand. */
const props = defineProps<{ engines: EngineCard[]; closed: boolean }>()
const chosenId = defineModel<string | null>({ default: null })
const { t } = useI18n()
const job = useJob()
const snapshot = computed(() => job.snapshot!)
const kind = ref<'liner' | 'shim'>('liner')
const liners = computed(() => snapshot.value.liners.map((l) => partRow(l, 'liner')))
const shims = computed(() => snapshot.value.shims.map((s) => partRow(s, 'shim')))
const rows = computed(() => (kind.value === 'liner' ? liners.value : shims.value))
const chosen = computed(() => [...liners.value, ...shims.value].find((r) => r.id === chosenId.value) ?? null)
const columns = usePartColumns(() => ({ kind: kind.value, engines: props.engines, jobId: snapshot.value.job.id }))

/** How many there are of each size, on the shelf and in engines. */
const sizes = computed(() => {
  const found = new Map<number, { free: number; used: number }>()
  for (const r of rows.value) {
    const size = found.get(r.nominalMm) ?? { free: 0, used: 0 }
    size[r.fitted ? 'used' : 'free'] += 1
    found.set(r.nominalMm, size)
  }
  return [...found]
    .map(([nominalMm, n]) => ({ nominalMm, ...n }))
    .sort((a, b) => a.nominalMm - b.nominalMm)
    .slice(0, 16)
})
</script>

<template>
  <PartsBench
    v-model:kind="kind"
    :of="{ liner: liners.length, shim: shims.length }"
    :sizes="sizes"
    :chosen="chosen"
    :job-id="snapshot.job.id"
    :closed="closed"
    @changed="job.refresh()"
  >
    <ListTable
      :rows="rows"
      :columns="columns"
      :name="`parts-${kind}`"
      :empty="t(`parts.empty.${kind}`)"
      @open="(r) => (chosenId = r.id)"
    />
  </PartsBench>
</template>
