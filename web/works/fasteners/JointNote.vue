<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Spot } from '#core/job/place'
import { aimOf, boltOf, jointFigures, lastReading, numberOf, roundOf } from '#core/works/fasteners/turns'
import type { JointState } from '#core/works/fasteners/read-joint'
import { torqueUnits } from '#core/units/torque-units'
import { useDevice } from '../../stores/device'
import ChoiceKeys from '../../bench/ChoiceKeys.vue'
import LengthField from '../../bench/LengthField.vue'
import type { useTurn } from '../../bench/pad/useTurn'
import { useActs } from '../../bench/useActs'
import { useFigures } from '../../bench/useFigures'
import WrenchPanel from './WrenchPanel.vue'

/** What stands of a joint beside its bolts: how far it is, which bolt is not good, what the wrench is on and must read. */
const props = defineProps<{
  state: JointState
  /** Where it is. */
  spot: Spot
  turn: ReturnType<typeof useTurn>
  closed: boolean
  tightening: boolean
}>()
const { t } = useI18n()
const { torque } = useFigures()
const device = useDevice()
const { strike } = useActs()

const joint = computed(() => props.state.joint)
const name = computed(() => joint.value.name || t('joint.hold-down'))
const aimNm = computed(() => aimOf(props.state))
const bolt = computed(() => boltOf(props.state, props.turn.answers.value))
/** Something of the joint stands already. */
const begun = computed(() => props.state.rounds.some((r) => r.readings.length > 0))
const last = computed(() => lastReading(props.state))
const verdicts = computed(() =>
  props.state.rounds
    .flatMap((r, round) => r.judged.bolts.map((b) => ({ ...b, round })))
    .filter((b) => !['ok', 'not-done'].includes(b.verdict)),
)
const wrongUnit = computed(() => {
  const l = last.value
  return l && l.source === 'wrench' && l.unit !== device.torqueUnit ? l : null
})
const adapterMm = ref<number | null>(null)
const wrenchMm = ref<number | null>(null)
const figures = computed(() =>
  jointFigures(
    joint.value,
    aimNm.value,
    joint.value.condition,
    adapterMm.value !== null && wrenchMm.value !== null
      ? { wrenchMm: wrenchMm.value, lengthMm: adapterMm.value }
      : null,
  ),
)
const percent = (share: number) =>
  new Intl.NumberFormat(undefined, { style: 'percent', maximumFractionDigits: 0 }).format(share)
</script>

<template>
  <section
    v-if="tightening || begun"
    class="flex flex-col gap-2 text-body"
    data-part="joint-note"
    :data-done="state.done"
  >
    <p>
      <b>{{ name }}</b>
      ·
      {{
        state.done
          ? t('joint.all-done')
          : t('joint.round', { n: roundOf(state) + 1, of: state.rounds.length, torque: torque(aimNm) })
      }}
    </p>
    <ul v-if="verdicts.length" data-part="bolt-verdicts">
      <li v-for="v in verdicts" :key="`${v.round} ${v.bolt}`" class="font-semibold text-outside">
        {{ t('joint.bolt', { bolt: numberOf(state, v.bolt) }) }}: {{ t(`joint.verdict.${v.verdict}`) }}
      </li>
    </ul>
    <p v-if="state.tooLong.length" class="border-l-4 border-outside pl-2 font-semibold" data-part="too-long">
      {{ t('joint.too-long', { bolts: state.tooLong.map((id) => numberOf(state, id)).join(', ') }) }}
    </p>
    <p v-if="wrongUnit" class="border-l-4 border-outside pl-2 font-semibold" role="alert" data-part="wrong-unit">
      {{
        t('joint.wrong-unit', {
          unit: t(`unit.${wrongUnit.unit}`),
          shown: wrongUnit.shown,
          torque: torque(wrongUnit.torqueNm),
          aim: torque(aimNm),
        })
      }}
    </p>
    <p v-if="state.witness" class="font-semibold" data-part="marked">{{ t('joint.marked') }}</p>
    <div v-if="!closed" class="flex flex-wrap gap-2">
      <button
        v-if="state.done && !state.witness"
        type="button"
        class="key"
        data-part="mark-joint"
        @click="turn.open('mark-joint', spot)"
      >
        {{ t('joint.mark') }}
      </button>
      <button v-if="last" type="button" class="key" data-part="undo-bolt" @click="strike(last.id)">
        {{ t('joint.undo') }}
      </button>
      <button
        v-if="joint.freeLengthMaxMm !== null"
        type="button"
        class="key"
        data-part="measure-bolt"
        @click="turn.open('measure-bolt', spot)"
      >
        {{ t('joint.free-length', { bolt: numberOf(state, bolt) }) }}
      </button>
    </div>
    <template v-if="tightening && !closed">
      <fieldset>
        <legend class="mb-1 text-small font-semibold">{{ t('joint.unit') }}</legend>
        <ChoiceKeys
          v-model="device.torqueUnit"
          class="flex flex-wrap gap-1"
          key-class="!px-2 !min-h-[44px]"
          :label="t('joint.unit')"
          :options="torqueUnits"
          :word="(u) => t(`unit.${u}`)"
          mark="wrench-unit"
          filled
        />
      </fieldset>
      <p class="text-small">
        {{ t('joint.share', { share: percent(figures.proofShareNow) }) }}
        <template v-if="figures.washerMPa !== undefined">
          ·
          {{
            t('joint.washer', {
              pressure: Math.round(figures.washerMPa),
              share: percent(figures.washerShare!),
              torque: torque(figures.torqueAtWasherLimitNm!),
            })
          }}</template
        >
      </p>
      <details>
        <summary class="min-h-[44px] py-2 font-semibold">{{ t('joint.adapter-name') }}</summary>
        <div class="grid grid-cols-2 gap-2">
          <LengthField v-model="adapterMm" rough :label="t('joint.adapter')" />
          <LengthField v-model="wrenchMm" rough :label="t('joint.adapter-wrench')" />
        </div>
        <p v-if="adapterMm !== null && wrenchMm !== null" class="font-bold" data-part="with-adapter">
          {{ t('joint.with-adapter', { torque: torque(figures.wrenchSettingNm) }) }}
        </p>
      </details>
      <WrenchPanel :aim-nm="aimNm" :bolt="bolt" @read="turn.takeWrench" />
    </template>
  </section>
</template>
