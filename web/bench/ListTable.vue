<script setup lang="ts" generic="T extends object">
import { ArrowDown, ArrowUp, Download } from '@lucide/vue'
import { FlexRender, getCoreRowModel, useVueTable, type ColumnDef, type SortingState } from '@tanstack/vue-table'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { toCsv } from '#contract/csv'
import { download } from './download'

const props = defineProps<{ rows: T[]; columns: ColumnDef<T, unknown>[]; name: string; empty: string }>()
const emit = defineEmits<{ open: [row: T] }>()
const { t } = useI18n()
const filter = ref('')
const sorting = ref<SortingState>([])

/** Long lists are drawn a piece at a time; search and sort always work on all of it. */
const PIECE = 40
const shownRows = ref(PIECE)
watch([filter, sorting], () => (shownRows.value = PIECE))

interface Valued {
  id: string
  header: string
  valueOf(row: T): unknown
}
/** The columns that say something of a row: what is searched, sorted and exported. */
const valued = computed<Valued[]>(() =>
  props.columns.flatMap((definition) => {
    const c = definition as {
      id?: string
      header?: unknown
      accessorKey?: string
      accessorFn?: (row: T, index: number) => unknown
    }
    if (!c.accessorFn && c.accessorKey === undefined) return []
    return [
      {
        id: c.id ?? c.accessorKey ?? '',
        header: String(c.header),
        valueOf: (row: T) => (c.accessorFn ? c.accessorFn(row, 0) : row[c.accessorKey as keyof T]),
      },
    ]
  }),
)
/** What a row says in all its columns, kept for the next letter of the search. */
const texts = computed(() => ({ columns: valued.value, of: new WeakMap<T, string>() }))
function textOf(row: T): string {
  const { columns, of } = texts.value
  const known = of.get(row)
  if (known !== undefined) return known
  const text = columns
    .map((c) => String(c.valueOf(row) ?? ''))
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
  const [by] = sorting.value
  const column = by && valued.value.find((c) => c.id === by.id)
  if (!column) return matching.value
  const turn = by.desc ? -1 : 1
  const keyed = matching.value.map((row) => ({ row, value: column.valueOf(row) }))
  const numbers = keyed.every(({ value }) => typeof value === 'number')
  keyed.sort(
    numbers
      ? (a, b) => turn * ((a.value as number) - (b.value as number))
      : (a, b) => turn * collator.compare(String(a.value ?? ''), String(b.value ?? '')),
  )
  return keyed.map(({ row }) => row)
})

const shown = computed(() => found.value.slice(0, shownRows.value))
const table = useVueTable({
  get data() {
    return shown.value
  },
  get columns() {
    return props.columns
  },
  state: {
    get sorting() {
      return sorting.value
    },
  },
  manualSorting: true,
  onSortingChange: (next) => (sorting.value = typeof next === 'function' ? next(sorting.value) : next),
  getCoreRowModel: getCoreRowModel(),
})

/** What is listed, in its order, as a CSV file. */
function save(): void {
  const cells = found.value.map((row) => valued.value.map((c) => String(c.valueOf(row) ?? '')))
  download(`${props.name}.csv`, toCsv([valued.value.map((c) => c.header), ...cells]))
}
</script>

<template>
  <div>
    <div class="mb-3 flex items-center gap-3">
      <label class="sr-only" :for="`filter-${name}`">{{ t('list.search') }}</label>
      <input
        :id="`filter-${name}`"
        v-model="filter"
        type="search"
        class="box max-w-[340px] flex-1"
        :placeholder="t('list.search')"
      />
      <span class="flex-1" />
      <button type="button" class="key" :disabled="rows.length === 0" @click="save">
        <Download :size="18" aria-hidden="true" />{{ t('list.export') }}
      </button>
    </div>
    <p v-if="rows.length === 0" class="border border-line bg-plate p-6 text-[18px]" data-part="empty">{{ empty }}</p>
    <table v-else class="w-full border-collapse text-left">
      <thead>
        <tr v-for="group in table.getHeaderGroups()" :key="group.id" class="border-b-2 border-ink">
          <th
            v-for="header in group.headers"
            :key="header.id"
            scope="col"
            class="p-0"
            :aria-sort="
              header.column.getIsSorted() === 'asc'
                ? 'ascending'
                : header.column.getIsSorted() === 'desc'
                  ? 'descending'
                  : undefined
            "
          >
            <button
              v-if="header.column.getCanSort()"
              type="button"
              class="inline-flex min-h-[48px] items-center gap-1 px-2 font-semibold"
              @click="header.column.toggleSorting()"
            >
              <FlexRender :render="header.column.columnDef.header" :props="header.getContext()" />
              <ArrowUp v-if="header.column.getIsSorted() === 'asc'" :size="15" aria-hidden="true" /><ArrowDown
                v-else-if="header.column.getIsSorted() === 'desc'"
                :size="15"
                aria-hidden="true"
              />
            </button>
            <span v-else class="px-2"
              ><FlexRender :render="header.column.columnDef.header" :props="header.getContext()"
            /></span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in table.getRowModel().rows"
          :key="row.id"
          class="cursor-pointer border-b border-line hover:bg-plate"
          data-part="row"
          @click="emit('open', row.original)"
        >
          <td v-for="cell in row.getVisibleCells()" :key="cell.id" class="px-2 py-3 align-middle">
            <FlexRender :render="cell.column.columnDef.cell" :props="cell.getContext()" />
          </td>
        </tr>
      </tbody>
    </table>
    <button
      v-if="found.length > shownRows"
      type="button"
      class="key mt-2"
      data-part="more-rows"
      @click="shownRows += 5 * PIECE"
    >
      {{ t('list.more', { n: found.length - shownRows }) }}
    </button>
    <p v-if="rows.length > 0 && found.length === 0" class="p-4">{{ t('list.nothing', { text: filter }) }}</p>
  </div>
</template>
