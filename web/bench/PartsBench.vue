<script setup lang="ts">
import { computed, h, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { EngineCard } from '#contract/shop'
import type { Liner, Shim } from '#core/job/snapshot'
import { clockHour } from '#core/measure/angle'
import { oddParts } from '#core/plan/read-repair'
import { newId } from '../stores/new-id'
import { useShop } from '../stores/shop'
import type { ListColumn } from './list-column'
import ListTable from './ListTable.vue'
import PartMeasure from './PartMeasure.vue'
import { partRow, type PartRow } from './part-rows'
import { useFigures } from './useFigures'
import WindowGlyph from './WindowGlyph.vue'

const props = defineProps<{
  liners: Liner[]
  shims: Shim[]
  engines: EngineCard[]
  jobId: string | null
  closed?: boolean
}>()
const emit = defineEmits<{ changed: [] }>()
const chosenId = defineModel<string | null>({ default: null })
const { t } = useI18n()
const { length } = useFigures()
const shop = useShop()
const kind = ref<'liner' | 'shim'>('liner')

const liners = computed(() => props.liners.map((l) => partRow(l, 'liner')))
const shims = computed(() => props.shims.map((s) => partRow(s, 'shim')))
const rows = computed(() => (kind.value === 'liner' ? liners.value : shims.value))
const chosen = computed(() => [...liners.value, ...shims.value].find((r) => r.id === chosenId.value) ?? null)
const engineName = (id: string) => props.engines.find((e) => e.id === id)?.name ?? ''
/** Words that stand in ten thousand rows are looked up once. */
const words = computed(() => ({
  flag: Object.fromEntries(['unmeasured', 'off-nominal', 'uneven', 'good'].map((f) => [f, t(`parts.flag.${f}`)])),
  material: Object.fromEntries(['stainless', 'brass', 'steel'].map((m) => [m, t(`material.${m}`)])),
  chamfer: Object.fromEntries(['none', 'inside', 'outside'].map((c) => [c, t(`parts.chamfer.${c}`)])),
  shelf: t('parts.shelf'),
}))
const whereOf = (r: PartRow) =>
  r.fitted === null
    ? words.value.shelf
    : r.fitted.jobId === props.jobId
      ? t('parts.here', { cylinder: r.fitted.cylinder })
      : t('parts.elsewhere')

const figure = (text: string) => h('span', { class: 'figure' }, text)
const columns = computed((): ListColumn<PartRow>[] => [
  {
    id: 'label',
    value: (r) => r.label,
    header: t('parts.label'),
    cell: (r, value) =>
      h(
        'button',
        {
          type: 'button',
          class: 'min-h-[44px] text-lead font-bold underline-offset-4 hover:underline',
          'data-part': 'choose-part',
          'data-label': value,
        },
        r.label,
      ),
  },
  ...(props.jobId === null
    ? [{ value: (r: PartRow) => engineName(r.engineId), id: 'engine', header: t('jobs.engine') }]
    : []),
  { id: 'nominalMm', value: (r) => r.nominalMm, header: t('parts.nominal'), cell: (r) => figure(length(r.nominalMm)) },
  {
    value: (r) => r.actualMm ?? 0,
    id: 'actual',
    header: t('parts.actual'),
    cell: (r) => {
      const off = oddParts[r.kind].offMm
      if (r.actualMm === null) return h('span', { class: 'text-soft' }, t('parts.unmeasured'))
      return h('span', { class: 'flex items-center gap-2' }, [
        figure(length(r.actualMm)),
        h(WindowGlyph, {
          valueMm: r.actualMm,
          minMm: r.nominalMm - off,
          maxMm: r.nominalMm + off,
          verdict: r.flag === 'off-nominal' ? 'out' : 'in',
          width: 54,
        }),
      ])
    },
  },
  {
    value: (r) => r.wedgeMm ?? -1,
    id: 'wedge',
    header: t(kind.value === 'liner' ? 'parts.wedge' : 'parts.uneven'),
    cell: (r) => {
      return r.wedgeMm === null
        ? '—'
        : h('span', { class: r.flag === 'uneven' ? 'font-bold text-outside' : '' }, [
            figure(length(r.wedgeMm)),
            r.thickAtDeg === null ? '' : ` ${t('parts.thick-at', { clock: clockHour(r.thickAtDeg) })}`,
          ])
    },
  },
  {
    value: (r) => words.value.flag[r.flag] ?? '',
    id: 'flag',
    header: t('parts.state'),
    cell: (r, value) => h('span', { class: r.flag === 'good' ? '' : 'font-semibold', 'data-flag': r.flag }, value),
  },
  {
    value: (r) =>
      r.kind === 'shim' ? `${words.value.material[r.material]} · ${words.value.chamfer[r.chamfer]}` : r.material,
    id: 'material',
    header: t('engine.shim-material'),
  },
  { value: (r) => whereOf(r), id: 'where', header: t('parts.where') },
])

/** How many there are of each size, on the shelf and in engines. */
const counts = computed(() => {
  const sizes = new Map<number, { free: number; used: number }>()
  for (const r of rows.value) {
    const size = sizes.get(r.nominalMm) ?? { free: 0, used: 0 }
    size[r.fitted ? 'used' : 'free'] += 1
    sizes.set(r.nominalMm, size)
  }
  return [...sizes]
    .map(([nominalMm, n]) => ({ nominalMm, ...n }))
    .sort((a, b) => a.nominalMm - b.nominalMm)
    .slice(0, 16)
})

async function measured(readings: { angleDeg: number; valueMm: number }[]): Promise<void> {
  if (!chosen.value) return
  await shop.act({ what: 'measure-part', measureId: newId(), partId: chosen.value.id, readings })
  emit('changed')
}
</script>

<template>
  <div class="flex min-h-0 gap-5 max-[900px]:flex-col">
    <div class="min-w-0 flex-1">
      <div class="mb-2 flex flex-wrap items-center gap-2">
        <div class="flex gap-2" role="tablist">
          <button
            v-for="k in ['liner', 'shim'] as const"
            :key="k"
            type="button"
            role="tab"
            class="key"
            :aria-selected="kind === k"
            :class="{ '!border-2 !border-ink': kind === k }"
            :data-tab="k"
            @click="kind = k"
          >
            {{ t(`parts.tab.${k}`, { n: k === 'liner' ? liners.length : shims.length }) }}
          </button>
        </div>
        <ul class="flex flex-wrap gap-x-4 text-small" data-part="counts">
          <li v-for="c in counts" :key="c.nominalMm">
            <span class="figure font-bold">{{ length(c.nominalMm) }}</span>
            {{ t('parts.count', { free: c.free, used: c.used }) }}
          </li>
        </ul>
      </div>
      <ListTable
        :rows="rows"
        :columns="columns"
        :name="`parts-${kind}`"
        :empty="t(`parts.empty.${kind}`)"
        @open="(r) => (chosenId = r.id)"
      />
    </div>
    <aside class="w-[320px] shrink-0 max-[900px]:w-full">
      <PartMeasure
        v-if="chosen"
        :key="chosen.id"
        :row="chosen"
        :job-id="jobId"
        :closed="closed ?? false"
        @measured="measured"
      />
      <p v-else class="border border-line bg-plate p-4 text-body">{{ t('parts.choose') }}</p>
    </aside>
  </div>
</template>
