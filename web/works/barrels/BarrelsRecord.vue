<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { readBore } from '#core/works/barrels/bore/read'
import { barrelsOf, readWorn } from '#core/works/barrels/read-barrels'
import { readFit } from '#core/works/barrels/fit/read'
import { readDrop } from '#core/works/barrels/sleeve/read'
import { useFigures } from '../../bench/useFigures'

/** What the work on barrels shows on the record: each as it came in, its way, its fit, its finished bore. */
const props = defineProps<{ snapshot: Snapshot }>()
const { t } = useI18n()
const { length } = useFigures()
const rows = computed(() =>
  barrelsOf(props.snapshot).map((spot) => {
    const worn = readWorn(props.snapshot, spot)
    const fit = readFit(props.snapshot, spot)
    const drop = readDrop(props.snapshot, spot)
    return {
      spot,
      worn,
      sleeved: worn.way === 'sleeve' && fit.interferenceMm !== null ? fit : null,
      drop,
      bore: worn.way === 'sleeve' || worn.way === 'oversize' ? readBore(props.snapshot, spot) : null,
    }
  }),
)
</script>

<template>
  <div v-if="rows.length" class="mb-4" data-part="barrels-record">
    <table class="w-full border-collapse text-left text-body">
      <thead>
        <tr class="border-b-2 border-ink">
          <th scope="col" class="py-2 pr-2"></th>
          <th scope="col" class="px-2 text-right">{{ t('barrel.largest') }}</th>
          <th scope="col" class="px-2">{{ t('barrel.way-label') }}</th>
          <th scope="col" class="px-2 text-right">{{ t('barrel.interference') }}</th>
          <th scope="col" class="px-2 text-right">{{ t('stage.barrel-bore') }}</th>
          <th scope="col" class="px-2 text-right">{{ t('barrel.taper') }}</th>
          <th scope="col" class="px-2 text-right">{{ t('barrel.round') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.spot.place" class="border-b border-line">
          <th scope="row" class="py-2">{{ r.spot.name }}</th>
          <td class="figure px-2 text-right">{{ r.worn.judged ? length(r.worn.judged.largestMm) : '—' }}</td>
          <td class="px-2">
            {{ r.worn.way ? t(`barrel.way.${r.worn.way}`) : '—' }}{{ r.drop.home ? `, ${t('barrel.is-home')}` : ''
            }}{{ r.drop.pinned ? `, ${t('barrel.is-pinned')}` : '' }}
          </td>
          <td class="figure px-2 text-right">{{ r.sleeved ? length(r.sleeved.interferenceMm!) : '—' }}</td>
          <td class="figure px-2 text-right">
            {{ r.bore?.judged ? `${length(r.bore.judged.smallestMm)} – ${length(r.bore.judged.largestMm)}` : '—' }}
          </td>
          <td class="figure px-2 text-right">{{ r.bore?.judged ? length(r.bore.judged.taperMm) : '—' }}</td>
          <td class="figure px-2 text-right">{{ r.bore?.judged ? length(r.bore.judged.outOfRoundMm) : '—' }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
