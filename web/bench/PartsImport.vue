<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { EngineCard } from '#contract/shop'
import { labelsAgain, partColumns, readPartsCsv, type PartsFile } from '#contract/parts-csv'
import { newId } from '../stores/new-id'
import { fetchStock } from '../stores/part-list'
import { useShop } from '../stores/shop'
import SheetDialog from './SheetDialog.vue'
import { useFigures } from './useFigures'

const props = defineProps<{ open: boolean; engines: EngineCard[] }>()
const emit = defineEmits<{ close: []; changed: [] }>()
const { t } = useI18n()
const shop = useShop()
const { writer } = useFigures()
const file = ref<PartsFile | null>(null)
/** Labels in it that are taken already; null where the stock could not be looked at. */
const again = ref<string[] | null>(null)
const name = ref('')
const MOST = 500
const MOST_SAID = 12

/** How often a file was chosen: the stock may answer for one when another is in hand already. */
let chosenTimes = 0
async function choose(event: Event): Promise<void> {
  const chosen = (event.target as HTMLInputElement).files?.[0]
  if (!chosen) return
  const turn = ++chosenTimes
  name.value = chosen.name
  file.value = null
  const read = readPartsCsv(await chosen.text(), props.engines, newId)
  const stock = read.parts.length === 0 ? null : await fetchStock().catch(() => null)
  if (turn !== chosenTimes) return
  again.value = stock && labelsAgain(read.parts, stock)
  file.value = read
}
const labelled = computed(() => {
  const labels = again.value ?? []
  const said = labels.slice(0, MOST_SAID)
  return writer.value.list(
    labels.length > said.length ? [...said, t('parts.import-more', { n: labels.length - said.length })] : said,
  )
})

async function take(): Promise<void> {
  const parts = file.value?.parts ?? []
  for (let i = 0; i < parts.length; i += MOST) await shop.act({ what: 'add-parts', parts: parts.slice(i, i + MOST) })
  file.value = null
  emit('changed')
  emit('close')
}
</script>

<template>
  <SheetDialog :open="open" wide :title="t('parts.import')" @close="emit('close')">
    <p class="text-body">{{ t('parts.import-how', { columns: partColumns.join(', ') }) }}</p>
    <input
      type="file"
      accept=".csv,text/csv"
      class="mt-3 min-h-[48px] file:mr-3 file:min-h-[48px] file:cursor-pointer file:border file:border-ink file:px-4 file:text-body file:font-semibold"
      :aria-label="t('parts.import')"
      data-part="parts-file"
      @change="choose"
    />
    <div v-if="file" class="mt-3" aria-live="polite" data-part="import-result">
      <template v-if="file.problems.length">
        <p class="font-semibold text-outside">{{ t('parts.import-nothing', { name }) }}</p>
        <ul class="max-h-[240px] overflow-y-auto">
          <li v-for="(p, i) in file.problems.slice(0, 40)" :key="i" class="py-0.5">
            <b v-if="p.line">{{ t('parts.line', { line: p.line }) }}</b>
            {{ t(`parts.problem.${p.code}`, { text: p.text }) }}
          </li>
        </ul>
      </template>
      <template v-else>
        <p class="text-lead font-semibold">{{ t('parts.import-ready', { n: file.parts.length }) }}</p>
        <p v-if="again === null" class="mt-2 border-l-4 border-online pl-3">{{ t('parts.import-unseen') }}</p>
        <p v-else-if="again.length" class="mt-2 border-l-4 border-online pl-3" data-part="import-again">
          {{ t('parts.import-again', { n: again.length, labels: labelled }) }}
        </p>
      </template>
    </div>
    <div class="mt-4 flex gap-2">
      <button
        type="button"
        class="key-brass disabled:opacity-50"
        :disabled="!file || file.parts.length === 0"
        data-part="import-take"
        @click="take"
      >
        {{ t('parts.import-take') }}
      </button>
      <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
    </div>
  </SheetDialog>
</template>
