<script setup lang="ts">
import { watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { gradeNames, renewalCosts, type RenewalCosts } from '#core/works/liners/strip'
import DialogKeys from '../../../bench/DialogKeys.vue'
import NumberField from '../../../bench/NumberField.vue'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { useDraft } from '../../../bench/useDraft'

const props = defineProps<{ open: boolean; costs: RenewalCosts }>()
const emit = defineEmits<{ close: []; save: [costs: RenewalCosts] }>()
const { t } = useI18n()
const money = ['linerParts', 'linerLabour', 'openUpAgain', 'downtime'] as const
const grades = gradeNames.filter((g) => g !== 'scrap')
const { draft, ready, tried, problemOf, begin, take } = useDraft(renewalCosts, props.costs)
watch(
  () => props.open,
  (open) => open && begin(props.costs),
)
function save(): void {
  const costs = take()
  if (costs) emit('save', costs)
}
</script>

<template>
  <SheetDialog :open="open" :title="t('decide.prices')" @close="emit('close')">
    <form class="flex flex-col gap-3" data-part="prices" @submit.prevent="save">
      <div class="grid grid-cols-2 gap-3">
        <NumberField
          v-for="name in money"
          :key="name"
          v-model="draft[name]"
          :label="t(`decide.price.${name}`)"
          :problem="problemOf(name)"
          :data-price="name"
        />
        <NumberField
          v-for="g in grades"
          :key="g"
          v-model="draft.failChance[g]"
          percent
          :label="t('decide.comes-back', { grade: t(`grade.${g}`) })"
          :problem="problemOf(`failChance.${g}`)"
          :data-chance="g"
        />
        <NumberField
          v-model="draft.renewedFailChance"
          percent
          :label="t('decide.new-comes-back')"
          :problem="problemOf('renewedFailChance')"
        />
      </div>
      <p
        v-if="tried && !ready"
        class="border-l-4 border-outside pl-2 font-semibold"
        role="alert"
        data-part="prices-wrong"
      >
        {{ t('decide.prices-wrong') }}
      </p>
      <DialogKeys part="save-prices" @close="emit('close')" />
    </form>
  </SheetDialog>
</template>
