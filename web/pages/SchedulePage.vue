<script setup lang="ts">
import { CalendarPlus } from '@lucide/vue'
import { useDebounceFn, useElementSize, useIntervalFn } from '@vueuse/core'
import { scaleLinear } from 'd3-scale'
import { computed, h, ref, useTemplateRef, watch } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { useI18n } from 'vue-i18n'
import { workNames } from '#core/works/stage-table'
import { useWords } from '../app/i18n'
import { enteredCrew, startCrew } from '#contract/commands'
import { schedule as scheduleSchema, type Schedule } from '#contract/shop'
import type { ListColumn, ListSort } from '../bench/list-column'
import ListFrame from '../bench/ListFrame.vue'
import DialogKeys from '../bench/DialogKeys.vue'
import NumberField from '../bench/NumberField.vue'
import SheetDialog from '../bench/SheetDialog.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import { useDraft } from '../bench/useDraft'
import { useFigures } from '../bench/useFigures'
import { useTakenFile } from '../bench/useTakenFile'
import { readLeniently } from '../stores/read-leniently'
import { useShop } from '../stores/shop'

const { t, locale } = useI18n()
const { when, day } = useFigures()
const { takeLink, problem: fileProblem } = useTakenFile()
const router = useRouter()
const shop = useShop()
void shop.load()
const named = useWords(() => workNames)
const plan = ref<Schedule | null>(null)
const away = ref(false)
const editing = ref(false)
const { draft, ready, problemOf, begin, take } = useDraft(enteredCrew, startCrew)
const frame = useTemplateRef<HTMLElement>('frame')
const { width } = useElementSize(frame, { width: 1100, height: 300 })

const PIECE = 40
const search = ref('')
const sort = ref<ListSort>(null)
let asked = 0

/** The plan as the server makes it now; of the jobs the piece that is asked for. */
async function fetchPlan(offset: number, limit: number): Promise<Schedule> {
  const wanted = {
    search: search.value.trim(),
    sort: sort.value?.id ?? 'plan',
    desc: String(sort.value?.desc ?? false),
    offset: String(offset),
    limit: String(limit),
  }
  const answer = await fetch(`/api/schedule?${new URLSearchParams(wanted)}`, { signal: AbortSignal.timeout(15_000) })
  if (!answer.ok) throw new TypeError(String(answer.status))
  return readLeniently(scheduleSchema, await answer.json())
}

async function load(): Promise<void> {
  const mine = ++asked
  try {
    const found = await fetchPlan(0, Math.min(200, Math.max(PIECE, plan.value?.jobs.length ?? 0)))
    if (mine === asked) plan.value = found
    away.value = false
  } catch {
    away.value = true
  }
}
async function more(): Promise<void> {
  const there = plan.value!
  const mine = ++asked
  const found = await fetchPlan(there.jobs.length, 200).catch(() => null)
  if (found && mine === asked) plan.value = { ...found, jobs: [...there.jobs, ...found.jobs] }
}
/** Every planned job, page after page. */
async function all(): Promise<PlannedJob[]> {
  const found: PlannedJob[] = []
  for (;;) {
    const page = await fetchPlan(found.length, 200)
    found.push(...page.jobs)
    if (page.jobs.length === 0 || found.length >= page.total) return found
  }
}
watch(sort, () => void load())
watch(
  search,
  useDebounceFn(() => void load(), 200),
)
void load()
// Asked again by itself while the server is away.
useIntervalFn(() => {
  if (away.value) void load()
}, 4000)

