<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { readCover } from '#core/works/front/read-cover'
import { readFlywheel } from '#core/works/front/read-flywheel'
import { readDamper } from '#core/works/front/read-damper'
import { endsOf } from '#core/works/front/read-front'
import { readSeal } from '#core/works/front/read-seal'
import { useFigures } from '../../bench/useFigures'

/** What the work at the ends of the crank shows on the record: covers, seals, the damper. */
const props = defineProps<{ snapshot: Snapshot }>()
const { t } = useI18n()
const { length } = useFigures()
const wheel = computed(() => readFlywheel(props.snapshot))
const damper = computed(() => readDamper(props.snapshot))
const rows = computed(() =>
  endsOf(props.snapshot).map((end) => ({
    end,
    cover: end.of.cover ? readCover(props.snapshot, end) : null,
    seal: readSeal(props.snapshot, end),
  })),
)
</script>

<template>
  <div v-if="rows.length" class="mb-4" data-part="front-record">
    <table class="w-full border-collapse text-left text-body">
      <thead>
        <tr class="border-b-2 border-ink">
          <th scope="col" class="py-2 pr-2"></th>
          <th scope="col" class="px-2">{{ t('stage.cover') }}</th>
          <th scope="col" class="px-2">{{ t('stage.seal-in') }}</th>
          <th scope="col" class="px-2 text-right">{{ t('front.depths') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.end.place" class="border-b border-line">
          <th scope="row" class="py-2">{{ t(`front.end.${r.end.place}`) }}</th>
          <td class="px-2">
            {{
              r.cover?.set
                ? `${t(`front.verdict.${r.cover.set.verdict}`)}, ${t('front.runout', { runout: length(r.cover.set.runoutMm), max: length(r.end.of.cover!.runoutMaxMm) })}`
                : '—'
            }}
          </td>
          <td class="figure px-2">
            {{ r.seal.seal ? `${length(r.seal.seal.outerMm)} × ${length(r.seal.seal.innerMm)}` : '—' }}
          </td>
          <td class="figure px-2 text-right">
            {{ r.seal.depth ? r.seal.depth.edgesMm.map((mm) => length(mm)).join(' / ') : '—' }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="damper.interferenceMm !== null" class="mt-2 text-body">
      {{ t('stage.damper-on') }}: {{ t('front.interference') }} {{ length(damper.interferenceMm) }},
      {{ t(`front.fit-verdict.${damper.verdict}`) }}{{ damper.home ? `, ${t('front.home')}` : '' }}
    </p>
    <p v-if="wheel.face" class="mt-2 text-body" data-part="flywheel-record">
      {{ t('stage.flywheel-on') }}: {{ t('front.wheel-runout') }} {{ length(wheel.face.tiltMm) }},
      {{ t(`verdict.${wheel.faceVerdict}`)
      }}{{
        wheel.bore
          ? `; ${t('front.housing-bore')} ${length(wheel.bore.runoutMm)}, ${t(`verdict.${wheel.boreVerdict}`)}`
          : ''
      }}
    </p>
  </div>
</template>
