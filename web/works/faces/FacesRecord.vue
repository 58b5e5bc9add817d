<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { faceSteps } from '#core/works/faces/kinds'
import { padsOf, readFace } from '#core/works/faces/read-faces'
import { useFigures } from '../../bench/useFigures'

/** What the work on face seals shows on the record: each pad's steps, how far it was drawn in, its air. */
const props = defineProps<{ snapshot: Snapshot }>()
const { t } = useI18n()
const { length, pressure } = useFigures()
const rows = computed(() =>
  padsOf(props.snapshot).map((pad) => {
    const state = readFace(props.snapshot, pad)
    return { pad, state, steps: faceSteps.filter((s) => state.has(s)).map((s) => t(`face.part.${s}`)) }
  }),
)
</script>

<template>
  <div v-if="rows.length" class="mb-4" data-part="faces-record">
    <table class="w-full border-collapse text-left text-body">
      <tbody>
        <tr v-for="r in rows" :key="r.pad.place" class="border-b border-line">
          <th scope="row" class="py-2 pr-2">{{ r.pad.of.name }}</th>
          <td class="px-2">{{ r.steps.join(', ') || '—' }}</td>
          <td class="figure px-2 text-right">{{ length(r.state.on.mm) }}</td>
          <td class="px-2 text-right" :class="{ 'font-bold text-outside': r.state.tight === false }">
            {{
              r.state.air
                ? `${t('face.air-of', { start: pressure(r.state.air.startKPa), end: pressure(r.state.air.endKPa) })}: ${t(r.state.tight ? 'face.air-holds' : 'face.air-lost')}`
                : '—'
            }}
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
