<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { bushingsOutMove } from '#core/works/bushings/bushings-out'
import { lastAt } from '#core/works/bushings/read-bushings'
import HousingShell from '../HousingShell.vue'
import { useHousings } from '../useHousings'
import OldPatterns from '../OldPatterns.vue'
import UnrolledStrips from './UnrolledStrips.vue'

const { t } = useI18n()
const hands = useHousings(bushingsOutMove)
const { snapshot, housings, closed, mine, choose, strike } = hands
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
        <button v-if="!closed" type="button" class="key mt-2" @click="strike(out.id)">{{ t('cam.strike') }}</button>
      </div>
      <OldPatterns :snapshot="snapshot" />
    </template>
  </HousingShell>
</template>
