<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { clockHour } from '#core/measure/angle'
import EntryQuestion from './EntryQuestion.vue'
import PadKeys from './PadKeys.vue'
import StationCells from './StationCells.vue'
import { useFigures } from './useFigures'
import { usePlaceName } from './usePlaceName'
import { useJob } from '../stores/job'
import TwoSets from './TwoSets.vue'
import { nameOn } from '#core/job/name-on'
import { useGauge } from '../stores/gauge'
import type { EntryState } from './entry'
import type { useReadingEntry } from './useReadingEntry'

const props = defineProps<{
  entry: ReturnType<typeof useReadingEntry>
  state: EntryState
  stationsDeg: number[]
  limits: { minMm: number; maxMm: number }
  closed: boolean
}>()
const emit = defineEmits<{ cylinder: [by: 1 | -1]; again: []; gauge: [] }>()
const { t } = useI18n()
const { length, unit, writer } = useFigures()
const placeName = usePlaceName()
const personName = (id: string) => nameOn(job.snapshot?.people ?? [], id)
const list = (items: string[]) => writer.value.list(items)
const gauge = useGauge()
const job = useJob()
const box = useTemplateRef<HTMLInputElement>('box')

const { text, problem, question, stationDeg } = props.entry
const stationNumber = computed(() => props.stationsDeg.indexOf(stationDeg.value ?? -1) + 1)
const { zeroWanted, zeroAsked, zeroSeen } = props.entry
/** What is read here stands, and nothing is wanted: another reading begins by choice. */
const closedSet = computed(
  () => props.entry.needsNewSet.value && props.state.set !== null && stationDeg.value === null && !zeroWanted.value,
)

/** An Enter that comes sooner after a reading is the same one. */
const BOUNCE_MS = 300

/** Types into the box what a key of the pad says; what is selected is replaced, as by a keyboard. */
function press(key: string): void {
  const input = box.value
  if (!input) return
  input.focus({ preventScroll: true })
  input.setRangeText(key === '−' ? '-' : key, input.selectionStart ?? 0, input.selectionEnd ?? 0, 'end')
  text.value = input.value
  onInput()
}

/** Takes the last figure off, or all that is selected. */
function erase(): void {
  const input = box.value
  if (!input) return
  input.focus({ preventScroll: true })
  const [from, to] = [input.selectionStart ?? 0, input.selectionEnd ?? 0]
  if (from === to) input.setSelectionRange(Math.max(0, to - 1), to)
  press('')
}

/** After a question, a refusal or a return the next figure takes the place of what stands there. */
function selectAll(): void {
  box.value?.focus({ preventScroll: true })
  box.value?.select()
}

/** Hands come back to the box; ones that never left it may be typing already. */
function comeBack(): void {
  if (document.activeElement !== box.value) selectAll()
}
let takenAt = 0
/** Takes what stands in the box. A key that bounces or is held down gives nothing a second time. */
function enter(event?: KeyboardEvent): void {
  const empty = text.value.trim() === ''
  if (event?.repeat || (empty && zeroWanted.value && Date.now() - takenAt < BOUNCE_MS)) return
  if (props.entry.enter()) takenAt = Date.now()
  else selectAll()
}
function answer(how: 'yes' | 'keep' | 'no'): void {
  props.entry.answer(how)
  selectAll()
}
function askZero(): void {
  props.entry.askZero()
  selectAll()
}

function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const empty = text.value === ''
  // Where nothing is wanted here any more, Enter goes on with the stage.
  if (event.key === 'Enter' && empty && closedSet.value && !question.value) return
  const acts: Record<string, () => void> = {
    Enter: () => enter(event),
    Escape: () => {
      if (question.value) answer('no')
      else if (zeroAsked.value && text.value === '') askZero()
      else text.value = ''
    },
    z: askZero,
    ...(empty
      ? {
          ' ': () => props.entry.takeLive(),
          Backspace: () => props.entry.stepStation(-1),
          ArrowUp: () => props.entry.stepStation(-1),
          ArrowDown: () => props.entry.stepStation(1),
          ArrowLeft: () => emit('cylinder', -1),
          ArrowRight: () => emit('cylinder', 1),
          u: () => props.entry.undo(),
        }
      : {}),
    ...(question.value ? { k: () => answer('keep') } : {}),
  }
  const act = acts[event.key]
  if (!act) return
  event.preventDefault()
  event.stopPropagation()
  act()
}

function onInput(): void {
  problem.value = null
  if (question.value) question.value = null
}

/** A pasted column keeps its line breaks, which a one-line box would swallow. */
function onPaste(event: ClipboardEvent): void {
  const pasted = event.clipboardData?.getData('text') ?? ''
  if (!/[\r\n\t;]/.test(pasted.trim())) return
  event.preventDefault()
  text.value = pasted.trim().replace(/[\r\n\t;]+/g, ' ')
  enter()
}

