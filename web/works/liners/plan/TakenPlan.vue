<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { nameOn } from '#core/job/name-on'
import type { Snapshot, TakenPlan } from '#core/job/snapshot'
import { useFigures } from '../../../bench/useFigures'

/** The plan as it was taken: it stays so, whatever was cut, bought or priced since. */
defineProps<{ plan: TakenPlan; name: string; snapshot: Snapshot }>()
const { t, n } = useI18n()
const { length, money, when } = useFigures()
</script>

<template>
  <section class="mx-4 my-2 border-l-4 border-brass bg-plate px-4 py-2" data-part="taken-plan">
    <h2>{{ t('repair.taken', { name }) }}</h2>
    <p class="text-small">
      {{ t('repair.taken-by', { who: nameOn(snapshot.people, plan.personId, plan.at), when: when(plan.at) }) }}
    </p>
    <p v-if="plan.told" class="text-body" data-part="taken-told">
      {{
        t('repair.told', {
          bores: plan.told.boresCut,
          passes: plan.told.passes,
          metal: length(plan.told.metalMm),
          shims: plan.told.shimsUsed,
          hours: n(plan.told.hours, { minimumFractionDigits: 1, maximumFractionDigits: 1 }),
          money: money(plan.told.money),
        })
      }}
    </p>
    <ul class="flex flex-wrap gap-x-6 text-body">
      <li v-for="b in plan.bores.filter((x) => x.cutMm > 0 || x.shimMm > 0)" :key="b.cylinder">
        <b>{{ b.cylinder }}</b> {{ ' '
        }}{{
          t('cutting.planned', {
            cut: b.cutMm > 0 ? length(b.cutMm) : '—',
            shim: b.shimMm > 0 ? length(b.shimMm) : '—',
          })
        }}
      </li>
    </ul>
  </section>
</template>
