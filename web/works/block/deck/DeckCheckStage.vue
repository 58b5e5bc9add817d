<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { atCylinder } from '#core/job/place'
import { clockHour } from '#core/measure/angle'
import { blockAt } from '#core/works/block/entries'
import { drawnPlace } from '#core/works/block/deck/lines'
import { deckCheck } from '#core/works/block/deck/steps'
import { flatFaces, type FlatFace } from '#core/works/block/kinds'
import type { FaceLine } from '#core/works/block/faces'
import { readLines, readRan } from '#core/works/block/read-block'
import { readDeck } from '#core/works/liners/deck'
import ChoiceKeys from '../../../bench/ChoiceKeys.vue'
import DeckProfile from '../../liners/DeckProfile.vue'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useStage } from '../../../bench/stage/useStage'
import { useFigures } from '../../../bench/useFigures'
import FaceView from './FaceView.vue'

/** Deck and heads under the straight edge, and the deck as it ran by the old gasket's fire ring. */
const { t } = useI18n()
const { length, withUnit } = useFigures()
const hands = useStage('deck-check', deckCheck, (s) => s.engine.heads.flat().map(atCylinder))
const { job, snapshot, move, closed, turn } = hands
const face = ref<FlatFace>('deck')
const shown = computed(() => (move.value.action === 'line' ? (move.value.figures.on as FlatFace) : face.value))
const lines = computed(() => readLines(snapshot.value))
const linesOf = (on: FlatFace, head: number) => lines.value.filter((l) => l.entry.on === on && l.entry.head === head)
const nextOf = (on: FlatFace, head: number) =>
  move.value.action === 'line' && move.value.figures.on === on && move.value.figures.head === head
    ? String(move.value.figures.line)
    : null
const chosen = ref<string | null>(null)
// One that was just read is shown.
watch(
  () => lines.value.at(-1)?.entry.id ?? null,
  (id) => (chosen.value = id),
)
const line = computed(() => lines.value.find((l) => l.entry.id === chosen.value) ?? null)
const ring = computed(() => blockAt(snapshot.value, 'fireRings', job.selected))
const ran = computed(() => readRan(snapshot.value))
const mineRan = computed(() => ran.value.find((r) => r.cylinder === job.selected) ?? null)
const found = computed(() => readDeck(snapshot.value, 'as-found'))
const limits = computed(() => snapshot.value.sheet.sections.liners?.flat ?? null)
const newRing = computed(() => snapshot.value.sheet.sections.liners?.fireRingMm ?? null)
const words = computed(() =>
  Object.fromEntries(
    snapshot.value.engine.heads.flat().map((c) => {
      const read = blockAt(snapshot.value, 'fireRings', c)
      const moved = ran.value.find((r) => r.cylinder === c)?.moved ?? false
      return [
        c,
        {
          text: t(read ? 'block.ring-read' : 'block.ring-open'),
          more: moved ? t('block.moved') : '',
          verdict: read ? (moved ? ('unsure' as const) : ('in' as const)) : null,
        },
      ]
    }),
  ),
)

/** A line of one's own is read like any other. */
const draw = (on: FlatFace, head: number, line: FaceLine): void =>
  turn.open('read-line', { cylinder: null, place: drawnPlace(on, head, line) })
const placeOf = ({ on, head, from, to }: { on: FlatFace; head: number } & FaceLine) => ({
  cylinder: null,
  place: drawnPlace(on, head, { from, to }),
})
</script>

