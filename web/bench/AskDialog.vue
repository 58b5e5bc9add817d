<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Move } from '#core/job/move'
import { questionOf } from '#core/sim/play-move'
import type { EngineAnswer } from '#core/sim/engine-answer'
import { readHold } from '#core/works/sleeves/read-sleeves'
import { useJob } from '../stores/job'
import ChoiceKeys from './ChoiceKeys.vue'
import DialogKeys from './DialogKeys.vue'
import LengthField from './LengthField.vue'
import NumberField from './NumberField.vue'
import PressureField from './PressureField.vue'
import SheetDialog from './SheetDialog.vue'
import TextField from './TextField.vue'
import TorqueField from './TorqueField.vue'
import { askFields } from './ask/ask-fields'
import type { AskDraft, AskField } from './ask/ask-field'
import CodeField from './ask/CodeField.vue'
import { useSay } from './useSay'
import { useFigures } from './useFigures'
import { sayMove } from '#contract/words/say-move'

/** What a person saw, felt or read, as the move asks for it. */
const props = defineProps<{ move: Move | null }>()
const emit = defineEmits<{ close: []; answer: [answer: EngineAnswer] }>()
const { t, te } = useI18n()
/** Fields of every work stand in one list: those of works that this job has not are never shown, and have no words here. */
const ifHere = (key: string, params: Record<string, string | number> = {}) => (te(key) ? t(key, params) : '')
const say = useSay()
const { writer, length, pressure, temperature } = useFigures()
const job = useJob()

/** Two big answers, and nothing else to enter. */
interface Choice {
  key: string
  yes: string
  no: string
}

const question = computed(() => (props.move ? questionOf(props.move) : null))
const yesNo = computed((): Choice | null => {
  const choices: Record<string, Choice> = {
    test: { key: 'positive', yes: ifHere('leak.shows'), no: ifHere('leak.shows-not') },
    soap: { key: 'bubbles', yes: ifHere('sleeve.bubbles'), no: ifHere('sleeve.no-bubbles') },
    'shaft-in': { key: 'asPhotographed', yes: ifHere('cam.as-photographed'), no: ifHere('cam.timing-off') },
    again: { key: 'gone', yes: ifHere('run.is-gone'), no: ifHere('run.is-still') },
  }
  return choices[question.value?.ask ?? ''] ?? null
})
const fields = computed((): AskField[] =>
  question.value && props.move ? askFields(question.value, props.move, job.snapshot!, ifHere) : [],
)
/** Those that are asked, as what was chosen so far leaves them. */
const asked = computed(() => fields.value.filter((f) => f.when === undefined || f.when(draft.value)))

/** The box of a figure, by what it is. */
const numberFields = {
  length: LengthField,
  rough: LengthField,
  number: NumberField,
  percent: NumberField,
  pressure: PressureField,
  temperature: PressureField,
} as const
const more: Record<string, object> = {
  rough: { rough: true },
  temperature: { temperature: true },
  percent: { percent: true },
}
const isFigure = (f: AskField): f is AskField & { is: keyof typeof numberFields } => f.is in numberFields

const draft = ref<AskDraft>({})
const tried = ref(false)
watch(
  () => props.move,
  (move) => {
    if (!move) return
    tried.value = false
    askedAbout.value = ''
    draft.value = Object.fromEntries(
      fields.value.map((f) => [f.key, f.usual ?? (f.is === 'text' || f.is === 'code' ? '' : null)]),
    )
  },
  { immediate: true },
)
const numberIn = (key: string) => draft.value[key] as number | null
function put(key: string, value: EngineAnswer[string] | null): void {
  draft.value[key] = value
}
const missing = (f: AskField) => !f.optional && (draft.value[f.key] === null || draft.value[f.key] === '')
/** Lengths that lie far from what they are about, and were asked about: by their keys and values. */
const askedAbout = ref('')
const TIMES = 10
const farOff = (f: AskField) => {
  const mm = draft.value[f.key]
  if (f.aboutMm === undefined || typeof mm !== 'number') return false
  const times = Math.abs(mm) / f.aboutMm
  return times > TIMES || times < 1 / TIMES
}
const farNow = () => JSON.stringify(asked.value.filter(farOff).map((f) => [f.key, draft.value[f.key]]))
function problemOf(f: AskField): string | null {
  if (tried.value && missing(f)) return t('draft.problem.missing')
  return farOff(f) && askedAbout.value === farNow() ? t('ask.far-off', { about: length(f.aboutMm!) }) : null
}
const cylinders = computed(() => job.snapshot!.engine.heads.flat())
const isWet = (c: number) => (draft.value.wet as number[] | undefined)?.includes(c) ?? false
function toggleWet(c: number): void {
  const wet = (draft.value.wet as number[] | null) ?? []
  draft.value.wet = wet.includes(c) ? wet.filter((x) => x !== c) : [...wet, c]
}

