<script setup lang="ts">
import { computed } from 'vue'
import type { Snapshot } from '#core/job/snapshot'
import { readPatterns } from '#core/works/bushings/read-old'
import { patternTold } from '#core/works/bushings/told'
import { useTell } from '../../bench/useTell'

/** What the old bushings say together of the oil's way. */
const props = defineProps<{ snapshot: Snapshot }>()
const tell = useTell()
const patterns = computed(() => readPatterns(props.snapshot))
</script>

<template>
  <ul v-if="patterns.length" class="flex flex-col gap-2" data-part="patterns">
    <li v-for="p in patterns" :key="p.code" class="border-l-4 border-brass pl-2 text-body" :data-pattern="p.code">
      {{ tell(patternTold(p)) }}
    </li>
  </ul>
</template>
