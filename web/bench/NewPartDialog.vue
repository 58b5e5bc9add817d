<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { EngineCard } from '#contract/shop'
import { linkSign } from '#core/liner/stack'
import { newId } from '../stores/new-id'
import { useShop } from '../stores/shop'
import ChoiceKeys from './ChoiceKeys.vue'
import LengthField from './LengthField.vue'
import SheetDialog from './SheetDialog.vue'

const props = defineProps<{ open: boolean; engines: EngineCard[] }>()
const emit = defineEmits<{ close: []; changed: [id: string] }>()
const { t } = useI18n()
const shop = useShop()
const kind = ref<'liner' | 'shim'>('liner')
const engineId = ref('')
const label = ref('')
const nominalMm = ref<number | null>(null)
const material = ref<'stainless' | 'brass' | 'steel'>('stainless')
const chamfer = ref<'none' | 'inside' | 'outside'>('inside')
const only = ref<number | ''>('')

const engine = computed(() => props.engines.find((e) => e.id === engineId.value) ?? null)
const cylinders = computed(() => engine.value?.heads.flat() ?? [])
watch(
  () => props.open,
  (open) => {
    if (!open) return
    engineId.value = props.engines[0]?.id ?? ''
    ;[label.value, only.value] = ['', '']
  },
  { immediate: true },
)
watch(
  [engine, kind],
  () =>
    (nominalMm.value =
      kind.value === 'liner'
        ? (engine.value?.sheets.at(-1)?.links.find((l) => linkSign(l.kind) > 0)?.nominalMm ?? null)
        : null),
  { immediate: true },
)
const ready = computed(() => engine.value !== null && label.value.trim() !== '' && (nominalMm.value ?? 0) > 0)

async function save(): Promise<void> {
  if (!ready.value || nominalMm.value === null) return
  const id = newId()
  const common = { id, engineId: engineId.value, label: label.value, nominalMm: nominalMm.value, readings: [] }
  const part =
    kind.value === 'liner'
      ? { kind: 'liner' as const, ...common, material: '', onlyCylinder: only.value === '' ? null : only.value }
      : { kind: 'shim' as const, ...common, material: material.value, chamfer: chamfer.value }
  if (await shop.act({ what: 'add-parts', parts: [part] })) emit('changed', id)
  emit('close')
}
</script>

<template>
  <SheetDialog :open="open" :title="t('parts.new')" @close="emit('close')">
    <form class="flex flex-col gap-3" @submit.prevent="save">
      <ChoiceKeys
        v-model="kind"
        class="flex gap-2"
        key-class="flex-1"
        :label="t('parts.new')"
        :options="['liner', 'shim'] as const"
        :word="(k) => t(`parts.kind.${k}`)"
        mark="kind"
      />
      <label class="field"
        >{{ t('jobs.engine')
        }}<select v-model="engineId">
          <option v-for="e in engines" :key="e.id" :value="e.id">{{ e.name }}</option>
        </select></label
      >
      <label class="field">{{ t('parts.label') }}<input v-model="label" maxlength="40" data-part="part-label" /></label>
      <LengthField
        v-model="nominalMm"
        :label="t('parts.nominal')"
        :problem="nominalMm !== null && nominalMm <= 0 ? t('parts.no-thickness') : null"
      />
      <label v-if="kind === 'liner'" class="field"
        >{{ t('parts.only')
        }}<select v-model="only">
          <option value="">{{ t('parts.any') }}</option>
          <option v-for="c in cylinders" :key="c" :value="c">{{ c }}</option>
        </select></label
      >
      <template v-else>
        <label class="field"
          >{{ t('engine.shim-material')
          }}<select v-model="material">
            <option v-for="m in ['stainless', 'brass', 'steel'] as const" :key="m" :value="m">
              {{ t(`material.${m}`) }}
            </option>
          </select></label
        >
        <label class="field"
          >{{ t('parts.chamfer-side')
          }}<select v-model="chamfer">
            <option v-for="c in ['none', 'inside', 'outside'] as const" :key="c" :value="c">
              {{ t(`parts.chamfer.${c}`) }}
            </option>
          </select></label
        >
      </template>
      <div class="mt-2 flex gap-2">
        <button type="submit" class="key-brass disabled:opacity-50" :disabled="!ready" data-part="part-save">
          {{ t('parts.add') }}
        </button>
        <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
      </div>
    </form>
  </SheetDialog>
</template>
