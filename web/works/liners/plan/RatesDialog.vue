<script setup lang="ts">
import { ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Rates } from '#core/job/snapshot'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { useShop } from '../../../stores/shop'

const props = defineProps<{ open: boolean; rates: Rates }>()
const emit = defineEmits<{ close: []; saved: [] }>()
const { t } = useI18n()
const shop = useShop()
const draft = ref<Rates>({ ...props.rates })
const names = ['hourMoney', 'boreHours', 'passHours', 'shimHours', 'shimMoney'] as const
watch(
  () => props.open,
  (open) => {
    if (open) draft.value = { ...props.rates }
  },
)
const good = () => names.every((name) => Number.isFinite(draft.value[name]) && draft.value[name] >= 0)

async function save(): Promise<void> {
  if (!good()) return
  await shop.act({ what: 'set-rates', rates: draft.value })
  emit('saved')
  emit('close')
}
</script>

<template>
  <SheetDialog :open="open" :title="t('repair.rates')" @close="emit('close')">
    <form class="flex flex-col gap-3" @submit.prevent="save">
      <label v-for="name in names" :key="name" class="field"
        >{{ t(`repair.rate.${name}`)
        }}<input v-model.number="draft[name]" class="figure" type="number" min="0" step="any" :data-rate="name"
      /></label>
      <div class="mt-2 flex gap-2">
        <button type="submit" class="key-brass">{{ t('gauges.save') }}</button><button
          type="button"
          class="key"
          @click="emit('close')"
        >
          {{ t('keys.close') }}
        </button>
      </div>
    </form>
  </SheetDialog>
</template>
