<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { useGoOn } from '../../../bench/useGoOn'
import { isClosed } from '#core/job/route'
import { repairPlan } from '#core/works/liners/plan/steps'
import { planInForce } from '#core/works/liners/repair-plan'
import { CloseStageDialog } from '../../../bench/dialogs'
import MoveBar from '../../../bench/MoveBar.vue'
import { useFigures } from '../../../bench/useFigures'
import { useStageKeys } from '../../../bench/useStageKeys'
import { useDevice } from '../../../stores/device'
import { useJob } from '../../../stores/job'
import { newId } from '../../../stores/new-id'
import { useShop } from '../../../stores/shop'
import BoreTable from './BoreTable.vue'
import MatchDialog from './MatchDialog.vue'
import PlanProfile from './PlanProfile.vue'
import QuestionsDialog from './QuestionsDialog.vue'
import RatesDialog from './RatesDialog.vue'
import SchoolTable from './SchoolTable.vue'
import TakenPlan from './TakenPlan.vue'
import { useRepairPlan, type ShownPlan } from './useRepairPlan'

const { t } = useI18n()
const { length } = useFigures()
const job = useJob()
const shop = useShop()
const device = useDevice()
const router = useRouter()
const goOn = useGoOn()
const snapshot = computed(() => job.snapshot!)
const repair = useRepairPlan(snapshot)
const closed = computed(() => isClosed(snapshot.value, 'repair-plan'))
const move = computed(() => repairPlan.move(snapshot.value, { cylinder: job.selected }))
const dialog = ref<'close' | 'reopen' | 'match' | 'questions' | 'rates' | null>(null)
const chosen = ref<string | null>(null)
const compared = ref<string | null>(null)
const problem = ref<'nobody' | null>(null)
const inForce = computed(() => planInForce(snapshot.value))

const shown = computed<ShownPlan[]>(() => [
  ...repair.plans.value.map((p) => ({
    school: p.school,
    changed: false,
    targetMm: p.targetMm,
    plan: p,
    sorting: p.sorting,
  })),
  ...(repair.byHand.value ? [repair.byHand.value] : []),
])
const keyOf = (p: ShownPlan) => (p.changed ? 'by-hand' : p.school)
const nameOf = (p: Pick<ShownPlan, 'school' | 'changed'>) =>
  p.changed ? t('repair.by-hand', { school: t(`repair.school.${p.school}.name`) }) : t(`repair.school.${p.school}.name`)
/** The plan in hand: the one touched, else the one in force, else the first that works. */
const current = computed(
  () =>
    shown.value.find((p) => keyOf(p) === chosen.value) ??
    shown.value.find((p) => p.school === inForce.value?.school) ??
    shown.value.find((p) => p.plan.possible) ??
    shown.value[0] ??
    null,
)
const other = computed(
  () =>
    shown.value.find((p) => keyOf(p) === compared.value && keyOf(p) !== (current.value && keyOf(current.value))) ??
    null,
)

async function change(cylinder: number, to: object): Promise<void> {
  if (!current.value) return
  await repair.change(current.value, cylinder, to)
  chosen.value = 'by-hand'
}
function useMatch(): void {
  repair.matchAsPlan()
  chosen.value = 'by-hand'
  dialog.value = null
}

function take(): void {
  const p = current.value
  if (!p) return
  if (!device.personId) return void (problem.value = 'nobody')
  problem.value = null
  const bores = p.plan.bores.map(({ cylinder, linerId, rotationDeg, cutMm, shimMm }) => ({
    cylinder,
    linerId,
    rotationDeg,
    cutMm,
    shimMm,
  }))
  const { boresCut, passes, metalMm, shimsUsed, hours, money } = p.plan
  job.act({
    what: 'take-plan',
    planId: newId(),
    school: p.school,
    changed: p.changed,
    targetMm: p.targetMm,
    bores,
    told: { boresCut, passes, metalMm, shimsUsed, hours, money },
  })
}
function go(): void {
  const acts: Record<string, () => void> = {
    'ledges-first': () => void router.push({ name: 'counterbores' }),
    take,
    'close-stage': () => (dialog.value = 'close'),
    done: () => goOn('repair-plan'),
  }
  acts[move.value.action]?.()
}
function finish(note: string): void {
  job.act({ what: dialog.value === 'reopen' ? 'reopen-stage' : 'close-stage', stage: 'repair-plan', note })
  dialog.value = null
}
useStageKeys(
  () => dialog.value !== null,
  () => move.value,
  { n: go },
)
</script>

