<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { housingsOf, lastAt, readBushing, readClearance } from '#core/works/bushings/read-bushings'
import { readDrive, readHoles } from '#core/works/bushings/read-placing'
import { readSpin } from '#core/works/bushings/read-spin'
import { useFigures } from '../../bench/useFigures'

/** What the work on cam bushings shows on the record: each housing's old and new bushing, its clearance and its oil holes. */
const props = defineProps<{ snapshot: Snapshot }>()
const { t } = useI18n()
const { length, torque } = useFigures()
const spin = computed(() => readSpin(props.snapshot))
const rows = computed(() =>
  housingsOf(props.snapshot).map((h) => ({
    h,
    old: lastAt(props.snapshot, 'out', h.place),
    read: readBushing(props.snapshot, h).read,
    clearance: readClearance(props.snapshot, h),
    depthMm: readDrive(props.snapshot, h).depthMm,
    shares: readHoles(props.snapshot, h).map((o) =>
      o.share === null ? (o.proof?.light ? t(`cam.lights.${o.proof.light}`) : '—') : `${Math.round(100 * o.share)} %`,
    ),
  })),
)
</script>

<template>
  <div v-if="rows.length" class="mb-4" data-part="bushing-record">
    <table class="w-full border-collapse text-left text-body">
      <thead>
        <tr class="border-b-2 border-ink">
          <th scope="col" class="py-2 pr-2">{{ t('cam.of-place', { n: '' }) }}</th>
          <th scope="col" class="px-2">{{ t('cam.looks-label') }}</th>
          <th scope="col" class="px-2">{{ t('cam.code') }}</th>
          <th scope="col" class="px-2 text-right">{{ t('cam.clearance') }}</th>
          <th scope="col" class="px-2 text-right">{{ t('cam.depth') }}</th>
          <th scope="col" class="px-2">{{ t('cam.through') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.h.place" class="border-b border-line">
          <th scope="row" class="py-2">{{ r.h.n }}</th>
          <td class="px-2">{{ r.old ? t(`cam.looks.${r.old.looks}`) : '—' }}</td>
          <td class="figure px-2">{{ r.read?.code ?? '—' }}</td>
          <td class="figure px-2 text-right">
            {{ r.clearance ? `${length(r.clearance.clearanceMm)} · ${t(`cam.verdict.${r.clearance.verdict}`)}` : '—' }}
          </td>
          <td class="figure px-2 text-right">{{ r.depthMm === null ? '—' : length(r.depthMm) }}</td>
          <td class="figure px-2">{{ r.shares.join(', ') || '—' }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="spin.reading" class="mt-2 text-body">
      {{ t(`cam.spin-reading.${spin.reading}`) }}<template v-if="spin.test">, {{ torque(spin.test.peakNm) }}</template>
    </p>
  </div>
</template>
