<script setup lang="ts">
import { computed } from 'vue'
import { cellOf, type Block, type Column } from '#core/job/record-blocks'
import type { RecordSection } from '#core/works/work-record'
import { parts } from '../parts'
import PhotoThumb from '../PhotoThumb.vue'
import { useTell } from '../useTell'
import WindowGlyph from '../WindowGlyph.vue'

/** What a stage puts on the record, drawn as its paper has it. */
const props = defineProps<{ section: RecordSection }>()
const emit = defineEmits<{ photo: [id: string] }>()
const tell = useTell()
const judged = computed(() => props.section.judged)
const photos = computed(() => judged.value.photos.filter((p) => !p.struck))
const align = ({ is }: Column) => ({ figure: 'figure text-right', number: 'figure', text: '' })[is]
const listed = (block: Extract<Block, { is: 'text' }>) =>
  [block.bold && 'font-bold', block.bad && 'text-outside', block.small && 'text-small text-soft'].filter(Boolean)
</script>

<template>
  <section class="mb-5" :data-section="section.stage">
    <template v-for="(block, i) in section.blocks" :key="i">
      <h2 v-if="block.is === 'title'" class="mt-4 mb-1">{{ tell(block.told) }}</h2>
      <p v-else-if="block.is === 'text'" class="max-w-[90ch] text-body" :class="listed(block)">
        {{ tell(block.told) }}
      </p>
      <ul v-else-if="block.is === 'list'" class="my-1 list-disc pl-5 text-body">
        <li
          v-for="(line, k) in block.lines.map(cellOf)"
          :key="k"
          :class="{ 'font-bold text-outside': line.bad, 'text-soft line-through': line.struck }"
          :data-bad="line.bad"
        >
          {{ tell(line.told) }}
        </li>
      </ul>
      <dl v-else-if="block.is === 'facts'" class="grid grid-cols-[auto_1fr] gap-x-5 gap-y-0.5 text-body">
        <template v-for="([name, told], k) in block.rows" :key="k"
          ><dt class="text-soft">{{ tell(name) }}</dt>
          <dd>{{ tell(told) }}</dd></template
        >
      </dl>
      <div v-else-if="block.is === 'table'" class="my-2 overflow-x-auto">
        <table class="w-full border-collapse text-left text-body" :data-table="block.name">
          <thead>
            <tr class="border-b-2 border-ink">
              <th
                v-for="(column, k) in block.columns"
                :key="k"
                scope="col"
                class="px-2 py-1.5 align-bottom first:pl-0"
                :class="{ 'text-right': column.is === 'figure' }"
              >
                {{ tell(column.head) }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, n) in block.rows" :key="n" class="border-b border-line align-top">
              <td
                v-for="(cell, k) in row.map(cellOf)"
                :key="k"
                class="px-2 py-1.5 whitespace-pre-line first:pl-0"
                :class="[
                  align(block.columns[k]!),
                  {
                    'font-bold': cell.bold,
                    'text-outside': cell.verdict === 'out',
                    'text-soft line-through': cell.struck,
                  },
                ]"
              >
                <WindowGlyph
                  v-if="cell.window"
                  class="mr-2 inline-block align-middle"
                  :value-mm="cell.window.valueMm"
                  :min-mm="cell.window.minMm"
                  :max-mm="cell.window.maxMm"
                  :verdict="cell.window.verdict"
                />{{ tell(cell.told) }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div v-else-if="block.is === 'profile'" class="h-[240px]">
        <component :is="parts.deckOnRecord" :judged="judged" :stage="block.stage" />
      </div>
      <div v-else class="mt-2 flex flex-wrap gap-2">
        <PhotoThumb v-for="p in photos" :key="p.id" :photo="p" @open="emit('photo', p.id)" />
      </div>
    </template>
  </section>
</template>
