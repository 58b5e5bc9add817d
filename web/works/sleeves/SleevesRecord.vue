<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { lastAt, readFlows, readIn, readTip, sectionOf, sleeveScope, tipScope } from '#core/works/sleeves/read-sleeves'
import { useFigures } from '../../bench/useFigures'

/** What the work on injector sleeves shows on the record: each cylinder's sleeve, tip and return flow. */
const props = defineProps<{ snapshot: Snapshot }>()
const { t } = useI18n()
const { length } = useFigures()
const section = computed(() => sectionOf(props.snapshot))
const flows = computed(() => readFlows(props.snapshot))
const rows = computed(() =>
  props.snapshot.engine.heads
    .flat()
    .filter((c) => tipScope(props.snapshot).includes(c) || sleeveScope(props.snapshot).includes(c))
    .map((cylinder) => ({
      cylinder,
      sleeve: readIn(props.snapshot, cylinder),
      tip: readTip(props.snapshot, cylinder),
      trim: lastAt(props.snapshot, 'injectors', cylinder)?.trimCode ?? '',
      flow: flows.value.values.find((v) => v.cylinder === cylinder)?.value ?? null,
    })),
)
</script>

<template>
  <table
    v-if="section && rows.length"
    class="mb-4 w-full border-collapse text-left text-body"
    data-part="sleeve-record"
  >
    <thead>
      <tr class="border-b-2 border-ink">
        <th scope="col" class="py-2 pr-2">{{ t('record.cylinder') }}</th>
        <th scope="col" class="px-2">{{ t('sleeve.injector') }}</th>
        <th scope="col" class="px-2">{{ t('stage.sleeves-in') }}</th>
        <th scope="col" class="px-2 text-right">{{ t('sleeve.bore-after') }}</th>
        <th scope="col" class="px-2 text-right">{{ t('sleeve.tip-measured') }}</th>
        <th scope="col" class="px-2">{{ t('sleeve.washer') }}</th>
        <th scope="col" class="px-2 text-right">{{ t('sleeve.flow') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.cylinder" class="border-b border-line">
        <th scope="row" class="py-2">{{ r.cylinder }}</th>
        <td class="figure px-2">{{ r.trim || '—' }}</td>
        <td class="px-2">{{ r.sleeve.entry ? t('sleeve.in') : t('sleeve.not-asked') }}</td>
        <td class="figure px-2 text-right">
          {{ r.sleeve.entry?.boreMm != null ? length(r.sleeve.entry.boreMm) : '—' }}
        </td>
        <td class="figure px-2 text-right">
          {{ r.tip.tip ? length(r.tip.tip.valueMm, [section.tip.minMm, section.tip.maxMm]) : '—' }}
        </td>
        <td class="px-2">{{ r.tip.setting?.reading ? t(`sleeve.reading.${r.tip.setting.reading}`) : '—' }}</td>
        <td class="figure px-2 text-right">{{ r.flow ?? '—' }}</td>
      </tr>
    </tbody>
  </table>
</template>
