<script setup lang="ts">
import { ShieldAlert } from '@lucide/vue'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { StageMove } from '#core/job/stage-moves'
import { sayStep } from '#contract/words/say-step'
import { useFigures } from './useFigures'

const props = defineProps<{ move: StageMove; waiting?: boolean }>()
const emit = defineEmits<{ go: [] }>()
const { t } = useI18n()
const { writer } = useFigures()
const said = computed(() => sayStep(props.move, writer.value))
</script>

<template>
  <footer class="flex min-h-[104px] items-center gap-4 border-t-2 border-ink bg-plate px-4 py-2" data-part="next-move" :data-action="move.action" :data-cylinder="move.cylinder" :data-station="move.stationDeg" :data-reason="move.reason" aria-live="polite">
    <div class="min-w-0 flex-1">
      <p class="text-[22px] font-bold leading-tight" data-part="move-head">{{ t(said.head.key, said.head.params) }}</p>
      <p class="mt-0.5 text-[16px]" data-part="move-why"><span class="font-semibold">{{ t('move.why-label') }}</span> {{ t(said.why.key, said.why.params) }}</p>
      <p v-if="said.caution" class="mt-0.5 flex items-center gap-1.5 text-[15px] font-semibold text-outside" data-part="move-caution">
        <ShieldAlert :size="17" aria-hidden="true" class="shrink-0" /> {{ t(said.caution.key, said.caution.params) }}
      </p>
    </div>
    <slot />
    <button v-if="said.button" type="button" class="key-brass shrink-0 disabled:opacity-50" :disabled="waiting" data-part="move-button" @click="emit('go')">{{ t(said.button.key, said.button.params) }}</button>
  </footer>
</template>
