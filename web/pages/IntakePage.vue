<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { offeredChoices, toldChoices } from '#core/works/offered'
import { workNames } from '#core/works/stage-table'
import { useWords } from '../app/i18n'
import { useRoute, useRouter } from 'vue-router'
import { readDeck } from '#core/works/liners/deck'
import { blankSnapshot } from '#core/job/blank-snapshot'
import { complaintNames, type ComplaintName } from '#core/job/intake'
import { isSled } from '#core/job/snapshot'
import { stagesOf, workChoices, workPresets, type WorkChoice } from '#core/job/stages'
import { skipDryRisk } from '#core/liner/skip-dry-fit'
import { evenStations } from '#core/measure/angle'
import { gaugeUncertaintyMm } from '#core/measure/uncertainty'
import type { JobCard } from '#contract/shop'
import ChoiceKeys from '../bench/ChoiceKeys.vue'
import DeckRail from '../works/liners/DeckRail.vue'
import FigureBox from '../bench/FigureBox.vue'
import NewEngineDialog from './sheet/NewEngineDialog.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import { useFigures } from '../bench/useFigures'
import { useDevice } from '../stores/device'
import { fetchCard, fetchJobs } from '../stores/job-list'
import { newId } from '../stores/new-id'
import { useShop } from '../stores/shop'

const { t } = useI18n()
const { withUnit, length, money } = useFigures()
const route = useRoute()
const router = useRouter()
const shop = useShop()
const device = useDevice()
void shop.load()
/** What can be chosen is called as its work calls it. */
const named = useWords(() => workNames)

const engineId = ref('')
const title = ref('')
const words = ref('')
const complaints = ref<ComplaintName[]>([])
const used = ref<number | null>(null)
const usedUnit = ref<'hours' | 'km' | 'miles'>('hours')
const wantedBy = ref('')
const work = ref<WorkChoice[]>([...workPresets.whole])
const stations = ref(4)
const making = ref(false)
const problem = ref<string | null>(null)

// A shop with one engine takes in that one.
watch(
  () => shop.shop?.engines,
  (engines) => {
    if (engines?.length === 1 && engineId.value === '') engineId.value = engines[0]!.id
  },
  { immediate: true },
)

const engine = computed(() => shop.shop?.engines.find((e) => e.id === engineId.value) ?? null)
const sheet = computed(() => engine.value?.sheets.at(-1) ?? null)
/** What can be done on this unit: a gearbox has no liners, an engine no barrels. */
const offered = computed(() =>
  engine.value && sheet.value ? offeredChoices(engine.value.heads, sheet.value.sections) : workChoices,
)
const presets = computed(() =>
  (Object.keys(workPresets) as (keyof typeof workPresets)[]).filter((p) =>
    p === 'measure' ? offered.value.includes('check') : workPresets[p].every((w) => offered.value.includes(w)),
  ),
)
watch(offered, (now) => {
  const left = work.value.filter((w) => now.includes(w))
  // Nothing chosen is a choice, too, where liners are measured only.
  if (left.length === work.value.length && (work.value.length > 0 || now.includes('check'))) return
  // An engine begins with its liners; another unit with what its sheet tells of.
  const usual = now.includes('strip') ? workPresets.whole : toldChoices(now, sheet.value?.sections ?? {})
  work.value = left.length > 0 ? left : [...usual]
})
const deck = computed(() =>
  engine.value && sheet.value && shop.shop
    ? readDeck(blankSnapshot(engine.value, sheet.value, shop.shop.tooling), 'as-found')
    : null,
)
/** The latest job of the same engine: what was chosen then is a good beginning. */
const last = ref<JobCard | null>(null)
/** The job it is started from. */
const from = ref<JobCard | null>(null)
watch(engineId, async (id) => {
  last.value = null
  if (id === '') return
  const found = await fetchJobs({ engineId: id, sort: 'number', desc: true, limit: 1 }).catch(() => null)
  if (engineId.value === id) last.value = found?.jobs[0] ?? null
})
const preset = computed(
  () =>
    presets.value.find(
      (p) => workPresets[p].length === work.value.length && workPresets[p].every((w) => work.value.includes(w)),
    ) ?? null,
)
/** What came in with a complaint is measured again at its end. */
const complains = computed(() => complaints.value.some((c) => c !== 'overhaul'))
const chosen = computed((): WorkChoice[] =>
  work.value.length > 0 && complains.value
    ? workChoices.filter((w) => w === 'first-run' || work.value.includes(w))
    : work.value,
)
const stages = computed(() => stagesOf(chosen.value))
const skips = computed(() => work.value.includes('seals') && !work.value.includes('dry-fit'))
/** What going without the trial fit risks in this shop, with its finest gauge, in figures; null where the engine is not known yet. */
const skipped = computed(() => {
  const bores = engine.value?.heads.flat().length ?? 0
  const gauges = (shop.shop?.gauges ?? []).filter((g) => isSled(g.kind))
  if (!skips.value || !sheet.value || !shop.shop || bores === 0 || gauges.length === 0) return null
  const risk = skipDryRisk({
    limits: sheet.value.limits,
    bores,
    uncertaintyMm: Math.min(...gauges.map((g) => gaugeUncertaintyMm(g.repeatabilityMm, g.resolutionMm))),
    tooling: shop.shop.tooling,
    rates: shop.shop.rates,
  })
  const hours = (h: number) => (Math.round(h * 10) / 10).toString()
  return t('work.skip-dry-risk', {
    dryHours: hours(risk.dryHours),
    dryMoney: money(risk.dryMoney),
    wrong: Math.round((1 - risk.chanceEngine) * 1000) / 10,
    againHours: hours(risk.againHours),
    againMoney: money(risk.againMoney),
    riskMoney: money(risk.riskMoney),
  })
})
const missing = computed(() => (engineId.value === '' ? 'engine' : title.value.trim() === '' ? 'title' : null))

