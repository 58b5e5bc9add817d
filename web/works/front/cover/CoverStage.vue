<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { cover } from '#core/works/front/cover/steps'
import { entriesAt } from '#core/works/front/read-front'
import { readCover } from '#core/works/front/read-cover'
import { centringDoubts } from '#core/works/front/schools'
import SchoolRows from '../../../bench/SchoolRows.vue'
import { useFigures } from '../../../bench/useFigures'
import { useShopNow } from '../../../stores/shop-clock'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import EndShell from '../EndShell.vue'
import { useEnds } from '../useEnds'
import CoverSweep from './CoverSweep.vue'

const { t } = useI18n()
const { length } = useFigures()
const nowMs = useShopNow(1000)
const hands = useEnds('cover', cover, {}, () => nowMs.value)
const { snapshot, closed, mine, strike } = hands
const state = computed(() => (mine.value?.of.cover ? readCover(snapshot.value, mine.value) : null))
const doubts = computed(() =>
  (mine.value ? centringDoubts(mine.value) : []).map((d) => ({
    key: d.way,
    name: t(`front.centred.${d.way}`),
    cells: [length(d.offMm), length(d.runoutMm), t(`front.tells.${d.tells}`)],
    says: t(`front.centred-says.${d.way}`),
    chosen: state.value?.sweep?.centredBy === d.way,
  })),
)
const doubtHeads = [t('front.doubt-off'), t('front.doubt-dial'), t('front.doubt-tells')]
const steps = computed(() => (mine.value ? entriesAt(snapshot.value, 'coverSteps', mine.value.place) : []))
</script>

<template>
  <EndShell :hands="hands" :joint="state?.bolts ?? null">
    <CoverSweep v-if="mine?.of.cover && state" :cover="mine.of.cover" :sweep="state.sweep" :set="state.set" />
    <template #side>
      <ol v-if="steps.length" class="text-body" data-part="cover-steps">
        <li v-for="(s, i) in steps" :key="s.id" class="flex items-center gap-2 border-b border-line py-1">
          <span class="flex-1">{{ t(`front.step.${s.step}`) }}</span>
          <button
            v-if="!closed && i === steps.length - 1"
            type="button"
            class="key !min-h-[44px] !px-2 text-small"
            @click="strike(s.id)"
          >
            {{ t('front.strike') }}
          </button>
        </li>
      </ol>
      <div
        v-if="state?.set && state.sweep && mine?.of.cover"
        class="border border-line bg-plate p-3 text-body"
        data-part="sweep-entry"
      >
        <p class="font-bold" :class="{ 'text-outside': state.set.verdict !== 'leave' }">
          {{ t(`front.verdict.${state.set.verdict}`) }}
        </p>
        <p>{{ t(`front.centred.${state.sweep.centredBy}`) }}</p>
        <p v-if="state.trust === 'unsure'" class="font-semibold text-online" data-part="trust">
          {{ t('front.tells.unsure') }}
        </p>
        <p v-if="state.set.after">
          {{
            t('front.after-move', { runout: length(state.set.after.runoutMm), step: length(state.set.after.stepMm) })
          }}
        </p>
        <p v-else-if="state.set.verdict !== 'leave'">
          {{ t('front.needs', { runout: length(state.set.needs.runoutMm), step: length(state.set.needs.stepMm) }) }}
        </p>
        <EntryKeys v-if="!closed" class="mt-2" :hands="hands" what="sweep-cover" :entry="state.sweep" />
      </div>
      <SchoolRows v-if="doubts.length" :title="t('front.doubts')" :heads="doubtHeads" :rows="doubts" />
    </template>
  </EndShell>
</template>
