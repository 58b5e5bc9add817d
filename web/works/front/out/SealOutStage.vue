<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { entriesAt, lastAt } from '#core/works/front/read-front'
import { sealOutMove } from '#core/works/front/seal-out'
import { removalRisks } from '#core/works/front/schools'
import SchoolRows from '../../../bench/SchoolRows.vue'
import { useFigures } from '../../../bench/useFigures'
import EndShell from '../EndShell.vue'
import ShaftTracks from '../ShaftTracks.vue'
import { useEnds } from '../useEnds'

const { t } = useI18n()
const { length } = useFigures()
const hands = useEnds(sealOutMove)
const { snapshot, closed, mine, strike } = hands
const out = computed(() => (mine.value ? lastAt(snapshot.value, 'sealsOut', mine.value.place) : null))
const tracks = computed(() => (mine.value ? entriesAt(snapshot.value, 'tracks', mine.value.place) : []))
const risks = computed(() => (mine.value ? removalRisks(snapshot.value, mine.value) : []))
const wayHeads = [t('front.way-near'), t('front.way-stop'), t('front.way-leaves')]
const ways = computed(() =>
  risks.value.map((r) => ({
    key: r.way,
    name: t(`front.way.${r.way}`),
    cells: [
      r.fromShaftMm === null ? t('front.way-never') : length(r.fromShaftMm),
      r.stopMm === null ? '—' : length(r.stopMm),
      r.leavesMm === null ? '—' : length(r.leavesMm),
    ],
    says: t(`front.way-says.${r.way}`),
  })),
)
</script>

<template>
  <EndShell :hands="hands">
    <ShaftTracks v-if="mine" :snapshot="snapshot" :end="mine" :with-seal="!out" />
    <template #side>
      <template v-if="mine && !out">
        <SchoolRows :title="t('front.ways')" :heads="wayHeads" :rows="ways" />
        <p class="text-small text-soft">{{ t('front.clean-now', { mm: length(risks[0]?.cleanMm ?? 0) }) }}</p>
      </template>
      <div v-if="out" class="border border-line bg-plate p-3 text-body" data-part="seal-out-entry">
        <p class="font-bold">{{ t(`front.way.${out.way}`) }}</p>
        <p v-if="out.scratched" class="font-semibold text-outside">{{ t('front.scratched') }}</p>
        <button v-if="!closed" type="button" class="key mt-2" @click="strike(out.id)">{{ t('front.strike') }}</button>
      </div>
      <ul class="text-body">
        <li v-for="tr in tracks" :key="tr.id" class="flex items-center gap-2 border-b border-line py-1">
          <span class="flex-1">
            {{ t(`front.feel.${tr.feel}`) }},
            <span class="figure">{{ length(tr.fromMm) }} – {{ length(tr.toMm) }}</span>
          </span>
          <button v-if="!closed" type="button" class="key !min-h-[44px] !px-2 text-small" @click="strike(tr.id)">
            {{ t('front.strike') }}
          </button>
        </li>
      </ul>
    </template>
  </EndShell>
</template>
