<script setup lang="ts">
import { Printer } from '@lucide/vue'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { decisionInForce, optionOf, planRenewals, returnCost } from '#core/works/liners/plan-renewals'
import { isClosed } from '#core/job/route'
import { decide } from '#core/works/liners/decide/steps'
import type { RenewalCosts } from '#core/works/liners/strip'
import SheetDialog from '../../../bench/SheetDialog.vue'
import StageShell from '../../../bench/StageShell.vue'
import { useActs } from '../../../bench/useActs'
import { useStageKeys } from '../../../bench/useStageKeys'
import { useJob } from '../../../stores/job'
import { useFigures } from '../../../bench/useFigures'
import { newId } from '../../../stores/new-id'
import { useShop } from '../../../stores/shop'
import PricesDialog from './PricesDialog.vue'
import RenewalChart from './RenewalChart.vue'

const { t } = useI18n()
const { money } = useFigures()
const job = useJob()
const shop = useShop()
const router = useRouter()
const { act, goOn, problem } = useActs()
const closing = ref<'close' | 'reopen' | null>(null)
const dialog = ref<'prices' | 'take' | null>(null)
const reason = ref('')

const snapshot = computed(() => job.snapshot!)
const closed = computed(() => isClosed(snapshot.value, 'decide'))
const plan = computed(() => planRenewals(snapshot.value))
const decided = computed(() => decisionInForce(snapshot.value))
const move = computed(() => decide.move(snapshot.value, { cylinder: job.selected }))
const chosen = ref(plan.value.cheapest)
watch(
  [() => plan.value.options.length, decided],
  () => {
    const own = decided.value ? optionOf(plan.value, decided.value.renew) : -1
    chosen.value = own >= 0 ? own : plan.value.cheapest
  },
  { immediate: true },
)
const option = computed(() => plan.value.options[chosen.value] ?? plan.value.options[0]!)
const words = computed(() =>
  Object.fromEntries(
    plan.value.grades.map((g) => {
      const renew = (decided.value ?? option.value).renew.includes(g.cylinder)
      // A grade that nobody confirmed is no grade yet.
      if (!g.confirmed) return [g.cylinder, { text: t('look.open'), verdict: null }]
      return [
        g.cylinder,
        {
          text: t(`grade.${g.grade}`),
          more: t(renew ? 'decide.renew' : 'decide.stays'),
          verdict: renew ? ('unsure' as const) : ('in' as const),
        },
      ]
    }),
  ),
)
const percent = (share: number) => `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`

