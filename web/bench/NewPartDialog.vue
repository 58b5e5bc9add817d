<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { z } from 'zod'
import type { EngineCard } from '#contract/shop'
import { linkSign } from '#core/liner/stack'
import { thicknessMm } from '#core/schema'
import { newId } from '../stores/new-id'
import { useShop } from '../stores/shop'
import ChoiceKeys from './ChoiceKeys.vue'
import DialogKeys from './DialogKeys.vue'
import LengthField from './LengthField.vue'
import SheetDialog from './SheetDialog.vue'
import TextField from './TextField.vue'
import { useDraft } from './useDraft'

const props = defineProps<{ open: boolean; engines: EngineCard[] }>()
const emit = defineEmits<{ close: []; changed: [id: string] }>()
const { t } = useI18n()
const shop = useShop()
const kind = ref<'liner' | 'shim'>('liner')
const asked = z.object({
  engineId: z.string().min(1),
  label: z.string().trim().min(1).max(40),
  nominalMm: thicknessMm,
  material: z.enum(['stainless', 'brass', 'steel']),
  chamfer: z.enum(['none', 'inside', 'outside']),
  only: z.union([z.int(), z.literal('')]),
  ringMm: thicknessMm.nullable(),
})
const { draft, tried, ready, problemOf, begin, take } = useDraft(asked, {
  engineId: '',
  label: '',
  nominalMm: null,
  material: 'stainless',
  chamfer: 'inside',
  only: '',
  ringMm: null,
})

const engine = computed(() => props.engines.find((e) => e.id === draft.value.engineId) ?? null)
const cylinders = computed(() => engine.value?.heads.flat() ?? [])
watch(
  () => props.open,
  (open) => open && begin({ ...draft.value, engineId: props.engines[0]?.id ?? '', label: '', only: '', ringMm: null }),
  { immediate: true },
)
watch(
  [engine, kind],
  () =>
    (draft.value.nominalMm =
      kind.value === 'liner'
        ? (engine.value?.sheets.at(-1)?.links.find((l) => linkSign(l.kind) > 0)?.nominalMm ?? null)
        : null),
  { immediate: true },
)

async function save(): Promise<void> {
  const found = take()
  if (!found) return
  const id = newId()
  const { engineId, label, nominalMm, material, chamfer, only, ringMm } = found
  const rings = ringMm === null ? {} : { ringsMm: [ringMm] }
  const common = { id, engineId, label, nominalMm, readings: [] }
  const part =
    kind.value === 'liner'
      ? { kind: 'liner' as const, ...common, material: '', onlyCylinder: only === '' ? null : only, ...rings }
      : { kind: 'shim' as const, ...common, material, chamfer }
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
        }}<select v-model="draft.engineId">
          <option v-for="e in engines" :key="e.id" :value="e.id">{{ e.name }}</option>
        </select></label
      >
      <TextField
        v-model="draft.label"
        :label="t('parts.label')"
        :problem="problemOf('label')"
        maxlength="40"
        data-part="part-label"
      />
      <LengthField v-model="draft.nominalMm" :label="t('parts.nominal')" :problem="problemOf('nominalMm')" />
      <LengthField
        v-if="kind === 'liner'"
        v-model="draft.ringMm"
        :label="t('parts.ring')"
        :problem="problemOf('ringMm')"
        data-part="part-ring"
      />
      <label v-if="kind === 'liner'" class="field"
        >{{ t('parts.only')
        }}<select v-model="draft.only">
          <option value="">{{ t('parts.any') }}</option>
          <option v-for="c in cylinders" :key="c" :value="c">{{ c }}</option>
        </select></label
      >
      <template v-else>
        <label class="field"
          >{{ t('engine.shim-material')
          }}<select v-model="draft.material">
            <option v-for="m in ['stainless', 'brass', 'steel'] as const" :key="m" :value="m">
              {{ t(`material.${m}`) }}
            </option>
          </select></label
        >
        <label class="field"
          >{{ t('parts.chamfer-side')
          }}<select v-model="draft.chamfer">
            <option v-for="c in ['none', 'inside', 'outside'] as const" :key="c" :value="c">
              {{ t(`parts.chamfer.${c}`) }}
            </option>
          </select></label
        >
      </template>
      <p v-if="tried && !ready" class="border-l-4 border-outside pl-2 font-semibold" role="alert">
        {{ t('draft.wrong') }}
      </p>
      <DialogKeys :save="t('parts.add')" part="part-save" @close="emit('close')" />
    </form>
  </SheetDialog>
</template>