function toggle<T>(list: T[], item: T): T[] {
  return list.includes(item) ? list.filter((x) => x !== item) : [...list, item]
}
function chooseWork(w: WorkChoice): void {
  work.value = workChoices.filter((x) => toggle(work.value, w).includes(x))
}
/** Takes over the work, stations and title of an earlier job; what was complained of is asked anew. */
function asIn(job: JobCard, withTitle: boolean): void {
  engineId.value = job.engineId
  // Whether it is run at the end comes with what is complained of now.
  work.value = job.work.filter((w) => w !== 'first-run')
  stations.value = job.stationsDeg.length
  from.value = job
  if (withTitle) [title.value, words.value] = [job.title, job.complaint]
}
const wanted = computed(() => (typeof route.query.from === 'string' ? route.query.from : null))
watch(
  wanted,
  async (jobId) => {
    const job = jobId === null ? null : await fetchCard(jobId).catch(() => null)
    if (job && from.value === null) asIn(job, true)
  },
  { immediate: true },
)

async function start(): Promise<void> {
  if (missing.value) {
    problem.value = t(`intake.missing.${missing.value}`)
    return
  }
  if (!device.personId) {
    problem.value = t('entry.nobody')
    return
  }
  const jobId = newId()
  const done = await shop.act({
    what: 'start-job',
    jobId,
    engineId: engineId.value,
    title: title.value,
    complaint: words.value,
    complaints: complaints.value,
    usage: used.value === null ? null : { value: used.value, unit: usedUnit.value },
    wantedBy: wantedBy.value || null,
    work: chosen.value,
    fromJobId: from.value?.id ?? null,
    stationsDeg: evenStations(stations.value),
  })
  if (done) void router.push({ name: 'job', params: { jobId } })
}
</script>

