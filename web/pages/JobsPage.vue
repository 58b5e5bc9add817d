<script setup lang="ts">
import { computed, h, ref } from 'vue'
import { Archive, ArchiveRestore, Copy, FileInput } from '@lucide/vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'
import { worksOf } from '#core/job/stages'
import type { JobCard } from '#contract/shop'
import { useWords } from '../app/i18n'
import ChoiceKeys from '../bench/ChoiceKeys.vue'
import type { ListColumn } from '../bench/list-column'
import ListFrame from '../bench/ListFrame.vue'
import { clockFace } from '../bench/clock-face'
import PlaceMarks from '../bench/PlaceMarks.vue'
import RouteMarks from '../bench/RouteMarks.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import { useFigures } from '../bench/useFigures'
import { useJobList } from '../stores/job-list'
import { useShop } from '../stores/shop'
import { useShopNow } from '../stores/shop-clock'

const { t } = useI18n()
const { when, day } = useFigures()
const router = useRouter()
const shop = useShop()
void shop.load()
const nowMs = useShopNow(1000)

const filters = ['open', 'signed', 'archived', 'all'] as const
const filter = ref<(typeof filters)[number]>('all')
const { filter: search, sort, rows: jobs, total, stale, load, more, all } = useJobList(filter)
/** What the stages in the list are called. */
const named = useWords(
  () => jobs.value && [...new Set(['job' as const, ...jobs.value.flatMap((j) => worksOf(j.work))])],
)
const taking = ref<{ problem: string | null; done: string | null }>({ problem: null, done: null })