const crew = computed(() => shop.shop?.crew ?? null)
/** Only hours of work are drawn: each working day is as wide as its shift. */
const axis = computed(() => {
  const p = plan.value
  const c = crew.value
  if (!p || !c) return null
  const shift = Math.max(0.5, c.toHour - c.fromHour)
  const days: string[] = []
  const cursor = new Date(p.madeAt)
  cursor.setHours(0, 0, 0, 0)
  const end = p.tasks.reduce((last, task) => Math.max(last, Date.parse(task.toAt)), cursor.getTime() + 4 * 86_400_000)
  for (let i = 0; cursor.getTime() <= end && i < 200; i++, cursor.setDate(cursor.getDate() + 1))
    if (c.days.includes(cursor.getDay())) days.push(new Date(cursor).toISOString())
  const x = scaleLinear([0, Math.max(1, days.length) * shift], [118, Math.max(400, width.value) - 8])
  const at = (iso: string) => {
    const moment = new Date(iso)
    const i = days.findIndex((d) => new Date(d).toDateString() === moment.toDateString())
    const hour = moment.getHours() + moment.getMinutes() / 60
    return x((i < 0 ? days.length : i) * shift + Math.min(shift, Math.max(0, hour - c.fromHour)))
  }
  return { days: days.map((d, i) => ({ iso: d, x: x(i * shift) })), at, shift }
})
const ROW = 52
const people = computed(() => Array.from({ length: crew.value?.technicians ?? 0 }, (_, i) => i))
const jobOrder = computed(() => plan.value?.jobs.map((j) => j.id) ?? [])
/** Each job has a hatch of its own; its first stage in a row bears its name. */
const hatches = ['0', '45', '90', '135']
const bars = computed(() =>
  (plan.value?.tasks ?? []).map((task) => {
    const a = axis.value!
    const x1 = a.at(task.fromAt)
    return {
      task,
      x: x1,
      width: Math.max(4, a.at(task.toAt) - x1 - 1),
      y: 34 + task.technician * ROW,
      hatch: jobOrder.value.indexOf(task.jobId) % hatches.length,
    }
  }),
)
type PlannedJob = Schedule['jobs'][number]
const figureOf = (text: string) => h('span', { class: 'figure' }, text)
const late = (text: string, part?: string) => h('b', { class: 'text-outside', 'data-part': part }, ` ${text}`)
const columns = computed((): ListColumn<PlannedJob>[] => [
  {
    id: 'title',
    header: t('jobs.title'),
    value: (j) => j.title,
    cell: (j) =>
      h(
        RouterLink,
        {
          to: { name: 'job', params: { jobId: j.id } },
          class: 'inline-flex min-h-[48px] items-center font-bold',
        },
        () => j.title,
      ),
  },
  {
    id: 'planned',
    end: true,
    header: t('schedule.planned'),
    value: (j) => j.plannedH,
    cell: (j) => figureOf(hours(j.plannedH)),
  },
  { id: 'used', end: true, header: t('schedule.used'), value: (j) => j.usedH, cell: (j) => figureOf(hours(j.usedH)) },
  { id: 'left', end: true, header: t('schedule.left'), value: (j) => j.leftH, cell: (j) => figureOf(hours(j.leftH)) },
  { id: 'end', header: t('schedule.end'), value: (j) => j.endAt, cell: (j) => (j.lacks ? '—' : when(j.endAt)) },
  {
    id: 'wanted',
    header: t('jobs.wanted'),
    value: (j) => j.wantedBy ?? '',
    cell: (j) => [
      j.wantedBy ? day(j.wantedBy) : '—',
      ...(j.lateH > 0 ? [late(t('schedule.late', { hours: hours(j.lateH) }), 'late')] : []),
      ...(j.lacks ? [late(t(`schedule.lacks-${j.lacks}`), 'lacks')] : []),
    ],
  },
  {
    id: 'file',
    header: '',
    cell: (j) =>
      h(
        'a',
        {
          class: 'key !px-3',
          href: `/api/jobs/${j.id}/schedule.ics`,
          download: '',
          onClick: (e: Event) => (e.stopPropagation(), takeLink(e)),
          'aria-label': t('schedule.file-of', { title: j.title }),
        },
        h(CalendarPlus, { size: 18, 'aria-hidden': true }),
      ),
  },
])
const weekday = (iso: string) =>
  new Intl.DateTimeFormat(locale.value, { weekday: 'short', day: 'numeric', month: 'short' }).format(new Date(iso))
const hours = (h: number) => h.toFixed(1)

function edit(): void {
  begin(crew.value ?? startCrew)
  editing.value = true
}
async function save(): Promise<void> {
  const entered = take()
  if (!entered) return
  await shop.act({ what: 'set-crew', crew: entered })
  editing.value = false
  await load()
}
</script>

