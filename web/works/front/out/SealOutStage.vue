<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { entriesAt, lastAt } from '#core/works/front/read-front'
import { sealOut } from '#core/works/front/out/steps'
import { removalRisks } from '#core/works/front/schools'
import SchoolRows from '../../../bench/SchoolRows.vue'
import { useFigures } from '../../../bench/useFigures'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import EndShell from '../EndShell.vue'
import ShaftTracks from '../ShaftTracks.vue'
import { useEnds } from '../useEnds'

const { t } = useI18n()
const { length } = useFigures()
const hands = useEnds('seal-out', sealOut)
const { snapshot, closed, mine, turn } = hands
const out = computed(() => (mine.value ? lastAt(snapshot.value, 'sealsOut', mine.value.place) : null))
const tracks = computed(() => (mine.value ? entriesAt(snapshot.value, 'tracks', mine.value.place) : []))
const scratched = ({ scratchFromMm: from, scratchToMm: to }: NonNullable<typeof out.value>) =>
  from === null || to === null ? t('front.scratched') : t('front.scratched-at', { from: length(from), to: length(to) })
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
        <p v-if="out.scratched" class="font-semibold text-outside">{{ scratched(out) }}</p>
        <EntryKeys v-if="!closed" class="mt-2" :hands="hands" what="seal-out" :entry="out" />
      </div>
      <ul class="text-body">
        <li v-for="tr in tracks" :key="tr.id" class="flex items-center gap-2 border-b border-line py-1">
          <span class="flex-1">
            {{ t(`front.feel.${tr.feel}`) }},
            <span class="figure">{{ length(tr.fromMm) }} – {{ length(tr.toMm) }}</span>
          </span>
          <EntryKeys v-if="!closed" :hands="hands" what="note-track" :entry="tr" />
        </li>
      </ul>
      <button
        v-if="mine && tracks.length && !closed"
        type="button"
        class="key"
        data-part="another-track"
        @click="turn.open('note-track', mine)"
      >
        {{ t('front.another-track') }}
      </button>
    </template>
  </EndShell>
</template>
