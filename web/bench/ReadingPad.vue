<script setup lang="ts">
import { CornerDownLeft, Delete, Undo2 } from '@lucide/vue'
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { clockHour } from '#core/measure/angle'
import { useFigures } from './useFigures'
import WindowGlyph from './WindowGlyph.vue'
import { useGauge } from '../stores/gauge'
import type { EntryState, useReadingEntry } from './useReadingEntry'

const props = defineProps<{
  entry: ReturnType<typeof useReadingEntry>
  state: EntryState
  stationsDeg: number[]
  limits: { minMm: number; maxMm: number }
  closed: boolean
}>()
const emit = defineEmits<{ cylinder: [by: 1 | -1]; again: []; gauge: [] }>()
const { t } = useI18n()
const { length, unit } = useFigures()
const gauge = useGauge()
const box = useTemplateRef<HTMLInputElement>('box')

const { text, problem, question, stationDeg } = props.entry
const stationNumber = computed(() => props.stationsDeg.indexOf(stationDeg.value ?? -1) + 1)
const closedSet = computed(() => props.state.set?.closed !== null && props.state.set !== null && !props.state.changed)

const cells = computed(() =>
  props.state.stations.map((s) => ({
    ...s,
    valueMm: props.state.changed ? null : s.valueMm,
    repeats: s.readings.length,
  })),
)

const keys = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '−', '0', '.'] as const

function press(key: string): void {
  text.value += key === '−' ? '-' : key
  problem.value = null
  box.value?.focus({ preventScroll: true })
}

function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const empty = text.value === ''
  const acts: Record<string, () => void> = {
    Enter: () => props.entry.enter(),
    Escape: () => (question.value ? props.entry.answer('no') : (text.value = '')),
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
    ...(question.value ? { k: () => props.entry.answer('keep') } : {}),
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
  props.entry.enter()
}

/** A figure that is typed beside the box lands in it; where the box takes none, that is said. */
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.ctrlKey || event.metaKey || event.altKey || !/^[\d.,+-]$/.test(event.key)) return
  // Boxes keep what is typed in them, dialogs too, and on the rail a number is a cylinder.
  if ((event.target as HTMLElement).closest('input, select, textarea, [role=dialog], [data-part=deck-rail]')) return
  if (props.closed) problem.value = 'closed'
  else if (closedSet.value) problem.value = 'set-ended'
  else box.value?.focus({ preventScroll: true })
})

const stop = gauge.onButton(() => props.entry.takeLive())
onBeforeUnmount(stop)
onMounted(() => box.value?.focus({ preventScroll: true }))
watch(
  () => props.state.cylinder,
  () => nextTick(() => box.value?.focus({ preventScroll: true })),
)
defineExpose({ focus: () => box.value?.focus({ preventScroll: true }) })
</script>

