<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Verdict } from '#core/measure/verdict'

/** How a figure lies, as the window glyph says it: a disc inside, a ring on the line, a square outside. */
const props = defineProps<{ verdict: Verdict; onBlue?: boolean }>()
const { t } = useI18n()
const tone = computed(() => {
  const name = { in: 'inside', unsure: 'online', out: 'outside' }[props.verdict]
  return props.onBlue ? `var(--${name}-on-blue)` : `var(--${name})`
})
</script>

<template>
  <svg width="18" height="18" viewBox="0 0 18 18" class="shrink-0" role="img" :aria-label="t(`verdict.${verdict}`)">
    <circle v-if="verdict === 'in'" cx="9" cy="9" r="6" :fill="tone" />
    <circle v-else-if="verdict === 'unsure'" cx="9" cy="9" r="5.5" fill="none" :stroke="tone" stroke-width="2.5" />
    <rect v-else x="3" y="3" width="12" height="12" :fill="tone" />
  </svg>
</template>