/** What was entered, by its names: two of a pair lie together. */
function answerOf(more: EngineAnswer = {}): EngineAnswer {
  const answer: Record<string, EngineAnswer[string]> = { ...more }
  for (const { key } of asked.value) {
    const value = draft.value[key] ?? null
    if (value === null || value === '') continue
    const [name, at] = key.split('.') as [string, string | undefined]
    if (at === undefined) answer[name] = value
    else answer[name] = Object.assign((answer[name] as number[] | undefined) ?? [], { [Number(at)]: value as number })
  }
  return answer
}
function save(): void {
  tried.value = true
  if (asked.value.some(missing)) return
  const far = farNow()
  if (asked.value.some(farOff) && askedAbout.value !== far) {
    askedAbout.value = far
    return
  }
  emit('answer', answerOf())
}
const holding = computed(() => readHold(job.snapshot!).start)
</script>

<template>
  <SheetDialog :open="move !== null" :title="move ? say(sayMove(move, writer).head) : ''" @close="emit('close')">
    <form v-if="move" class="flex flex-col gap-3" data-part="ask" :data-ask="question?.ask" @submit.prevent="save">
      <p v-if="move.action === 'read' && holding" class="text-body">
        {{ t('sleeve.hold-start') }} <span class="figure">{{ pressure(holding.startKPa) }}</span> ·
        <span class="figure">{{ temperature(holding.startC) }}</span>
      </p>
      <template v-for="f in asked" :key="f.key">
        <component
          :is="numberFields[f.is]"
          v-if="isFigure(f)"
          v-bind="more[f.is]"
          :model-value="numberIn(f.key)"
          :label="f.label"
          :problem="problemOf(f)"
          :data-field="f.key"
          @update:model-value="put(f.key, $event)"
        />
        <TorqueField
          v-else-if="f.is === 'torque'"
          :model-value="numberIn(f.key)"
          :label="f.label"
          :data-field="f.key"
          @update:model-value="put(f.key, $event)"
        />
        <CodeField
          v-else-if="f.is === 'code'"
          :model-value="String(draft[f.key] ?? '')"
          :label="f.label"
          :codes="f.codes ?? []"
          :problem="problemOf(f)"
          :data-field="f.key"
          @update:model-value="put(f.key, $event)"
        />
        <TextField
          v-else-if="f.is === 'text'"
          :model-value="String(draft[f.key] ?? '')"
          :label="f.label"
          maxlength="200"
          :data-field="f.key"
          @update:model-value="put(f.key, $event)"
        />
        <fieldset v-else-if="f.is === 'choice'">
          <legend v-if="f.label" class="mb-1 font-semibold">{{ f.label }}</legend>
          <ChoiceKeys
            :model-value="String(draft[f.key])"
            class="flex flex-wrap gap-1"
            :label="f.label"
            :options="f.options!"
            :word="(o: string) => t(`${f.words}.${o}`)"
            :mark="f.key"
            filled
            @update:model-value="put(f.key, $event)"
          />
          <p v-if="f.says" class="mt-1 text-small text-soft">{{ t(`${f.says}.${String(draft[f.key])}`) }}</p>
        </fieldset>
        <label v-else-if="f.is === 'check'" class="key justify-start"
          ><input
            type="checkbox"
            class="h-5 w-5 accent-[var(--ink)]"
            :checked="draft[f.key] === true"
            :data-field="f.key"
            @change="(e) => (draft[f.key] = (e.target as HTMLInputElement).checked)"
          />{{ f.label }}</label
        >
        <fieldset v-else>
          <legend class="mb-1 font-semibold">{{ f.label }}</legend>
          <div class="flex flex-wrap gap-1">
            <button
              v-for="c in cylinders"
              :key="c"
              type="button"
              class="key"
              :class="{ '!border-2 !border-outside': isWet(c) }"
              :aria-pressed="isWet(c)"
              :data-wet="c"
              @click="toggleWet(c)"
            >
              {{ c }}
            </button>
          </div>
        </fieldset>
      </template>
      <slot />
      <div v-if="yesNo" class="mt-1 flex flex-wrap gap-2">
        <button
          type="button"
          class="key-brass"
          data-part="answer-yes"
          @click="emit('answer', answerOf({ [yesNo.key]: true }))"
        >
          {{ yesNo.yes }}
        </button>
        <button
          type="button"
          class="key !min-h-[56px] !border-2 !border-ink text-lead"
          data-part="answer-no"
          @click="emit('answer', answerOf({ [yesNo.key]: false }))"
        >
          {{ yesNo.no }}
        </button>
        <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
      </div>
      <DialogKeys v-else :save="t('ask.enter')" part="answer" @close="emit('close')" />
    </form>
  </SheetDialog>
</template>
