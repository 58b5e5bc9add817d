<script setup lang="ts">
import { ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { ranOutNames, type PullLog } from '#core/works/liners/strip'
import ChoiceKeys from '../../../bench/ChoiceKeys.vue'
import LengthField from '../../../bench/LengthField.vue'
import SheetDialog from '../../../bench/SheetDialog.vue'
import TorqueField from '../../../bench/TorqueField.vue'
import { useFigures } from '../../../bench/useFigures'

const props = defineProps<{ open: boolean; cylinder: number; stopNm: number | null }>()
const emit = defineEmits<{ close: []; save: [log: Pick<PullLog, 'peakNm' | 'tightMm' | 'ranOut' | 'words'>] }>()
const { t } = useI18n()
const { torque } = useFigures()
const peakNm = ref<number | null>(null)
const tight = ref<(number | null)[]>([])
const ranOut = ref<PullLog['ranOut']>('coolant')
const words = ref('')
watch(
  () => props.open,
  (open) => {
    if (open) [peakNm.value, tight.value, ranOut.value, words.value] = [null, [], 'coolant', '']
  },
)
function save(): void {
  const tightMm = tight.value.filter((v): v is number => v !== null && v >= 0)
  emit('save', { peakNm: peakNm.value, tightMm, ranOut: ranOut.value, words: words.value.trim() })
}
</script>

<template>
  <SheetDialog :open="open" :title="t('pull.log-title', { cylinder })" @close="emit('close')">
    <form class="flex flex-col gap-3" data-part="pull-log" @submit.prevent="save">
      <TorqueField v-model="peakNm" :label="t('pull.peak')" data-part="pull-peak" />
      <p
        v-if="stopNm !== null && peakNm !== null && peakNm > stopNm"
        class="border-l-4 border-outside pl-2 font-semibold"
      >
        {{ t('pull.over', { stop: torque(stopNm, true) }) }}
      </p>
      <div class="flex flex-wrap items-end gap-2">
        <LengthField
          v-for="(_, i) in tight"
          :key="i"
          v-model="tight[i]!"
          class="w-[150px]"
          rough
          :label="t('pull.tight-at')"
        />
        <button v-if="tight.length < 8" type="button" class="key" data-part="add-tight" @click="tight.push(null)">
          {{ t('pull.add-tight') }}
        </button>
      </div>
      <fieldset>
        <legend class="mb-1 font-semibold">{{ t('pull.ran-out') }}</legend>
        <ChoiceKeys
          v-model="ranOut"
          class="grid grid-cols-4 gap-1.5"
          key-class="!px-1"
          :label="t('pull.ran-out')"
          :options="ranOutNames"
          :word="(r) => t(`pull.out.${r}`)"
          mark="ran"
        />
      </fieldset>
      <label class="field">{{ t('wear.words') }}<input v-model="words" maxlength="300" /></label>
      <div class="mt-1 flex gap-2">
        <button type="submit" class="key-brass" data-part="save-pull">{{ t('pull.is-out') }}</button>
        <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
      </div>
    </form>
  </SheetDialog>
</template>
