<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { coreLeft } from '#core/fasten/thread'
import { tighten } from '#core/fasten/tighten'
import { nmPerUnit, torqueUnits } from '#core/units/torque-units'
import { threadConditions, usualFriction, type ThreadCondition } from '#core/works/fasteners/data'
import { jointsOf } from '#core/works/fasteners/read-joint'
import ChoiceKeys from '../../bench/ChoiceKeys.vue'
import LengthField from '../../bench/LengthField.vue'
import NumberField from '../../bench/NumberField.vue'
import { useFigures } from '../../bench/useFigures'
import { useShop } from '../../stores/shop'

/** What a torque comes to at a screw: clamp by the book and as the thread is now, the wrench's setting, the same in other units. */
const { t } = useI18n()
const { force } = useFigures()
const shop = useShop()
const joints = computed(() =>
  (shop.shop?.engines ?? []).flatMap((engine) => {
    const sheet = engine.sheets.at(-1)
    return sheet
      ? jointsOf({ sheet, engine }).map((joint) => ({ key: `${engine.id} ${joint.code}`, engine: engine.name, joint }))
      : []
  }),
)
const chosen = ref('')
const torqueNm = ref<number | null>(62)
const majorMm = ref<number | null>(16)
const pitchMm = ref<number | null>(2)
const faceMm = ref<number | null>(21)
const proofMPa = ref<number | null>(640)
const assumed = ref<ThreadCondition>('oiled')
const now = ref<ThreadCondition>('oiled')
const adapterMm = ref<number | null>(null)
const wrenchMm = ref<number | null>(null)
const angleDeg = ref<number | null>(0)
watch(chosen, (key) => {
  const joint = joints.value.find((j) => j.key === key)?.joint
  if (!joint) return
  torqueNm.value = joint.torqueNm
  majorMm.value = joint.screw.majorMm
  pitchMm.value = joint.screw.pitchMm
  faceMm.value = joint.screw.faceMeanMm
  proofMPa.value = joint.screw.proofMPa
  assumed.value = now.value = joint.condition
})
const screw = computed(() =>
  majorMm.value && pitchMm.value && faceMm.value && proofMPa.value
    ? { majorMm: majorMm.value, pitchMm: pitchMm.value, faceMeanMm: faceMm.value, proofMPa: proofMPa.value }
    : null,
)
const figures = computed(() => {
  if (!screw.value || !torqueNm.value || torqueNm.value <= 0 || !coreLeft(screw.value)) return null
  const arm =
    adapterMm.value !== null && wrenchMm.value ? { lengthMm: adapterMm.value, wrenchMm: wrenchMm.value } : null
  const cos = Math.cos(((angleDeg.value ?? 0) * Math.PI) / 180)
  if (arm && arm.wrenchMm + arm.lengthMm * cos <= 0) return null
  return tighten({
    screw: screw.value,
    torqueNm: torqueNm.value,
    frictionAssumed: usualFriction[assumed.value],
    frictionNow: usualFriction[now.value],
    adapter: arm && { ...arm, angleDeg: angleDeg.value ?? 0 },
  })
})
const percent = (share: number, sign = false) =>
  new Intl.NumberFormat(undefined, {
    style: 'percent',
    maximumFractionDigits: 0,
    signDisplay: sign ? 'exceptZero' : 'auto',
  }).format(share)
const inUnits = (nm: number) =>
  torqueUnits.map((u) => `${Number((nm / nmPerUnit[u]).toPrecision(4))} ${t(`unit.${u}`)}`).join('  =  ')
</script>

<template>
  <div class="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-8 max-[900px]:grid-cols-1" data-part="torque-tool">
    <div class="flex flex-col gap-3">
      <p class="text-body">{{ t('joint.quick-says') }}</p>
      <label class="field"
        >{{ t('joint.which') }}
        <select v-model="chosen" data-part="tool-joint">
          <option value="">{{ t('tools.own') }}</option>
          <option v-for="j in joints" :key="j.key" :value="j.key">
            {{ j.engine }}: {{ j.joint.name || t('joint.hold-down') }}
          </option>
        </select></label
      >
      <div class="grid grid-cols-2 gap-3">
        <NumberField v-model="torqueNm" :label="t('sheet.field.torqueNm')" needed data-part="tool-torque" />
        <NumberField v-model="majorMm" :label="t('tools.major')" needed />
        <NumberField v-model="pitchMm" :label="t('tools.pitch')" needed />
        <NumberField v-model="faceMm" :label="t('tools.face')" needed />
        <NumberField v-model="proofMPa" :label="t('sheet.field.proofMPa')" needed />
      </div>
      <fieldset>
        <legend class="mb-1 font-semibold">{{ t('sheet.field.condition') }}</legend>
        <ChoiceKeys
          v-model="assumed"
          class="flex flex-wrap gap-1"
          :label="t('sheet.field.condition')"
          :options="threadConditions"
          :word="(c) => t(`joint.conditions.${c}`)"
          mark="assumed"
          filled
        />
      </fieldset>
      <fieldset>
        <legend class="mb-1 font-semibold">{{ t('joint.condition') }}</legend>
        <ChoiceKeys
          v-model="now"
          class="flex flex-wrap gap-1"
          :label="t('joint.condition')"
          :options="threadConditions"
          :word="(c) => t(`joint.conditions.${c}`)"
          mark="now"
          filled
        />
      </fieldset>
      <div class="grid grid-cols-3 gap-3">
        <LengthField v-model="adapterMm" rough :label="t('joint.adapter')" />
        <LengthField v-model="wrenchMm" rough :label="t('joint.adapter-wrench')" />
        <NumberField v-model="angleDeg" :label="t('tools.angle')" />
      </div>
    </div>
    <div class="bg-layout p-5 text-scribe" aria-live="polite" data-part="torque-answer">
      <template v-if="figures">
        <p class="text-head font-bold">{{ t('joint.aim', { torque: inUnits(torqueNm!) }) }}</p>
        <p v-if="figures.wrenchSettingNm !== torqueNm" class="mt-2 text-lead" data-part="tool-setting">
          {{ t('joint.with-adapter', { torque: inUnits(figures.wrenchSettingNm) }) }}
        </p>
        <dl class="mt-4 grid grid-cols-[1fr_auto] gap-y-2 text-lead">
          <dt>{{ t('tools.clamp-book') }}</dt>
          <dd class="figure text-right">{{ force(figures.preloadN) }} · {{ percent(figures.proofShare) }}</dd>
          <dt>{{ t('tools.clamp-now') }}</dt>
          <dd class="figure text-right">{{ force(figures.preloadNowN) }} · {{ percent(figures.proofShareNow) }}</dd>
          <dt>{{ t('tools.with-torsion') }}</dt>
          <dd class="figure text-right">{{ percent(figures.equivalentShareNow) }}</dd>
        </dl>
        <p v-if="Math.abs(figures.clampChange) > 0.005" class="mt-4 text-lead font-bold" data-part="tool-change">
          {{
            t('joint.changed', {
              change: percent(figures.clampChange, true),
              condition: t(`joint.conditions.${assumed}`),
            })
          }}
        </p>
      </template>
      <p v-else class="text-lead">{{ t('tools.open') }}</p>
      <p class="mt-6 text-small">{{ t('tools.usual') }}</p>
    </div>
  </div>
</template>
