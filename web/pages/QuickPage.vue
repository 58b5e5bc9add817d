<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { z } from 'zod'
import { lengthMm } from '#core/schema'
import { planEngine, usualPitchMm } from '#core/works/liners/plan-engine'
import LengthField from '../bench/LengthField.vue'
import NumberField from '../bench/NumberField.vue'
import { quickSheet } from './sheet/sheet-draft'
import ShopFrame from '../bench/ShopFrame.vue'
import TextField from '../bench/TextField.vue'
import { useDraft } from '../bench/useDraft'
import { useDevice } from '../stores/device'
import { newId } from '../stores/new-id'
import { useShop } from '../stores/shop'

/** A deck measured against its limits and nothing more: four entries, and the first reading has its verdict. */
const { t } = useI18n()
const router = useRouter()
const shop = useShop()
const device = useDevice()
void shop.load()

const form = useTemplateRef<HTMLFormElement>('form')
const asked = z
  .object({
    name: z.string().trim().max(80),
    cylinders: z.int().min(1).max(24),
    minMm: lengthMm,
    maxMm: lengthMm,
  })
  .superRefine((q, context) => {
    if (q.name === '' && device.personId === '') context.addIssue({ code: 'custom', message: '', path: ['name'] })
    if (q.minMm >= q.maxMm) context.addIssue({ code: 'custom', message: 'limits-crossed', path: ['minMm'] })
  })
const { draft, tried, ready, problemOf, take } = useDraft(
  asked,
  { name: '', cylinders: 6, minMm: null, maxMm: null },
  () => form.value,
)
const mustSayWho = computed(() => device.personId === '')

/** What is taken where nobody said: it only places the drawing, and a dial's usual repeatability. */
const BORE_MM = 120
const DIAL = { resolutionMm: 0.01, repeatabilityMm: 0.003 }

async function begin(): Promise<void> {
  const quick = take()
  if (!quick) return
  if (mustSayWho.value) {
    const id = newId()
    if (!(await shop.act({ what: 'add-person', person: { id, name: quick.name, role: 'technician' } }))) return
    device.personId = id
  }
  if (shop.shop?.gauges.length === 0) {
    const gauge = { id: newId(), name: t('quick.gauge'), serial: '', kind: 'dial-sled', basis: 'entered' } as const
    if (!(await shop.act({ what: 'save-gauge', gauge: { ...gauge, ...DIAL, calibrationDue: null } }))) return
  }
  const [engineId, jobId] = [newId(), newId()]
  const title = t('quick.job', { cylinders: quick.cylinders })
  const shape = {
    name: t('quick.engine', { cylinders: quick.cylinders }),
    boreMm: BORE_MM,
    pitchMm: usualPitchMm(BORE_MM),
    ...planEngine('inline', quick.cylinders, quick.cylinders),
  }
  const sheet = quickSheet(quick.minMm, quick.maxMm, t('quick.source'))
  if (!(await shop.act({ what: 'add-engine', engineId, shape, sheet }))) return
  if (await shop.act({ what: 'start-job', jobId, engineId, title, complaint: '', work: [] }))
    void router.push({ name: 'as-found', params: { jobId } })
}
</script>

<template>
  <ShopFrame :title="t('quick.name')">
    <form ref="form" class="flex max-w-[560px] flex-col gap-4" data-part="quick" @submit.prevent="begin">
      <p class="text-body">{{ t('quick.says') }}</p>
      <TextField
        v-if="mustSayWho"
        v-model="draft.name"
        :label="t('quick.who')"
        needed
        :problem="problemOf('name')"
        data-part="quick-name"
      />
      <NumberField
        v-model="draft.cylinders"
        :label="t('engine.cylinders')"
        needed
        :problem="problemOf('cylinders')"
        data-part="quick-cylinders"
      />
      <div class="grid grid-cols-2 gap-4">
        <LengthField
          v-model="draft.minMm"
          :label="t('engine.limit.minMm')"
          needed
          :problem="problemOf('minMm')"
          data-part="quick-min"
        />
        <LengthField
          v-model="draft.maxMm"
          :label="t('engine.limit.maxMm')"
          needed
          :problem="problemOf('maxMm')"
          data-part="quick-max"
        />
      </div>
      <p class="text-small text-soft">{{ t('quick.taken') }}</p>
      <p v-if="tried && !ready" class="border-l-4 border-outside pl-2 font-semibold" role="alert" data-part="problem">
        {{ t('quick.not-ready') }}
      </p>
      <div>
        <button type="submit" class="key-brass" data-part="quick-start">{{ t('quick.start') }}</button>
      </div>
    </form>
  </ShopFrame>
</template>