function take(): void {
  const { nowCost, comebackChance, expectedCost, renew } = option.value
  act({
    what: 'decide-renewals',
    decisionId: newId(),
    renew,
    costs: snapshot.value.renewalCosts,
    nowCost,
    comebackChance,
    expectedCost,
    words: reason.value.trim(),
  })
  dialog.value = null
}
async function savePrices(costs: RenewalCosts): Promise<void> {
  dialog.value = null
  await shop.act({ what: 'set-renewal-costs', costs })
  await job.refresh()
}
function go(): void {
  const acts: Record<string, () => void> = {
    'grade-first': () => void router.push({ name: 'look' }),
    take: () => (dialog.value = 'take'),
    'close-stage': () => (closing.value = 'close'),
    done: () => goOn(move.value),
  }
  acts[move.value.action]?.()
}
useStageKeys(
  () => dialog.value !== null || closing.value !== null,
  () => move.value,
  { n: go },
)
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" :words="words" :problem="problem" @go="go">
    <div class="min-h-0 flex-[7]"><RenewalChart :plan="plan" :chosen="chosen" @choose="(i) => (chosen = i)" /></div>
    <div class="min-h-0 flex-[10] overflow-y-auto bg-plate" tabindex="0" :aria-label="t('decide.table')">
      <table class="w-full text-left text-body [&_td]:px-2 [&_th]:px-2" data-part="renewals">
        <thead class="sticky top-0 bg-plate">
          <tr class="border-b-2 border-ink text-small">
            <th class="py-2">{{ t('decide.option') }}</th>
            <th>{{ t('decide.which') }}</th>
            <th class="text-right">{{ t('decide.now') }}</th>
            <th class="text-right">{{ t('decide.comeback') }}</th>
            <th class="text-right">{{ t('decide.expected') }}</th>
            <th class="w-[136px] text-right">{{ t('decide.break-even') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="(o, i) in plan.options"
            :key="i"
            class="cursor-pointer border-b border-line"
            :class="i === chosen ? 'bg-paper font-bold' : ''"
            :data-option="o.renew.length"
            @click="chosen = i"
          >
            <td>
              <button
                type="button"
                class="min-h-[42px] whitespace-nowrap text-left"
                :aria-pressed="i === chosen"
                @click="chosen = i"
              >
                {{ t('decide.renew-n', { n: o.renew.length })
                }}{{ i === plan.cheapest ? ` · ${t('decide.cheapest')}` : '' }}
              </button>
            </td>
            <td class="figure whitespace-nowrap">{{ o.renew.join(' ') || '—' }}</td>
            <td class="figure text-right">{{ money(o.nowCost) }}</td>
            <td class="figure text-right">{{ percent(o.comebackChance) }}</td>
            <td class="figure text-right">{{ money(o.expectedCost) }}</td>
            <td class="figure text-right">{{ plan.breakEven[i] == null ? '—' : money(plan.breakEven[i]!) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <template #side>
      <h2 class="text-head" data-part="decision">
        {{
          t(decided ? 'decide.decided' : 'decide.chosen', {
            n: (decided ?? option).renew.length,
            which: (decided ?? option).renew.join(', ') || '—',
          })
        }}
      </h2>
      <p class="text-small text-soft">{{ t('decide.legend') }}</p>
      <p v-if="plan.breakEven[chosen] != null" class="text-body">
        {{
          t('decide.even-line', {
            money: money(plan.breakEven[chosen]!),
            now: money(returnCost(snapshot.renewalCosts)),
          })
        }}
      </p>
      <p class="text-body">
        {{
          t('decide.parts-line', {
            parts: money(snapshot.renewalCosts.linerParts),
            labour: money(snapshot.renewalCosts.linerLabour),
            again: money(snapshot.renewalCosts.openUpAgain),
            downtime: money(snapshot.renewalCosts.downtime),
          })
        }}
      </p>
      <button type="button" class="key" data-part="open-prices" @click="dialog = 'prices'">
        {{ t('decide.prices') }}
      </button>
      <button
        v-if="!closed && move.action !== 'grade-first'"
        type="button"
        class="key !border-2 !border-ink"
        data-part="take-option"
        @click="dialog = 'take'"
      >
        {{ t('decide.take', { n: option.renew.length }) }}
      </button>
      <a
        class="key"
        :href="`/api/jobs/${snapshot.job.id}/owner.pdf`"
        target="_blank"
        rel="noopener"
        data-part="owner-page"
        ><Printer :size="18" aria-hidden="true" />{{ t('decide.owner-page') }}</a
      >
    </template>
    <template #dialogs>
      <PricesDialog
        :open="dialog === 'prices'"
        :costs="snapshot.renewalCosts"
        @close="dialog = null"
        @save="savePrices"
      />
      <SheetDialog
        :open="dialog === 'take'"
        :title="t('decide.take', { n: option.renew.length })"
        @close="dialog = null"
      >
        <p class="text-lead">
          {{
            t('decide.summary', {
              which: option.renew.join(', ') || '—',
              now: money(option.nowCost),
              percent: percent(option.comebackChance),
              expected: money(option.expectedCost),
            })
          }}
        </p>
        <label class="field mt-3"
          >{{ t('decide.why') }}<input v-model="reason" maxlength="300" data-part="decide-words"
        /></label>
        <div class="mt-4 flex gap-2">
          <button type="button" class="key-brass" data-part="decide-confirm" @click="take">
            {{ t('decide.confirm') }}</button><button type="button" class="key" @click="dialog = null">
            {{ t('keys.close') }}
          </button>
        </div>
      </SheetDialog>
    </template>
  </StageShell>
</template>
