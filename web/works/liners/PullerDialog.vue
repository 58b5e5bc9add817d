<script setup lang="ts">
import { computed, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { allowBySteel, frictions, proofByGrade } from '#core/pull/check-puller'
import { puller as pullerSchema, type Puller } from '#core/works/liners/strip'
import { newId } from '../../stores/new-id'
import { useShop } from '../../stores/shop'
import DialogKeys from '../../bench/DialogKeys.vue'
import LengthField from '../../bench/LengthField.vue'
import NumberField from '../../bench/NumberField.vue'
import SheetDialog from '../../bench/SheetDialog.vue'
import TextField from '../../bench/TextField.vue'
import { useDraft } from '../../bench/useDraft'

const props = defineProps<{ open: boolean; puller: Puller | null }>()
const emit = defineEmits<{ close: []; saved: [id: string] }>()
const { t } = useI18n()
const shop = useShop()

/** What a new puller starts from: usual steel, half of its proof used. */
const start: Puller = {
  id: '',
  name: '',
  origin: 'made',
  screw: {
    majorMm: 20,
    pitchMm: 2.5,
    proofMPa: 600,
    threadFriction: 0.14,
    faceFriction: 0.14,
    faceOuterMm: 32,
    faceInnerMm: 21,
  },
  bar: { spanMm: 220, widthMm: 60, heightMm: 50, holeMm: 22, allowMPa: 200 },
  footMm: 25,
  discBaseMm: null,
  leverMm: 500,
  handForceN: 300,
  useFraction: 0.5,
  clearanceMm: 1,
}
const { draft, tried, wrong: paths, problemOf, begin, take } = useDraft(pullerSchema, start)
watch(
  () => props.open,
  (open) => open && begin(props.puller ?? { ...start, id: newId() }),
)
/** The words of fields that are not named as they are kept. */
const wordOf: Record<string, string> = {
  proofMPa: 'proof',
  allowMPa: 'allow',
  threadFriction: 'thread-friction',
  faceFriction: 'face-friction',
  useFraction: 'use',
  footMm: 'foot',
  discBaseMm: 'disc',
  clearanceMm: 'clearance',
  leverMm: 'lever',
  handForceN: 'hand',
}
const wrong = computed(() => [
  ...new Set(paths.value.map((path) => t(`puller.${wordOf[path.split('.').at(-1)!] ?? path}`))),
])
type Choice<T> = keyof T | 'own'

/** A figure told by a word: the word whose figure it is, else the person's own. */
function byWord<T extends Record<string, number>>(words: T, read: () => number | null, write: (value: number) => void) {
  return computed<Choice<T>>({
    get: () => (Object.keys(words) as (keyof T)[]).find((word) => words[word] === read()) ?? 'own',
    set: (word) => word !== 'own' && write(words[word]!),
  })
}
const grade = byWord(
  proofByGrade,
  () => draft.value.screw.proofMPa,
  (mpa) => (draft.value.screw.proofMPa = mpa),
)
const state = byWord(
  frictions,
  () => (draft.value.screw.threadFriction === draft.value.screw.faceFriction ? draft.value.screw.threadFriction : null),
  (mu) => Object.assign(draft.value.screw, { threadFriction: mu, faceFriction: mu }),
)
const steel = byWord(
  allowBySteel,
  () => draft.value.bar.allowMPa,
  (mpa) => (draft.value.bar.allowMPa = mpa),
)
const screwLengths = ['majorMm', 'pitchMm', 'faceOuterMm', 'faceInnerMm'] as const
const barLengths = ['spanMm', 'widthMm', 'heightMm', 'holeMm'] as const

/** What is wrong may lie among the figures behind: then they stand open. */
const behind = [
  'screw.proofMPa',
  'screw.threadFriction',
  'screw.faceFriction',
  'bar.allowMPa',
  'useFraction',
  'handForceN',
]
const behindWrong = computed(() => behind.some((path) => problemOf(path) !== null))

async function save(): Promise<void> {
  const puller = take()
  if (puller && (await shop.act({ what: 'save-puller', puller }))) emit('saved', puller.id)
}
</script>

<template>
  <SheetDialog :open="open" wide :title="t(puller ? 'puller.edit' : 'puller.new')" @close="emit('close')">
    <form class="flex flex-col gap-3" data-part="puller-form" @submit.prevent="save">
      <div class="grid grid-cols-[2fr_1fr] gap-3">
        <TextField
          v-model="draft.name"
          :label="t('puller.name')"
          :problem="problemOf('name')"
          maxlength="80"
          data-part="puller-name"
        />
        <label class="field"
          >{{ t('puller.origin')
          }}<select v-model="draft.origin">
            <option v-for="o in ['made', 'bought'] as const" :key="o" :value="o">{{ t(`puller.${o}`) }}</option>
          </select></label
        >
      </div>
      <div class="grid grid-cols-4 gap-3 max-[800px]:grid-cols-2">
        <LengthField
          v-for="n in screwLengths"
          :key="n"
          v-model="draft.screw[n]"
          rough
          :label="t(`puller.screw.${n}`)"
          :problem="problemOf(`screw.${n}`)"
          :data-field="`screw-${n}`"
        />
        <label class="field"
          >{{ t('puller.grade')
          }}<select v-model="grade" data-part="screw-grade">
            <option v-for="g in Object.keys(proofByGrade)" :key="g" :value="g">
              {{ g === 'unmarked' ? t('puller.unmarked') : g }}
            </option>
            <option v-if="grade === 'own'" value="own">{{ t('puller.own-figure') }}</option>
          </select></label
        >
        <label class="field"
          >{{ t('puller.state')
          }}<select v-model="state" data-part="screw-state">
            <option v-for="s in Object.keys(frictions)" :key="s" :value="s">{{ t(`puller.states.${s}`) }}</option>
            <option v-if="state === 'own'" value="own">{{ t('puller.own-figure') }}</option>
          </select></label
        >
        <LengthField
          v-for="n in barLengths"
          :key="n"
          v-model="draft.bar[n]"
          rough
          :label="t(`puller.bar.${n}`)"
          :problem="problemOf(`bar.${n}`)"
          :data-field="`bar-${n}`"
        />
        <label class="field"
          >{{ t('puller.steel')
          }}<select v-model="steel" data-part="bridge-steel">
            <option v-for="s in Object.keys(allowBySteel)" :key="s" :value="s">{{ t(`puller.steels.${s}`) }}</option>
            <option v-if="steel === 'own'" value="own">{{ t('puller.own-figure') }}</option>
          </select></label
        >
        <LengthField
          v-model="draft.footMm"
          rough
          :label="t('puller.foot')"
          :problem="problemOf('footMm')"
          data-field="foot"
        />
        <LengthField
          v-model="draft.discBaseMm"
          rough
          :label="t('puller.disc')"
          :hint="t('puller.disc-hint')"
          :problem="problemOf('discBaseMm')"
          data-field="disc"
        />
        <LengthField
          v-model="draft.clearanceMm"
          rough
          :label="t('puller.clearance')"
          :problem="problemOf('clearanceMm')"
          data-field="clearance"
        />
        <LengthField
          v-model="draft.leverMm"
          rough
          :label="t('puller.lever')"
          :problem="problemOf('leverMm')"
          data-field="lever"
        />
      </div>
      <details class="border border-line bg-plate px-3" :open="behindWrong || undefined" data-part="puller-figures">
        <summary class="flex min-h-[48px] items-center font-semibold">{{ t('puller.behind') }}</summary>
        <div class="grid grid-cols-3 gap-3 pb-3 max-[800px]:grid-cols-2">
          <NumberField
            v-model="draft.screw.proofMPa"
            :label="t('puller.proof')"
            :problem="problemOf('screw.proofMPa')"
          />
          <NumberField
            v-model="draft.screw.threadFriction"
            :label="t('puller.thread-friction')"
            :problem="problemOf('screw.threadFriction')"
          />
          <NumberField
            v-model="draft.screw.faceFriction"
            :label="t('puller.face-friction')"
            :problem="problemOf('screw.faceFriction')"
          />
          <NumberField v-model="draft.bar.allowMPa" :label="t('puller.allow')" :problem="problemOf('bar.allowMPa')" />
          <NumberField v-model="draft.useFraction" :label="t('puller.use')" :problem="problemOf('useFraction')" />
          <NumberField v-model="draft.handForceN" :label="t('puller.hand')" :problem="problemOf('handForceN')" />
        </div>
      </details>
      <p
        v-if="wrong.length && (tried || draft.name)"
        class="font-semibold text-outside"
        role="alert"
        data-part="puller-wrong"
      >
        {{ t('puller.wrong', { fields: wrong.join(', ') }) }}
      </p>
      <DialogKeys part="save-puller" @close="emit('close')" />
    </form>
  </SheetDialog>
</template>