<template>
  <TurnShell :hands="hands" :words="words" :title="t('pad.cylinder', { cylinder: job.selected })" :empty="null">
    <div class="flex h-full flex-col">
      <div class="flex items-center gap-3 bg-plate px-2 py-1">
        <ChoiceKeys
          :model-value="shown"
          class="flex gap-1"
          :label="t('block.faces')"
          :options="flatFaces"
          :word="(o: FlatFace) => t(`block.on.${o}`)"
          mark="face"
          @update:model-value="(o) => (face = o ?? face)"
        />
        <p class="text-small">
          {{
            limits
              ? t('block.limits', { deck: withUnit(limits.deckMm), head: withUnit(limits.headMm) })
              : t('block.no-limits')
          }}
        </p>
      </div>
      <div class="flex min-h-0 flex-[11] gap-px bg-layout">
        <FaceView
          v-for="(_, i) in snapshot.engine.heads"
          :key="`${shown}-${i}`"
          :engine="snapshot.engine"
          :on="shown"
          :head="i + 1"
          :lines="linesOf(shown, i + 1)"
          :next="nextOf(shown, i + 1)"
          :chosen="chosen"
          :closed="closed"
          @choose="(id) => (chosen = id)"
          @draw="(at) => draw(shown, i + 1, at)"
        />
      </div>
      <div class="min-h-0 flex-[9]">
        <DeckProfile
          :deck="found"
          :behind="null"
          :heads="snapshot.engine.heads"
          :selected="job.selected"
          :ran="ran.map(({ cylinder, stations }) => ({ cylinder, heightsMm: stations.map((s) => s.heightMm) }))"
        />
      </div>
    </div>
    <template #side>
      <div v-if="line" class="border border-line bg-plate p-3 text-body" data-part="line-entry">
        <p class="font-bold">
          {{ t(line.name ? `block.line.${line.name}` : 'block.line.drawn') }}, {{ t(`block.on.${line.entry.on}`) }}
        </p>
        <p>
          {{ t('block.gap-line', { gap: withUnit(line.entry.gapMm) }) }}
          <span v-if="line.entry.notMm !== null">{{ t('block.not-line', { not: withUnit(line.entry.notMm) }) }}</span>
        </p>
        <p v-if="line.verdict && line.limitMm !== null">
          <b>{{ t(`verdict.${line.verdict}`) }}</b>, {{ t('block.limit', { limit: withUnit(line.limitMm) }) }}
        </p>
        <EntryKeys
          v-if="!closed"
          class="mt-2"
          :hands="hands"
          what="read-line"
          :entry="line.entry"
          :spot="placeOf(line.entry)"
        />
      </div>
      <p v-else class="text-small text-soft">{{ t('block.draw-how') }}</p>
      <div data-part="ring-entry">
        <p class="text-body">
          {{ t('block.ring') }}
          <span v-if="newRing !== null" class="text-soft">{{ t('block.ring-new', { mm: length(newRing) }) }}</span>
        </p>
        <dl v-if="ring" class="grid grid-cols-[1fr_auto_auto] gap-x-3 text-body">
          <dt class="text-small text-soft">{{ t('block.at') }}</dt>
          <dd class="text-right text-small text-soft">{{ t('block.thick') }}</dd>
          <dd class="text-right text-small text-soft">{{ t('block.ran') }}</dd>
          <template v-for="(r, i) in ring.readings" :key="r.angleDeg">
            <dt>{{ t('plan.station', { clock: clockHour(r.angleDeg) }) }}</dt>
            <dd class="figure text-right">{{ length(r.valueMm) }}</dd>
            <dd class="figure text-right">{{ mineRan ? length(mineRan.stations[i]!.heightMm) : '—' }}</dd>
          </template>
        </dl>
        <p v-else class="text-body">{{ t('block.ring-open') }}</p>
        <p v-if="mineRan?.moved" class="mt-1 font-semibold" data-part="ran-moved">
          {{
            t(mineRan.droppedMm! > 0 ? 'block.dropped' : 'block.risen', {
              by: withUnit(Math.abs(mineRan.droppedMm!)),
            })
          }}
        </p>
        <EntryKeys v-if="ring && !closed" class="mt-2" :hands="hands" what="read-fire-ring" :entry="ring" />
      </div>
    </template>
  </TurnShell>
</template>
