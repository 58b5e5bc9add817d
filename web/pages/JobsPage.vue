<script setup lang="ts">
import { createColumnHelper } from '@tanstack/vue-table'
import { computed, h, ref } from 'vue'
import { Archive, ArchiveRestore, Copy, FileInput } from '@lucide/vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'
import type { JobCard } from '#contract/shop'
import ChoiceKeys from '../bench/ChoiceKeys.vue'
import ListTable from '../bench/ListTable.vue'
import RouteMarks from '../bench/RouteMarks.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import { useFigures } from '../bench/useFigures'
import { useShop } from '../stores/shop'

const { t } = useI18n()
const { when, day } = useFigures()
const router = useRouter()
const shop = useShop()
void shop.load()

const filters = ['open', 'signed', 'archived', 'all'] as const
const filter = ref<(typeof filters)[number]>('all')
const belongs = {
  open: (j: JobCard) => !j.archived && !j.signed,
  signed: (j: JobCard) => !j.archived && j.signed,
  archived: (j: JobCard) => j.archived,
  all: (j: JobCard) => !j.archived,
}
const jobs = computed(() => (shop.shop?.jobs ?? []).filter(belongs[filter.value]))
const taking = ref<{ problem: string | null; done: string | null }>({ problem: null, done: null })

const column = createColumnHelper<JobCard>()
const columns = computed(() => [
  column.accessor('number', { header: t('jobs.number'), cell: (c) => h('span', { class: 'figure' }, c.getValue()) }),
  column.accessor('title', {
    header: t('jobs.title'),
    cell: (c) =>
      h('div', [
        h(
          RouterLink,
          {
            to: { name: 'job', params: { jobId: c.row.original.id } },
            class: 'text-[19px] font-bold',
            onClick: (e: Event) => e.stopPropagation(),
          },
          () => c.getValue(),
        ),
        h('p', { class: 'text-[15px] text-soft' }, [
          c.row.original.complaint,
          c.row.original.from === null
            ? ''
            : h('b', { 'data-part': 'from' }, ` ${t('jobs.taken-in', { shop: c.row.original.from || '—' })}`),
        ]),
      ]),
  }),
  column.accessor('engineName', { header: t('jobs.engine') }),
  column.accessor((job) => (job.nextStage ? t(`stage.${job.nextStage}`) : t('jobs.signed')), {
    id: 'stage',
    header: t('jobs.stage'),
    cell: (c) =>
      h('div', { class: 'flex items-center gap-3' }, [
        h(RouteMarks, { next: c.row.original.nextStage, work: c.row.original.work }),
        h('span', { class: 'font-semibold' }, String(c.getValue())),
      ]),
  }),
  column.accessor('readings', {
    header: t('jobs.readings'),
    cell: (c) => h('span', { class: 'figure' }, c.getValue()),
  }),
  column.accessor((job) => job.wantedBy ?? '', {
    id: 'wanted',
    header: t('jobs.wanted'),
    cell: (c) => h('span', { class: 'text-[15px] whitespace-nowrap' }, c.getValue() ? day(String(c.getValue())) : ''),
  }),
  column.accessor('lastAt', {
    header: t('jobs.last'),
    cell: (c) =>
      h(
        'span',
        { class: 'text-[15px]' },
        `${when(c.getValue())}${c.row.original.lastPerson ? ` · ${c.row.original.lastPerson}` : ''}`,
      ),
  }),
  column.display({
    id: 'do',
    header: '',
    cell: (c) =>
      h('div', { class: 'flex gap-1' }, [
        button(Copy, t('jobs.copy'), 'copy-job', () => copy(c.row.original)),
        button(
          c.row.original.archived ? ArchiveRestore : Archive,
          t(c.row.original.archived ? 'jobs.unarchive' : 'jobs.archive'),
          'archive-job',
          () => void archive(c.row.original),
        ),
      ]),
  }),
])

