<script setup lang="ts">
import { onBeforeUnmount, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { writePartsCsv } from '#contract/parts-csv'
import { download } from '../bench/download'
import NewPartDialog from '../bench/NewPartDialog.vue'
import PartsBench from '../bench/PartsBench.vue'
import PartsImport from '../bench/PartsImport.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import { useGauge } from '../stores/gauge'
import { useShop } from '../stores/shop'
import { useStock } from '../stores/stock'

const { t } = useI18n()
const shop = useShop()
const stock = useStock()
const dialog = ref<'import' | 'new' | null>(null)
const chosen = ref<string | null>(null)
void shop.load()
void stock.load()
onBeforeUnmount(() => useGauge().disconnect())
</script>

<template>
  <ShopFrame :title="t('head.stock')">
    <template #action>
      <div class="flex gap-2">
        <button type="button" class="key" data-part="parts-import" @click="dialog = 'import'">
          {{ t('parts.import') }}
        </button>
        <button
          type="button"
          class="key"
          :disabled="!stock.stock"
          data-part="parts-export"
          @click="download('stock.csv', writePartsCsv(stock.stock!, shop.shop?.engines ?? []))"
        >
          {{ t('parts.export') }}
        </button>
        <button type="button" class="key-brass" data-part="new-part" @click="dialog = 'new'">
          {{ t('parts.new') }}
        </button>
      </div>
    </template>
    <p v-if="stock.away && !stock.stock" class="border-l-4 border-online pl-3">{{ t('jobs.away') }}</p>
    <PartsBench
      v-if="stock.stock && shop.shop"
      v-model="chosen"
      :liners="stock.stock.liners"
      :shims="stock.stock.shims"
      :engines="shop.shop.engines"
      :job-id="null"
      @changed="stock.load()"
    />
    <PartsImport
      :open="dialog === 'import'"
      :engines="shop.shop?.engines ?? []"
      @close="dialog = null"
      @changed="stock.load()"
    />
    <NewPartDialog
      :open="dialog === 'new'"
      :engines="shop.shop?.engines ?? []"
      @close="dialog = null"
      @changed="
        (id) => {
          chosen = id
          void stock.load()
        }
      "
    />
  </ShopFrame>
</template>
