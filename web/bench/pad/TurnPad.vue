<script setup lang="ts">
import { Ear, EarOff, Undo2 } from '@lucide/vue'
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { nameOn } from '#core/job/name-on'
import { sayAsk, saySofar } from '#contract/words/say-ask'
import { useDevice } from '../../stores/device'
import { useGauge } from '../../stores/gauge'
import { useJob } from '../../stores/job'
import CodeField from './CodeField.vue'
import PadKeys from '../PadKeys.vue'
import { isSecondOf } from '../twice'
import { useFigures } from '../useFigures'
import { useSay } from '../useSay'
import { sayAloud, tone } from './ears'
import { unitWord } from './figure-text'
import PadGauge from './PadGauge.vue'
import TurnCells from './TurnCells.vue'
import VerdictMark from './VerdictMark.vue'
import type { useTurn } from './useTurn'
import { useShownFigure } from './useShownFigure'

/** What the next move wants to know, asked one by one: the question, the box or the keys, what was answered. */
const props = defineProps<{ turn: ReturnType<typeof useTurn>; simulated: boolean; asking: boolean }>()
const emit = defineEmits<{ simulate: [most: number] }>()
const { t, te, locale } = useI18n()
const say = useSay()
const { writer, length } = useFigures()
const shown = useShownFigure()
const device = useDevice()
const gaugeStore = useGauge()
const job = useJob()
const box = useTemplateRef<HTMLInputElement>('box')
const textBox = useTemplateRef<HTMLFormElement>('textBox')

const { current, asks, asking: ask, answers, said, text, problem, stillThere, correcting, live } = props.turn
const sentence = computed(() => {
  const now = ask.value
  if (!now || !current.value) return ''
  return now.key.startsWith('~') ? t('turn.why') : say(sayAsk(current.value.entry, now, current.value, writer.value))
})
const unit = computed(() => {
  const word = ask.value?.quantity ? unitWord(ask.value.quantity, device) : null
  return word && t(`unit.${word}`)
})
const placeholder = computed(() => {
  if (live.value) return length(gaugeStore.valueMm ?? 0)
  const stands = ask.value?.usual ?? ask.value?.offered
  return typeof stands === 'number' ? shown(stands, ask.value!.quantity!, false) : ''
})
/** A figure that is offered: what it says when it is taken as it is. */
const offer = computed(() => {
  const now = ask.value
  if (typeof now?.offered !== 'number' || now.is !== 'figure') return null
  return t(`offer.${current.value!.entry}.${now.word}`, { offered: shown(now.offered, now.quantity!, true) })
})
/** What one more row is called. */
const moreSays = computed(() => {
  const own = `more.${current.value?.entry}`
  return t(te(own) ? own : 'turn.more')
})
const isFigure = computed(() => ask.value?.is === 'figure')
const others = computed(() => [
  ...new Set(job.othersHere.map((n) => nameOn(job.snapshot?.people ?? [], n.personId ?? ''))),
])
/** Answers that are keys: of a choice, or yes and no. */
const options = computed(() => {
  const now = ask.value
  if (now?.is === 'yes-no')
    return [
      { value: true as const, word: t('turn.yes'), offered: false },
      { value: false as const, word: t('turn.no'), offered: false },
    ]
  return (now?.options ?? []).map((value) => ({
    value,
    word: t(`${now!.words}.${value}`),
    offered: now!.offered === value,
  }))
})
/** Words no longer than this stand two abreast. */
const SHORT = 11
const cylinders = computed(() => job.snapshot?.engine.heads.flat() ?? [])
const touched = computed(() => (answers.value[ask.value?.key ?? ''] as number[] | undefined) ?? [])
const problemSays = computed(() => {
  const now = problem.value
  if (!now) return null
  if (now.kind === 'refused') return t('turn.refused', { why: t(`order.${now.order}`) })
  if (now.kind === 'whole') return t('turn.whole')
  if (now.kind === 'about') return t('turn.about', { about: shown(now.ask.about!, now.ask.quantity!, true) })
  if (now.kind === 'bounds') {
    const of = (v: number) => shown(v, now.ask.quantity!, true)
    return t('turn.bounds', { least: of(now.ask.least), most: of(now.ask.most) })
  }
  return t(`turn.problem.${now.kind}`)
})
const lines = computed(() =>
  said.value.lines.map((l) => ({ ...l, words: say(saySofar(current.value!.entry, l, current.value!, writer.value)) })),
)

