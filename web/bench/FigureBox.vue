<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { percentOfShare, readNumber, shareOfPercent, writeNumber } from './read-number'

/** A box for a plain figure, typed with a comma or a point; null while it is empty or wrong. `percent`: kept as a share of 1. */
const model = defineModel<number | null>({ required: true })
const props = defineProps<{ percent?: boolean; problem?: boolean }>()
/** What is typed is no figure. */
const emit = defineEmits<{ wrong: [boolean] }>()
const written = (value: number | null) =>
  value === null ? '' : writeNumber(props.percent ? percentOfShare(value) : value)
const read = (typed: string): number | null => {
  const value = readNumber(typed)
  return value !== null && props.percent ? shareOfPercent(value) : value
}
const text = ref(written(model.value))
const wrong = computed(() => text.value.trim() !== '' && readNumber(text.value) === null)
watch(wrong, (is) => emit('wrong', is))
function typed(): void {
  model.value = read(text.value)
}
// What is set from outside is shown; what this box was typed itself stays as it was typed.
watch(model, (value) => {
  if (value !== read(text.value)) text.value = written(value)
})
</script>

<template>
  <input
    v-model="text"
    class="figure"
    inputmode="decimal"
    autocomplete="off"
    :aria-invalid="wrong || problem"
    @input="typed"
  />
</template>
