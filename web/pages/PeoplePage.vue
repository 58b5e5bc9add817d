<script setup lang="ts">
import { computed, h, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { person as personSchema, type Person } from '#core/job/snapshot'
import type { ListColumn } from '../bench/list-column'
import ListFrame from '../bench/ListFrame.vue'
import ShopFrame from '../bench/ShopFrame.vue'
import PersonDialog from './PersonDialog.vue'
import ShopForm from './ShopForm.vue'
import TextField from '../bench/TextField.vue'
import { useDraft } from '../bench/useDraft'
import { useFigures } from '../bench/useFigures'
import { useDevice } from '../stores/device'
import { newId } from '../stores/new-id'
import { usePeopleList } from '../stores/people-list'
import { useShop } from '../stores/shop'

const { t } = useI18n()
const { day } = useFigures()
const shop = useShop()
const device = useDevice()
const form = useTemplateRef<HTMLFormElement>('form')
const { draft, problemOf, begin, take } = useDraft(
  personSchema.pick({ name: true, role: true }),
  { name: '', role: 'technician' },
  () => form.value,
)
const changing = ref<Person | null>(null)
const { filter, sort, rows, total, stale, load, more, all } = usePeopleList()
const columns = computed((): ListColumn<Person>[] => [
  {
    id: 'name',
    main: true,
    header: t('people.name'),
    value: (p) => p.name,
    cell: (p) =>
      h('span', { class: p.leftAt ? 'text-lead text-soft' : 'text-lead font-semibold' }, [
        p.name,
        p.leftAt ? h('span', { class: 'ml-2 text-small' }, t('people.left-on', { day: day(p.leftAt) })) : null,
      ]),
  },
  { id: 'role', header: t('people.role'), value: (p) => t(`role.${p.role}`) },
  {
    id: 'change',
    header: t('people.changes'),
    cell: (p) =>
      h(
        'button',
        { type: 'button', class: 'key', 'data-part': 'change-person', onClick: () => (changing.value = p) },
        t('gauges.change'),
      ),
  },
])

async function add(): Promise<void> {
  const person = take()
  if (!person) return
  const id = newId()
  if (await shop.act({ what: 'add-person', person: { id, ...person } })) {
    begin({ name: '', role: person.role })
    await load()
    if (!device.personId) device.personId = id
  }
}
</script>

<template>
  <ShopFrame :title="t('head.people')">
    <h2 class="mb-2">{{ t('people.title') }}</h2>
    <p v-if="stale && !rows" class="border-l-4 border-online pl-3">{{ t('jobs.away') }}</p>
    <ListFrame
      v-if="rows"
      v-model:filter="filter"
      v-model:sort="sort"
      class="mb-6 max-w-[640px]"
      :rows="rows"
      :columns="columns"
      name="people"
      :empty="t('people.empty')"
      :any="total > 0 || filter !== ''"
      :more="total - rows.length"
      :all="all"
      @more="more"
    />
    <form ref="form" class="flex max-w-[640px] flex-wrap items-end gap-3" @submit.prevent="add">
      <div class="flex-1">
        <TextField
          v-model="draft.name"
          :label="t('people.name')"
          :problem="problemOf('name')"
          maxlength="80"
          data-part="person-name"
        />
      </div>
      <label class="field"
        >{{ t('people.role')
        }}<select v-model="draft.role">
          <option v-for="r in ['lead', 'technician', 'apprentice', 'owner'] as const" :key="r" :value="r">
            {{ t(`role.${r}`) }}
          </option>
        </select></label
      >
      <button type="submit" class="key-brass" data-part="add-person">{{ t('people.add') }}</button>
    </form>
    <template v-if="shop.shop">
      <h2 class="mb-2 mt-8">{{ t('shop.title') }}</h2>
      <ShopForm :ways="shop.shop.ways" />
    </template>
    <PersonDialog
      :person="changing"
      @close="changing = null"
      @saved="
        () => {
          changing = null
          void load()
        }
      "
    />
  </ShopFrame>
</template>
