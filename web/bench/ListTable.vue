<script setup lang="ts" generic="T extends object">
import { ArrowDown, ArrowUp, Download } from '@lucide/vue'
import { FlexRender, getCoreRowModel, getFilteredRowModel, getSortedRowModel, useVueTable, type ColumnDef, type SortingState } from '@tanstack/vue-table'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { toCsv } from '#contract/csv'
import { download } from './download'

const props = defineProps<{ rows: T[]; columns: ColumnDef<T, unknown>[]; name: string; empty: string }>()
const emit = defineEmits<{ open: [row: T] }>()
const { t } = useI18n()
const filter = ref('')
const sorting = ref<SortingState>([])

const table = useVueTable({
  get data() {
    return props.rows
  },
  get columns() {
    return props.columns
  },
  state: {
    get globalFilter() {
      return filter.value
    },
    get sorting() {
      return sorting.value
    },
  },
  onSortingChange: (next) => (sorting.value = typeof next === 'function' ? next(sorting.value) : next),
  globalFilterFn: 'includesString',
  getCoreRowModel: getCoreRowModel(),
  getFilteredRowModel: getFilteredRowModel(),
  getSortedRowModel: getSortedRowModel(),
})

/** Long lists are drawn a piece at a time; search and sort always work on all of it. */
const PIECE = 60
const shownRows = ref(PIECE)
watch([filter, sorting], () => (shownRows.value = PIECE))
const found = computed(() => table.getRowModel().rows)

/** What is listed, in its order, as a CSV file. */
function save(): void {
  const columns = table.getAllLeafColumns().filter((c) => c.accessorFn)
  const cells = table.getRowModel().rows.map((row) => columns.map((c) => String(row.getValue(c.id) ?? '')))
  download(`${props.name}.csv`, toCsv([columns.map((c) => String(c.columnDef.header)), ...cells]))
}
</script>

<template>
  <div>
    <div class="mb-3 flex items-center gap-3">
      <label class="sr-only" :for="`filter-${name}`">{{ t('list.search') }}</label>
      <input :id="`filter-${name}`" v-model="filter" type="search" class="box max-w-[340px] flex-1" :placeholder="t('list.search')" />
      <span class="flex-1" />
      <button type="button" class="key" :disabled="rows.length === 0" @click="save"><Download :size="18" aria-hidden="true" />{{ t('list.export') }}</button>
    </div>
    <p v-if="rows.length === 0" class="border border-line bg-plate p-6 text-[18px]" data-part="empty">{{ empty }}</p>
    <table v-else class="w-full border-collapse text-left">
      <thead>
        <tr v-for="group in table.getHeaderGroups()" :key="group.id" class="border-b-2 border-ink">
          <th v-for="header in group.headers" :key="header.id" scope="col" class="p-0" :aria-sort="header.column.getIsSorted() === 'asc' ? 'ascending' : header.column.getIsSorted() === 'desc' ? 'descending' : undefined">
            <button v-if="header.column.getCanSort()" type="button" class="inline-flex min-h-[48px] items-center gap-1 px-2 font-semibold" @click="header.column.toggleSorting()">
              <FlexRender :render="header.column.columnDef.header" :props="header.getContext()" />
              <ArrowUp v-if="header.column.getIsSorted() === 'asc'" :size="15" aria-hidden="true" /><ArrowDown v-else-if="header.column.getIsSorted() === 'desc'" :size="15" aria-hidden="true" />
            </button>
            <span v-else class="px-2"><FlexRender :render="header.column.columnDef.header" :props="header.getContext()" /></span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in found.slice(0, shownRows)" :key="row.id" class="cursor-pointer border-b border-line hover:bg-plate" data-part="row" @click="emit('open', row.original)">
          <td v-for="cell in row.getVisibleCells()" :key="cell.id" class="px-2 py-3 align-middle"><FlexRender :render="cell.column.columnDef.cell" :props="cell.getContext()" /></td>
        </tr>
      </tbody>
    </table>
    <button v-if="found.length > shownRows" type="button" class="key mt-2" data-part="more-rows" @click="shownRows += 5 * PIECE">{{ t('list.more', { n: found.length - shownRows }) }}</button>
    <p v-if="rows.length > 0 && found.length === 0" class="p-4">{{ t('list.nothing', { text: filter }) }}</p>
  </div>
</template>