/** A figure that is typed beside the box lands in it; where the box takes none, that is said. */
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.ctrlKey || event.metaKey || event.altKey || !/^[\d.,+-]$/.test(event.key)) return
  // Boxes keep what is typed in them, dialogs too, and on the rail a number is a cylinder.
  if ((event.target as HTMLElement).closest('input, select, textarea, [role=dialog], [data-part=deck-rail]')) return
  if (props.closed) problem.value = 'closed'
  else comeBack()
})

const stop = gauge.onButton(() => props.entry.takeLive())
onBeforeUnmount(stop)
onMounted(() => box.value?.focus({ preventScroll: true }))
watch([() => props.state.cylinder, () => props.state.place], () => nextTick(comeBack))
defineExpose({ focus: comeBack })
</script>

<template>
  <section
    class="flex h-full min-h-0 flex-col gap-1.5 overflow-y-auto px-3 py-2 upright:flex-row upright:gap-4"
    :aria-label="t('pad.name')"
    data-part="pad"
  >
    <div class="contents upright:flex upright:min-w-0 upright:flex-1 upright:flex-col upright:gap-1.5">
      <header class="flex items-baseline justify-between gap-2">
        <h2 class="text-head">{{ t('pad.cylinder', { cylinder: state.cylinder }) }}</h2>
        <span
          v-if="!closed && stationDeg !== null && !zeroAsked"
          class="text-body font-semibold"
          data-part="pad-station"
          >{{ t('pad.station', { n: stationNumber, of: stationsDeg.length, clock: clockHour(stationDeg) }) }}</span
        >
        <span v-else class="text-body font-semibold">{{
          t(closed ? 'pad.stage-closed' : zeroWanted ? 'pad.zero-wanted' : 'pad.all-read')
        }}</span>
      </header>

      <p v-if="job.othersHere.length > 0" class="text-small font-semibold" data-part="also-here">
        {{ t('pad.also-here', { name: list([...new Set(job.othersHere.map((n) => personName(n.personId ?? '')))]) }) }}
      </p>
      <div class="relative">
        <label for="reading" class="sr-only">{{ t('pad.box', { unit: t(`unit.${unit}`) }) }}</label>
        <input
          id="reading"
          ref="box"
          v-model="text"
          class="figure box h-[62px] w-full pr-14 text-right"
          :class="[problem ? 'border-outside! border-2' : '', gauge.live ? '!text-live' : '!text-large']"
          type="text"
          inputmode="none"
          autocomplete="off"
          spellcheck="false"
          :disabled="closed"
          :placeholder="gauge.live ? length(entry.context.value.fromGauge(gauge.valueMm ?? 0)) : ''"
          :aria-invalid="problem !== null"
          aria-describedby="reading-note"
          @keydown="onKey"
          @input="onInput"
          @paste="onPaste"
        />
        <span class="pointer-events-none absolute right-3 top-1/2 -translate-y-1/2 text-body text-soft">{{
          t(`unit.${unit}`)
        }}</span>
      </div>

      <div id="reading-note" aria-live="assertive">
        <p
          v-if="zeroWanted && !problem && !question && !closed"
          class="border-l-4 border-brass pl-2"
          data-part="zero-how"
        >
          {{
            t(gauge.source === 'none' || zeroAsked ? 'pad.zero-how' : 'pad.zero-live', {
              n: entry.sinceZero.value.length,
            })
          }}
        </p>
        <p
          v-else-if="zeroSeen && !problem && !question"
          class="border-l-4 pl-2 font-semibold"
          :class="zeroSeen.moved ? 'border-outside' : 'border-inside'"
          data-part="zero-said"
          :data-moved="zeroSeen.moved"
        >
          {{
            t(zeroSeen.moved ? 'pad.zero-moved' : 'pad.zero-good', {
              zero: length(zeroSeen.zeroMm, [], true),
              where: list(zeroSeen.spots.map((s) => (s.place === null ? String(s.cylinder) : placeName(s.place)))),
            })
          }}
        </p>
        <p v-if="problem" class="border-l-4 border-outside pl-2 font-semibold" data-part="entry-problem">
          {{ t(`entry.${problem}`) }}
        </p>
        <EntryQuestion v-if="question" :question="question" :stations="stationsDeg.length" @answer="answer" />
      </div>

      <TwoSets v-if="!closed && state.set && state.rivals?.length" :sets="[state.set, ...state.rivals]" />
      <StationCells
        :state="state"
        :limits="limits"
        :station-deg="closed ? null : stationDeg"
        :closed="closed"
        @choose="entry.choose"
      />
    </div>
    <div class="contents upright:flex upright:min-w-0 upright:flex-1 upright:flex-col upright:justify-end">
      <div v-if="!closed && closedSet" class="flex flex-col gap-2">
        <p class="text-body">{{ t('pad.set-ended') }}</p>
        <button type="button" class="key" data-part="measure-again" @click="emit('again')">{{ t('pad.again') }}</button>
      </div>
      <PadKeys
        v-if="!closed && !question && !closedSet"
        :zero-asked="zeroAsked"
        @press="press"
        @erase="erase"
        @undo="entry.undo"
        @zero="askZero"
        @take="enter"
      />
    </div>
  </section>
</template>
