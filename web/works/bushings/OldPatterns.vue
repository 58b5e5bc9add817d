<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { readPatterns } from '#core/works/bushings/read-old'
import { sayPattern } from '#contract/words/say-pattern'
import { useFigures } from '../../bench/useFigures'

/** What the old bushings say together of the oil's way. */
const props = defineProps<{ snapshot: Snapshot }>()
const { t } = useI18n()
const { writer } = useFigures()
const told = computed(() => readPatterns(props.snapshot).map((p) => ({ code: p.code, ...sayPattern(p, writer.value) })))
</script>

<template>
  <ul v-if="told.length" class="flex flex-col gap-2" data-part="patterns">
    <li v-for="p in told" :key="p.code" class="border-l-4 border-brass pl-2 text-body" :data-pattern="p.code">
      {{ t(p.key, p.params) }}
    </li>
  </ul>
</template>
