<script setup lang="ts">
import { computed, ref } from 'vue'
import { stages } from '#core/works/gaskets/logic'
import StageShell from '../../../bench/StageShell.vue'
import { useActs } from '../../../bench/useActs'
import { useStageKeys } from '../../../bench/useStageKeys'
import { newId } from '../../../stores/new-id'
import { useJob } from '../../../stores/job'

const job = useJob()
const { act } = useActs()
const closing = ref<'close' | 'reopen' | null>(null)
const snapshot = computed(() => job.snapshot!)
const move = computed(() => stages['lay-gaskets'].move(snapshot.value, { cylinder: 1, place: job.place }))
function go(): void {
  const thicknessMm = snapshot.value.sheet.sections.gaskets?.thicknessMm ?? 1
  if (move.value.place !== null) act({ what: 'lay-gasket', gasketId: newId(), place: move.value.place, thicknessMm })
  else closing.value = 'close'
}
useStageKeys(
  () => closing.value !== null,
  () => move.value,
  { n: go },
)
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" @go="go"><div data-part="pads" /></StageShell>
</template>
