<script setup lang="ts">
import { ArrowDown, ArrowUp } from '@lucide/vue'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { EvaluatedPlan } from '#core/plan/evaluate-plan'
import { planLacks, type PlanLack } from '#core/plan/plan-lacks'
import { useFigures } from '../../../bench/useFigures'
import type { ShownPlan } from './useRepairPlan'

const props = defineProps<{
  plans: ShownPlan[]
  current: string | null
  compared: string | null
  inForce: string | null
  /** Whether a chance can be told: it rests on the ledges. */
  chances: boolean
  keyOf: (p: ShownPlan) => string
  nameOf: (p: ShownPlan) => string
}>()
const emit = defineEmits<{ choose: [key: string]; compare: [key: string] }>()
const { t, n } = useI18n()
const { length, money, chance } = useFigures()

type Column =
  | 'boresCut'
  | 'passes'
  | 'metalMm'
  | 'shimsUsed'
  | 'buy'
  | 'worstStepMm'
  | 'spreadMm'
  | 'chanceInside'
  | 'hours'
  | 'money'
const columns: Column[] = [
  'boresCut',
  'passes',
  'metalMm',
  'shimsUsed',
  'buy',
  'worstStepMm',
  'spreadMm',
  'chanceInside',
  'hours',
  'money',
]
const shownColumns = computed(() => columns.filter((c) => c !== 'chanceInside' || props.chances))
const bought = (p: EvaluatedPlan) => p.toBuy.reduce((sum, b) => sum + b.count, 0)
const valueOf = (p: EvaluatedPlan, c: Column) => (c === 'buy' ? bought(p) : p[c])
const own = ['out', 'head-out', 'near', 'head-near']
const lackWords = (code: PlanLack['code']) => t(own.includes(code) ? `repair.lack.${code}` : `repair.problem.${code}`)
const sortBy = ref<Column | null>(null)
const rising = ref(true)
const sorted = computed(() => {
  const by = sortBy.value
  if (!by) return props.plans
  return [...props.plans].sort((a, b) => (valueOf(a.plan, by) - valueOf(b.plan, by)) * (rising.value ? 1 : -1))
})

function sort(column: Column): void {
  if (sortBy.value === column && !rising.value) sortBy.value = null
  else if (sortBy.value === column) rising.value = false
  else [sortBy.value, rising.value] = [column, true]
}
function show(p: EvaluatedPlan, c: Column): string {
  if (c === 'chanceInside') return chance(p.chanceInside)
  if (c === 'hours') return n(p.hours, { minimumFractionDigits: 1, maximumFractionDigits: 1 })
  if (c === 'money') return money(p.money)
  return c.endsWith('Mm') ? length(valueOf(p, c)) : n(valueOf(p, c))
}
</script>

<template>
  <div class="overflow-x-auto">
    <table class="w-full border-collapse text-right text-body" data-part="schools">
      <thead>
        <tr class="border-b-2 border-ink">
          <th scope="col" class="px-2 text-left font-semibold">{{ t('repair.plan') }}</th>
          <th
            v-for="c in shownColumns"
            :key="c"
            scope="col"
            class="p-0"
            :aria-sort="sortBy === c ? (rising ? 'ascending' : 'descending') : undefined"
          >
            <button
              type="button"
              class="inline-flex min-h-[48px] items-center gap-0.5 px-1.5 text-small font-semibold leading-tight"
              @click="sort(c)"
            >
              {{ t(`repair.column.${c}`)
              }}<component :is="rising ? ArrowUp : ArrowDown" v-if="sortBy === c" :size="14" aria-hidden="true" />
            </button>
          </th>
          <th scope="col">
            <span class="sr-only">{{ t('repair.compare') }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="p in sorted"
          :key="keyOf(p)"
          class="cursor-pointer border-b border-line"
          :class="{ 'bg-plate shadow-[inset_4px_0_0_var(--brass)]': keyOf(p) === current }"
          :data-school="keyOf(p)"
          :data-possible="p.plan.possible"
          :data-current="keyOf(p) === current"
          @click="emit('choose', keyOf(p))"
        >
          <th scope="row" class="px-2 py-0 text-left font-normal">
            <button
              type="button"
              class="min-h-[44px] text-left text-body font-bold leading-tight"
              @click.stop="emit('choose', keyOf(p))"
            >
              {{ nameOf(p)
              }}<span v-if="inForce === p.school && !p.changed" class="ml-2 text-fine font-normal">{{
                t('repair.in-force')
              }}</span>
            </button>
            <p
              v-for="l in planLacks(p.plan)"
              :key="l.code"
              class="text-fine leading-tight font-semibold"
              :class="{ 'text-outside': l.bad }"
              data-part="lack"
              :data-code="l.code"
            >
              {{ l.cylinders.join(', ') }}: {{ lackWords(l.code) }}
            </p>
            <p v-if="keyOf(p) === current" class="text-fine leading-tight text-soft">
              {{ t(`repair.school.${p.school}.what`) }}
            </p>
            <p
              v-if="p.sorting && p.sorting !== 'proven'"
              class="text-fine leading-tight"
              data-part="sorting"
              :data-sorting="p.sorting"
            >
              {{ t(`repair.sorting.${p.sorting}`) }}
            </p>
          </th>
          <td v-for="c in shownColumns" :key="c" class="figure px-2" :data-column="c">{{ show(p.plan, c) }}</td>
          <td class="pl-2">
            <button
              type="button"
              class="key !min-h-[44px] !px-2 text-small"
              :aria-pressed="keyOf(p) === compared"
              :class="{ '!border-2 !border-ink': keyOf(p) === compared }"
              :disabled="keyOf(p) === current"
              data-part="compare"
              @click.stop="emit('compare', keyOf(p))"
            >
              {{ t('repair.compare') }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
