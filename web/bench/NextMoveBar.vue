<script setup lang="ts">
import { ShieldAlert } from '@lucide/vue'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { NextMove } from '#core/job/next-move'
import type { Shim } from '#core/job/snapshot'
import { sayMove } from '#contract/words/say-move'
import { useFigures } from './useFigures'

const props = defineProps<{ move: NextMove; shims: Shim[] }>()
const emit = defineEmits<{ go: []; other: []; correct: [] }>()
const { t } = useI18n()
const { writer, length } = useFigures()

/** The shim that would be taken, by the label on it. */
function shim(thicknessMm: number): string {
  const label = props.shims.find((s) => s.actualMm === thicknessMm)?.label
  return label ? t('unit.labelled', { label, length: length(thicknessMm) }) : length(thicknessMm)
}

/** Where the lead decides, the correction that is on offer can be reported as done. */
const correction = computed(() => (props.move.action !== 'decide' ? null : props.move.figures.leavesMm ? 'cut' : props.move.figures.shimMm ? 'shim' : null))
const said = computed(() => sayMove(props.move, { ...writer.value, shim }))
</script>

<template>
  <footer class="flex min-h-[104px] items-center gap-4 border-t-2 border-ink bg-plate px-4 py-2" data-part="next-move" :data-action="move.action" :data-cylinder="move.cylinder" :data-station="move.stationDeg" :data-reason="move.reason" aria-live="polite">
    <div class="min-w-0 flex-1">
      <p class="text-[22px] font-bold leading-tight" data-part="move-head">{{ t(said.head.key, said.head.params) }}</p>
      <p class="mt-0.5 text-[16px]" data-part="move-why"><span class="font-semibold">{{ t('move.why-label') }}</span> {{ t(said.why.key, said.why.params) }}</p>
      <p v-if="said.plan.length" class="mt-0.5 text-[16px]" data-part="move-plan">
        <span class="font-semibold">{{ t('move.plan-label') }}</span>
        <template v-for="(step, i) in said.plan" :key="i"><span v-if="i" aria-hidden="true"> → </span> {{ t(step.key, step.params) }}</template>
      </p>
      <p v-if="said.caution" class="mt-0.5 flex items-center gap-1.5 text-[15px] font-semibold text-outside" data-part="move-caution">
        <ShieldAlert :size="17" aria-hidden="true" class="shrink-0" /> {{ t(said.caution.key, said.caution.params) }}
      </p>
    </div>
    <button v-if="move.action === 'cut' || move.action === 'shim'" type="button" class="key shrink-0" @click="emit('other')">{{ t(`move.other.${move.action}`) }}</button>
    <button v-if="correction" type="button" class="key shrink-0" data-part="move-correct" @click="emit('correct')">{{ t(`move.correct.${correction}`) }}</button>
    <button v-if="said.button" type="button" class="key-brass shrink-0" data-part="move-button" @click="emit('go')">{{ t(said.button.key, said.button.params) }}</button>
  </footer>
</template>
