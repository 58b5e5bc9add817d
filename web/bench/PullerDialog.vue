<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { puller as pullerSchema, type Puller } from '#core/works/liners/strip'
import { newId } from '../stores/new-id'
import { useShop } from '../stores/shop'
import LengthField from './LengthField.vue'
import SheetDialog from './SheetDialog.vue'

const props = defineProps<{ open: boolean; puller: Puller | null }>()
const emit = defineEmits<{ close: []; saved: [id: string] }>()
const { t } = useI18n()
const shop = useShop()

type Draft = Omit<Puller, 'id'>
/** What a new puller starts from: usual steel, half of its proof used. */
const start: Draft = {
  name: '',
  origin: 'made',
  screw: {
    majorMm: 20,
    pitchMm: 2.5,
    proofMPa: 600,
    threadFriction: 0.14,
    faceFriction: 0.14,
    faceOuterMm: 32,
    faceInnerMm: 21,
  },
  bar: { spanMm: 220, widthMm: 60, heightMm: 50, holeMm: 22, allowMPa: 200 },
  footMm: 25,
  discBaseMm: null,
  leverMm: 500,
  handForceN: 300,
  useFraction: 0.5,
  clearanceMm: 1,
}
const draft = ref<Draft>(structuredClone(start))
const id = ref('')
watch(
  () => props.open,
  (open) => {
    if (!open) return
    tried.value = false
    id.value = props.puller?.id ?? newId()
    draft.value = JSON.parse(JSON.stringify(props.puller ? { ...props.puller, id: undefined } : start)) as Draft
  },
)
const read = computed(() => pullerSchema.safeParse({ ...draft.value, id: id.value }))
const tried = ref(false)
/** The words of fields that are not named as they are kept. */
const wordOf: Record<string, string> = {
  proofMPa: 'proof',
  allowMPa: 'allow',
  threadFriction: 'thread-friction',
  faceFriction: 'face-friction',
  useFraction: 'use',
  footMm: 'foot',
  discBaseMm: 'disc',
  clearanceMm: 'clearance',
  leverMm: 'lever',
  handForceN: 'hand',
}
const wrong = computed(() => {
  const paths = read.value.error?.issues.map((i) => i.path.map(String)) ?? []
  return [...new Set(paths.map((path) => t(`puller.${wordOf[path.at(-1)!] ?? path.join('.')}`)))]
})
const screwLengths = ['majorMm', 'pitchMm', 'faceOuterMm', 'faceInnerMm'] as const
const barLengths = ['spanMm', 'widthMm', 'heightMm', 'holeMm'] as const

async function save(): Promise<void> {
  tried.value = true
  if (!read.value.success) return
  if (await shop.act({ what: 'save-puller', puller: read.value.data })) emit('saved', id.value)
}
</script>

<template>
  <SheetDialog :open="open" wide :title="t(puller ? 'puller.edit' : 'puller.new')" @close="emit('close')">
    <form class="flex flex-col gap-3" data-part="puller-form" @submit.prevent="save">
      <div class="grid grid-cols-[2fr_1fr] gap-3">
        <label class="field"
          >{{ t('puller.name') }}<input v-model="draft.name" maxlength="80" data-part="puller-name"
        /></label>
        <label class="field"
          >{{ t('puller.origin')
          }}<select v-model="draft.origin">
            <option v-for="o in ['made', 'bought'] as const" :key="o" :value="o">{{ t(`puller.${o}`) }}</option>
          </select></label
        >
      </div>
      <div class="grid grid-cols-4 gap-3 max-[800px]:grid-cols-2">
        <LengthField
          v-for="n in screwLengths"
          :key="n"
          v-model="(draft.screw as Record<string, number | null>)[n]!"
          rough
          :label="t(`puller.screw.${n}`)"
          :data-field="`screw-${n}`"
        />
        <label class="field"
          >{{ t('puller.proof')
          }}<input v-model.number="draft.screw.proofMPa" class="figure" type="number" min="1" step="any"
        /></label>
        <label class="field"
          >{{ t('puller.thread-friction')
          }}<input v-model.number="draft.screw.threadFriction" class="figure" type="number" min="0" max="1" step="0.01"
        /></label>
        <label class="field"
          >{{ t('puller.face-friction')
          }}<input v-model.number="draft.screw.faceFriction" class="figure" type="number" min="0" max="1" step="0.01"
        /></label>
        <label class="field"
          >{{ t('puller.use')
          }}<input v-model.number="draft.useFraction" class="figure" type="number" min="0.05" max="1" step="0.05"
        /></label>
        <LengthField
          v-for="n in barLengths"
          :key="n"
          v-model="(draft.bar as Record<string, number | null>)[n]!"
          rough
          :label="t(`puller.bar.${n}`)"
          :data-field="`bar-${n}`"
        />
        <label class="field"
          >{{ t('puller.allow')
          }}<input v-model.number="draft.bar.allowMPa" class="figure" type="number" min="1" step="any"
        /></label>
        <LengthField
          v-model="(draft as unknown as Record<string, number | null>).footMm!"
          rough
          :label="t('puller.foot')"
          data-field="foot"
        />
        <LengthField
          v-model="draft.discBaseMm"
          rough
          :label="t('puller.disc')"
          :hint="t('puller.disc-hint')"
          data-field="disc"
        />
        <LengthField
          v-model="(draft as unknown as Record<string, number | null>).clearanceMm!"
          rough
          :label="t('puller.clearance')"
          data-field="clearance"
        />
        <LengthField
          v-model="(draft as unknown as Record<string, number | null>).leverMm!"
          rough
          :label="t('puller.lever')"
          data-field="lever"
        />
        <label class="field"
          >{{ t('puller.hand')
          }}<input v-model.number="draft.handForceN" class="figure" type="number" min="1" step="any"
        /></label>
      </div>
      <p
        v-if="wrong.length && (tried || draft.name)"
        class="font-semibold text-outside"
        role="alert"
        data-part="puller-wrong"
      >
        {{ t('puller.wrong', { fields: wrong.join(', ') }) }}
      </p>
      <div class="flex gap-2">
        <button type="submit" class="key-brass" data-part="save-puller">{{ t('gauges.save') }}</button>
        <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
      </div>
    </form>
  </SheetDialog>
</template>