<template>
  <section
    class="flex h-full min-h-0 flex-col gap-1.5 overflow-y-auto px-3 py-2"
    :aria-label="t('pad.name')"
    data-part="pad"
  >
    <header class="flex items-baseline justify-between gap-2">
      <h2 class="text-head">{{ t('pad.cylinder', { cylinder: state.cylinder }) }}</h2>
      <span v-if="!closed && stationDeg !== null" class="text-body font-semibold" data-part="pad-station">{{
        t('pad.station', { n: stationNumber, of: stationsDeg.length, clock: clockHour(stationDeg) })
      }}</span>
      <span v-else class="text-body font-semibold">{{
        t(
          closed
            ? 'pad.stage-closed'
            : entry.zeroWanted.value && gauge.source === 'none'
              ? 'pad.zero-wanted'
              : 'pad.all-read',
        )
      }}</span>
    </header>

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
        :disabled="closed || closedSet"
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
      <p v-if="problem" class="border-l-4 border-outside pl-2 font-semibold" data-part="entry-problem">
        {{ t(`entry.${problem}`) }}
      </p>
      <div v-if="question" class="border-l-4 border-online pl-2" data-part="entry-question" :data-kind="question.kind">
        <p class="font-semibold">
          <template v-if="question.kind === 'doubt'">{{
            t(`doubt.${question.doubt}`, { value: length(question.valueMm) })
          }}</template>
          <template v-else-if="question.kind === 'twice'">{{
            t('entry.twice', { value: length(question.valueMm), old: length(question.oldMm) })
          }}</template>
          <template v-else-if="question.kind === 'unit'">{{
            t('entry.unit', {
              said: question.said,
              unit: t(`unit.${unit}`),
              meant: t(`entry.as.${question.meant.unit}`),
              value: length(question.meant.valueMm),
            })
          }}</template>
          <template v-else-if="question.kind === 'zero'">{{
            t('entry.zero', { value: length(question.valueMm) })
          }}</template>
          <template v-else>{{
            t('entry.column', {
              count: question.valuesMm.length,
              values: question.valuesMm.map((v) => length(v)).join('  '),
            })
          }}</template>
        </p>
        <div class="mt-1 flex gap-2">
          <button type="button" class="key flex-1" data-part="answer-yes" @click="entry.answer('yes')">
            {{ t(`entry.yes.${question.kind}`) }}
          </button>
          <button
            v-if="question.kind === 'twice' || question.kind === 'unit'"
            type="button"
            class="key flex-1"
            data-part="answer-keep"
            @click="entry.answer('keep')"
          >
            {{
              question.kind === 'unit'
                ? t('entry.as-unit', { unit: t(`entry.as.${question.meant.unit}`) })
                : t('entry.keep')
            }}
          </button>
          <button type="button" class="key" data-part="answer-no" @click="entry.answer('no')">
            {{ t('entry.no') }}
          </button>
        </div>
      </div>
    </div>

    <ol class="grid grid-cols-2 gap-1.5">
      <li v-for="cell in cells" :key="cell.angleDeg">
        <button
          type="button"
          class="flex min-h-[57px] w-full flex-col items-stretch justify-center rounded border px-2 py-0.5 text-left"
          :disabled="closed"
          :class="cell.angleDeg === stationDeg && !closed ? 'border-2 border-brass bg-plate' : 'border-line bg-plate'"
          :data-station="cell.angleDeg"
          :data-verdict="cell.verdict ?? 'none'"
          @click="entry.choose(cell.angleDeg)"
        >
          <span class="flex items-baseline justify-between text-fine text-soft">
            <span>{{ t('plan.station', { clock: clockHour(cell.angleDeg) }) }}</span>
            <span v-if="cell.repeats > 1">{{ t('pad.mean-of', { n: cell.repeats }) }}</span>
          </span>
          <span class="flex items-center justify-between gap-1">
            <span class="figure text-figure leading-tight" data-part="station-value">{{
              cell.valueMm === null ? '·' : length(cell.valueMm, [limits.minMm, limits.maxMm])
            }}</span>
            <WindowGlyph
              v-if="cell.valueMm !== null && cell.verdict"
              :value-mm="cell.valueMm"
              :min-mm="limits.minMm"
              :max-mm="limits.maxMm"
              :verdict="cell.verdict"
              :width="58"
              class="max-[1100px]:w-[42px]"
            />
          </span>
        </button>
      </li>
    </ol>

    <div v-if="!closed && closedSet" class="flex flex-col gap-2">
      <p class="text-body">{{ t('pad.set-ended') }}</p>
      <button type="button" class="key" data-part="measure-again" @click="emit('again')">{{ t('pad.again') }}</button>
    </div>
    <div v-if="!closed && !question && !closedSet" class="mt-auto grid grid-cols-4 gap-1.5" data-part="keypad">
      <template v-for="(key, i) in keys" :key="key">
        <button type="button" class="key !min-h-[48px] figure !text-head" tabindex="-1" @click="press(key)">
          {{ key }}
        </button>
        <button
          v-if="i === 2"
          type="button"
          class="key !min-h-[48px]"
          tabindex="-1"
          :aria-label="t('pad.delete')"
          @click="text = text.slice(0, -1)"
        >
          <Delete :size="22" aria-hidden="true" />
        </button>
        <button
          v-if="i === 5"
          type="button"
          class="key !min-h-[48px]"
          tabindex="-1"
          :aria-label="t('pad.undo')"
          data-part="undo"
          @click="entry.undo()"
        >
          <Undo2 :size="22" aria-hidden="true" />
        </button>
        <button
          v-if="i === 8"
          type="button"
          class="key row-span-2 !border-ink"
          tabindex="-1"
          :aria-label="t('pad.take')"
          data-part="take"
          @click="entry.enter()"
        >
          <CornerDownLeft :size="26" aria-hidden="true" />
        </button>
      </template>
    </div>
  </section>
</template>
