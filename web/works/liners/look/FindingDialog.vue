<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { clockHour } from '#core/measure/angle'
import { kindsOn, type FaceName, type Finding } from '#core/works/liners/strip'
import type { Photo } from '#core/job/photo'
import ChoiceKeys from '../../../bench/ChoiceKeys.vue'
import LengthField from '../../../bench/LengthField.vue'
import PhotoPicker from '../../../bench/PhotoPicker.vue'
import PhotoThumb from '../../../bench/PhotoThumb.vue'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { useFigures } from '../../../bench/useFigures'

type Draft = Omit<Finding, 'id' | 'seq' | 'personId' | 'at' | 'struck' | 'cylinder'>
const props = defineProps<{
  open: boolean
  cylinder: number
  face: FaceName
  atDeg: number
  depthMm: number
  finding: Finding | null
  photos: Photo[]
  closed: boolean
  rings: number
}>()
const emit = defineEmits<{ close: []; save: [finding: Draft]; strike: []; photo: [photo: Photo] }>()
const { t } = useI18n()
const { rough } = useFigures()
const kind = ref<Finding['kind']>('pitting')
const severity = ref(2)
const middleDeg = ref(0)
const spanDeg = ref(40)
const fromMm = ref<number | null>(0)
const toMm = ref<number | null>(0)
const pastSteps = ref(1)
const words = ref('')

/** How far each kind usually reaches, to begin with. */
watch(
  () => props.open,
  (open) => {
    if (!open || props.finding) return
    kind.value = kindsOn[props.face][0]!
    ;[severity.value, middleDeg.value, spanDeg.value, words.value, pastSteps.value] = [2, props.atDeg, 40, '', 1]
    ;[fromMm.value, toMm.value] =
      props.face === 'ledge' ? [props.depthMm, props.depthMm] : [Math.max(0, props.depthMm - 10), props.depthMm + 20]
  },
)
const back = useTemplateRef<HTMLButtonElement>('back')
/** The form gives way to what was marked: the hands are there, not nowhere. Later than the key that sent it, which would press it too. */
watch(
  () => props.finding?.id,
  (id) => {
    if (id && props.open) setTimeout(() => back.value?.focus())
  },
)
const ready = computed(() => fromMm.value !== null && toMm.value !== null && toMm.value >= fromMm.value)
function save(): void {
  if (!ready.value) return
  emit('save', {
    on: props.face,
    kind: kind.value,
    atDeg: middleDeg.value,
    spanDeg: spanDeg.value,
    fromMm: fromMm.value!,
    toMm: toMm.value!,
    severity: severity.value,
    pastSteps: kind.value === 'coolant-track' ? pastSteps.value : null,
    words: words.value.trim(),
  })
}
</script>

<template>
  <SheetDialog
    :open="open"
    wide
    :title="t(finding ? 'look.finding-of' : 'look.new-finding', { cylinder, face: t(`face.${face}`) })"
    @close="emit('close')"
  >
    <div v-if="finding" class="flex flex-col gap-3" data-part="finding-shown">
      <p class="text-head font-bold">
        {{
          t('look.line', {
            kind: t(`finding.${finding.kind}`),
            severity: t(`severity.${finding.severity}`),
            clock: clockHour(finding.atDeg),
            from: rough(finding.fromMm),
            to: rough(finding.toMm),
          })
        }}
      </p>
      <p v-if="finding.pastSteps !== null">{{ t('look.past', { n: finding.pastSteps }) }}</p>
      <p v-if="finding.words">{{ finding.words }}</p>
      <div class="flex flex-wrap gap-2">
        <PhotoThumb v-for="p in photos" :key="p.id" :photo="p" @open="emit('photo', p)" />
      </div>
      <PhotoPicker v-if="!closed" :cylinder="cylinder" :finding-id="finding.id" :words="finding.words" />
      <div class="mt-2 flex gap-2">
        <button ref="back" type="button" class="key" data-part="finding-close" @click="emit('close')">
          {{ t('keys.close') }}
        </button>
        <button v-if="!closed" type="button" class="key" data-part="strike-finding" @click="emit('strike')">
          {{ t('entry-strike') }}
        </button>
      </div>
    </div>
    <form v-else class="flex flex-col gap-3" data-part="finding-form" @submit.prevent="save">
      <ChoiceKeys
        v-model="kind"
        class="grid grid-cols-5 gap-1.5 max-[800px]:grid-cols-3"
        key-class="!px-1"
        :label="t('look.what')"
        :options="kindsOn[face]"
        :word="(k) => t(`finding.${k}`)"
        mark="finding"
      />
      <ChoiceKeys
        v-model="severity"
        class="grid grid-cols-3 gap-1.5"
        :label="t('look.how-bad')"
        :options="[1, 2, 3]"
        :word="(s) => t(`severity.${s}`)"
        mark="severity"
      />
      <div class="grid grid-cols-2 gap-x-4 gap-y-2">
        <label class="field"
          >{{ t('look.at', { clock: clockHour(middleDeg), deg: middleDeg })
          }}<input
            v-model.number="middleDeg"
            type="range"
            min="0"
            max="355"
            step="5"
            class="accent-[var(--ink)]"
            data-part="finding-at"
        /></label>
        <label class="field"
          >{{ t('wear.span', { deg: spanDeg })
          }}<input v-model.number="spanDeg" type="range" min="10" max="360" step="10" class="accent-[var(--ink)]"
        /></label>
        <LengthField v-model="fromMm" rough :label="t('look.from')" />
        <LengthField
          v-model="toMm"
          rough
          :label="t('look.to')"
          :problem="fromMm !== null && toMm !== null && toMm < fromMm ? t('look.upside-down') : null"
        />
        <label v-if="kind === 'coolant-track'" class="field"
          >{{ t('look.past-what') }}
          <select v-model.number="pastSteps" data-part="past-steps">
            <option v-for="n in rings + 2" :key="n" :value="n - 1">
              {{
                t(`look.step.${n - 1 === 0 ? 'none' : n - 1 > rings && rings > 0 ? 'all' : 'some'}`, {
                  n: n - 1,
                  ring: n - 1,
                })
              }}
            </option>
          </select>
        </label>
        <label class="field" :class="{ 'col-span-2': kind !== 'coolant-track' }"
          >{{ t('wear.words') }}<input v-model="words" maxlength="500" data-part="finding-words"
        /></label>
      </div>
      <div class="mt-1 flex gap-2">
        <button type="submit" class="key-brass disabled:opacity-50" :disabled="!ready" data-part="save-finding">
          {{ t('look.save') }}
        </button>
        <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
      </div>
    </form>
  </SheetDialog>
</template>
