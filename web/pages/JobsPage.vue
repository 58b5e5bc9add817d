<script setup lang="ts">
import { createColumnHelper } from '@tanstack/vue-table'
import { computed, h, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'
import type { JobCard } from '#contract/shop'
import { evenStations } from '#core/measure/angle'
import ListTable from '../bench/ListTable.vue'
import RouteMarks from '../bench/RouteMarks.vue'
import SheetDialog from '../bench/SheetDialog.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import { useFigures } from '../bench/useFigures'
import { useShop } from '../stores/shop'

const { t } = useI18n()
const { when } = useFigures()
const router = useRouter()
const shop = useShop()
void shop.load()

const starting = ref(false)
const form = ref({ engineId: '', title: '', complaint: '', stations: 4 })
const ready = computed(() => form.value.engineId !== '' && form.value.title.trim() !== '')

const column = createColumnHelper<JobCard>()
const columns = computed(() => [
  column.accessor('number', { header: t('jobs.number'), cell: (c) => h('span', { class: 'figure' }, c.getValue()) }),
  column.accessor('title', {
    header: t('jobs.title'),
    cell: (c) =>
      h('div', [
        h(RouterLink, { to: { name: 'job', params: { jobId: c.row.original.id } }, class: 'text-[19px] font-bold', onClick: (e: Event) => e.stopPropagation() }, () => c.getValue()),
        h('p', { class: 'text-[15px] text-soft' }, c.row.original.complaint),
      ]),
  }),
  column.accessor('engineName', { header: t('jobs.engine') }),
  column.accessor((job) => (job.nextStage ? t(`stage.${job.nextStage}`) : t('jobs.signed')), {
    id: 'stage',
    header: t('jobs.stage'),
    cell: (c) => h('div', { class: 'flex items-center gap-3' }, [h(RouteMarks, { next: c.row.original.nextStage }), h('span', { class: 'font-semibold' }, String(c.getValue()))]),
  }),
  column.accessor('readings', { header: t('jobs.readings'), cell: (c) => h('span', { class: 'figure' }, c.getValue()) }),
  column.accessor('lastAt', { header: t('jobs.last'), cell: (c) => h('span', { class: 'text-[15px]' }, `${when(c.getValue())}${c.row.original.lastPerson ? ` · ${c.row.original.lastPerson}` : ''}`) }),
])

const needs = computed(() => {
  const s = shop.shop
  if (!s) return []
  return (['people', 'gauges', 'engines'] as const).filter((what) => s[what].length === 0)
})

function open(job: JobCard): void {
  void router.push({ name: 'job', params: { jobId: job.id } })
}

async function start(): Promise<void> {
  const jobId = crypto.randomUUID()
  if (await shop.act({ what: 'start-job', jobId, engineId: form.value.engineId, title: form.value.title, complaint: form.value.complaint, stationsDeg: evenStations(form.value.stations) })) {
    void router.push({ name: 'job', params: { jobId } })
  }
}
</script>

<template>
  <ShopFrame :title="shop.shop?.name ? t('jobs.of', { shop: shop.shop.name }) : t('head.jobs')">
    <template #action><button type="button" class="key-brass" :disabled="needs.length > 0" data-part="new-job" @click="starting = true">{{ t('jobs.new') }}</button></template>
    <p v-if="shop.stale && !shop.shop" class="border-l-4 border-online pl-3">{{ t('jobs.away') }}</p>
    <ol v-if="needs.length" class="mb-4 border border-line bg-plate p-4 text-[18px]" data-part="first-steps">
      <li v-for="what in needs" :key="what" class="py-1"><RouterLink :to="{ name: what }" class="font-semibold underline">{{ t(`jobs.first.${what}`) }}</RouterLink></li>
    </ol>
    <ListTable v-if="shop.shop" :rows="shop.shop.jobs" :columns="(columns as never)" name="jobs" :empty="t('jobs.empty')" @open="open" />
    <SheetDialog :open="starting" :title="t('jobs.new')" @close="starting = false">
      <form class="flex flex-col gap-3" @submit.prevent="start">
        <label class="field">{{ t('jobs.engine') }}
          <select v-model="form.engineId" data-part="job-engine"><option v-for="e in shop.shop?.engines ?? []" :key="e.id" :value="e.id">{{ e.name }}</option></select>
        </label>
        <label class="field">{{ t('jobs.title') }}<input v-model="form.title" maxlength="120" :placeholder="t('jobs.title-hint')" data-part="job-title" /></label>
        <label class="field">{{ t('jobs.complaint') }}<textarea v-model="form.complaint" rows="2" maxlength="500" /></label>
        <label class="field">{{ t('jobs.stations') }}<select v-model.number="form.stations" data-part="job-stations"><option v-for="n in [4, 6, 8]" :key="n" :value="n">{{ t('question.stations.n', { n }) }}</option></select></label>
        <div class="mt-2 flex gap-2">
          <button type="submit" class="key-brass disabled:opacity-50" :disabled="!ready" data-part="job-start">{{ t('jobs.start') }}</button>
          <button type="button" class="key" @click="starting = false">{{ t('keys.close') }}</button>
        </div>
      </form>
    </SheetDialog>
  </ShopFrame>
</template>
