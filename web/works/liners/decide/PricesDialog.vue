<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { gradeNames, renewalCosts, type RenewalCosts } from '#core/works/liners/strip'
import SheetDialog from '../../../bench/SheetDialog.vue'

const props = defineProps<{ open: boolean; costs: RenewalCosts }>()
const emit = defineEmits<{ close: []; save: [costs: RenewalCosts] }>()
const { t } = useI18n()
const draft = ref<RenewalCosts>(structuredClone(JSON.parse(JSON.stringify(props.costs)) as RenewalCosts))
const money = ['linerParts', 'linerLabour', 'openUpAgain', 'downtime'] as const
watch(
  () => props.open,
  (open) => {
    if (open) draft.value = JSON.parse(JSON.stringify(props.costs)) as RenewalCosts
  },
)
const read = computed(() => renewalCosts.safeParse(draft.value))
const percent = (share: number) => Math.round(share * 1000) / 10
</script>

<template>
  <SheetDialog :open="open" :title="t('decide.prices')" @close="emit('close')">
    <form class="flex flex-col gap-3" data-part="prices" @submit.prevent="read.success && emit('save', read.data)">
      <div class="grid grid-cols-2 gap-3">
        <label v-for="name in money" :key="name" class="field"
          >{{ t(`decide.price.${name}`)
          }}<input v-model.number="draft[name]" class="figure" type="number" min="0" step="any" :data-price="name"
        /></label>
        <label v-for="g in gradeNames.filter((x) => x !== 'scrap')" :key="g" class="field"
          >{{ t('decide.comes-back', { grade: t(`grade.${g}`) })
          }}<input
            :value="percent(draft.failChance[g])"
            class="figure"
            type="number"
            min="0"
            max="100"
            step="any"
            :data-chance="g"
            @input="(e) => (draft.failChance[g] = Number((e.target as HTMLInputElement).value) / 100)"
        /></label>
        <label class="field"
          >{{ t('decide.new-comes-back')
          }}<input
            :value="percent(draft.renewedFailChance)"
            class="figure"
            type="number"
            min="0"
            max="100"
            step="any"
            @input="(e) => (draft.renewedFailChance = Number((e.target as HTMLInputElement).value) / 100)"
        /></label>
      </div>
      <p
        v-if="!read.success"
        class="border-l-4 border-outside pl-2 font-semibold"
        role="alert"
        data-part="prices-wrong"
      >
        {{ t('decide.prices-wrong') }}
      </p>
      <div class="mt-1 flex gap-2">
        <button type="submit" class="key-brass disabled:opacity-50" :disabled="!read.success" data-part="save-prices">
          {{ t('gauges.save') }}</button><button type="button" class="key" @click="emit('close')">
          {{ t('keys.close') }}
        </button>
      </div>
    </form>
  </SheetDialog>
</template>
