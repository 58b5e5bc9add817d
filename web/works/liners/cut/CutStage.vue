<script setup lang="ts">
import { computed, onBeforeUnmount, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { barePlane } from '#core/works/liners/deck'
import { planeEnds } from '#core/measure/fit-plane'
import { biasToOffer, learnBias, readCutBore } from '#core/works/liners/cut-bore'
import { linerIn } from '#core/job/apply'
import { numberOf, numbersOf, textOf } from '#core/job/move'
import { isClosed } from '#core/job/route'
import { cutMove, readWork } from '#core/works/liners/cut'
import type { StopperName } from '#core/job/tally-mark'
import { plugsIn } from '#core/job/tally'
import { expectAfterPackMm, packThicknessMm } from '#core/liner/pack'
import { CloseStageDialog, GaugePanel } from '../../../bench/dialogs'
import DeckRail from '../DeckRail.vue'
import ReadingPad from '../../../bench/ReadingPad.vue'
import SheetDialog from '../../../bench/SheetDialog.vue'
import MoveBar from '../../../bench/MoveBar.vue'
import { windowWith } from '#core/works/liners/windows'
import { useDeckContext } from '../useDeckContext'
import { useBoreStage } from '../../../bench/useBoreStage'
import { useGoOn } from '../../../bench/useGoOn'
import { useFigures } from '../../../bench/useFigures'
import { useReadingEntry } from '../../../bench/useReadingEntry'
import { useStageKeys } from '../../../bench/useStageKeys'
import { useDevice } from '../../../stores/device'
import { useGauge } from '../../../stores/gauge'
import { useJob } from '../../../stores/job'
import { newId } from '../../../stores/new-id'
import { useShop } from '../../../stores/shop'
import PassDrawing from './PassDrawing.vue'

const { t } = useI18n()
const { length, fine, withUnit, leaf, leaves } = useFigures()
const job = useJob()
const gauge = useGauge()
const device = useDevice()
const shop = useShop()
const router = useRouter()
const goOn = useGoOn()
const pad = useTemplateRef<InstanceType<typeof ReadingPad>>('pad')

const snapshot = computed(() => job.snapshot!)
const deck = computed(() => job.decks?.['trial-fit'] ?? null)
const state = computed(() => deck.value?.cylinders.find((c) => c.cylinder === job.selected) ?? null)
const closed = computed(() => isClosed(snapshot.value, 'cut'))
const trialClosed = computed(() => isClosed(snapshot.value, 'trial-fit'))
const entry = useReadingEntry(
  useDeckContext(
    computed(() => 'trial-fit' as const),
    deck,
    trialClosed,
  ),
)
const move = computed(() => cutMove(snapshot.value, job.selected))
const work = computed(() => readWork(snapshot.value))
const mine = computed(() => work.value.find((w) => w.cylinder === job.selected) ?? null)
const bore = computed(() => readCutBore(snapshot.value, job.selected))
const learned = computed(() => learnBias(snapshot.value))
const plugged = computed(() => plugsIn(snapshot.value))
/** Where the liner stands, its low and its high side, as last measured since the last change. */
const stands = computed(() => {
  const s = state.value
  if (!s || s.changed) return null
  const plane = barePlane(s)
  return plane ? planeEnds(plane) : null
})
const offeredMm = computed(() => biasToOffer(learned.value, snapshot.value.tooling.cutterBiasMm))

const { dialog, focus, close, stepCylinder, finish } = useBoreStage<'pack' | 'blind'>(() => 'cut', pad)
const showGauge = ref(false)
const chosen = ref<number[]>([])
const reason = ref('')
/** The pass that waits for a reason, because the last one was not measured. */
const cutting = computed(() => move.value.action === 'cut')
const packMm = computed(() => packThicknessMm(chosen.value))

function named(): boolean {
  if (device.personId) return true
  entry.problem.value = 'nobody'
  return false
}
function cut(leavesMm: number[], expectMm: number, kind: 'rough' | 'finish', unmeasured = ''): void {
  if (!named()) return
  job.act({
    what: 'cut-pass',
    cutId: newId(),
    cylinder: job.selected,
    kind,
    leavesMm,
    expectMm,
    biasMm: snapshot.value.tooling.cutterBiasMm,
    unmeasured,
  })
}
const place = (linerId: string | null, rotationDeg = 0) =>
  job.act({ what: 'place-liner', placementId: newId(), cylinder: job.selected, linerId, rotationDeg })

function go(): void {
  const m = move.value
  const f = m.figures
  const acts: Record<string, () => void> = {
    'plug-in': () => job.act({ what: 'tally-plug', tallyId: newId(), cylinder: m.cylinder!, goesIn: true }),
    'plug-out': () =>
      job.act({
        what: 'tally-plug',
        tallyId: newId(),
        cylinder: m.cylinder!,
        goesIn: false,
        place: 'bore',
        item: textOf(m, 'stopper') as StopperName,
        count: numberOf(m, 'count'),
      }),
    'liner-out': () => place(null),
    refit: () => place(f.linerId === null ? null : textOf(m, 'linerId'), numberOf(m, 'rotation')),
    cut: () =>
      cut([...numbersOf(m, 'leavesMm')], numberOf(m, 'expectMm'), f.passKind === 'finish' ? 'finish' : 'rough'),
    shim: () => fit(textOf(m, 'shimId'), numberOf(m, 'expectMm')),
    'too-deep': () => fit(textOf(m, 'shimId'), numberOf(m, 'expectMm')),
    measure: () => entry.enter(),
    'next-cylinder': () => (job.selected = m.cylinder!),
    'plan-first': () => void router.push({ name: 'repair-plan' }),
    'close-stage': () => (dialog.value = 'close'),
    done: () => goOn('cut'),
  }
  if (m.action === 'measure' || named()) acts[m.action]?.()
  focus()
}
const fit = (shimId: string, expectMm: number) =>
  job.act({ what: 'fit-shim', fitId: newId(), cylinder: job.selected, shimId, expectMm })

/** Another pass although nobody measured the last one: only with a reason, which stands on the record. */
function cutBlind(): void {
  const w = mine.value
  if (!w || reason.value.trim() === '' || chosen.value.length === 0) return
  const last = bore.value.passes.at(-1)?.cut.expectMm ?? 0
  if (linerIn(snapshot.value, job.selected)?.linerId) place(null)
  cut(
    [...chosen.value],
    expectAfterPackMm(last, packMm.value, snapshot.value.tooling.cutterBiasMm),
    'rough',
    reason.value.trim(),
  )
  close()
}
function openPack(which: 'pack' | 'blind'): void {
  chosen.value = which === 'pack' ? [...numbersOf(move.value, 'leavesMm')] : []
  reason.value = ''
  dialog.value = which
}
function toggle(mm: number): void {
  chosen.value = chosen.value.includes(mm)
    ? chosen.value.filter((l) => l !== mm)
    : [...chosen.value, mm].sort((a, b) => a - b)
}
function useBias(): void {
  if (offeredMm.value === null) return
  void shop
    .act({ what: 'set-tooling', tooling: { ...snapshot.value.tooling, cutterBiasMm: offeredMm.value } })
    .then(() => job.refresh())
}
function strikeLast(): void {
  const last = bore.value.passes.at(-1)?.cut
  if (last) job.act({ what: 'strike-cut', cutId: last.id, reason: 'entered-by-mistake' })
}
function again(): void {
  entry.openSet()
  focus()
}
useStageKeys(
  () => dialog.value !== null,
  () => move.value,
  { n: go, g: () => (showGauge.value = !showGauge.value) },
)
onBeforeUnmount(() => gauge.disconnect())
</script>

<template>
  <div v-if="deck && state" class="flex h-full min-h-0 flex-col" data-stage="cut">
    <DeckRail
      :engine="snapshot.engine"
      :deck="deck"
      :limits="snapshot.sheet.limits"
      :selected="job.selected"
      @select="(c) => (job.selected = c)"
    />
    <div class="flex min-h-0 flex-1 upright:flex-col">
      <div class="flex min-h-0 min-w-0 flex-1 flex-col gap-px bg-line">
        <div class="min-h-0 flex-[13]">
          <PassDrawing
            :cylinder="job.selected"
            :leaves-mm="cutting ? numbersOf(move, 'leavesMm') : []"
            :pack-mm="cutting ? numberOf(move, 'packMm') : 0"
            :wanted-mm="mine?.wanted.cutMm ?? 0"
            :taken-mm="mine?.takenMm ?? 0"
            :rest-mm="Math.max(0, mine?.restMm ?? 0)"
            :shim-mm="mine?.wanted.shimMm ?? 0"
            :passes="bore.passes"
            :now="stands"
            :expect-mm="cutting ? numberOf(move, 'expectMm') : null"
            :limits="windowWith(snapshot.sheet, (mine?.wanted.shimMm ?? 0) > 0)"
          />
        </div>
        <div class="min-h-0" :class="showGauge ? 'flex-[11]' : 'flex-[10]'">
          <GaugePanel
            v-if="showGauge"
            :snapshot="snapshot"
            stage="trial-fit"
            :cylinder="job.selected"
            :station-deg="entry.stationDeg.value"
            :master-mm="0"
            @hide="showGauge = false"
            @did="focus"
          />
          <div v-else class="flex h-full min-h-0 gap-px">
            <section
              class="min-w-0 flex-1 overflow-y-auto bg-plate p-3"
              :aria-label="t('cutting.sheet')"
              data-part="pass-sheet"
            >
              <h2 class="leading-tight">{{ t('cutting.sheet-of', { cylinder: job.selected }) }}</h2>
              <p v-if="mine" class="text-body" data-part="wanted">
                {{
                  t(mine.wanted.cutMm > 0 ? 'cutting.wanted' : 'cutting.no-cut', {
                    cut: withUnit(mine.wanted.cutMm),
                    shim: mine.wanted.shimMm > 0 ? withUnit(mine.wanted.shimMm) : '—',
                    taken: withUnit(mine.takenMm),
                    rest: withUnit(Math.max(0, mine.restMm)),
                  })
                }}
              </p>
              <table
                v-if="bore.passes.length"
                class="mt-2 w-full text-left text-body [&_td]:pr-3 [&_th]:pr-3"
                data-part="passes"
              >
                <thead>
                  <tr class="border-b border-ink text-small">
                    <th>{{ t('cutting.pass') }}</th>
                    <th>{{ t('cutting.pack') }}</th>
                    <th>{{ t('cutting.predicted') }}</th>
                    <th>{{ t('cutting.measured') }}</th>
                    <th scope="col">
                      <span class="sr-only">{{ t('cutting.remark') }}</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  <tr v-for="(p, i) in bore.passes" :key="p.cut.id" class="border-b border-line">
                    <td class="py-1">{{ i + 1 }} · {{ t(`pass.${p.cut.kind}`) }}</td>
                    <td class="figure">{{ leaves(p.cut.leavesMm) }}</td>
                    <td class="figure">{{ length(p.cut.expectMm) }}</td>
                    <td class="figure" data-part="pass-measured">
                      {{
                        p.measuredMm === null ? '—' : `${length(p.measuredMm)} (${length(p.differenceMm!, [], true)})`
                      }}
                    </td>
                    <td class="text-small">
                      {{ p.cut.unmeasured ? t('cutting.blind', { reason: p.cut.unmeasured }) : '' }}
                    </td>
                  </tr>
                </tbody>
              </table>
              <p v-if="learned" class="mt-2 text-small" data-part="learned">
                {{
                  t('cutting.learned', {
                    n: learned.passes,
                    bias: fine(learned.biasMm, true),
                    now: fine(snapshot.tooling.cutterBiasMm, true),
                    scatter: learned.scatterMm === null ? '—' : fine(learned.scatterMm),
                  })
                }}
              </p>
              <div class="mt-2 flex flex-wrap gap-2">
                <button
                  v-if="offeredMm !== null && !closed"
                  type="button"
                  class="key"
                  data-part="use-bias"
                  @click="useBias"
                >
                  {{ t('cutting.use-bias', { bias: fine(offeredMm, true) }) }}
                </button>
                <button v-if="cutting" type="button" class="key" data-part="other-pack" @click="openPack('pack')">
                  {{ t('move.other.cut') }}
                </button>
                <button
                  v-if="bore.unmeasured && !closed"
                  type="button"
                  class="key"
                  data-part="cut-blind"
                  @click="openPack('blind')"
                >
                  {{ t('cutting.cut-blind') }}
                </button>
                <button
                  v-if="bore.passes.length && !closed"
                  type="button"
                  class="key"
                  data-part="strike-cut"
                  @click="strikeLast"
                >
                  {{ t('cutting.undo') }}
                </button>
                <button v-if="closed" type="button" class="key" data-part="reopen" @click="dialog = 'reopen'">
                  {{ t('pad.reopen') }}
                </button>
              </div>
            </section>
            <section
              class="flex w-[42%] shrink-0 flex-col overflow-y-auto bg-plate p-3"
              :aria-label="t('cutting.list')"
            >
              <div class="flex items-center gap-3">
                <h2 class="flex-1 whitespace-nowrap">{{ t('cutting.list') }}</h2>
                <span class="text-small" data-part="plugs">{{
                  t(plugged.length ? 'cutting.plugs' : 'cutting.no-plugs', { cylinders: plugged.join(', ') })
                }}</span><button type="button" class="key" data-part="toggle-gauge" @click="showGauge = true">
                  {{ t('pad.gauge') }}
                </button>
              </div>
              <ul class="mt-1 text-body">
                <li
                  v-for="w in work"
                  :key="w.cylinder"
                  class="flex items-baseline gap-2 border-b border-line py-1"
                  :data-work="w.cylinder"
                  :data-done="w.move === null"
                >
                  <button type="button" class="min-h-[36px] font-bold" @click="job.selected = w.cylinder">
                    {{ t('pad.cylinder', { cylinder: w.cylinder }) }}</button><span class="text-small">{{
                    w.move === null
                      ? t('cutting.ready')
                      : w.wanted.cutMm === 0 && w.wanted.shimMm === 0
                        ? t('cutting.leave')
                        : t('cutting.planned', {
                            cut: w.wanted.cutMm > 0 ? length(w.wanted.cutMm) : '—',
                            shim: w.wanted.shimMm > 0 ? length(w.wanted.shimMm) : '—',
                          })
                  }}</span>
                </li>
              </ul>
            </section>
          </div>
        </div>
      </div>
      <div class="pad-frame">
        <ReadingPad
          ref="pad"
          :entry="entry"
          :state="state"
          :stations-deg="snapshot.stationsDeg"
          :limits="state.window"
          :closed="trialClosed"
          @cylinder="stepCylinder"
          @again="again"
        />
      </div>
    </div>
    <MoveBar :move="move" @go="go" />
    <SheetDialog
      :open="dialog === 'pack' || dialog === 'blind'"
      :title="t('pack.title', { cylinder: job.selected })"
      @close="close"
    >
      <p class="mb-2">
        {{ t(dialog === 'blind' ? 'cutting.blind-how' : 'pack.choose', { most: snapshot.tooling.maxLeavesPerPack }) }}
      </p>
      <div class="grid grid-cols-5 gap-2">
        <button
          v-for="l in snapshot.tooling.leavesMm"
          :key="l"
          type="button"
          class="key figure !px-1"
          :class="chosen.includes(l) ? '!border-2 !border-brass' : ''"
          :aria-pressed="chosen.includes(l)"
          :disabled="chosen.length >= snapshot.tooling.maxLeavesPerPack && !chosen.includes(l)"
          :data-leaf="leaf(l)"
          @click="toggle(l)"
        >
          {{ leaf(l) }}
        </button>
      </div>
      <p class="mt-2 figure text-figure">{{ withUnit(packMm) }}</p>
      <label v-if="dialog === 'blind'" class="field mt-2"
        >{{ t('cutting.why-blind') }}<input v-model="reason" maxlength="300" data-part="blind-reason"
      /></label>
      <div class="mt-4 flex gap-2">
        <button
          v-if="dialog === 'blind'"
          type="button"
          class="key-brass disabled:opacity-50"
          :disabled="chosen.length === 0 || reason.trim() === ''"
          data-part="blind-cut"
          @click="cutBlind"
        >
          {{ t('pack.is-cut') }}
        </button>
        <button
          v-else
          type="button"
          class="key-brass disabled:opacity-50"
          :disabled="chosen.length === 0"
          @click="
            () => {
              cut(
                [...chosen],
                expectAfterPackMm(numberOf(move, 'highMm'), packMm, snapshot.tooling.cutterBiasMm),
                move.figures.passKind === 'finish' ? 'finish' : 'rough',
              )
              close()
            }
          "
        >
          {{ t('pack.is-cut') }}
        </button>
        <button type="button" class="key" @click="close">{{ t('keys.close') }}</button>
      </div>
    </SheetDialog>
    <CloseStageDialog
      :open="dialog === 'close' || dialog === 'reopen'"
      :mode="dialog === 'reopen' ? 'reopen' : 'close'"
      :snapshot="snapshot"
      stage="cut"
      :person="shop.person"
      @close="close"
      @done="finish"
    />
  </div>
</template>
