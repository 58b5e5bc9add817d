<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { CalcError } from '#core/errors'
import { sayError } from '#contract/words/say-error'
import { limitShare } from '#core/measure/limit-share'
import { reportStudy, type StudyReport } from '#core/measure/study-advice'
import { latestOfStudy, studyOrder } from '#core/measure/study-plan'
import { parseLength, type LengthProblem } from '#core/units/parse-length'
import FigureBox from '../bench/FigureBox.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import StudyPlot from '../bench/StudyPlot.vue'
import { useFigures } from '../bench/useFigures'
import { useDevice } from '../stores/device'
import { useGauge } from '../stores/gauge'
import { newId } from '../stores/new-id'
import { useOutbox } from '../stores/outbox'
import { useShop } from '../stores/shop'

const props = defineProps<{ gaugeId: string }>()
const { t, n } = useI18n()
const { length, fine, unit, when } = useFigures()
const shop = useShop()
const outbox = useOutbox()
const device = useDevice()
const gauge = useGauge()
const box = useTemplateRef<HTMLInputElement>('box')
void shop.load()

const mine = computed(() => shop.shop?.gauges.find((g) => g.id === props.gaugeId) ?? null)
const studies = computed(() => (shop.shop?.studies ?? []).filter((s) => s.gaugeId === props.gaugeId))
const latest = computed(() => studies.value.at(-1) ?? null)
const open = computed(() => (latest.value && latest.value.endedAt === null ? latest.value : null))

const form = ref({ parts: 4 as number | null, trials: 3 as number | null, people: [] as string[] })
const within = (n: number | null, least: number, most: number) =>
  n !== null && Number.isInteger(n) && n >= least && n <= most
const partsOk = computed(() => within(form.value.parts, 2, 12))
const trialsOk = computed(() => within(form.value.trials, 2, 6))
const canBegin = computed(() => partsOk.value && trialsOk.value && form.value.people.length > 0)
const text = ref('')
const problem = ref<LengthProblem | 'nobody' | 'no-gauge-value' | null>(null)

/** Readings of this device that the server has not yet told back count at once. */
const readings = computed(() => {
  if (!latest.value) return []
  const known = new Set(latest.value.readings.map((r) => r.id))
  const waiting = outbox.queue.flatMap(({ command }) =>
    command.act.what === 'study-reading' && command.act.studyId === latest.value!.id && !known.has(command.act.id)
      ? [command.act]
      : [],
  )
  return [
    ...latest.value.readings,
    ...sent.value.filter(
      (s) => s.studyId === latest.value!.id && !known.has(s.id) && !waiting.some((w) => w.id === s.id),
    ),
    ...waiting,
  ].map((r, seq) => ({ ...r, seq }))
})
const sent = ref<{ id: string; studyId: string; part: string; operator: string; trial: number; valueMm: number }[]>([])
const counted = computed(() => latestOfStudy(readings.value))
const order = computed(() =>
  latest.value ? studyOrder(latest.value.parts, latest.value.operators, latest.value.trials) : [],
)
const next = computed(
  () =>
    order.value.find(
      (o) => !counted.value.some((r) => r.part === o.part && r.operator === o.operator && r.trial === o.trial),
    ) ?? null,
)

const narrowest = computed(() => {
  const windows = (shop.shop?.engines ?? []).flatMap((e) =>
    e.sheets.at(-1) ? [{ name: e.name, ...e.sheets.at(-1)!.limits }] : [],
  )
  return windows.sort((a, b) => limitShare(1, b) - limitShare(1, a))[0] ?? null
})
const report = computed<StudyReport | string | null>(() => {
  if (!mine.value || !latest.value || counted.value.length === 0) return null
  try {
    return reportStudy(
      { readings: counted.value, resolutionMm: mine.value.resolutionMm },
      narrowest.value ? narrowest.value.maxMm - narrowest.value.minMm : 0.08,
    )
  } catch (error) {
    return error instanceof CalcError ? sayError(error.said, error.figures) : String(error)
  }
})
const whole = computed(() => latest.value !== null && next.value === null)
const told = computed(() => (whole.value && typeof report.value === 'object' ? report.value : null))

