<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Answer, Ask } from '#core/job/ask'
import { useSay } from '../useSay'
import { useFigures } from '../useFigures'
import { sayAsk, sayCell } from '#contract/words/say-ask'
import type { useTurn } from './useTurn'
import { useShownFigure } from './useShownFigure'
import VerdictMark from './VerdictMark.vue'

/** Everything that a turn asks, each with what was answered and how that lies; a touch asks it again. */
const props = defineProps<{ turn: ReturnType<typeof useTurn> }>()
const { t, te } = useI18n()
const say = useSay()
const { writer } = useFigures()
const shown = useShownFigure()
const { asks, answers, asking, said, current, draft } = props.turn

function wordOf(ask: Ask, answer: Answer | undefined): string {
  if (answer === undefined) return '·'
  if (answer === null) return t('turn.passed')
  if (typeof answer === 'number') return shown(answer, ask.quantity!)
  if (typeof answer === 'boolean') return t(answer ? 'turn.yes' : 'turn.no')
  if (typeof answer === 'string') return ask.words ? t(`${ask.words}.${answer}`) : answer
  return writer.value.list(answer.map(String))
}
function labelOf(ask: Ask): string {
  if (ask.key.startsWith('~')) return t('turn.why')
  const { entry } = current.value!
  const short = sayCell(entry, ask, current.value!, writer.value)
  return say(te(short.key) ? short : sayAsk(entry, ask, current.value!, writer.value))
}
/** The row that a figure of several belongs to: `levels.2`; nothing where it stands for itself. */
const rowOf = ({ key }: Ask) => /^(.*\.\d+)\.\w+$/.exec(key)?.[1] ?? ''
const cells = computed(() =>
  asks.value.map((ask, i) => {
    const own = answers.value[ask.key]
    const row = rowOf(ask)
    return {
      ask,
      label: labelOf(ask),
      value: wordOf(ask, own ?? ask.usual),
      usual: own === undefined && ask.usual !== undefined,
      verdict: said.value.verdicts[ask.key] ?? null,
      times: draft.value?.repeats[ask.key]?.length ?? 0,
      // A row of several begins a line, and what comes after them does.
      begins: i > 0 && rowOf(asks.value[i - 1]!) !== row,
    }
  }),
)
/** More than two to a line. */
const narrow = computed(() => {
  const rows = asks.value.map(rowOf)
  const widest = Math.max(0, ...rows.map((r) => (r ? rows.filter((x) => x === r).length : 0)))
  return widest > 2
})
const list = useTemplateRef<HTMLElement>('list')
watch(
  () => asking.value?.key,
  (key) =>
    void nextTick(() => list.value?.querySelector(`[data-cell="${key}"]`)?.scrollIntoView?.({ block: 'nearest' })),
  { immediate: true },
)
</script>

<template>
  <ol
    ref="list"
    class="grid content-start gap-1"
    :class="narrow ? 'grid-cols-3' : 'grid-cols-2'"
    data-part="turn-cells"
  >
    <li v-for="c in cells" :key="c.ask.key" :class="{ 'col-start-1': c.begins }">
      <button
        type="button"
        class="flex min-h-[48px] w-full flex-col justify-center rounded border bg-plate px-1.5 py-0.5 text-left leading-tight"
        :class="c.ask.key === asking?.key ? 'border-2 border-brass' : 'border-line'"
        :data-cell="c.ask.key"
        :data-verdict="c.verdict ?? 'none'"
        :data-answered="!c.usual && c.value !== '·'"
        :aria-current="c.ask.key === asking?.key ? 'step' : undefined"
        @click="turn.choose(c.ask.key)"
      >
        <span class="flex justify-between gap-1 text-fine text-soft">
          <span>{{ c.label }}</span>
          <span v-if="c.times > 1">{{ t('turn.mean-of', { n: c.times }) }}</span>
        </span>
        <span class="flex items-center justify-between gap-1">
          <span
            class="figure leading-tight"
            :class="[narrow ? 'text-lead max-[1100px]:text-body' : 'text-figure', { 'text-soft': c.usual }]"
            data-part="cell-value"
            >{{ c.value }}</span
          >
          <VerdictMark v-if="c.verdict" :verdict="c.verdict" />
        </span>
      </button>
    </li>
  </ol>
</template>
