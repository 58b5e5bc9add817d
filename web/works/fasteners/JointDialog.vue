<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { atCylinder } from '#core/job/place'
import { jointRounds } from '#core/works/fasteners/rounds'
import { jointAt } from '#core/works/fasteners/read-joint'
import { useJob } from '../../stores/job'
import TurnPad from '../../bench/pad/TurnPad.vue'
import { useTurn } from '../../bench/pad/useTurn'
import SheetDialog from '../../bench/SheetDialog.vue'
import { useActs } from '../../bench/useActs'
import JointNote from './JointNote.vue'
import JointPlan from './JointPlan.vue'

/** A joint of a stage that has no bench for it: its bolts, and the pad that asks them one by one. */
const props = defineProps<{ open: boolean; code: string; cylinder: number }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const job = useJob()
const { act, problem } = useActs()
const state = computed(() => jointAt(job.snapshot!, props.code, props.cylinder))
// Another cylinder is another dialog.
const { code, cylinder } = props
const spot = atCylinder(cylinder)
const rounds = jointRounds(code, cylinder)
const turn = useTurn(
  'record',
  rounds,
  () => rounds.doing!(job.snapshot!, { cylinder }),
  act,
  () => undefined,
)
</script>

<template>
  <SheetDialog :open="open" wide :title="t('joint.name')" @close="emit('close')">
    <div v-if="state" class="grid grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] gap-4 max-[760px]:grid-cols-1">
      <div class="h-[380px]"><JointPlan :state="state" :spot="spot" :turn="turn" /></div>
      <div class="flex min-w-0 flex-col gap-3">
        <p v-if="problem" class="border-l-4 border-outside pl-2 font-semibold" role="alert">{{ problem }}</p>
        <div v-if="turn.asks.value.length > 0" class="h-[480px]">
          <TurnPad :turn="turn" :simulated="false" :asking="false" />
        </div>
        <JointNote :state="state" :spot="spot" :turn="turn" :closed="false" tightening />
      </div>
    </div>
    <div class="mt-3">
      <button type="button" class="key" data-part="close-bolts" @click="emit('close')">{{ t('keys.close') }}</button>
    </div>
  </SheetDialog>
</template>
