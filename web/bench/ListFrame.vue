<script setup lang="ts" generic="T extends object">
import { ArrowDown, ArrowUp, Download } from '@lucide/vue'
import { useI18n } from 'vue-i18n'
import { toCsv } from '#contract/csv'
import { download } from './download'
import { nextSort, type ListColumn, type ListSort } from './list-column'

/** A list as it is drawn: search, headers that sort, rows, more of them, and all of it as a file. Where its rows come from is not its business. */
const props = defineProps<{
  rows: readonly T[]
  columns: ListColumn<T>[]
  name: string
  /** What to do first where there is nothing at all. */
  empty: string
  /** Whether there is anything before the search. */
  any: boolean
  /** How many more there are than are drawn. */
  more: number
  /** All that is found, in its order. */
  all: () => readonly T[] | Promise<readonly T[]>
}>()
const emit = defineEmits<{ open: [row: T]; more: [] }>()
const filter = defineModel<string>('filter', { required: true })
const sort = defineModel<ListSort>('sort', { required: true })
const { t } = useI18n()

function drawn(column: ListColumn<T>, row: T) {
  const value = column.value?.(row) ?? ''
  return column.cell ? column.cell(row, value) : value
}
const Cell = ({ column, row }: { column: ListColumn<T>; row: T }) => drawn(column, row)
const ordered = (id: string) => (sort.value?.id !== id ? undefined : sort.value.desc ? 'descending' : 'ascending')

/** What is listed, in its order, as a CSV file. */
async function save(): Promise<void> {
  const told = props.columns.filter((c) => c.value)
  const cells = (await props.all()).map((row) => told.map((c) => String(c.value!(row))))
  download(`${props.name}.csv`, toCsv([told.map((c) => c.header), ...cells]))
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
      <button type="button" class="key" :disabled="!any" @click="save">
        <Download :size="18" aria-hidden="true" />{{ t('list.export') }}
      </button>
    </div>
    <p v-if="!any" class="border border-line bg-plate p-6 text-lead" data-part="empty">{{ empty }}</p>
    <table v-else class="w-full border-collapse text-left upright:block">
      <thead class="upright:block">
        <tr class="border-b-2 border-ink upright:flex upright:flex-wrap">
          <th
            v-for="c in columns"
            :key="c.id"
            scope="col"
            class="p-0"
            :class="{ 'text-right': c.end }"
            :aria-sort="ordered(c.id)"
          >
            <button
              v-if="c.value"
              type="button"
              class="inline-flex min-h-[48px] items-center gap-1 px-2 font-semibold"
              @click="sort = nextSort(sort, c.id)"
            >
              {{ c.header }}
              <ArrowUp v-if="ordered(c.id) === 'ascending'" :size="15" aria-hidden="true" />
              <ArrowDown v-else-if="ordered(c.id) === 'descending'" :size="15" aria-hidden="true" />
            </button>
            <span v-else class="px-2" :class="{ 'sr-only': c.header === '' }">{{ c.header || t('list.acts') }}</span>
          </th>
        </tr>
      </thead>
      <tbody class="upright:block">
        <tr
          v-for="(row, i) in rows"
          :key="(row as { id?: string }).id ?? i"
          class="cursor-pointer border-b border-line hover:bg-plate upright:flex upright:flex-wrap upright:items-end upright:gap-x-2 upright:py-2"
          data-part="row"
          @click="emit('open', row)"
        >
          <td
            v-for="c in columns"
            :key="c.id"
            class="px-2 py-3 align-middle upright:py-1 upright:text-left upright:before:block upright:before:text-fine upright:before:text-soft upright:before:content-[attr(data-label)]"
            :data-label="c.value ? c.header : ''"
            :class="{ 'text-right': c.end, 'upright:basis-[30%] upright:grow': c.main, 'upright:ml-auto': !c.value }"
          >
            <Cell :column="c" :row="row" />
          </td>
        </tr>
      </tbody>
    </table>
    <button v-if="more > 0" type="button" class="key mt-2" data-part="more-rows" @click="emit('more')">
      {{ t('list.more', { n: more }) }}
    </button>
    <p v-if="any && rows.length === 0" class="p-4">{{ t('list.nothing', { text: filter }) }}</p>
  </div>
</template>
