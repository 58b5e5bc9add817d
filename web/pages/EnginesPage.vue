<script setup lang="ts">
import { createColumnHelper } from '@tanstack/vue-table'
import { computed, h, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'
import type { EngineCard } from '#contract/shop'
import ListTable from '../bench/ListTable.vue'
import NewEngineDialog from '../bench/NewEngineDialog.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import { useFigures } from '../bench/useFigures'
import { useShop } from '../stores/shop'

const { t } = useI18n()
const { length, entered } = useFigures()
const router = useRouter()
const shop = useShop()
const making = ref(false)
void shop.load()

const latest = (e: EngineCard) => e.sheets.at(-1)
const column = createColumnHelper<EngineCard>()
const columns = computed(() => [
  column.accessor('name', {
    header: t('engines.name'),
    cell: (c) =>
      h(
        RouterLink,
        {
          to: { name: 'engine', params: { engineId: c.row.original.id } },
          class: 'text-[19px] font-bold',
          onClick: (e: Event) => e.stopPropagation(),
        },
        () => c.getValue(),
      ),
  }),
  column.accessor((e) => t(`layout.${e.layout}`, { n: e.heads.flat().length }), {
    id: 'layout',
    header: t('engines.layout'),
  }),
  column.accessor((e) => entered(e.boreMm), { id: 'bore', header: t('engines.bore') }),
  column.accessor((e) => t(`seat.${latest(e)?.seat ?? 'top-stop'}`), { id: 'seat', header: t('engines.seat') }),
  column.accessor(
    (e) => {
      const l = latest(e)?.limits
      return l ? `${length(l.minMm)} – ${length(l.maxMm)}` : ''
    },
    { id: 'limits', header: t('engines.protrusion'), cell: (c) => h('span', { class: 'figure' }, c.getValue()) },
  ),
  column.accessor((e) => latest(e)?.version ?? 0, {
    id: 'version',
    header: t('engines.version'),
    cell: (c) => h('span', { class: 'figure' }, c.getValue()),
  }),
])

function open(engine: EngineCard): void {
  void router.push({ name: 'engine', params: { engineId: engine.id } })
}
</script>

<template>
  <ShopFrame :title="t('head.engines')">
    <template #action
      ><button type="button" class="key-brass" data-part="new-engine" @click="making = true">
        {{ t('engines.new') }}
      </button></template
    >
    <ListTable
      v-if="shop.shop"
      :rows="shop.shop.engines"
      :columns="columns as never"
      name="engines"
      :empty="t('engines.empty')"
      @open="open"
    />
    <NewEngineDialog :open="making" @close="making = false" />
  </ShopFrame>
</template>
