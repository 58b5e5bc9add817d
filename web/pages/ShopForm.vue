<script setup lang="ts">
import { ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { shopWays, type ShopWays } from '#core/job/snapshot'
import NumberField from '../bench/NumberField.vue'
import TextField from '../bench/TextField.vue'
import { useDraft } from '../bench/useDraft'
import { useShop } from '../stores/shop'

/** What stands on every paper of this shop, and how often it wants the zero seen. */
const props = defineProps<{ ways: ShopWays }>()
const { t } = useI18n()
const shop = useShop()
const form = useTemplateRef<HTMLFormElement>('form')
const saved = ref(false)
const { draft, problemOf, begin, take } = useDraft(shopWays, props.ways, () => form.value)
watch(
  () => JSON.stringify(props.ways),
  () => begin(props.ways),
)

async function save(): Promise<void> {
  const ways = take()
  if (ways) saved.value = await shop.act({ what: 'set-shop', ways })
}
</script>

<template>
  <form
    ref="form"
    class="grid max-w-[640px] grid-cols-2 gap-3 max-[700px]:grid-cols-1"
    data-part="shop-form"
    @submit.prevent="save"
    @input="saved = false"
  >
    <TextField
      v-model="draft.name"
      :label="t('shop.name')"
      :problem="problemOf('name')"
      maxlength="120"
      data-part="shop-name"
    />
    <TextField
      v-model="draft.currency"
      :label="t('shop.currency')"
      :problem="problemOf('currency')"
      maxlength="8"
      data-part="shop-currency"
    />
    <label class="field col-span-full"
      >{{ t('shop.address') }}
      <textarea v-model="draft.address" rows="3" maxlength="300" class="box !h-auto py-2" data-part="shop-address" />
    </label>
    <NumberField
      v-model="draft.zeroEvery"
      :label="t('shop.zero-every')"
      :problem="problemOf('zeroEvery')"
      data-part="zero-every"
    />
    <p class="self-end pb-2 text-small">
      {{ t(draft.zeroEvery ? 'shop.zero-each' : 'shop.zero-round', { n: draft.zeroEvery ?? 0 }) }}
    </p>
    <div class="col-span-full flex items-center gap-3">
      <button type="submit" class="key" data-part="save-shop">{{ t('draft.save') }}</button>
      <span v-if="saved" role="status" class="text-body font-semibold" data-part="shop-saved">{{
        t('shop.saved')
      }}</span>
    </div>
  </form>
</template>