async function begin(): Promise<void> {
  if (!canBegin.value) return
  const parts = Array.from({ length: form.value.parts ?? 0 }, (_, i) => `P${i + 1}`)
  await shop.act({
    what: 'open-study',
    studyId: newId(),
    gaugeId: props.gaugeId,
    parts,
    operators: form.value.people,
    trials: form.value.trials ?? 0,
  })
  await nextTick()
  box.value?.focus()
}

function take(valueMm: number): void {
  if (!open.value || !next.value) return
  if (!device.personId) return void (problem.value = 'nobody')
  const reading = { id: newId(), studyId: open.value.id, ...next.value, valueMm }
  sent.value = [...sent.value, reading]
  outbox.send(null, { what: 'study-reading', ...reading })
  text.value = ''
  problem.value = null
  slide()
}
function slide(): void {
  if (gauge.source === 'simulated' && next.value)
    gauge.control({ do: 'slide', to: { on: 'study', part: next.value.part, operator: next.value.operator } })
}
function enter(): void {
  if (text.value.trim() === '') {
    if (gauge.live && gauge.valueMm !== null) return take(gauge.valueMm)
    problem.value = gauge.source === 'none' ? 'empty' : 'no-gauge-value'
    return
  }
  const typed = parseLength(text.value, device.unit)
  if (typed.ok) take(typed.valueMm)
  else problem.value = typed.problem
}
async function end(): Promise<void> {
  if (open.value) await shop.act({ what: 'end-study', studyId: open.value.id })
  gauge.disconnect()
}
const stop = gauge.onButton(() => enter())
onBeforeUnmount(() => {
  stop()
  gauge.disconnect()
})
</script>

