<script setup lang="ts">
import { Timer, VolumeX } from '@lucide/vue'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useClocks } from '../stores/clocks'
import { clockFace } from './clock-face'
import { usePlaceName } from './usePlaceName'

/** The clock of the shop that ends first, in the head of every page; how many run behind it. */
const { t } = useI18n()
const clocks = useClocks()
const placeName = usePlaceName()
/** What is over and only had to be waited for makes room for what still runs. */
const first = computed(
  () => clocks.all.find((c) => c.ends === 'lost') ?? clocks.all.find((c) => c.leftMs > 0) ?? clocks.all[0] ?? null,
)
const more = computed(() => clocks.all.length - 1)
const where = computed(() =>
  first.value?.place ? placeName(first.value.place) : t('clock.cylinder', { cylinder: first.value?.cylinder ?? '' }),
)
const tone = computed(() => {
  const c = first.value
  if (!c) return ''
  if (c.ends === 'ready') return c.leftMs <= 0 ? 'border-inside! text-inside' : ''
  return c.leftMs < 60_000 ? 'border-outside! text-outside' : ''
})
</script>

<template>
  <RouterLink
    v-if="first"
    :to="{ name: first.stage, params: { jobId: first.jobId } }"
    class="key min-w-0 !px-2"
    :class="tone"
    :title="t('clock.of', { what: t(`clock.${first.code}`, { name: first.name }), where, title: first.title })"
    data-part="clock-chip"
    :data-heard="clocks.heard"
    :data-over="first.leftMs <= 0"
  >
    <Timer :size="18" aria-hidden="true" class="shrink-0" />
    <span class="figure text-lead font-bold">{{ clockFace(first.leftMs) }}</span>
    <span class="max-w-[150px] truncate text-small max-[1100px]:sr-only"
      >{{ t(`clock.${first.code}`, { name: first.name }) }}, {{ where }}</span
    >
    <span v-if="more > 0" class="text-small">+{{ more }}</span>
  </RouterLink>
  <button
    v-if="first && clocks.silent"
    type="button"
    class="key !px-3"
    :aria-label="t('clock.sound-on')"
    :title="t('clock.sound-on')"
    data-part="sound-on"
    @click="clocks.soundOn()"
  >
    <VolumeX :size="18" aria-hidden="true" />
  </button>
</template>
