<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { bushingsOut } from '#core/works/bushings/out/steps'
import { lastAt } from '#core/works/bushings/read-bushings'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import HousingShell from '../HousingShell.vue'
import { useHousings } from '../useHousings'
import OldPatterns from '../OldPatterns.vue'
import UnrolledStrips from './UnrolledStrips.vue'

const { t } = useI18n()
const hands = useHousings('bushings-out', bushingsOut)
const { snapshot, housings, closed, mine, choose } = hands
const out = computed(() => (mine.value ? lastAt(snapshot.value, 'out', mine.value.place) : null))
const words = computed(() =>
  Object.fromEntries(
    housings.value.map((h) => {
      const o = lastAt(snapshot.value, 'out', h.place)
      const bad = o && ['layers', 'folded', 'spun'].includes(o.looks)
      return [
        h.place,
        {
          text: o ? t(`cam.looks.${o.looks}`) : t('cam.still'),
          more: o && o.copperShare > 0 ? t('cam.copper-some', { share: Math.round(100 * o.copperShare) }) : '',
          verdict: o ? (bad ? ('out' as const) : o.copperShare > 0 ? ('unsure' as const) : ('in' as const)) : null,
        },
      ]
    }),
  ),
)
</script>

<template>
  <HousingShell :hands="hands" :words="words">
    <UnrolledStrips :snapshot="snapshot" :selected="mine?.place ?? null" @select="choose" />
    <template #side>
      <p class="text-body" data-part="out-count">
        {{
          t('cam.out-of', {
            n: housings.filter((h) => lastAt(snapshot, 'out', h.place)).length,
            all: housings.length,
          })
        }}
      </p>
      <div v-if="out" class="border border-line bg-plate p-3 text-body" data-part="out-entry">
        <p class="font-bold">{{ t(`cam.looks.${out.looks}`) }}</p>
        <p v-if="out.copperShare > 0">{{ t('cam.copper-some', { share: Math.round(100 * out.copperShare) }) }}</p>
        <p v-if="!out.holeInLine" class="font-semibold text-outside">{{ t('cam.hole-off') }}</p>
        <EntryKeys v-if="!closed" class="mt-2" :hands="hands" what="bushing-out" :entry="out" />
      </div>
      <OldPatterns :snapshot="snapshot" />
    </template>
  </HousingShell>
</template>
