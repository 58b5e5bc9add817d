<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { isClosed } from '#core/job/route'
import type { Sheet } from '#core/job/snapshot'
import SheetDialog from './SheetDialog.vue'
import { useFigures } from './useFigures'
import { useJob } from '../stores/job'
import { newId } from '../stores/new-id'
import { useShop } from '../stores/shop'

defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const { withUnit, torque, day } = useFigures()
const job = useJob()
const shop = useShop()

const sheet = computed(() => job.snapshot!.sheet)
const ours = computed(() => shop.shop?.engines.find((e) => e.id === job.snapshot!.engine.id)?.sheets.at(-1) ?? null)
const signed = computed(() => isClosed(job.snapshot!, 'record'))
const names = [
  'minMm',
  'maxMm',
  'aimMm',
  'withinLinerMaxMm',
  'adjacentMaxMm',
  'headRangeMaxMm',
  'maxLedgeDepthMm',
  'holdDownNm',
] as const
const told = (of: Sheet | null, name: (typeof names)[number]) => {
  const value = of?.limits[name] ?? null
  if (value === null) return '—'
  return name === 'holdDownNm' ? torque(value) : withUnit(value)
}
const rows = computed(() =>
  names.map((name) => ({
    name,
    theirs: told(sheet.value, name),
    ours: told(ours.value, name),
    differs: ours.value !== null && sheet.value.limits[name] !== ours.value.limits[name],
  })),
)
const sourceOf = (s: Sheet | null) =>
  s ? t('engine.from', { source: s.source, page: s.page || '—', day: s.copiedOn ? day(s.copiedOn) : '—' }) : '—'

/** These limits become the book's only because somebody says so, and say where they came from. */
async function takeOver(): Promise<void> {
  const { engine, takenIn } = job.snapshot!
  const { version: _v, at: _a, personId: _p, ...rest } = sheet.value
  const body = {
    ...rest,
    id: newId(),
    source: t('brought.source', { source: rest.source, shop: takenIn.at(-1)!.shop }).slice(0, 300),
  }
  const { id: engineId, ...shape } = engine
  if (
    await shop.act(
      ours.value ? { what: 'save-sheet', engineId, sheet: body } : { what: 'add-engine', engineId, shape, sheet: body },
    )
  ) {
    await job.refresh()
    emit('close')
  }
}
function judgeByOurs(): void {
  job.act({ what: 'adopt-sheet', sheetId: ours.value!.id })
  emit('close')
}
</script>

<template>
  <SheetDialog :open="open" :title="t('brought.title')" wide @close="emit('close')">
    <p class="mb-3">{{ t('brought.note') }}</p>
    <table class="w-full text-left text-body [&_td]:px-2 [&_th]:px-2" data-part="brought-limits">
      <thead>
        <tr class="border-b-2 border-ink text-small">
          <td />
          <th class="py-2 text-right">
            {{ t('brought.theirs', { shop: job.snapshot!.takenIn.at(-1)?.shop || '—' }) }}
          </th>
          <th class="text-right">{{ ours ? t('brought.ours', { version: ours.version }) : t('brought.not-here') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.name" class="border-b border-line" :data-differs="r.differs">
          <td class="py-1.5">{{ t(`engine.limit.${r.name}`) }}</td>
          <td class="figure text-right" :class="{ 'font-bold': r.differs }">{{ r.theirs }}</td>
          <td class="figure text-right" :class="{ 'font-bold': r.differs }">
            {{ r.ours
            }}<span v-if="r.differs" class="ml-2 font-sans text-small font-normal">{{ t('brought.differs') }}</span>
          </td>
        </tr>
        <tr class="align-top text-small">
          <td class="py-1.5">{{ t('engine.source') }}</td>
          <td class="text-right">{{ sourceOf(sheet) }}</td>
          <td class="text-right">{{ sourceOf(ours) }}</td>
        </tr>
      </tbody>
    </table>
    <div class="mt-4 flex flex-wrap gap-2">
      <button
        v-if="ours && ours.id !== sheet.id && !signed"
        type="button"
        class="key"
        data-part="judge-by-ours"
        @click="judgeByOurs"
      >
        {{ t('brought.judge-by-ours', { version: ours.version }) }}
      </button>
      <button
        v-if="!ours || rows.some((r) => r.differs)"
        type="button"
        class="key"
        data-part="take-over"
        @click="takeOver"
      >
        {{ ours ? t('brought.take-over', { version: ours.version + 1 }) : t('brought.take-over-engine') }}
      </button>
      <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
    </div>
  </SheetDialog>
</template>