function button(icon: typeof Copy, label: string, part: string, act: () => void) {
  return h(
    'button',
    {
      type: 'button',
      class: 'key !px-3',
      'aria-label': label,
      title: label,
      'data-part': part,
      onClick: (e: Event) => {
        e.stopPropagation()
        act()
      },
    },
    h(icon, { size: 18, 'aria-hidden': true }),
  )
}
function copy(job: JobCard): void {
  void router.push({ name: 'intake', query: { from: job.id } })
}
async function archive(job: JobCard): Promise<void> {
  await shop.actIn(job.id, { what: 'archive-job', archived: !job.archived })
}

/** Takes in a job file; what is wrong with it is said in the server's words, and nothing of it is kept. */
async function takeIn(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  taking.value = { problem: null, done: null }
  try {
    const answer = await fetch('/api/jobs/import', {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: file,
    })
    const body = (await answer.json()) as {
      number?: number
      error?: { message: string; issues: { path: string; message: string }[] }
    }
    if (answer.ok) taking.value.done = t('jobs.taken-in', { number: body.number ?? 0 })
    else
      taking.value.problem = [
        body.error?.message,
        ...(body.error?.issues.slice(0, 3).map((i) => `${i.path} ${i.message}`) ?? []),
      ].join(' ')
  } catch {
    taking.value.problem = t('jobs.file-away')
  }
  await shop.load()
}

const needs = computed(() => {
  const s = shop.shop
  if (!s) return []
  return (['people', 'gauges', 'engines'] as const).filter((what) => s[what].length === 0)
})

function open(job: JobCard): void {
  void router.push({ name: 'job', params: { jobId: job.id } })
}
</script>

<template>
  <ShopFrame :title="shop.shop?.name ? t('jobs.of', { shop: shop.shop.name }) : t('head.jobs')">
    <template #action>
      <div class="flex items-center gap-2">
        <label class="key cursor-pointer focus-within:outline-3 focus-within:outline-brass"
          ><FileInput :size="18" aria-hidden="true" />{{ t('jobs.take-in')
          }}<input
            type="file"
            accept=".zip,.json,application/zip,application/json"
            class="sr-only"
            data-part="import-job"
            @change="takeIn"
        /></label>
        <button
          type="button"
          class="key-brass"
          :disabled="needs.length > 0"
          data-part="new-job"
          @click="router.push({ name: 'intake' })"
        >
          {{ t('jobs.new') }}
        </button>
      </div>
    </template>
    <p
      v-if="taking.problem"
      class="mb-3 border-l-4 border-outside pl-3 text-[17px] font-semibold"
      role="alert"
      data-part="import-problem"
    >
      {{ taking.problem }}
    </p>
    <p
      v-if="taking.done"
      class="mb-3 border-l-4 border-inside pl-3 text-[17px] font-semibold"
      role="status"
      data-part="import-done"
    >
      {{ taking.done }}
    </p>
    <ChoiceKeys
      v-model="filter"
      class="mb-2 flex gap-1"
      :label="t('jobs.which')"
      :options="filters"
      :word="(f) => t(`jobs.filter.${f}`)"
      mark="filter"
      filled
    />
    <p v-if="shop.stale && !shop.shop" class="border-l-4 border-online pl-3">{{ t('jobs.away') }}</p>
    <ol v-if="needs.length" class="mb-4 border border-line bg-plate p-4 text-[18px]" data-part="first-steps">
      <li v-for="what in needs" :key="what" class="py-1">
        <RouterLink :to="{ name: what }" class="font-semibold underline">{{ t(`jobs.first.${what}`) }}</RouterLink>
      </li>
    </ol>
    <ListTable
      v-if="shop.shop"
      :rows="jobs"
      :columns="columns as never"
      name="jobs"
      :empty="t(filter === 'all' ? 'jobs.empty' : 'jobs.none-such')"
      @open="open"
    />
  </ShopFrame>
</template>
