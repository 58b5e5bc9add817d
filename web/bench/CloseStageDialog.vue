<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { reopenProblems } from '#core/job/route'
import type { GateProblem } from '#core/job/gate'
import type { Person, Snapshot } from '#core/job/snapshot'
import type { StageName } from '#core/job/stages'
import { stageLine } from '#core/works/stage-table'
import { useGate } from '../stores/gate'
import SheetDialog from './SheetDialog.vue'
import { useGoOn } from './useGoOn'
import { usePlaceName } from './usePlaceName'

const props = defineProps<{
  open: boolean
  snapshot: Snapshot
  stage: StageName
  person: Person | null
  mode: 'close' | 'reopen'
}>()
const emit = defineEmits<{ close: []; done: [note: string] }>()
const { t } = useI18n()
const placeName = usePlaceName()
const note = ref('')
const gate = useGate(
  () => props.open,
  () => props.snapshot,
  () => props.stage,
)
/** It opens when it is known what stands in the way: then the hands are on the button that closes. */
const known = computed(() => props.mode === 'reopen' || gate.value !== null)
const problems = computed(() =>
  props.mode === 'close' ? (gate.value ?? []) : reopenProblems(props.snapshot, props.stage),
)
/** The cylinders and places that a problem names. */
const where = (p: GateProblem) => [...p.cylinders.map(String), ...(p.places ?? []).map(placeName)].join(', ')
const hard = computed(() => problems.value.some((p) => !p.soft))
const needsNote = computed(() => props.mode === 'reopen' || problems.value.length > 0)
const toNext = useGoOn()
/** Where all is done and no name is asked for, closing asks nothing. */
const quiet = computed(
  () =>
    props.open &&
    known.value &&
    props.mode === 'close' &&
    problems.value.length === 0 &&
    props.person !== null &&
    !stageLine[props.stage].asks,
)
/** Closes it, and goes on to what comes next; opens it again, and stays. */
function done(): void {
  const { stage, mode } = props
  emit('done', note.value.trim())
  if (mode === 'close') toNext(stage)
}
watch(
  quiet,
  (is) => {
    if (is) done()
  },
  { immediate: true },
)
const ready = computed(() => props.person !== null && !hard.value && (!needsNote.value || note.value.trim() !== ''))
</script>

<template>
  <SheetDialog
    :open="open && known && !quiet"
    :title="t(`close.${mode}.title`, { stage: t(`stage.${stage}`) })"
    @close="emit('close')"
  >
    <ul v-if="problems.length" class="mb-3 flex flex-col gap-1">
      <li
        v-for="p in problems"
        :key="p.code"
        class="border-l-4 pl-2 font-semibold"
        :class="p.soft ? 'border-online' : 'border-outside'"
      >
        {{ t(`gate.${p.code}`, { cylinders: where(p) }) }}
      </li>
    </ul>
    <p v-if="hard">
      {{ t(`close.${mode}.not-yet`) }}
      <RouterLink
        v-if="mode === 'close'"
        class="ml-1 underline"
        :to="{ name: 'record', params: { jobId: snapshot.job.id }, query: { end: '1' } }"
        data-part="to-end"
        >{{ t('end-it') }}</RouterLink
      >
    </p>
    <p v-else-if="!person">{{ t('entry.nobody') }}</p>
    <p v-else>{{ t(`close.${mode}.by`, { name: person.name, stage: t(`stage.${stage}`) }) }}</p>
    <label v-if="needsNote && !hard" class="field mt-3"
      >{{ t('close.note') }}<textarea v-model="note" rows="2" maxlength="300" data-part="close-note" />
    </label>
    <div class="mt-4 flex gap-2">
      <button
        type="button"
        class="key-brass disabled:opacity-50"
        :disabled="!ready"
        data-part="close-confirm"
        @click="done"
      >
        {{ t(`close.${mode}.button`) }}
      </button>
      <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
    </div>
  </SheetDialog>
</template>
