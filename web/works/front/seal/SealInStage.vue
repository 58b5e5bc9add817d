<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { treatmentOf } from '#core/works/front/read-front'
import { readSeal } from '#core/works/front/read-seal'
import { treatmentLines } from '#core/works/front/schools'
import { sealIn } from '#core/works/front/seal/steps'
import SchoolRows from '../../../bench/SchoolRows.vue'
import { useFigures } from '../../../bench/useFigures'
import { useShopNow } from '../../../stores/shop-clock'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import EndShell from '../EndShell.vue'
import ShaftTracks from '../ShaftTracks.vue'
import { useEnds } from '../useEnds'
import FourDepths from './FourDepths.vue'

const { t } = useI18n()
const { length } = useFigures()
const nowMs = useShopNow(1000)
const hands = useEnds('seal-in', sealIn, {}, () => nowMs.value)
const { snapshot, closed, mine, turn } = hands
const state = computed(() => (mine.value ? readSeal(snapshot.value, mine.value) : null))
const treatment = computed(() => (mine.value ? treatmentOf(mine.value) : null))
/** How lip and outside go in: as it was chosen so far, else as the sheet or the trade has it. */
const ways = computed(() => ({
  lip: treatment.value?.lip,
  outside: treatment.value?.outside,
  ...(turn.current.value?.entry === 'start-seal' ? (turn.sofar.value as { lip?: string; outside?: string }) : {}),
}))
const lineHeads = [t('front.said-label'), t('front.waits')]
const lines = computed(() =>
  (mine.value ? treatmentLines(mine.value) : []).map((l) => ({
    key: `${l.part}-${l.way}`,
    name: `${t(`front.${l.part}-label`)} ${t(`front.${l.part}.${l.way}`)}`,
    cells: [
      l.says === null ? '—' : t(`front.said.${l.says}`),
      l.waitMin === null ? t('front.no-wait') : t('figures.minutes', { n: l.waitMin }),
    ],
    chosen: ways.value[l.part] === l.way,
  })),
)
const fitWrong = computed(() => state.value?.fit !== null && state.value?.fit !== 'right')
</script>

<template>
  <EndShell :hands="hands">
    <div class="flex h-full min-h-0 flex-col">
      <div class="min-h-0 flex-1"><ShaftTracks v-if="mine" :snapshot="snapshot" :end="mine" with-seal /></div>
    </div>
    <template #side>
      <template v-if="mine && state">
        <p class="text-body">
          {{
            t('front.seal-want', {
              outer: length(mine.of.seal.outerMm),
              inner: length(mine.of.seal.innerMm),
              width: length(mine.of.seal.widthMm),
            })
          }}
          · {{ t(`front.seal-kind.${mine.of.seal.kind}`) }}
        </p>
        <div
          v-if="state.seal"
          class="border border-line bg-plate p-3 text-body"
          data-part="seal-entry"
          :data-fit="state.fit"
        >
          <p class="figure" :class="{ 'font-bold text-outside': fitWrong }">
            {{ length(state.seal.outerMm) }} × {{ length(state.seal.innerMm) }}
          </p>
          <EntryKeys
            v-if="!closed && !state.started"
            class="mt-2"
            :hands="hands"
            what="note-seal"
            :entry="state.seal"
          />
        </div>
        <template v-if="!state.started && !closed">
          <SchoolRows
            :title="t(treatment?.ofSheet ? 'front.by-sheet' : 'front.by-usual')"
            :heads="lineHeads"
            :rows="lines"
          />
        </template>
        <p v-else-if="state.started" class="text-body">
          {{ t('front.lip-label') }}: {{ t(`front.lip.${state.started.lip}`) }} · {{ t('front.outside-label') }}:
          {{ t(`front.outside.${state.started.outside}`) }}
        </p>
        <p v-if="state.started && !state.depth" class="text-body" data-part="rounds">
          {{ t('front.rounds', { n: state.rounds, left: state.plan?.rounds ?? 0 }) }}
        </p>
        <FourDepths
          v-if="state.depth && state.plane"
          :edges-mm="state.depth.edgesMm"
          :plane="state.plane"
          :max-lean-mm="mine.of.maxLeanMm"
        />
        <EntryKeys v-if="state.depth && !closed" :hands="hands" what="seal-depth" :entry="state.depth" />
      </template>
    </template>
  </EndShell>
</template>
