<script setup lang="ts">
import { computed } from 'vue'
import type { Spot } from '#core/job/place'
import type { JointState } from '#core/works/fasteners/read-joint'
import { boltOf } from '#core/works/fasteners/turns'
import type { useTurn } from '../../bench/pad/useTurn'
import BoltPlan from './BoltPlan.vue'

/** The bolts of the joint that is tightened, in place of the stage's own drawing; one that is touched is asked next. */
const props = defineProps<{ state: JointState; spot: Spot; turn: ReturnType<typeof useTurn> }>()
const inHand = computed(() =>
  props.state.done && !props.turn.current.value ? null : boltOf(props.state, props.turn.answers.value),
)
function choose(bolt: string): void {
  const { entry } = props.turn.current.value ?? {}
  if (entry !== 'tighten-bolt' && entry !== 'measure-bolt') props.turn.open('tighten-bolt', props.spot)
  props.turn.aside('bolt', bolt)
}
</script>

<template>
  <BoltPlan :state="state" :in-hand="inHand" @choose="choose" />
</template>
