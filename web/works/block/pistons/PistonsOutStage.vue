<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { atCylinder } from '#core/job/place'
import { blockAt, blockEntries } from '#core/works/block/entries'
import { photographed, pistonsOut } from '#core/works/block/pistons/steps'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useStage } from '../../../bench/stage/useStage'
import { useActs } from '../../../bench/useActs'
import { newId } from '../../../stores/new-id'

/** Rods and pistons out: a tick a cylinder, one photo of them all laid out. */
const { t } = useI18n()
const { act } = useActs()
const hands = useStage('pistons-out', pistonsOut, (s) => s.engine.heads.flat().map(atCylinder))
const { job, snapshot, closed, strike } = hands
const rows = computed(() =>
  snapshot.value.engine.heads
    .flat()
    .map((cylinder) => ({ cylinder, out: blockAt(snapshot.value, 'pistons', cylinder) })),
)
const mine = computed(() => blockAt(snapshot.value, 'pistons', job.selected))
const seen = computed(() => photographed(snapshot.value))
const words = computed(() =>
  Object.fromEntries(
    rows.value.map(({ cylinder, out }) => [
      cylinder,
      {
        text: t(out ? 'block.out' : 'block.still-in'),
        more: out ? t('block.marked', { mark: out.mark }) : '',
        verdict: out ? ('in' as const) : null,
      },
    ]),
  ),
)
function tick(cylinder: number): void {
  job.selected = cylinder
  if (!closed.value && !blockAt(snapshot.value, 'pistons', cylinder))
    act({ what: 'take-piston', pistonId: newId(), cylinder, mark: String(cylinder) })
}
function togglePhoto(): void {
  const last = blockEntries(snapshot.value, 'laidOut').at(-1)
  if (seen.value && last) strike(last.id)
  else act({ what: 'lay-out', layOutId: newId(), photographed: true })
}
</script>

<template>
  <TurnShell :hands="hands" :words="words" :title="t('pad.cylinder', { cylinder: job.selected })" :empty="null">
    <div class="h-full overflow-auto bg-layout p-6 text-scribe" data-part="pistons">
      <h2 class="mb-3 text-head">{{ t('block.laid-out') }}</h2>
      <ul class="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-3">
        <li v-for="{ cylinder, out } in rows" :key="cylinder">
          <button
            type="button"
            class="flex min-h-[104px] w-full flex-col items-start justify-between border-2 p-3 text-left"
            :class="[
              out ? 'border-(--inside-on-blue)' : 'border-dashed border-(--scribe)',
              { 'outline-2 outline-offset-2 outline-(--brass-on-blue)': cylinder === job.selected },
            ]"
            :aria-pressed="out !== null"
            :data-piston="cylinder"
            :data-out="out !== null"
            @click="tick(cylinder)"
          >
            <span class="figure text-figure font-bold leading-none">{{ cylinder }}</span>
            <span class="text-body">{{ out ? t('block.marked', { mark: out.mark }) : t('block.still-in') }}</span>
          </button>
        </li>
      </ul>
      <label class="mt-5 flex min-h-[48px] items-center gap-3 text-lead"
        ><input
          type="checkbox"
          class="h-6 w-6 accent-(--inside-on-blue)"
          :checked="seen"
          :disabled="closed"
          data-part="photographed"
          @change="togglePhoto"
        />{{ t('block.photographed') }}</label
      >
    </div>
    <template #side>
      <p class="text-body">{{ mine ? t('block.marked', { mark: mine.mark }) : t('block.still-in') }}</p>
      <EntryKeys v-if="mine && !closed" :hands="hands" what="take-piston" :entry="mine" />
      <p class="text-small text-soft">{{ t('block.caps-why') }}</p>
    </template>
  </TurnShell>
</template>