<template>
  <ShopFrame :title="t('jobs.new')">
    <form
      v-if="named"
      class="grid grid-cols-[1.1fr_1fr] gap-x-8 gap-y-4 max-[900px]:grid-cols-1"
      data-part="intake"
      @submit.prevent="start"
    >
      <div class="flex flex-col gap-3">
        <div class="flex items-end gap-2">
          <label class="field flex-1"
            >{{ t('jobs.engine') }}
            <select v-model="engineId" data-part="job-engine">
              <option value="" disabled>{{ t('intake.choose-engine') }}</option>
              <option v-for="e in shop.shop?.engines ?? []" :key="e.id" :value="e.id">{{ e.name }}</option>
            </select>
          </label>
          <button type="button" class="key" data-part="intake-new-engine" @click="making = true">
            {{ t('engines.new') }}
          </button>
        </div>
        <div v-if="engine && deck && sheet && engine.heads.length > 0">
          <div class="bg-layout pl-5">
            <DeckRail :engine="engine" :deck="deck" :limits="sheet.limits" plain :selected="0" />
          </div>
          <p class="mt-1 text-small text-soft">
            {{
              t('intake.limits', {
                min: length(sheet.limits.minMm),
                max: withUnit(sheet.limits.maxMm),
              })
            }}
            {{
              sheet.source
                ? t('intake.from-book', { source: sheet.source, page: sheet.page || '—' })
                : t('engine.no-source')
            }}
          </p>
        </div>
        <button
          v-if="last && from?.id !== last.id"
          type="button"
          class="key self-start"
          data-part="as-last"
          @click="asIn(last, title === '')"
        >
          {{ t('intake.as-last', { number: last.number, title: last.title }) }}
        </button>
        <p v-if="from" class="text-small" data-part="from-job">
          {{ t('intake.from', { number: from.number }) }}
        </p>
        <label class="field"
          >{{ t('jobs.title') }}<input v-model="title" maxlength="120" data-part="job-title" /><span
            class="text-small font-normal"
            >{{ t('jobs.title-hint') }}</span
          ></label
        >
        <label class="field"
          >{{ t('jobs.complaint') }}<textarea v-model="words" rows="2" maxlength="500" data-part="job-words" />
        </label>
        <div class="grid grid-cols-[1fr_0.9fr_1.2fr_1fr] gap-3">
          <label class="field"
            >{{ t('usage.name') }}<FigureBox v-model="used" :problem="used !== null && used < 0" data-part="job-usage"
          /></label>
          <label class="field"
            ><span class="sr-only">{{ t('usage.name') }}</span
            >&nbsp;<select v-model="usedUnit">
              <option v-for="u in ['hours', 'km', 'miles'] as const" :key="u" :value="u">{{ t(`usage.${u}`) }}</option>
            </select></label
          >
          <label class="field"
            >{{ t('jobs.wanted') }}<input v-model="wantedBy" type="date" data-part="job-wanted"
          /></label>
          <label class="field"
            >{{ t('jobs.stations')
            }}<select v-model.number="stations" data-part="job-stations">
              <option v-for="n in [4, 6, 8]" :key="n" :value="n">{{ t('question.stations.n', { n }) }}</option>
            </select></label
          >
        </div>
      </div>
      <div class="flex flex-col gap-3">
        <fieldset>
          <legend class="mb-1 font-semibold">{{ t('complaint.name') }}</legend>
          <div class="flex flex-wrap gap-1.5">
            <button
              v-for="c in complaintNames"
              :key="c"
              type="button"
              class="key !px-3"
              :aria-pressed="complaints.includes(c)"
              :class="{ '!bg-ink !text-paper': complaints.includes(c) }"
              :data-complaint="c"
              @click="complaints = toggle(complaints, c)"
            >
              {{ t(`complaint.${c}`) }}
            </button>
          </div>
        </fieldset>
        <fieldset>
          <legend class="mb-1 font-semibold">{{ t('work.name') }}</legend>
          <ChoiceKeys
            :model-value="preset"
            class="mb-2 flex flex-wrap gap-1.5"
            key-class="!px-3"
            :label="t('work.name')"
            :options="presets"
            :word="(p) => t(`work.preset.${p}`)"
            mark="preset"
            @update:model-value="(p) => p && (work = [...workPresets[p]])"
          />
          <label
            v-for="w in offered.filter((x) => x !== 'first-run')"
            :key="w"
            class="flex min-h-[48px] cursor-pointer items-center gap-3 border-b border-line"
            ><input
              type="checkbox"
              class="h-6 w-6 accent-[var(--ink)]"
              :checked="work.includes(w)"
              :data-work-choice="w"
              @change="chooseWork(w)"
            /><span class="flex-1"
              ><b>{{ t(`work.${w}`) }}</b> <span class="text-small text-soft">{{ t(`work.more.${w}`) }}</span></span
            ></label
          >
          <p v-if="skips" class="mt-1 border-l-4 border-online pl-2 text-small" data-part="skip-dry">
            {{ skipped ?? t('work.skip-dry') }}
          </p>
        </fieldset>
      </div>
      <div
        class="sticky bottom-0 col-span-full -mx-5 flex items-center gap-4 border-t-2 border-ink bg-plate px-5 py-3"
        data-part="intake-bar"
      >
        <div class="flex-1">
          <p class="text-body">
            <b>{{ t('work.route') }}</b> {{ ' '
            }}<span data-part="intake-route">{{ stages.map((s) => t(`stage.${s}`)).join(' → ') }}</span>
          </p>
          <p v-if="problem" class="font-semibold text-outside" role="alert" data-part="intake-problem">{{ problem }}</p>
        </div>
        <button type="button" class="key" @click="router.push({ name: 'jobs' })">{{ t('keys.close') }}</button>
        <button type="submit" class="key-brass" data-part="job-start">{{ t('jobs.start') }}</button>
      </div>
    </form>
    <NewEngineDialog
      :open="making"
      stay
      @close="making = false"
      @made="
        (id) => {
          engineId = id
          making = false
        }
      "
    />
  </ShopFrame>
</template>
