<script setup lang="ts">
import { ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { wearKinds, type WearMark } from '#core/works/liners/wear'
import { clockHour } from '#core/measure/angle'
import ChoiceKeys from '../../../bench/ChoiceKeys.vue'
import LengthField from '../../../bench/LengthField.vue'
import SheetDialog from '../../../bench/SheetDialog.vue'

const props = defineProps<{ open: boolean; cylinder: number; atDeg: number; mark: WearMark | null }>()
const emit = defineEmits<{
  close: []
  save: [mark: Pick<WearMark, 'kind' | 'atDeg' | 'spanDeg' | 'depthMm' | 'words'>]
  strike: []
}>()
const { t } = useI18n()
const kind = ref<WearMark['kind']>('fretting')
const spanDeg = ref(60)
const depthMm = ref<number | null>(null)
const words = ref('')

watch(
  () => props.open,
  (open) => {
    if (open) [kind.value, spanDeg.value, depthMm.value, words.value] = ['fretting', 60, null, '']
  },
)
const deep = (k: WearMark['kind']) => k === 'fretting' || k === 'pitting'
</script>

<template>
  <SheetDialog
    :open="open"
    :title="t('wear.title', { cylinder, clock: clockHour(mark?.atDeg ?? atDeg) })"
    @close="emit('close')"
  >
    <template v-if="mark">
      <p class="text-lead">
        <b>{{ t(`wear.${mark.kind}`) }}</b> {{ mark.words }}
      </p>
      <div class="mt-4 flex gap-2">
        <button type="button" class="key-brass" data-part="wear-gone" @click="emit('strike')">
          {{ t(mark.kind === 'burr' || mark.kind === 'old-seal' ? 'wear.gone' : 'wear.mistake') }}
        </button>
        <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
      </div>
    </template>
    <form
      v-else
      class="flex flex-col gap-3"
      @submit.prevent="emit('save', { kind, atDeg, spanDeg, depthMm: deep(kind) ? (depthMm ?? 0) : 0, words })"
    >
      <ChoiceKeys
        v-model="kind"
        class="grid grid-cols-2 gap-2"
        :label="t('wear.what')"
        :options="wearKinds"
        :word="(k) => t(`wear.${k}`)"
        mark="wear"
      />
      <LengthField
        v-if="deep(kind)"
        v-model="depthMm"
        :label="t('wear.depth')"
        :hint="t('wear.depth-hint')"
        data-part="wear-depth"
      />
      <label class="field"
        >{{ t('wear.span', { deg: spanDeg })
        }}<input v-model.number="spanDeg" type="range" min="10" max="360" step="10" class="accent-[var(--ink)]"
      /></label>
      <label class="field">{{ t('wear.words') }}<input v-model="words" maxlength="300" /></label>
      <div class="mt-2 flex gap-2">
        <button
          type="submit"
          class="key-brass disabled:opacity-50"
          :disabled="deep(kind) && !(depthMm !== null && depthMm > 0)"
          data-part="wear-save"
        >
          {{ t('wear.save') }}
        </button>
        <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
      </div>
    </form>
  </SheetDialog>
</template>