<template>
  <ShopFrame :title="t('schedule.title')">
    <template #action>
      <div class="flex gap-2">
        <button type="button" class="key" data-part="edit-crew" @click="edit">{{ t('schedule.crew') }}</button>
        <a class="key" href="/api/schedule.ics" download data-part="calendar" @click="takeLink"
          ><CalendarPlus :size="18" aria-hidden="true" />{{ t('schedule.file') }}</a
        >
        <button type="button" class="key-brass" data-part="replan" @click="load">{{ t('schedule.again') }}</button>
      </div>
    </template>
    <p v-if="fileProblem" class="mb-3 font-semibold text-outside" role="alert" data-part="file-problem">
      {{ fileProblem }}
    </p>
    <p v-if="away" class="mb-3 border-l-4 border-online pl-3">{{ t('jobs.away') }}</p>
    <figure
      v-if="named && plan && plan.tasks.length && axis"
      ref="frame"
      class="overflow-x-auto bg-layout"
      data-part="gantt"
      tabindex="0"
      :aria-label="t('schedule.drawing')"
    >
      <svg
        :width="Math.max(400, width)"
        :height="44 + people.length * ROW"
        role="img"
        :aria-label="t('schedule.drawing')"
      >
        <defs>
          <pattern
            v-for="(turn, i) in hatches"
            :id="`job-${i}`"
            :key="turn"
            width="8"
            height="8"
            patternUnits="userSpaceOnUse"
            :patternTransform="`rotate(${turn})`"
          >
            <rect width="8" height="8" fill="var(--layout)" />
            <line x1="0" y1="0" x2="0" y2="8" stroke="var(--scribe)" stroke-opacity="0.45" stroke-width="2.5" />
          </pattern>
        </defs>
        <g v-for="d in axis.days" :key="d.iso">
          <line
            :x1="d.x"
            :x2="d.x"
            y1="6"
            :y2="36 + people.length * ROW"
            stroke="var(--scribe)"
            stroke-opacity="0.35"
          />
          <text :x="d.x + 4" y="20" font-size="13.5" fill="var(--scribe)">{{ weekday(d.iso) }}</text>
        </g>
        <text v-for="i in people" :key="i" x="8" :y="34 + i * ROW + 27" font-size="15" fill="var(--scribe)">
          {{ t('schedule.technician', { n: i + 1 }) }}
        </text>
        <g
          v-for="(b, i) in bars"
          :key="i"
          data-part="task"
          :data-stage="b.task.stage"
          :data-technician="b.task.technician"
        >
          <title>{{ t('schedule.event', { title: b.task.title, stage: t(`stage.${b.task.stage}`) }) }}</title>
          <rect
            :x="b.x"
            :y="b.y"
            :width="b.width"
            height="40"
            :fill="`url(#job-${b.hatch})`"
            :stroke="b.task.tool ? 'var(--brass-on-blue)' : 'var(--scribe)'"
            :stroke-width="b.task.tool ? 3 : 1.2"
          />
          <text
            v-if="b.width > 44"
            :x="b.x + 4"
            :y="b.y + 17"
            font-size="12.5"
            font-weight="700"
            fill="var(--scribe)"
            stroke="var(--layout)"
            stroke-width="4"
            paint-order="stroke"
          >
            {{ t(`stage.${b.task.stage}`).slice(0, Math.floor(b.width / 6.4)) }}
          </text>
          <text
            v-if="b.width > 44"
            :x="b.x + 4"
            :y="b.y + 33"
            font-size="12.5"
            fill="var(--scribe)"
            stroke="var(--layout)"
            stroke-width="4"
            paint-order="stroke"
          >
            {{ b.task.title.slice(0, Math.floor(b.width / 6.4)) }}
          </text>
        </g>
      </svg>
      <figcaption class="px-2 pb-1 text-fine text-scribe">
        {{ t('schedule.legend') }}
        <span v-if="plan.later" data-part="later">{{ t('schedule.later', { n: plan.later }) }}</span>
      </figcaption>
    </figure>
    <ListFrame
      v-if="plan"
      v-model:filter="search"
      v-model:sort="sort"
      class="mt-4"
      data-part="schedule-jobs"
      :rows="plan.jobs"
      :columns="columns"
      name="plan"
      :any="plan.total > 0 || search !== ''"
      :more="plan.total - plan.jobs.length"
      :all="all"
      :empty="t('schedule.empty')"
      @open="(j) => router.push({ name: 'job', params: { jobId: j.id } })"
      @more="more"
    />
    <SheetDialog :open="editing" :title="t('schedule.crew')" @close="editing = false">
      <form class="grid grid-cols-2 gap-3" data-part="crew-form" @submit.prevent="save">
        <NumberField
          v-for="f in ['technicians', 'cutters', 'presses', 'ovens', 'bars', 'fromHour', 'toHour'] as const"
          :key="f"
          :model-value="draft[f] ?? null"
          :label="t(`schedule.field.${f}`)"
          :problem="problemOf(f)"
          :data-crew="f"
          @update:model-value="(n) => (draft[f] = n)"
        />
        <p
          v-if="!ready"
          class="col-span-2 border-l-4 border-outside pl-2 font-semibold"
          role="alert"
          data-part="crew-wrong"
        >
          {{ t('schedule.crew-wrong') }}
        </p>
        <div class="col-span-2"><DialogKeys part="save-crew" @close="editing = false" /></div>
      </form>
    </SheetDialog>
  </ShopFrame>
</template>
