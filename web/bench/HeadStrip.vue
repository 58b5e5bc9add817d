<script setup lang="ts">
import { Gauge as GaugeIcon, Keyboard, MoonStar, Sun } from '@lucide/vue'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useDevice } from '../stores/device'
import { useGauge } from '../stores/gauge'
import { useOutbox } from '../stores/outbox'
import { useShop } from '../stores/shop'
import ChoiceKeys from './ChoiceKeys.vue'
import { ClockChips } from './dialogs'
import SavingMark from './SavingMark.vue'

defineProps<{ title?: string; subtitle?: string }>()
const emit = defineEmits<{ keys: []; refused: [] }>()
const { t } = useI18n()
const device = useDevice()
const outbox = useOutbox()
const shop = useShop()
const gauge = useGauge()
const units = ['mm', 'thou'] as const
/** Only how many there are: the list itself is made anew with each act. */
const refused = computed(() => outbox.refused.length)
const unitWord = (unit: (typeof units)[number]) => t(`unit.${unit}`)
</script>

<template>
  <header
    class="flex min-h-[56px] items-center gap-2 upright:flex-wrap border-b-2 border-ink bg-plate px-3"
    data-part="head-strip"
  >
    <RouterLink
      to="/"
      class="inline-flex min-h-[48px] items-center gap-2 pr-2 text-head font-bold"
      :aria-label="t('head.home')"
    >
      <svg width="30" height="22" viewBox="0 0 30 22" aria-hidden="true">
        <path d="M1 15h7V8h14v7h7" fill="none" stroke="currentColor" stroke-width="2" />
        <path d="M8 4.5h14" stroke="var(--brass)" stroke-width="3" />
      </svg>
      <span class="max-lg:sr-only">{{ t('app.name') }}</span>
    </RouterLink>
    <div v-if="title" class="min-w-0 flex-1 border-l border-line pl-3 leading-tight">
      <p class="truncate text-lead font-bold">{{ title }}</p>
      <p class="truncate text-small text-soft">{{ subtitle }}</p>
    </div>
    <nav
      v-else
      class="flex flex-1 gap-1 overflow-x-auto upright:order-last upright:basis-full"
      :aria-label="t('head.nav')"
    >
      <RouterLink
        v-for="page in ['jobs', 'schedule', 'engines', 'stock', 'pullers', 'gauges', 'tools', 'people'] as const"
        :key="page"
        :to="{ name: page }"
        class="inline-flex min-h-[48px] items-center px-3 font-semibold max-[1100px]:px-1.5"
        active-class=""
        exact-active-class="shadow-[inset_0_-4px_0_var(--brass)]"
        >{{ t(`head.${page}`) }}</RouterLink
      >
    </nav>
    <span v-if="!title" class="hidden flex-1 upright:block" />
    <button
      v-if="refused"
      type="button"
      class="key border-outside! text-outside"
      data-part="refused"
      @click="emit('refused')"
    >
      {{ t('saving.refused', { n: refused }) }}
    </button>
    <ClockChips />
    <span v-if="gauge.source !== 'none'" class="inline-flex items-center gap-1 text-small" data-part="gauge-state"
      ><GaugeIcon :size="18" aria-hidden="true" />{{ t(gauge.live ? 'head.gauge-live' : 'head.gauge-silent') }}</span
    >
    <SavingMark />
    <ChoiceKeys
      v-model="device.unit"
      class="flex"
      key-class="!rounded-none !px-3"
      :label="t('head.unit')"
      :options="units"
      :word="unitWord"
      mark="unit"
      filled
      data-part="unit-switch"
    />
    <label class="sr-only" for="person">{{ t('head.person') }}</label>
    <select id="person" v-model="device.personId" class="box max-w-[150px] !text-body" data-part="person">
      <option value="" disabled>{{ t('head.nobody') }}</option>
      <option v-for="p in shop.workers" :key="p.id" :value="p.id">{{ p.name }}</option>
    </select>
    <button
      type="button"
      class="key !px-3"
      :aria-label="t(device.theme === 'dark' ? 'head.light' : 'head.dark')"
      data-part="theme"
      @click="device.theme = device.theme === 'dark' ? 'light' : 'dark'"
    >
      <Sun v-if="device.theme === 'dark'" :size="20" aria-hidden="true" /><MoonStar
        v-else
        :size="20"
        aria-hidden="true"
      />
    </button>
    <button type="button" class="key !px-3" :aria-label="t('head.keys')" @click="emit('keys')">
      <Keyboard :size="20" aria-hidden="true" />
    </button>
  </header>
</template>
