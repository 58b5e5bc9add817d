<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { readRoute } from '#core/job/route'

defineProps<{ route: ReturnType<typeof readRoute>; jobId: string }>()
const { t } = useI18n()
</script>

<template>
  <nav
    class="w-[188px] shrink-0 overflow-y-auto border-r border-line bg-paper py-1 max-[1100px]:w-[64px]"
    :aria-label="t('route.name')"
    data-part="route"
  >
    <ol>
      <li v-for="(stop, i) in route" :key="stop.stage" class="relative">
        <span
          v-if="i < route.length - 1"
          class="absolute left-[31px] top-[38px] z-10 h-[21px] w-[3px]"
          :class="stop.state === 'done' ? 'bg-ink' : 'bg-line'"
          aria-hidden="true"
        />
        <RouterLink
          :to="{ name: stop.stage, params: { jobId } }"
          class="relative flex min-h-[48px] items-center gap-3 pl-[18px] pr-2"
          active-class="bg-plate font-bold"
          :data-stage="stop.stage"
          :data-state="stop.state"
        >
          <svg width="29" height="29" viewBox="0 0 29 29" class="shrink-0" aria-hidden="true">
            <circle
              cx="14.5"
              cy="14.5"
              r="12"
              fill="var(--paper)"
              :stroke="stop.state === 'next' ? 'var(--brass)' : 'var(--ink)'"
              :stroke-width="stop.state === 'next' ? 4 : 1.5"
              :stroke-dasharray="stop.state === 'later' || stop.state === 'passed' ? '3 3' : 'none'"
            />
            <circle v-if="stop.state === 'done'" cx="14.5" cy="14.5" r="7.5" fill="var(--ink)" />
            <path v-else-if="stop.state === 'begun'" d="M7 14.5a7.5 7.5 0 0 1 15 0z" fill="var(--ink)" />
          </svg>
          <span class="leading-tight max-[1100px]:sr-only">
            <span class="block text-[17px]">{{ t(`stage.${stop.stage}`) }}</span>
            <span class="block text-[13px] font-normal text-soft">{{ t(`route.${stop.state}`) }}</span>
          </span>
        </RouterLink>
      </li>
    </ol>
  </nav>
</template>
