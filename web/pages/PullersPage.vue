<script setup lang="ts">
import { computed, h, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Puller } from '#core/works/liners/strip'
import { checkPuller, forbids } from '#core/pull/check-puller'
import { nominalLedgeDepthMm } from '#core/liner/stack'
import type { ListColumn } from '../bench/list-column'
import ListTable from '../bench/ListTable.vue'
import PullerDialog from '../works/liners/PullerDialog.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import { useFigures } from '../bench/useFigures'
import { useShop } from '../stores/shop'

const { t } = useI18n()
const { entered, torque } = useFigures()
const shop = useShop()
void shop.load()
const editing = ref<Puller | null>(null)
const open = ref(false)

/** Every engine whose liner's measures are known, and whether this puller is right for it. */
function fits(puller: Puller): string {
  return (shop.shop?.engines ?? [])
    .flatMap((e) => {
      const sheet = e.sheets.at(-1)
      if (!sheet?.liner) return []
      const check = checkPuller(puller, sheet.liner, {
        boreMm: e.boreMm,
        pitchMm: e.pitchMm,
        counterboreMm: nominalLedgeDepthMm(sheet.links),
      })
      const wrong = check.problems.some((p) => forbids(p))
      return [
        t(wrong ? 'puller.not-for' : 'puller.for', {
          engine: e.name,
          stop: torque(check.plan?.stopTorqueNm ?? 0, true),
        }),
      ]
    })
    .join(' · ')
}
const columns = computed((): ListColumn<Puller>[] => [
  {
    id: 'name',
    value: (r) => r.name,
    header: t('puller.name'),
    cell: (_, value) => h('b', { class: 'text-lead' }, value),
  },
  { value: (p) => t(`puller.${p.origin}`), id: 'origin', header: t('puller.origin') },
  {
    value: (p) => `M${p.screw.majorMm} × ${p.screw.pitchMm}`,
    id: 'screw',
    header: t('puller.screw-word'),
    cell: (_, value) => h('span', { class: 'figure' }, value),
  },
  {
    value: (p) => entered(p.bar.spanMm),
    id: 'span',
    header: t('puller.span'),
    cell: (_, value) => h('span', { class: 'figure' }, value),
  },
  { value: (p) => fits(p), id: 'fits', header: t('puller.fits') },
])
function edit(puller: Puller | null): void {
  editing.value = puller
  open.value = true
}
</script>

<template>
  <ShopFrame :title="t('puller.what')">
    <template #action
      ><button type="button" class="key-brass" data-part="new-puller" @click="edit(null)">
        {{ t('puller.new') }}
      </button></template
    >
    <ListTable
      v-if="shop.shop"
      :rows="shop.shop.pullers"
      :columns="columns"
      name="pullers"
      :empty="t('puller.empty')"
      @open="edit"
    />
    <PullerDialog :open="open" :puller="editing" @close="open = false" @saved="open = false" />
  </ShopFrame>
</template>
