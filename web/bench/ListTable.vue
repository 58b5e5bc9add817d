<script setup lang="ts" generic="T extends object">
import { computed, ref, watch } from 'vue'
import type { ListColumn, ListSort } from './list-column'
import ListFrame from './ListFrame.vue'

/** A list of what is here whole: searched in all its columns and sorted on the device. */
const props = defineProps<{ rows: T[]; columns: ListColumn<T>[]; name: string; empty: string }>()
const emit = defineEmits<{ open: [row: T] }>()
const filter = ref('')
const sort = ref<ListSort>(null)

/** Long lists are drawn a piece at a time; search and sort always work on all of it. */
const PIECE = 40
const shownRows = ref(PIECE)
watch([filter, sort], () => (shownRows.value = PIECE))

const told = computed(() => props.columns.filter((c) => c.value))
/** What a row says in all its columns, kept for the next letter of the search. */
const texts = computed(() => ({ columns: told.value, of: new WeakMap<T, string>() }))
function textOf(row: T): string {
  const { columns, of } = texts.value
  const known = of.get(row)
  if (known !== undefined) return known
  const text = columns
    .map((c) => String(c.value!(row)))
    .join(' ')
    .toLowerCase()
  of.set(row, text)
  return text
}
const matching = computed(() => {
  const wanted = filter.value.trim().toLowerCase()
  return wanted === '' ? props.rows : props.rows.filter((row) => textOf(row).includes(wanted))
})
const collator = new Intl.Collator(undefined, { numeric: true })
const found = computed<T[]>(() => {
  const column = told.value.find((c) => c.id === sort.value?.id)
  if (!column) return matching.value
  const turn = sort.value!.desc ? -1 : 1
  const keyed = matching.value.map((row) => ({ row, value: column.value!(row) }))
  const numbers = keyed.every(({ value }) => typeof value === 'number')
  keyed.sort(
    numbers
      ? (a, b) => turn * ((a.value as number) - (b.value as number))
      : (a, b) => turn * collator.compare(String(a.value), String(b.value)),
  )
  return keyed.map(({ row }) => row)
})
const shown = computed(() => found.value.slice(0, shownRows.value))
</script>

<template>
  <ListFrame
    v-model:filter="filter"
    v-model:sort="sort"
    :rows="shown"
    :columns="columns"
    :name="name"
    :empty="empty"
    :any="rows.length > 0"
    :more="found.length - shown.length"
    :all="() => found"
    @open="(row: T) => emit('open', row)"
    @more="shownRows += 5 * PIECE"
  />
</template>
