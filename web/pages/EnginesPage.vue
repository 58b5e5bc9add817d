<script setup lang="ts">
import { computed, h, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'
import type { EngineCard } from '#contract/shop'
import type { ListColumn } from '../bench/list-column'
import ListTable from '../bench/ListTable.vue'
import NewEngineDialog from './sheet/NewEngineDialog.vue'
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
const hasCylinders = (e: EngineCard) => e.layout !== 'unit'
const columns = computed((): ListColumn<EngineCard>[] => [
  {
    id: 'name',
    value: (r) => r.name,
    header: t('engines.name'),
    cell: (r) =>
      h(
        RouterLink,
        {
          to: { name: 'engine', params: { engineId: r.id } },
          class: 'text-lead font-bold',
          onClick: (e: Event) => e.stopPropagation(),
        },
        () => r.name,
      ),
  },
  { value: (e) => t(`layout.${e.layout}`, { n: e.heads.flat().length }), id: 'layout', header: t('engines.layout') },
  { value: (e) => (hasCylinders(e) ? entered(e.boreMm) : '—'), id: 'bore', header: t('engines.bore') },
  {
    value: (e) => (hasCylinders(e) ? t(`seat.${latest(e)?.seat ?? 'top-stop'}`) : '—'),
    id: 'seat',
    header: t('engines.seat'),
  },
  {
    value: (e) => {
      const l = latest(e)?.limits
      return !hasCylinders(e) ? '—' : l ? `${length(l.minMm)} – ${length(l.maxMm)}` : ''
    },
    id: 'limits',
    header: t('engines.protrusion'),
    cell: (_, value) => h('span', { class: 'figure' }, value),
  },
  {
    value: (e) => latest(e)?.version ?? 0,
    id: 'version',
    header: t('engines.version'),
    cell: (_, value) => h('span', { class: 'figure' }, value),
  },
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
      :columns="columns"
      name="engines"
      :empty="t('engines.empty')"
      @open="open"
    />
    <NewEngineDialog :open="making" @close="making = false" />
  </ShopFrame>
</template>
