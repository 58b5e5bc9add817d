<script setup lang="ts">
import { watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { rates as ratesSchema, type Rates } from '#core/job/snapshot'
import DialogKeys from '../../../bench/DialogKeys.vue'
import NumberField from '../../../bench/NumberField.vue'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { useDraft } from '../../../bench/useDraft'
import { useShop } from '../../../stores/shop'

const props = defineProps<{ open: boolean; rates: Rates }>()
const emit = defineEmits<{ close: []; saved: [] }>()
const { t } = useI18n()
const shop = useShop()
const names = ['hourMoney', 'boreHours', 'passHours', 'shimHours', 'shimMoney'] as const
const { draft, problemOf, begin, take } = useDraft(ratesSchema, props.rates)
watch(
  () => props.open,
  (open) => open && begin(props.rates),
)

async function save(): Promise<void> {
  const rates = take()
  if (!rates) return
  await shop.act({ what: 'set-rates', rates })
  emit('saved')
  emit('close')
}
</script>

<template>
  <SheetDialog :open="open" :title="t('repair.rates')" @close="emit('close')">
    <form class="flex flex-col gap-3" @submit.prevent="save">
      <NumberField
        v-for="name in names"
        :key="name"
        v-model="draft[name]"
        :label="t(`repair.rate.${name}`)"
        :problem="problemOf(name)"
        :data-rate="name"
      />
      <DialogKeys part="save-rates" @close="emit('close')" />
    </form>
  </SheetDialog>
</template>
