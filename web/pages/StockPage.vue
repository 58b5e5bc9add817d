<script setup lang="ts">
import { onBeforeUnmount, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { writePartsCsv } from '#contract/parts-csv'
import { download } from '../bench/download'
import ListFrame from '../bench/ListFrame.vue'
import NewPartDialog from '../bench/NewPartDialog.vue'
import PartsBench from '../bench/PartsBench.vue'
import type { PartRow } from '../bench/part-rows'
import PartsImport from '../bench/PartsImport.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import { usePartColumns } from '../bench/usePartColumns'
import { useGauge } from '../stores/gauge'
import { fetchPart, fetchStock, usePartList } from '../stores/part-list'
import { useShop } from '../stores/shop'

const { t } = useI18n()
const shop = useShop()
const kind = ref<'liner' | 'shim'>('liner')
const { filter, sort, rows, total, stale, counts, load, more, all } = usePartList(kind)
const columns = usePartColumns(() => ({ kind: kind.value, engines: shop.shop?.engines ?? [], jobId: null }))
const dialog = ref<'import' | 'new' | null>(null)
const chosen = shallowRef<PartRow | null>(null)
void shop.load()
onBeforeUnmount(() => useGauge().disconnect())

/** After an act: the list as it is now, and the part that is in the hand with its figures. */
async function renew(id = chosen.value?.id): Promise<void> {
  const [part] = await Promise.all([id === undefined ? null : fetchPart(id).catch(() => chosen.value), load()])
  chosen.value = part
}
async function save(): Promise<void> {
  download('stock.csv', writePartsCsv(await fetchStock(), shop.shop?.engines ?? []))
}
</script>

<template>
  <ShopFrame :title="t('head.stock')">
    <template #action>
      <div class="flex gap-2">
        <button type="button" class="key" data-part="parts-import" @click="dialog = 'import'">
          {{ t('parts.import') }}
        </button>
        <button type="button" class="key" :disabled="!rows" data-part="parts-export" @click="save">
          {{ t('parts.export') }}
        </button>
        <button type="button" class="key-brass" data-part="new-part" @click="dialog = 'new'">
          {{ t('parts.new') }}
        </button>
      </div>
    </template>
    <p v-if="stale && !rows" class="border-l-4 border-online pl-3">{{ t('jobs.away') }}</p>
    <PartsBench
      v-if="rows && counts && shop.shop"
      v-model:kind="kind"
      :of="counts.of"
      :sizes="counts.sizes"
      :chosen="chosen"
      :job-id="null"
      @changed="renew()"
    >
      <ListFrame
        v-model:filter="filter"
        v-model:sort="sort"
        :rows="rows"
        :columns="columns"
        :name="`parts-${kind}`"
        :empty="t(`parts.empty.${kind}`)"
        :any="counts.of[kind] > 0"
        :more="total - rows.length"
        :all="all"
        @open="(row) => (chosen = row)"
        @more="more"
      />
    </PartsBench>
    <PartsImport
      :open="dialog === 'import'"
      :engines="shop.shop?.engines ?? []"
      @close="dialog = null"
      @changed="renew()"
    />
    <NewPartDialog
      :open="dialog === 'new'"
      :engines="shop.shop?.engines ?? []"
      @close="dialog = null"
      @changed="(id) => void renew(id)"
    />
  </ShopFrame>
</template>
