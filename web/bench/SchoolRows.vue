<script setup lang="ts">
/** Schools side by side in figures: a line each, what each figure is above it; the one in use stands out. */
defineProps<{
  title: string
  heads: readonly string[]
  rows: readonly { key: string; name: string; cells: readonly string[]; says?: string; chosen?: boolean }[]
}>()
</script>

<template>
  <table class="w-full border-collapse text-left text-body" data-part="school-rows">
    <caption class="pb-1 text-left font-semibold">
      {{
        title
      }}
    </caption>
    <thead>
      <tr class="border-b border-ink text-small text-soft">
        <th scope="col"></th>
        <th v-for="head in heads" :key="head" scope="col" class="px-1 text-right font-normal">{{ head }}</th>
      </tr>
    </thead>
    <tbody v-for="r in rows" :key="r.key" class="border-b border-line" :data-school-row="r.key">
      <tr :class="{ 'bg-brass/15': r.chosen }">
        <th scope="row" class="py-1 pr-1" :class="r.chosen ? 'font-bold' : 'font-normal'">{{ r.name }}</th>
        <td v-for="(c, i) in r.cells" :key="i" class="figure px-1 text-right" :class="{ 'font-bold': r.chosen }">
          {{ c }}
        </td>
      </tr>
      <tr v-if="r.says">
        <td :colspan="heads.length + 1" class="pb-2 text-small text-soft">{{ r.says }}</td>
      </tr>
    </tbody>
  </table>
</template>
