<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { LeakStanding } from '#core/leak/find-leak'
import type { LeakTable } from '#core/works/leaks/leak-table'
import { testOf } from '#core/works/leaks/read-leak'

/** What can be tried next: how much each would tell in its minutes, the most telling first. */
const props = defineProps<{ ladder: LeakStanding; table: LeakTable; closed: boolean }>()
const emit = defineEmits<{ try: [id: string]; skip: [id: string] }>()
const { t } = useI18n()
const MOST = 9
const tests = computed(() => {
  const sorted = [...props.ladder.tests].sort((a, b) => b.bitsPerMinute - a.bitsPerMinute).slice(0, MOST)
  const most = sorted[0]?.bitsPerMinute ?? 0
  return sorted.map((x) => {
    const { test, cylinder } = testOf(x.id)
    const name = t(`leak.test.${test}.name`)
    return {
      ...x,
      name: cylinder === null ? name : t('leak.test-at', { test: name, cylinder }),
      minutes: props.table.tests[test].minutes,
      share: most > 0 ? x.bitsPerMinute / most : 0,
    }
  })
})
</script>

<template>
  <table class="w-full border-collapse text-body" data-part="leak-tests">
    <caption class="sr-only">
      {{
        t('leak.tests')
      }}
    </caption>
    <tbody>
      <tr v-for="x in tests" :key="x.id" class="border-b border-line" :data-test="x.id">
        <th scope="row" class="p-0 text-left font-normal">
          <button
            type="button"
            class="min-h-[44px] w-full text-left leading-tight"
            :class="{ 'font-bold': x.id === ladder.next }"
            :disabled="closed"
            data-part="try-test"
            @click="emit('try', x.id)"
          >
            {{ x.name }}
            <span class="block text-fine font-normal text-soft"
              >{{ t('leak.bits', { bits: x.bits.toFixed(2) }) }} · {{ t('figures.minutes', { n: x.minutes }) }}</span
            >
          </button>
        </th>
        <td class="w-[88px] px-2">
          <div class="h-3 border border-ink" aria-hidden="true">
            <div
              class="h-full"
              :class="x.id === ladder.next ? 'bg-brass' : 'bg-soft'"
              :style="{ width: `${x.share * 100}%` }"
            />
          </div>
        </td>
        <td class="w-[1%]">
          <button
            v-if="!closed"
            type="button"
            class="key !min-h-[40px] !px-2 text-fine"
            :aria-label="`${t('leak.skip')}: ${x.name}`"
            data-part="skip-test"
            @click="emit('skip', x.id)"
          >
            ✕
          </button>
        </td>
      </tr>
    </tbody>
  </table>
</template>
