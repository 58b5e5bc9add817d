<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { nameOn } from '#core/job/name-on'
import { useJob } from '../stores/job'
import type { Question } from './entry'
import { useFigures } from './useFigures'

/** What is asked about a figure before it is taken, and the answers it may have. */
defineProps<{ question: Question; stations: number }>()
const emit = defineEmits<{ answer: [how: 'yes' | 'keep' | 'no'] }>()
const { t } = useI18n()
const { length, unit } = useFigures()
const job = useJob()
const personName = (id: string) => nameOn(job.snapshot?.people ?? [], id)
</script>

<template>
  <div class="border-l-4 border-online pl-2" data-part="entry-question" :data-kind="question.kind">
    <p class="font-semibold">
      <template v-if="question.kind === 'doubt'">{{
        t(`doubt.${question.doubt}`, { value: length(question.valueMm) })
      }}</template>
      <template v-else-if="question.kind === 'twice'">{{
        t('entry.twice', { value: length(question.valueMm), old: length(question.oldMm) })
      }}</template>
      <template v-else-if="question.kind === 'other-hand'">{{
        t('entry.other-hand', {
          name: personName(question.personId),
          n: question.read,
          of: stations,
        })
      }}</template>
      <template v-else-if="question.kind === 'unit'">{{
        t('entry.unit', {
          said: question.said,
          unit: t(`unit.${unit}`),
          meant: t(`entry.as.${question.meant.unit}`),
          value: length(question.meant.valueMm),
        })
      }}</template>
      <template v-else-if="question.kind === 'zero'">{{
        t('entry.zero', { value: length(question.valueMm) })
      }}</template>
      <template v-else>{{
        t('entry.column', {
          count: question.valuesMm.length,
          values: question.valuesMm.map((v) => length(v)).join('  '),
        })
      }}</template>
    </p>
    <div class="mt-1 flex gap-2">
      <button type="button" class="key flex-1" data-part="answer-yes" @click="emit('answer', 'yes')">
        {{ t(`entry.yes.${question.kind}`) }}
      </button>
      <button
        v-if="['twice', 'unit', 'other-hand'].includes(question.kind)"
        type="button"
        class="key flex-1"
        data-part="answer-keep"
        @click="emit('answer', 'keep')"
      >
        {{
          question.kind === 'unit'
            ? t('entry.as-unit', { unit: t(`entry.as.${question.meant.unit}`) })
            : t(question.kind === 'other-hand' ? 'entry.own-set' : 'entry.keep')
        }}
      </button>
      <button type="button" class="key" data-part="answer-no" @click="emit('answer', 'no')">
        {{ t('entry.no') }}
      </button>
    </div>
  </div>
</template>