/** An Enter that comes sooner after an answer is the same one. */
const BOUNCE_MS = 300
let takenAt = 0
const bounced = (event?: KeyboardEvent) => event?.repeat === true || Date.now() - takenAt < BOUNCE_MS

/** Answers by tone, and says what comes next. */
function heard(key: string): void {
  takenAt = Date.now()
  if (!device.ears) return
  tone(said.value.verdicts[key] ?? 'none')
  void nextTick(() => sentence.value && sayAloud(sentence.value, locale.value))
}
function taking(take: () => boolean): void {
  const key = ask.value?.key ?? ''
  if (take()) heard(key)
  // What was refused is typed over.
  else box.value?.select()
  void nextTick(comeBack)
}
const enter = () => taking(() => props.turn.enter())
const takeLive = (moved = false) => taking(() => props.turn.takeLive(moved))
const answer = (value: Parameters<typeof props.turn.answer>[0]) => taking(() => props.turn.answer(value))
/** Takes the next figure from what reads it: a gauge that is connected, or the simulated engine. */
function takeOne(): void {
  if (live.value) takeLive()
  else if (offer.value) answer(ask.value!.offered!)
  else if (props.simulated) emit('simulate', 1)
  else takeLive()
}

function comeBack(): void {
  // Where an engine answers, the keys stay the bar's; else words are typed at once.
  const input = box.value ?? (props.simulated ? null : textBox.value?.querySelector('input'))
  if (!input || document.activeElement === input) return
  const on = document.activeElement
  if (on instanceof HTMLElement && on.closest('input:not([type=checkbox]), select, textarea, [role=dialog]')) return
  input.focus({ preventScroll: true })
  input.select()
}
/** Types into the box what a key of the pad says. */
function press(key: string): void {
  const input = box.value
  if (!input) return
  input.focus({ preventScroll: true })
  input.setRangeText(key === '−' ? '-' : key, input.selectionStart ?? 0, input.selectionEnd ?? 0, 'end')
  text.value = input.value
  onInput()
}
function erase(): void {
  const input = box.value
  if (!input) return
  input.focus({ preventScroll: true })
  const [from, to] = [input.selectionStart ?? 0, input.selectionEnd ?? 0]
  if (from === to) input.setSelectionRange(Math.max(0, to - 1), to)
  press('')
}
function onInput(): void {
  problem.value = null
  stillThere.value = false
}

function onBoxKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const empty = text.value === ''
  const acts: Record<string, () => void> = {
    Enter: () => {
      if (event.repeat || (empty && bounced(event))) return
      if (stillThere.value) takeLive(true)
      else if (empty && ask.value?.usual !== undefined) answer(ask.value.usual)
      else if (empty && live.value) takeLive()
      else if (empty && offer.value) answer(ask.value!.offered!)
      else enter()
    },
    Escape: () => {
      text.value = ''
      onInput()
    },
    ...(empty ? { ' ': takeOne, Backspace: props.turn.undo, u: props.turn.undo, r: props.turn.again } : {}),
    ...(empty && ask.value?.optional ? { p: () => answer(null) } : {}),
  }
  const act = acts[event.key]
  if (!act) return
  event.preventDefault()
  event.stopPropagation()
  act()
}

/** Keys beside the box: digits land in it, or choose where keys are asked. */
useEventListener(
  window,
  'keydown',
  (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return
    const target = event.target as HTMLElement
    if (target.closest('input, select, textarea, [role=dialog], [data-part=deck-rail]')) return
    if (isFigure.value) {
      if (/^[\d.,+-]$/.test(event.key)) comeBack()
      return
    }
    const n = /^[1-9]$/.test(event.key) ? Number(event.key) : 0
    const option = options.value[n - 1]
    const onKey = target.closest('button, a')
    if (option && n > 0) {
      event.preventDefault()
      answer(option.value)
    } else if (event.key === 'Enter' && !onKey && !bounced(event)) {
      const offered = ask.value?.is === 'yes-no' ? options.value[0] : options.value.find((o) => o.offered)
      if (!offered) return
      event.preventDefault()
      event.stopImmediatePropagation()
      answer(offered.value)
    } else if (event.key === 'u') {
      event.preventDefault()
      props.turn.undo()
    } else if (event.key === 'p' && ask.value?.optional) {
      event.preventDefault()
      answer(null)
    }
  },
  { capture: true },
)

