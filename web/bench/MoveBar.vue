<script setup lang="ts">
import { ShieldAlert } from '@lucide/vue'
import { useEventListener } from '@vueuse/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { nameOn } from '#core/job/name-on'
import type { Move } from '#core/job/move'
import { closureOf } from '#core/job/route'
import type { Shim } from '#core/job/snapshot'
import { sayMove, type Said } from '#contract/words/say-move'
import { useGauge } from '../stores/gauge'
import { useJob } from '../stores/job'
import { hearTap, isSecondOf } from './twice'
import { useFigures } from './useFigures'
import { useLeaving } from './useLeaving'
import { useSay } from './useSay'

/** The bar at the bottom: one sentence, why, what is planned after it, what to watch, and what does it. */
const props = defineProps<{
  move: Move
  /** Shims that are told by the labels on them. */
  shims?: Shim[]
}>()
const emit = defineEmits<{ go: [] }>()
const { t } = useI18n()
const say = useSay()
const job = useJob()
const gauge = useGauge()
useLeaving(() => props.move)
useEventListener('click', hearTap, { capture: true })
const { writer, length, when } = useFigures()

/** The shim that would be taken, by the label on it. */
function labelled(thicknessMm: number): string {
  const label = props.shims!.find((s) => s.actualMm === thicknessMm)?.label
  return label ? t('unit.labelled', { label, length: length(thicknessMm) }) : length(thicknessMm)
}
const said = computed(() => sayMove(props.move, props.shims ? { ...writer.value, shim: labelled } : writer.value))

/** Without a gauge that tells it, the person does. */
const buttonSays = computed(() =>
  props.move.action === 'close-zero' && gauge.source === 'none'
    ? t('pad.zero-seen')
    : said.value.button && say(said.value.button),
)

/** A closed stage says who closed it and when. */
const reason = computed<Said>(() => {
  const closure = props.move.reason === 'closed' && job.snapshot ? closureOf(job.snapshot, props.move.stage) : null
  if (!closure) return said.value.why
  const name = nameOn(job.snapshot!.people, closure.personId, closure.at)
  return { key: 'move.closed-by', params: { name, when: when(closure.at) } }
})
</script>

<template>
  <footer
    class="flex min-h-[104px] items-center gap-4 border-t-2 border-ink bg-plate px-4 py-2"
    data-part="next-move"
    :data-action="move.action"
    :data-cylinder="move.cylinder"
    :data-place="move.place"
    :data-station="move.stationDeg"
    :data-reason="move.reason"
    aria-live="polite"
  >
    <div class="min-w-0 flex-1">
      <p class="text-head font-bold leading-tight" data-part="move-head">{{ say(said.head) }}</p>
      <p class="mt-0.5 text-body" data-part="move-why">
        <span class="font-semibold">{{ t('move.why-label') }}</span> {{ say(reason) }}
        <span v-if="said.window" class="font-semibold" data-part="move-window">{{ say(said.window) }}</span>
      </p>
      <p v-if="said.plan.length" class="mt-0.5 text-body" data-part="move-plan">
        <span class="font-semibold">{{ t('move.plan-label') }}</span>
        <template v-for="(step, i) in said.plan" :key="i"
          ><span v-if="i" aria-hidden="true"> → </span> {{ say(step) }}</template
        >
      </p>
      <p
        v-if="said.caution"
        class="mt-0.5 flex items-center gap-1.5 text-small font-semibold text-outside"
        data-part="move-caution"
      >
        <ShieldAlert :size="17" aria-hidden="true" class="shrink-0" /> {{ say(said.caution) }}
      </p>
    </div>
    <slot />
    <button
      v-if="said.button"
      type="button"
      class="key-brass shrink-0"
      data-part="move-button"
      aria-keyshortcuts="n"
      @click="(event: MouseEvent) => isSecondOf(event) || emit('go')"
    >
      {{ buttonSays
      }}<kbd
        class="ml-3 hidden rounded border border-current px-1.5 text-small font-semibold opacity-80 [@media(hover:hover)_and_(pointer:fine)]:inline"
        aria-hidden="true"
        >{{ t('keys.next.key') }}</kbd
      >
    </button>
  </footer>
</template>
