<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { nameOn } from '#core/job/name-on'
import { galleries } from '#core/works/bushings/galleries/steps'
import { bushingEntries, lastOf } from '#core/works/bushings/read-bushings'
import { blockWorkDone, dirtyBefore, readGalleries } from '#core/works/bushings/read-galleries'
import { useFigures } from '../../../bench/useFigures'
import HousingShell from '../HousingShell.vue'
import OldPatterns from '../OldPatterns.vue'
import { useHousings } from '../useHousings'
import OilCircuit from './OilCircuit.vue'

const { t } = useI18n()
const { when } = useFigures()
const hands = useHousings('galleries', galleries)
const { snapshot, housings, move, closed, strike } = hands
const states = computed(() => readGalleries(snapshot.value))
const next = computed(() => {
  const { passage } = move.value.figures
  return typeof passage === 'string' ? passage : null
})
const signed = computed(() => (blockWorkDone(snapshot.value) ? lastOf(snapshot.value, 'blockDone') : null))
const lastWipe = computed(() => bushingEntries(snapshot.value, 'wipes').at(-1) ?? null)
const words = computed(() =>
  Object.fromEntries(
    housings.value.map((h) => {
      const dirty = dirtyBefore(snapshot.value, h.place)
      return [
        h.place,
        {
          text: dirty.length === 0 ? t('cam.wipe.clean') : t('cam.waits'),
          more: dirty.length === 0 ? '' : t('cam.blocked', { passages: dirty.join(', ') }),
          verdict: dirty.length === 0 ? ('in' as const) : null,
        },
      ]
    }),
  ),
)
</script>

<template>
  <HousingShell :hands="hands" :words="words" whole>
    <OilCircuit :states="states" :next="next" />
    <template #side>
      <p v-if="signed" class="text-body" data-part="work-signed">
        {{ t('cam.work-done') }}: {{ nameOn(snapshot.people, signed.personId, signed.at) }}, {{ when(signed.at) }}
      </p>
      <p v-else class="text-body font-semibold" data-part="work-open">{{ t('cam.work-open') }}</p>
      <ul class="text-body">
        <li
          v-for="s in states"
          :key="s.passage.id"
          class="flex items-baseline gap-2 border-b border-line py-1"
          :class="{ 'font-bold': s.passage.id === next }"
        >
          <span class="w-8">{{ s.passage.id }}</span>
          <span class="flex-1 text-small">{{
            [s.passage.deadEnd ? t('cam.dead-end') : '', s.plugOut ? t('cam.plug-is-out') : '']
              .filter(Boolean)
              .join(', ')
          }}</span>
          <span class="figure">{{ Math.min(s.clean, s.needed) }}/{{ s.needed }}</span>
        </li>
      </ul>
      <button v-if="lastWipe && !closed" type="button" class="key" data-part="strike-wipe" @click="strike(lastWipe.id)">
        {{ t('cam.strike') }}: {{ lastWipe.passage }}, {{ t(`cam.wipe.${lastWipe.found}`) }}
      </button>
      <OldPatterns :snapshot="snapshot" />
    </template>
  </HousingShell>
</template>
