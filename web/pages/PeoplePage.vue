<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Person } from '#core/job/snapshot'
import ShopFrame from '../bench/ShopFrame.vue'
import { useDevice } from '../stores/device'
import { newId } from '../stores/new-id'
import { useShop } from '../stores/shop'

const { t } = useI18n()
const shop = useShop()
const device = useDevice()
const name = ref('')
const role = ref<Person['role']>('technician')
void shop.load()

async function add(): Promise<void> {
  const id = newId()
  if (!name.value.trim()) return
  if (await shop.act({ what: 'add-person', person: { id, name: name.value, role: role.value } })) {
    name.value = ''
    if (!device.personId) device.personId = id
  }
}
</script>

<template>
  <ShopFrame :title="t('head.people')">
    <p v-if="shop.shop?.people.length === 0" class="mb-3 text-lead" data-part="empty">{{ t('people.empty') }}</p>
    <ul class="mb-6 max-w-[640px]">
      <li
        v-for="p in shop.shop?.people ?? []"
        :key="p.id"
        class="flex min-h-[52px] items-center justify-between border-b border-line"
      >
        <span class="text-lead font-semibold">{{ p.name }}</span><span>{{ t(`role.${p.role}`) }}</span>
      </li>
    </ul>
    <form class="flex max-w-[640px] flex-wrap items-end gap-3" @submit.prevent="add">
      <label class="field flex-1"
        >{{ t('people.name') }}<input v-model="name" maxlength="80" data-part="person-name"
      /></label>
      <label class="field"
        >{{ t('people.role')
        }}<select v-model="role">
          <option v-for="r in ['lead', 'technician', 'apprentice', 'owner'] as const" :key="r" :value="r">
            {{ t(`role.${r}`) }}
          </option>
        </select></label
      >
      <button type="submit" class="key-brass" data-part="add-person">{{ t('people.add') }}</button>
    </form>
  </ShopFrame>
</template>
