<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { isClosed } from '#core/job/route'
import { clockHour } from '#core/measure/angle'
import { blockAt } from '#core/works/block/entries'
import { deckCheckMove } from '#core/works/block/deck-check'
import { flatFaces, type FlatFace } from '#core/works/block/kinds'
import type { FaceLine } from '#core/works/block/faces'
import { readLines, readRan } from '#core/works/block/read-block'
import { readDeck } from '#core/works/liners/deck'
import AskDialog from '../../../bench/AskDialog.vue'
import ChoiceKeys from '../../../bench/ChoiceKeys.vue'
import DeckProfile from '../../../bench/DeckProfile.vue'
import DialogKeys from '../../../bench/DialogKeys.vue'
import EngineSwitch from '../../../bench/EngineSwitch.vue'
import LengthField from '../../../bench/LengthField.vue'
import SheetDialog from '../../../bench/SheetDialog.vue'
import StagePhotos from '../../../bench/StagePhotos.vue'
import StageShell from '../../../bench/StageShell.vue'
import { useActs } from '../../../bench/useActs'
import { useFigures } from '../../../bench/useFigures'
import { useStageWork } from '../../../bench/useStageWork'
import { useJob } from '../../../stores/job'
import { newId } from '../../../stores/new-id'
import FaceView from './FaceView.vue'

/** Deck and heads under the straight edge, and the deck as it ran by the old gasket's fire ring. */
const { t } = useI18n()
const { length, withUnit } = useFigures()
const job = useJob()
const { act } = useActs()
const snapshot = computed(() => job.snapshot!)
const move = computed(() => deckCheckMove(snapshot.value, job.selected))
const closed = computed(() => isClosed(snapshot.value, 'deck-check'))
const drawn = ref<{ on: FlatFace; head: number; line: FaceLine } | null>(null)
const { closing, asked, answered, go, engine, strike, problem } = useStageWork(
  () => move.value,
  {},
  () => drawn.value !== null,
)
const face = ref<FlatFace>('deck')
const shown = computed(() => (move.value.action === 'line' ? (move.value.figures.on as FlatFace) : face.value))
const lines = computed(() => readLines(snapshot.value))
const linesOf = (on: FlatFace, head: number) => lines.value.filter((l) => l.entry.on === on && l.entry.head === head)
const nextOf = (on: FlatFace, head: number) =>
  move.value.action === 'line' && move.value.figures.on === on && move.value.figures.head === head
    ? String(move.value.figures.line)
    : null
const chosen = ref<string | null>(null)
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

const gapMm = ref<number | null>(0)
const notMm = ref<number | null>(null)
const tried = ref(false)
function draw(on: FlatFace, head: number, at: FaceLine): void {
  ;[gapMm.value, notMm.value, tried.value] = [0, null, false]
  drawn.value = { on, head, line: at }
}
const wrong = computed(() => {
  if (gapMm.value === null) return t('draft.problem.missing')
  return notMm.value !== null && notMm.value <= gapMm.value ? t('block.leaf-not-thicker') : null
})
function save(): void {
  tried.value = true
  if (!drawn.value || wrong.value) return
  const { on, head, line: at } = drawn.value
  const flatId = newId()
  act({
    what: 'read-line',
    flatId,
    on,
    head,
    from: [...at.from],
    to: [...at.to],
    gapMm: gapMm.value!,
    notMm: notMm.value,
  })
  chosen.value = flatId
  drawn.value = null
}
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" :words="words" :problem="problem" @go="go">
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
        <button v-if="!closed" type="button" class="key mt-2" data-part="strike-line" @click="strike(line.entry.id)">
          {{ t('block.strike') }}
        </button>
      </div>
      <p v-else class="text-small text-soft">{{ t('block.draw-how') }}</p>
      <div data-part="ring-entry">
        <h2 class="text-head">{{ t('pad.cylinder', { cylinder: job.selected }) }}</h2>
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
        <button v-if="ring && !closed" type="button" class="key mt-2" data-part="strike-ring" @click="strike(ring.id)">
          {{ t('block.strike') }}
        </button>
      </div>
      <EngineSwitch v-if="engine.there.value && !closed" v-model="engine.wanted.value" :asking="engine.asking.value" />
      <StagePhotos :tag="t('stage.deck-check')" :cylinder="null" :closed="closed" />
    </template>
    <template #dialogs>
      <AskDialog :move="asked" @close="asked = null" @answer="answered" />
      <SheetDialog :open="drawn !== null" :title="t('block.line.drawn')" @close="drawn = null">
        <form class="flex flex-col gap-3" data-part="line-form" @submit.prevent="save">
          <LengthField v-model="gapMm" :label="t('block.gap')" data-part="line-gap" />
          <LengthField v-model="notMm" :label="t('block.not')" data-part="line-not" />
          <p v-if="tried && wrong" class="border-l-4 border-outside pl-2 font-semibold" role="alert">{{ wrong }}</p>
          <DialogKeys :save="t('ask.enter')" part="save-line" @close="drawn = null" />
        </form>
      </SheetDialog>
    </template>
  </StageShell>
</template>