const figure = (value: string | number) => h('span', { class: 'figure' }, value)
const columns = computed((): ListColumn<JobCard>[] => [
  { id: 'number', header: t('jobs.number'), value: (j) => j.number, cell: (_, value) => figure(value) },
  {
    id: 'title',
    main: true,
    header: t('jobs.title'),
    value: (j) => j.title,
    cell: (j) =>
      h('div', [
        h(
          RouterLink,
          {
            to: { name: 'job', params: { jobId: j.id } },
            class: 'text-lead font-bold',
            onClick: (e: Event) => e.stopPropagation(),
          },
          () => j.title,
        ),
        h('p', { class: 'text-small text-soft' }, [
          ...j.clocks.map((c) =>
            h('b', { class: 'figure mr-2', 'data-part': 'row-clock' }, [
              `${clockFace(Date.parse(c.dueAt) - nowMs.value)} `,
              t(`clock.${c.code}`, { name: c.name }),
              ' · ',
            ]),
          ),
          j.complaint,
          j.from === null ? '' : h('b', { 'data-part': 'from' }, ` ${t('jobs.taken-in', { shop: j.from || '—' })}`),
        ]),
      ]),
  },
  { id: 'engine', header: t('jobs.engine'), value: (j) => j.engineName },
  {
    id: 'stage',
    header: t('jobs.stage'),
    value: (j) => (j.nextStage ? t(`stage.${j.nextStage}`) : t(j.ended ? 'jobs.ended' : 'jobs.signed')),
    cell: (j, value) =>
      h('div', { class: 'flex items-center gap-3' }, [
        h(RouteMarks, { next: j.nextStage, work: j.work, ended: j.ended }),
        h('span', { class: 'font-semibold' }, value),
      ]),
  },
  {
    id: 'readings',
    header: t('jobs.readings'),
    value: (j) => j.readings,
    cell: (j, value) =>
      j.marks && j.marks.marks.length > 0
        ? h('span', { title: t('jobs.worst-title', { n: value }) }, h(PlaceMarks, { of: j.marks }))
        : j.readings > 0
          ? figure(value)
          : '—',
  },
  {
    id: 'wanted',
    header: t('jobs.wanted'),
    value: (j) => j.wantedBy ?? '',
    cell: (j) => h('span', { class: 'text-small whitespace-nowrap' }, j.wantedBy ? day(j.wantedBy) : ''),
  },
  {
    id: 'last',
    header: t('jobs.last'),
    value: (j) => j.lastAt,
    cell: (j) => h('span', { class: 'text-small' }, `${when(j.lastAt)}${j.lastPerson ? ` · ${j.lastPerson}` : ''}`),
  },
  {
    id: 'do',
    header: '',
    cell: (j) =>
      h('div', { class: 'flex gap-1' }, [
        button(Copy, t('jobs.copy'), 'copy-job', () => copy(j)),
        button(
          j.archived ? ArchiveRestore : Archive,
          t(j.archived ? 'jobs.unarchive' : 'jobs.archive'),
          'archive-job',
          () => void archive(j),
        ),
      ]),
  },
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
/** The job that was just laid aside or taken back: it says so, and can be undone. */
const moved = ref<JobCard | null>(null)
async function archive(job: JobCard): Promise<void> {
  if (await shop.actIn(job.id, { what: 'archive-job', archived: !job.archived }))
    moved.value = { ...job, archived: !job.archived }
  await load()
}
async function moveBack(): Promise<void> {
  const job = moved.value
  if (job) await archive(job)
  moved.value = null
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
  await load()
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
        <RouterLink v-if="needs.length === 0" :to="{ name: 'quick' }" class="key" data-part="quick-check">{{
          t('quick.name')
        }}</RouterLink>
        <button
          v-if="needs.length === 0"
          type="button"
          class="key-brass"
          data-part="new-job"
          @click="router.push({ name: 'intake' })"
        >
          {{ t('jobs.new') }}
        </button>
      </div>
    </template>
    <p
      v-if="taking.problem"
      class="mb-3 border-l-4 border-outside pl-3 text-body font-semibold"
      role="alert"
      data-part="import-problem"
    >
      {{ taking.problem }}
    </p>
    <p
      v-if="taking.done"
      class="mb-3 border-l-4 border-inside pl-3 text-body font-semibold"
      role="status"
      data-part="import-done"
    >
      {{ taking.done }}
    </p>
    <p
      v-if="moved"
      class="mb-3 flex items-center gap-3 border-l-4 border-inside pl-3 text-body font-semibold"
      role="status"
      data-part="moved"
    >
      {{ t(moved.archived ? 'jobs.was-archived' : 'jobs.was-unarchived', { title: moved.title }) }}
      <button type="button" class="key" data-part="move-back" @click="moveBack">{{ t('jobs.undo') }}</button>
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
    <p v-if="stale && !jobs" class="border-l-4 border-online pl-3">{{ t('jobs.away') }}</p>
    <section
      v-if="needs.length"
      class="mb-4 grid grid-cols-3 gap-3 max-[900px]:grid-cols-1"
      :aria-label="t('jobs.ways.name')"
      data-part="first-steps"
    >
      <div class="flex flex-col gap-2 border-2 border-ink bg-plate p-4">
        <RouterLink
          :to="{ name: 'quick' }"
          class="key-brass inline-flex items-center self-start"
          data-part="way-quick"
          >{{ t('jobs.ways.quick') }}</RouterLink
        >
        <p class="text-body">{{ t('jobs.ways.quick-says') }}</p>
      </div>
      <div class="flex flex-col gap-2 border border-line bg-plate p-4">
        <h2 class="text-lead font-bold">{{ t('jobs.ways.whole') }}</h2>
        <p class="text-body">{{ t('jobs.ways.whole-says') }}</p>
        <ol>
          <li v-for="what in needs" :key="what">
            <RouterLink
              :to="{ name: what }"
              class="inline-flex min-h-[44px] items-center text-body font-semibold underline"
              >{{ t(`jobs.first.${what}`) }}</RouterLink
            >
          </li>
        </ol>
      </div>
      <div class="flex flex-col gap-2 border border-line bg-plate p-4">
        <h2 class="text-lead font-bold">{{ t('jobs.ways.demo') }}</h2>
        <p class="text-body">{{ t('jobs.ways.demo-says') }}</p>
      </div>
    </section>
    <ListFrame
      v-if="jobs && named"
      v-model:filter="search"
      v-model:sort="sort"
      :rows="jobs"
      :columns="columns"
      name="jobs"
      :any="total > 0 || search !== ''"
      :more="total - jobs.length"
      :all="all"
      :empty="t(filter === 'all' ? 'jobs.empty' : 'jobs.none-such')"
      @open="open"
      @more="more"
    />
  </ShopFrame>
</template>
