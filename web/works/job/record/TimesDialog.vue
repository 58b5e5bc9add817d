<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import type { StageName } from '#core/job/stages'
import { stageHours } from '#core/time/stage-hours'
import FigureBox from '../../../bench/FigureBox.vue'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { useActs } from '../../../bench/useActs'
import { newId } from '../../../stores/new-id'

const props = defineProps<{ open: boolean; snapshot: Snapshot; closed: boolean }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const { act, problem } = useActs()
const rows = computed(() => stageHours(props.snapshot))
const stage = ref<StageName>('as-found')
const kind = ref<'planned' | 'used'>('used')
const hours = ref<number | null>(null)
/** More than that is a slip of the finger. */
const MOST_HOURS = 500
const bookable = computed(() => hours.value !== null && hours.value >= 0 && hours.value <= MOST_HOURS)
const total = (of: 'plannedH' | 'usedH' | 'leftH') => rows.value.reduce((sum, r) => sum + r[of], 0).toFixed(1)

function book(): void {
  if (hours.value === null || !bookable.value) return
  if (
    act({
      what: 'book-time',
      timeId: newId(),
      stage: stage.value,
      kind: kind.value,
      hours: hours.value,
      words: '',
    })
  )
    hours.value = null
}
</script>

<template>
  <SheetDialog :open="open" :title="t('record.times')" @close="emit('close')">
    <table class="w-full text-left text-body" data-part="times-table">
      <thead>
        <tr class="border-b-2 border-ink">
          <th>{{ t('record.stage') }}</th>
          <th class="text-right">{{ t('schedule.planned') }}</th>
          <th class="text-right">{{ t('schedule.used') }}</th>
          <th class="text-right">{{ t('schedule.left') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.stage" class="border-b border-line" :data-times="r.stage">
          <td class="py-1">{{ t(`stage.${r.stage}`) }}</td>
          <td class="figure text-right">{{ r.plannedH.toFixed(1) }}</td>
          <td class="figure text-right">{{ r.usedH.toFixed(1) }}{{ r.booked ? '' : ' ~' }}</td>
          <td class="figure text-right">{{ r.leftH.toFixed(1) }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr class="font-bold">
          <td>{{ t('record.sum') }}</td>
          <td class="figure text-right">{{ total('plannedH') }}</td>
          <td class="figure text-right">{{ total('usedH') }}</td>
          <td class="figure text-right">{{ total('leftH') }}</td>
        </tr>
      </tfoot>
    </table>
    <p class="mt-1 text-small text-soft">{{ t('record.times-how') }}</p>
    <form v-if="!closed" class="mt-3 grid grid-cols-[1.4fr_1fr_1fr_auto] items-end gap-2" @submit.prevent="book">
      <label class="field"
        >{{ t('record.stage')
        }}<select v-model="stage" data-part="time-stage">
          <option v-for="r in rows" :key="r.stage" :value="r.stage">{{ t(`stage.${r.stage}`) }}</option>
        </select></label
      >
      <label class="field"
        >{{ t('record.time-kind')
        }}<select v-model="kind">
          <option v-for="k in ['used', 'planned'] as const" :key="k" :value="k">{{ t(`record.time-${k}`) }}</option>
        </select></label
      >
      <label class="field"
        >{{ t('record.hours')
        }}<FigureBox v-model="hours" :problem="hours !== null && !bookable" data-part="time-hours"
      /></label>
      <button type="submit" class="key" :disabled="!bookable" data-part="book-time">{{ t('record.book') }}</button>
    </form>
    <p v-if="problem" class="mt-2 font-semibold text-outside" role="alert">{{ problem }}</p>
    <button type="button" class="key mt-4" @click="emit('close')">{{ t('keys.close') }}</button>
  </SheetDialog>
</template>
