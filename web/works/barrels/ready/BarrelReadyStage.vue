<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { readySteps } from '#core/works/barrels/kinds'
import { entriesAt } from '#core/works/barrels/read-barrels'
import { isReadied, keptBarrels } from '#core/works/barrels/ready/read'
import { barrelReady } from '#core/works/barrels/ready/steps'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import BarrelShell from '../BarrelShell.vue'
import { useBarrels } from '../useBarrels'

const { t } = useI18n()
const hands = useBarrels('barrel-ready', barrelReady)
const { snapshot, closed, mine, choose } = hands
const barrels = computed(() =>
  keptBarrels(snapshot.value).map((b) => ({
    ...b,
    steps: readySteps.map((step) => ({ step, done: isReadied(snapshot.value, b.place, step) })),
  })),
)
const last = computed(() =>
  mine.value ? (entriesAt(snapshot.value, 'readied', mine.value.place).at(-1) ?? null) : null,
)
</script>

<template>
  <BarrelShell :hands="hands">
    <div class="h-full overflow-auto bg-layout p-6 text-scribe" data-part="ready-parts">
      <div v-for="b in barrels" :key="b.place" class="mb-5" :data-place="b.place">
        <button type="button" class="mb-2 text-head font-bold" @click="choose(b.place)">{{ b.name }}</button>
        <ol class="flex flex-wrap gap-2">
          <li
            v-for="s in b.steps"
            :key="s.step"
            class="border-2 px-4 py-3 text-lead"
            :class="s.done ? 'border-(--inside-on-blue)' : 'border-dashed border-(--scribe)'"
            :data-step="s.step"
            :data-done="s.done"
          >
            {{ t(`barrel.ready.${s.step}`) }}
          </li>
        </ol>
      </div>
    </div>
    <template #side>
      <EntryKeys v-if="last && !closed" :hands="hands" what="ready-step" :entry="last" plain />
    </template>
  </BarrelShell>
</template>
