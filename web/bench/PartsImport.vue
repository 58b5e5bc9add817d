<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { EngineCard } from '#contract/shop'
import { partColumns, readPartsCsv, type PartsFile } from '#contract/parts-csv'
import { newId } from '../stores/new-id'
import { useShop } from '../stores/shop'
import SheetDialog from './SheetDialog.vue'

const props = defineProps<{ open: boolean; engines: EngineCard[] }>()
const emit = defineEmits<{ close: []; changed: [] }>()
const { t } = useI18n()
const shop = useShop()
const file = ref<PartsFile | null>(null)
const name = ref('')
const MOST = 500

async function choose(event: Event): Promise<void> {
  const chosen = (event.target as HTMLInputElement).files?.[0]
  if (!chosen) return
  name.value = chosen.name
  file.value = readPartsCsv(await chosen.text(), props.engines, newId)
}

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
      class="mt-3 min-h-[48px]"
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
      <p v-else class="text-lead font-semibold">{{ t('parts.import-ready', { n: file.parts.length }) }}</p>
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
