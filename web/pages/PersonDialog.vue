<script setup lang="ts">
import { watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { person as personSchema, type Person } from '#core/job/snapshot'
import DialogKeys from '../bench/DialogKeys.vue'
import SheetDialog from '../bench/SheetDialog.vue'
import TextField from '../bench/TextField.vue'
import { useDraft } from '../bench/useDraft'
import { useShop } from '../stores/shop'

/** Mends a name or a role, or says that somebody left; what they did keeps the name of its day. */
const props = defineProps<{ person: Person | null }>()
const emit = defineEmits<{ close: []; saved: [] }>()
const { t } = useI18n()
const shop = useShop()
const { draft, problemOf, begin, take } = useDraft(personSchema.pick({ name: true, role: true }), {
  name: '',
  role: 'technician',
})
watch(
  () => props.person,
  (person) => person && begin({ name: person.name, role: person.role }),
)

async function save(): Promise<void> {
  const mended = take()
  if (!mended || !props.person) return
  if (await shop.act({ what: 'change-person', changedId: props.person.id, ...mended })) emit('saved')
}
async function layAside(): Promise<void> {
  const { person } = props
  if (person && (await shop.act({ what: 'lay-person-aside', asideId: person.id, left: !person.leftAt }))) emit('saved')
}
</script>

<template>
  <SheetDialog :open="person !== null" :title="t('people.change', { name: person?.name ?? '' })" @close="emit('close')">
    <form class="flex flex-col gap-3" @submit.prevent="save">
      <TextField
        v-model="draft.name"
        :label="t('people.name')"
        :problem="problemOf('name')"
        maxlength="80"
        data-part="mended-name"
      />
      <label class="field"
        >{{ t('people.role')
        }}<select v-model="draft.role">
          <option v-for="r in ['lead', 'technician', 'apprentice', 'owner'] as const" :key="r" :value="r">
            {{ t(`role.${r}`) }}
          </option>
        </select></label
      >
      <p class="text-small">{{ t('people.keeps-name') }}</p>
      <DialogKeys part="save-person" @close="emit('close')" />
    </form>
    <div class="mt-4 border-t border-line pt-3">
      <p class="text-small">{{ t(person?.leftAt ? 'people.back-what' : 'people.left-what') }}</p>
      <button type="button" class="key mt-2" data-part="lay-person-aside" @click="layAside">
        {{ t(person?.leftAt ? 'people.back' : 'people.left') }}
      </button>
    </div>
  </SheetDialog>
</template>