<template>
  <ShopFrame :title="mine ? t('study.of', { gauge: mine.name }) : t('head.gauges')">
    <template #action
      ><RouterLink :to="{ name: 'gauges' }" class="key">{{ t('study.back') }}</RouterLink></template
    >
    <form v-if="mine && !open" class="mb-5 border border-line bg-plate p-4" @submit.prevent="begin">
      <p class="text-body">{{ t(latest ? 'study.again' : 'study.none') }}</p>
      <div class="mt-2 flex flex-wrap items-end gap-4">
        <label class="field w-[150px]"
          >{{ t('study.parts') }}<FigureBox v-model="form.parts" :problem="!partsOk"
        /></label>
        <label class="field w-[150px]"
          >{{ t('study.trials') }}<FigureBox v-model="form.trials" :problem="!trialsOk"
        /></label>
        <fieldset class="flex flex-wrap gap-2">
          <legend class="font-semibold">{{ t('study.people') }}</legend>
          <label v-for="p in shop.workers" :key="p.id" class="key cursor-pointer"
            ><input v-model="form.people" type="checkbox" :value="p.name" class="accent-[var(--ink)]" />{{
              p.name
            }}</label
          >
        </fieldset>
        <button type="submit" class="key-brass disabled:opacity-50" :disabled="!canBegin" data-part="study-begin">
          {{ t('study.begin') }}
        </button>
      </div>
    </form>
    <div v-if="latest" class="grid grid-cols-[1fr_372px] gap-5 max-[900px]:grid-cols-1">
      <div class="min-w-0">
        <StudyPlot :parts="latest.parts" :operators="latest.operators" :readings="counted" :next="open ? next : null" />
        <div v-if="told" class="mt-3" data-part="study-report">
          <p class="text-lead">
            <span class="figure text-large" data-part="study-u"
              >±{{ fine(told.study.expandedUncertaintyMm)
              }}<span class="ml-1 font-sans text-body text-soft">{{ t(`unit.${unit}`) }}</span></span
            >
            {{ t('gauges.per-reading') }}
          </p>
          <dl class="grid grid-cols-[auto_auto_1fr] gap-x-5 gap-y-0.5 text-body">
            <template
              v-for="row in [
                ['repeats', told.study.repeatabilityMm],
                ['people', told.study.operatorMm],
                ['people-and-parts', told.study.interactionMm],
                ['part', told.study.partMm],
              ] as const"
              :key="row[0]"
            >
              <dt>{{ t(`study.row.${row[0]}`) }}</dt>
              <dd class="figure text-right">{{ fine(row[1]) }}</dd>
              <dd>
                <span
                  class="inline-block h-[10px] bg-ink"
                  :style="{ width: `${Math.min(100, (row[1] / told.study.totalMm) * 100)}%` }"
                />
              </dd>
            </template>
          </dl>
          <ul class="mt-2 list-disc pl-5 text-body" data-part="study-advice">
            <li>{{ t(`study.culprit.${told.culprit}`, { part: told.roughestPart }) }}</li>
            <li v-for="p in told.people" :key="p.operator">
              {{ t('study.person', { name: p.operator, off: fine(p.offMm, true), range: fine(p.meanRangeMm) }) }}
            </li>
            <li v-if="narrowest">
              {{
                t('study.window', {
                  share: n(told.windowShare, { style: 'percent' }),
                  engine: narrowest.name,
                  categories: told.study.distinctCategories ?? '∞',
                })
              }}
            </li>
            <li>
              {{
                told.repeatsToTell === null
                  ? t('study.repeats-never')
                  : t('study.repeats', {
                      n: told.repeatsToTell,
                      half: fine(told.study.expandedUncertaintyMm / 2),
                      three: fine(told.meanOfThreeMm),
                    })
              }}
            </li>
          </ul>
        </div>
        <p v-else-if="whole && typeof report === 'string'" class="mt-3 border-l-4 border-outside pl-2 font-semibold">
          {{ report }}
        </p>
      </div>
      <aside
        v-if="open"
        class="border border-line bg-plate p-4"
        data-part="study-pad"
        :data-part-now="next?.part"
        :data-operator-now="next?.operator"
        :data-trial-now="next?.trial"
      >
        <template v-if="next">
          <h2>{{ t('study.next', { name: next.operator, part: next.part }) }}</h2>
          <p class="text-small">
            {{
              t('study.progress', { trial: next.trial, trials: open.trials, done: counted.length, of: order.length })
            }}
          </p>
          <label class="sr-only" for="reading">{{ t('pad.name') }}</label>
          <input
            id="reading"
            ref="box"
            v-model="text"
            class="figure box mt-2 h-[62px] w-full text-right !text-large"
            inputmode="decimal"
            autocomplete="off"
            :placeholder="gauge.live ? length(gauge.valueMm ?? 0) : ''"
            @keydown.enter.prevent="enter"
            @input="problem = null"
          />
          <p v-if="problem" class="border-l-4 border-outside pl-2 font-semibold" data-part="entry-problem">
            {{ t(`entry.${problem}`) }}
          </p>
          <div class="mt-2 flex flex-wrap gap-2">
            <button type="button" class="key" data-part="take" @click="enter">{{ t('parts.take') }}</button>
            <button
              v-if="gauge.source === 'none'"
              type="button"
              class="key"
              data-part="connect-simulated"
              @click="gauge.connectSimulated(null, 'trial-fit')"
            >
              {{ t('gauge.connect-simulated') }}
            </button>
            <button
              v-else
              type="button"
              class="key"
              data-part="gauge-zero"
              @click="
                () => {
                  gauge.control({ do: 'zero' })
                  slide()
                }
              "
            >
              {{ t('study.zero') }}
            </button>
          </div>
          <p class="mt-3 text-small text-soft">{{ t('study.how') }}</p>
        </template>
        <template v-else>
          <h2>{{ t('study.all-read') }}</h2>
          <button type="button" class="key-brass mt-3" data-part="study-end" @click="end">{{ t('study.end') }}</button>
        </template>
      </aside>
      <aside v-else class="text-body">
        <p>
          {{
            t('study.ended', {
              when: when(latest.endedAt ?? latest.at),
              parts: latest.parts.length,
              people: latest.operators.length,
              trials: latest.trials,
            })
          }}
        </p>
      </aside>
    </div>
  </ShopFrame>
</template>
