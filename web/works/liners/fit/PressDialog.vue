<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { LinerShape } from '#core/works/liners/fitting'
import { turnBetweenDeg } from '#core/measure/angle'
import FigureBox from '../../../bench/FigureBox.vue'
import SheetDialog from '../../../bench/SheetDialog.vue'
import TorqueField from '../../../bench/TorqueField.vue'

const props = defineProps<{ open: boolean; cylinder: number; liner: LinerShape | null }>()
const emit = defineEmits<{ close: []; save: [press: { peakNm: number | null; atDeg: number | null; words: string }] }>()
const { t } = useI18n()
const peakNm = ref<number | null>(null)
const atDeg = ref<number | null>(null)
const words = ref('')
watch(
  () => props.open,
  (open) => {
    if (open) [peakNm.value, atDeg.value, words.value] = [null, null, '']
  },
)
const clocked = computed(() => props.liner?.clockDeg ?? null)
const off = computed(() =>
  clocked.value !== null && atDeg.value !== null ? turnBetweenDeg(atDeg.value, clocked.value) : 0,
)
const ready = computed(() => clocked.value === null || (atDeg.value !== null && atDeg.value >= 0 && atDeg.value < 360))
function save(): void {
  if (ready.value)
    emit('save', {
      peakNm: peakNm.value,
      atDeg: clocked.value === null ? null : atDeg.value,
      words: words.value.trim(),
    })
}
</script>

<template>
  <SheetDialog :open="open" :title="t('fit.press-title', { cylinder })" @close="emit('close')">
    <form class="flex flex-col gap-3" data-part="press-form" @submit.prevent="save">
      <label v-if="clocked !== null" class="field"
        >{{ t('fit.faces', { want: clocked, tolerance: liner!.clockTolDeg })
        }}<FigureBox v-model="atDeg" data-part="press-at"
      /></label>
      <p
        v-if="off > (liner?.clockTolDeg ?? 0)"
        class="border-l-4 border-outside pl-2 font-semibold"
        data-part="press-off"
      >
        {{ t('fit.faces-off', { off: Math.round(off) }) }}
      </p>
      <TorqueField v-model="peakNm" :label="t('fit.peak')" data-part="press-peak" />
      <label class="field">{{ t('wear.words') }}<input v-model="words" maxlength="300" /></label>
      <div class="mt-1 flex gap-2">
        <button type="submit" class="key-brass disabled:opacity-50" :disabled="!ready" data-part="save-press">
          {{ t('fit.is-in') }}</button><button type="button" class="key" @click="emit('close')">
          {{ t('keys.close') }}
        </button>
      </div>
    </form>
  </SheetDialog>
</template>