const stop = gaugeStore.onButton(() => takeLive())
onBeforeUnmount(stop)
onMounted(comeBack)
watch(
  () => ask.value?.key,
  () => void nextTick(comeBack),
)
</script>

<template>
  <section
    class="flex shrink-0 flex-col gap-1.5"
    :class="{ 'h-full min-h-[440px]': isFigure && asks.length > 1 }"
    :aria-label="t('turn.name')"
    data-part="turn-pad"
    :data-asks="ask?.key"
    :data-entry="current?.entry"
    :data-taken="turn.taken.value"
  >
    <header class="flex items-center justify-between gap-2">
      <h3
        class="min-h-[40px] content-center text-lead font-bold leading-tight"
        aria-live="polite"
        data-part="turn-question"
      >
        {{ sentence }}
      </h3>
      <button
        type="button"
        class="key !min-h-[40px] !min-w-[44px] !px-1"
        :aria-pressed="device.ears"
        :aria-label="t(device.ears ? 'turn.ears-on' : 'turn.ears')"
        :title="t(device.ears ? 'turn.ears-on' : 'turn.ears')"
        data-part="ears"
        @click="device.ears = !device.ears"
      >
        <component :is="device.ears ? Ear : EarOff" :size="20" aria-hidden="true" />
      </button>
    </header>
    <p v-if="correcting" class="flex items-center justify-between gap-2 border-l-4 border-brass pl-2 text-body">
      {{ t(correcting.id ? 'turn.correcting' : 'turn.opened') }}
      <button type="button" class="key !min-h-[40px]" data-part="give-up" @click="turn.giveUp">
        {{ t('turn.give-up') }}
      </button>
    </p>
    <p v-if="others.length" class="text-small font-semibold" data-part="also-here">
      {{ t('turn.also-here', { name: writer.list(others) }) }}
    </p>

    <div v-if="isFigure" class="flex gap-1.5">
      <div class="relative min-w-0 flex-1">
        <label for="reading" class="sr-only">{{ unit ? t('turn.box', { question: sentence, unit }) : sentence }}</label>
        <input
          id="reading"
          ref="box"
          v-model="text"
          class="figure box h-[62px] w-full pr-14 text-right"
          :class="[problem ? 'border-outside! border-2' : '', live ? '!text-live' : '!text-large']"
          type="text"
          inputmode="none"
          autocomplete="off"
          spellcheck="false"
          :placeholder="placeholder"
          :aria-invalid="problem !== null"
          aria-describedby="turn-note"
          @keydown="onBoxKey"
          @input="onInput"
        />
        <span v-if="unit" class="pointer-events-none absolute right-3 top-1/2 -translate-y-1/2 text-body text-soft">{{
          unit
        }}</span>
      </div>
      <button
        v-if="(simulated && !offer) || live"
        type="button"
        class="key !px-2"
        :disabled="asking"
        data-part="take-one"
        aria-keyshortcuts="Space"
        @click="takeOne"
      >
        {{ t('turn.take-live') }}
      </button>
    </div>
    <div
      v-else-if="options.length"
      class="grid gap-1.5"
      :class="{ 'grid-cols-2': options.length > 2 && options.every((o) => o.word.length <= SHORT) }"
      data-part="turn-options"
    >
      <button
        v-for="(o, i) in options"
        :key="String(o.value)"
        type="button"
        class="key !min-h-[52px] justify-start gap-3 text-left text-lead"
        :class="{ '!border-2 !border-brass': o.offered }"
        :data-option="o.value"
        @click="(event: MouseEvent) => isSecondOf(event) || answer(o.value)"
      >
        <kbd class="rounded border border-current px-1.5 text-small font-semibold opacity-80" aria-hidden="true">{{
          i + 1
        }}</kbd>
        {{ o.word }}
      </button>
      <button
        v-if="simulated && !options.some((o) => o.offered) && !ask?.key.startsWith('~')"
        type="button"
        class="key col-span-full !min-h-[44px]"
        :disabled="asking"
        data-part="take-one"
        aria-keyshortcuts="Space"
        @click="takeOne"
      >
        {{ t('turn.take-live') }}
      </button>
    </div>
    <div v-else-if="ask?.is === 'places'" class="flex flex-wrap gap-1.5" data-part="turn-places">
      <button
        v-for="c in cylinders"
        :key="c"
        type="button"
        class="key"
        :class="{ '!border-2 !border-outside': touched.includes(c) }"
        :aria-pressed="touched.includes(c)"
        :data-touch="c"
        @click="turn.touch(c)"
      >
        {{ c }}
      </button>
      <button type="button" class="key-brass" data-part="turn-enter" @click="answer(touched)">
        {{ t('turn.enter') }}
      </button>
    </div>
    <form v-else-if="ask" ref="textBox" class="flex flex-col gap-1.5" @submit.prevent="answer(text.trim())">
      <CodeField v-if="ask.is === 'code'" v-model="text" :label="sentence" :codes="ask.codes" :data-field="ask.key" />
      <input
        v-else
        id="reading-text"
        v-model="text"
        class="box h-[52px] w-full"
        maxlength="200"
        :aria-label="sentence"
      />
      <button type="submit" class="key-brass" :disabled="text.trim() === ''" data-part="turn-enter">
        {{ t('turn.enter') }}
      </button>
    </form>

    <button
      v-if="offer"
      type="button"
      class="key-brass"
      data-part="take-offered"
      aria-keyshortcuts="Enter"
      @click="(event: MouseEvent) => isSecondOf(event) || answer(ask!.offered!)"
    >
      {{ offer }}
    </button>
    <button v-if="!ask && turn.draft.value" type="button" class="key-brass" data-part="turn-enter" @click="turn.finish">
      {{ t('turn.enter') }}
    </button>
    <div id="turn-note" aria-live="assertive">
      <div v-if="stillThere" class="border-l-4 border-online pl-2 font-semibold" data-part="still-there">
        {{ t('turn.waiting') }}
        <button type="button" class="key mt-1" data-part="moved" @click="takeLive(true)">{{ t('turn.moved') }}</button>
      </div>
      <p
        v-if="problemSays"
        class="border-l-4 pl-2 font-semibold"
        :class="problem?.kind === 'about' ? 'border-online' : 'border-outside'"
        data-part="turn-problem"
        :data-kind="problem?.kind"
      >
        {{ problemSays }}
      </p>
      <p v-else-if="turn.repeating.value" class="border-l-4 border-brass pl-2 font-semibold">
        {{ t('turn.reading-again') }}
      </p>
    </div>
    <button
      v-if="ask?.optional"
      type="button"
      class="key !min-h-[44px]"
      data-part="pass"
      aria-keyshortcuts="p"
      @click="answer(null)"
    >
      {{ t('turn.pass') }}
    </button>
    <div v-if="asks.length > 1" class="min-h-0 flex-1 overflow-y-auto">
      <TurnCells :turn="turn" />
      <button
        v-if="turn.canMore.value"
        type="button"
        class="key mt-1 !min-h-[44px] w-full"
        data-part="one-more"
        @click="turn.more"
      >
        {{ moreSays }}
      </button>
    </div>
    <ul v-if="lines.length" class="text-small" data-part="said-so-far">
      <li
        v-for="l in lines"
        :key="l.word"
        class="flex items-center gap-1.5"
        :class="{ 'font-bold text-outside': l.verdict === 'out', 'text-online': l.verdict === 'unsure' }"
      >
        <VerdictMark v-if="l.verdict" :verdict="l.verdict" />{{ l.words }}
      </li>
    </ul>
    <PadKeys
      v-if="isFigure"
      own="again"
      class="!mt-0 !flex-none"
      @press="press"
      @erase="erase"
      @undo="turn.undo"
      @again="turn.again"
      @take="enter"
    />
    <button
      v-else-if="turn.draft.value?.order.length"
      type="button"
      class="key !min-h-[44px] self-start"
      data-part="undo"
      @click="turn.undo"
    >
      <Undo2 :size="20" aria-hidden="true" /> {{ t('turn.undo') }}
    </button>
    <PadGauge :in-hand="turn.inHand" />
  </section>
</template>
