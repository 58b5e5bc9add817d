<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { reopenProblems } from '#core/job/route'
import { gateProblems } from '#core/works/logic'
import type { Person, Snapshot } from '#core/job/snapshot'
import type { StageName } from '#core/job/stages'
import SheetDialog from './SheetDialog.vue'

const props = defineProps<{
  open: boolean
  snapshot: Snapshot
  stage: StageName
  person: Person | null
  mode: 'close' | 'reopen'
}>()
const emit = defineEmits<{ close: []; done: [note: string] }>()
const { t } = useI18n()
const note = ref('')
const problems = computed(() => (props.mode === 'close' ? gateProblems : reopenProblems)(props.snapshot, props.stage))
const hard = computed(() => problems.value.some((p) => !p.soft))
const needsNote = computed(() => props.mode === 'reopen' || problems.value.length > 0)
const ready = computed(() => props.person !== null && !hard.value && (!needsNote.value || note.value.trim() !== ''))
</script>

<template>
  <SheetDialog :open="open" :title="t(`close.${mode}.title`, { stage: t(`stage.${stage}`) })" @close="emit('close')">
    <ul v-if="problems.length" class="mb-3 flex flex-col gap-1">
      <li
        v-for="p in problems"
        :key="p.code"
        class="border-l-4 pl-2 font-semibold"
        :class="p.soft ? 'border-online' : 'border-outside'"
      >
        {{ t(`gate.${p.code}`, { cylinders: p.cylinders.join(', ') }) }}
      </li>
    </ul>
    <p v-if="hard">{{ t(`close.${mode}.not-yet`) }}</p>
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
        @click="emit('done', note.trim())"
      >
        {{ t(`close.${mode}.button`) }}
      </button>
      <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
    </div>
  </SheetDialog>
</template>
