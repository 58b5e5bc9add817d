<script setup lang="ts">
import { ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import {
  leakKinds,
  leakTable as leakTableSchema,
  leakTests,
  startLeakTable,
  withOwnCounts,
  type LeakTable,
} from '#core/works/leaks/leak-table'
import FigureBox from '../../../bench/FigureBox.vue'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { useJob } from '../../../stores/job'
import { fetchFrom } from '../../../stores/paged-list'
import { useShop } from '../../../stores/shop'
import { leakCounts } from '#contract/leak-counts'

/** The figures behind the ladder: what the shop holds usual, and how each test shows each cause. */
const props = defineProps<{ open: boolean; table: LeakTable; own: boolean }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const shop = useShop()
const job = useJob()
const plain = (of: LeakTable) => JSON.parse(JSON.stringify(of)) as LeakTable
const draft = ref(plain(props.table))
const wrong = ref(false)
const counts = ref<Record<string, number>>({})
watch(
  () => props.open,
  async (open) => {
    if (!open) return
    draft.value = plain(props.table)
    wrong.value = false
    counts.value = await fetchFrom('/api/leak-counts', {}, leakCounts).catch(() => ({}))
  },
  { immediate: true },
)
async function save(table: LeakTable | null): Promise<void> {
  if (table && !leakTableSchema.safeParse(table).success) {
    wrong.value = true
    return
  }
  if (await shop.act({ what: 'set-leak-table', table })) {
    await job.refresh()
    emit('close')
  }
}
const found = () =>
  Object.entries(counts.value)
    .map(([kind, n]) => `${t(`leak.cause.${kind}`)} ${n}`)
    .join(', ')
</script>

<template>
  <SheetDialog :open="open" wide :title="t('leak.table-title')" @close="emit('close')">
    <p class="text-body">{{ t(own ? 'leak.table-own' : 'leak.table-start') }}</p>
    <p class="mt-1 text-small text-soft">
      {{ Object.keys(counts).length ? t('leak.table-counted', { found: found() }) : t('leak.table-none') }}
    </p>
    <button
      v-if="Object.keys(counts).length"
      type="button"
      class="key mt-2"
      data-part="take-counts"
      @click="draft = withOwnCounts(draft, counts)"
    >
      {{ t('leak.table-take') }}
    </button>
    <div class="mt-2 overflow-x-auto">
      <table class="border-collapse text-small" data-part="leak-table">
        <thead>
          <tr>
            <td />
            <th v-for="k in leakKinds" :key="k" scope="col" class="px-1 text-left align-bottom font-semibold">
              {{ t(`leak.cause.${k}`) }}
            </th>
            <th scope="col" class="px-1 align-bottom">{{ t('leak.table-elsewhere') }}</th>
            <th scope="col" class="px-1 align-bottom">{{ t('leak.table-minutes') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row" class="sticky left-0 min-w-[168px] bg-paper py-1 pr-2 text-left">
              {{ t('leak.table-prior') }}
            </th>
            <td v-for="k in leakKinds" :key="k">
              <FigureBox
                class="box !min-h-[40px] w-[64px] !px-1 !text-body"
                :model-value="draft.causes[k].prior"
                :aria-label="`${t('leak.table-prior')}: ${t(`leak.cause.${k}`)}`"
                :data-prior="k"
                @update:model-value="(v) => (draft.causes[k].prior = v ?? NaN)"
              />
            </td>
          </tr>
          <tr>
            <th scope="row" class="sticky left-0 min-w-[168px] bg-paper py-1 pr-2 text-left">
              {{ t('leak.table-cost') }}
            </th>
            <td v-for="k in leakKinds" :key="k">
              <FigureBox
                class="box !min-h-[40px] w-[64px] !px-1 !text-body"
                :model-value="draft.causes[k].openUpCost"
                :aria-label="`${t('leak.table-cost')}: ${t(`leak.cause.${k}`)}`"
                @update:model-value="(v) => (draft.causes[k].openUpCost = v ?? NaN)"
              />
            </td>
          </tr>
          <tr v-for="x in leakTests" :key="x">
            <th scope="row" class="sticky left-0 min-w-[168px] bg-paper py-1 pr-2 text-left">
              {{ t(`leak.test.${x}.name`) }}
            </th>
            <td v-for="k in leakKinds" :key="k">
              <FigureBox
                class="box !min-h-[40px] w-[64px] !px-1 !text-body"
                :model-value="draft.tests[x].shows[k]"
                :aria-label="`${t(`leak.test.${x}.name`)}: ${t(`leak.cause.${k}`)}`"
                @update:model-value="(v) => (draft.tests[x].shows[k] = v ?? NaN)"
              />
            </td>
            <td>
              <FigureBox
                class="box !min-h-[40px] w-[64px] !px-1 !text-body"
                :model-value="draft.tests[x].elsewhere"
                :aria-label="`${t(`leak.test.${x}.name`)}: ${t('leak.table-elsewhere')}`"
                @update:model-value="(v) => (draft.tests[x].elsewhere = v ?? NaN)"
              />
            </td>
            <td>
              <FigureBox
                class="box !min-h-[40px] w-[64px] !px-1 !text-body"
                :model-value="draft.tests[x].minutes"
                :aria-label="`${t(`leak.test.${x}.name`)}: ${t('leak.table-minutes')}`"
                @update:model-value="(v) => (draft.tests[x].minutes = v ?? NaN)"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="wrong" class="mt-2 border-l-4 border-outside pl-2 font-semibold" role="alert" data-part="table-wrong">
      {{ t('leak.wrong-table') }}
    </p>
    <div class="mt-3 flex flex-wrap gap-2">
      <button type="button" class="key-brass" data-part="save-table" @click="save(draft)">
        {{ t('leak.table-save') }}
      </button>
      <button v-if="own" type="button" class="key" data-part="reset-table" @click="save(null)">
        {{ t('leak.table-reset') }}
      </button>
      <button v-else type="button" class="key" @click="draft = plain(startLeakTable)">
        {{ t('leak.table-reset') }}
      </button>
      <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
    </div>
  </SheetDialog>
</template>
