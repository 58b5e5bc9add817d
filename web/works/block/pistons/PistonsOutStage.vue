<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { isClosed } from '#core/job/route'
import { blockAt, blockEntries } from '#core/works/block/entries'
import { photographed, pistonsOutMove } from '#core/works/block/pistons-out'
import StagePhotos from '../../../bench/StagePhotos.vue'
import StageShell from '../../../bench/StageShell.vue'
import { useActs } from '../../../bench/useActs'
import { useStageWork } from '../../../bench/useStageWork'
import { useJob } from '../../../stores/job'
import { newId } from '../../../stores/new-id'

/** Rods and pistons out: a tick a cylinder, one photo of them all laid out. */
const { t } = useI18n()
const job = useJob()
const { act } = useActs()
const snapshot = computed(() => job.snapshot!)
const move = computed(() => pistonsOutMove(snapshot.value, job.selected))
const closed = computed(() => isClosed(snapshot.value, 'pistons-out'))
const { closing, go, strike, problem } = useStageWork(() => move.value)
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
  <StageShell v-model:closing="closing" :move="move" :words="words" :problem="problem" @go="go">
    <div class="min-h-0 flex-1 overflow-auto bg-layout p-6 text-scribe" data-part="pistons">
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
      <h2 class="text-head">{{ t('pad.cylinder', { cylinder: job.selected }) }}</h2>
      <p class="text-body">{{ mine ? t('block.marked', { mark: mine.mark }) : t('block.still-in') }}</p>
      <button v-if="mine && !closed" type="button" class="key" data-part="strike-piston" @click="strike(mine.id)">
        {{ t('block.tick-off') }}
      </button>
      <p class="text-small text-soft">{{ t('block.caps-why') }}</p>
      <StagePhotos :tag="t('stage.pistons-out')" :cylinder="null" :closed="closed" />
    </template>
  </StageShell>
</template>