<template>
  <div class="flex h-full min-h-0 flex-col" data-stage="repair-plan" :data-working="repair.working.value">
    <div class="min-h-0 flex-1 overflow-y-auto">
      <div class="flex flex-wrap items-center gap-2 px-4 pt-3">
        <h2 class="mr-auto text-figure">{{ t('stage.repair-plan') }}</h2>
        <label class="key cursor-pointer"
          ><input
            v-model="repair.keepBores.value"
            type="checkbox"
            class="accent-[var(--ink)]"
            data-part="keep-bores"
          />{{ t('repair.keep-bores') }}</label
        >
        <label class="key cursor-pointer"
          ><input
            v-model="repair.noTurning.value"
            type="checkbox"
            class="accent-[var(--ink)]"
            data-part="no-turning"
          />{{ t('repair.no-turning') }}</label
        >
        <button type="button" class="key" data-part="open-match" @click="dialog = 'match'">
          {{ t('repair.match') }}
        </button>
        <button type="button" class="key" data-part="open-questions" @click="dialog = 'questions'">
          {{ t('repair.questions') }}
        </button>
        <button type="button" class="key" data-part="open-rates" @click="dialog = 'rates'">
          {{ t('repair.rates') }}
        </button>
        <button v-if="closed" type="button" class="key" data-part="reopen" @click="dialog = 'reopen'">
          {{ t('pad.reopen') }}
        </button>
      </div>
      <p v-if="repair.working.value" class="flex items-center gap-3 px-4 py-1" role="status">
        {{ t('repair.working', { n: repair.plans.value.length })
        }}<button type="button" class="key" @click="repair.stop()">{{ t('repair.stop') }}</button>
      </p>
      <TakenPlan
        v-if="inForce"
        :plan="inForce"
        :name="nameOf({ school: inForce.school, changed: inForce.changed })"
        :snapshot="snapshot"
      />
      <SchoolTable
        v-if="shown.length && !closed"
        :chances="move.action !== 'ledges-first'"
        class="px-4 pt-1"
        :plans="shown"
        :current="current ? keyOf(current) : null"
        :compared="other ? keyOf(other) : null"
        :in-force="inForce?.school ?? null"
        :key-of="keyOf"
        :name-of="nameOf"
        @choose="(k) => (chosen = k)"
        @compare="(k) => (compared = compared === k ? null : k)"
      />
      <template v-if="current && !closed">
        <div class="mt-2 h-[190px]">
          <PlanProfile
            :plan="current.plan"
            :other="other?.plan ?? null"
            :names="[nameOf(current), other ? nameOf(other) : null]"
            :heads="snapshot.engine.heads"
            :sheet="snapshot.sheet"
            :selected="job.selected"
            @select="(c) => (job.selected = c)"
          />
        </div>
        <BoreTable
          class="px-4 py-2"
          :chances="move.action !== 'ledges-first'"
          :plan="current.plan"
          :snapshot="snapshot"
          :closed="closed"
          :selected="job.selected"
          @change="change"
          @select="(c) => (job.selected = c)"
        />
        <p v-if="move.action !== 'ledges-first'" class="px-4 pb-2 text-small" data-part="chance-source">
          {{
            t('repair.chance-source', {
              n: repair.input.value.samples,
              ledge: length(repair.input.value.uncertainty.ledgeMm),
              flange: length(repair.input.value.uncertainty.flangeMm),
              shim: length(repair.input.value.uncertainty.shimMm),
              cutter: length(repair.input.value.uncertainty.cutterStdMm),
            })
          }}
        </p>
      </template>
      <p v-if="problem" class="mx-4 border-l-4 border-outside pl-2 font-semibold">{{ t('entry.nobody') }}</p>
    </div>
    <MoveBar :move="move" @go="go">
      <button
        v-if="!closed && current && move.action !== 'ledges-first'"
        type="button"
        :class="move.action === 'take' ? 'key-brass shrink-0' : 'key shrink-0'"
        data-part="take-plan"
        @click="take"
      >
        {{ t('repair.take', { name: nameOf(current) }) }}
      </button>
    </MoveBar>
    <MatchDialog
      :open="dialog === 'match'"
      :repair="repair"
      :snapshot="snapshot"
      @close="dialog = null"
      @use="useMatch"
    />
    <QuestionsDialog :open="dialog === 'questions'" :snapshot="snapshot" :length="length" @close="dialog = null" />
    <RatesDialog :open="dialog === 'rates'" :rates="snapshot.rates" @close="dialog = null" @saved="job.refresh()" />
    <CloseStageDialog
      :open="dialog === 'close' || dialog === 'reopen'"
      :mode="dialog === 'reopen' ? 'reopen' : 'close'"
      :snapshot="snapshot"
      stage="repair-plan"
      :person="shop.person"
      @close="dialog = null"
      @done="finish"
    />
  </div>
</template>
