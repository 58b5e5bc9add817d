<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { tighten } from '#core/fasten/tighten'
import { nmPerUnit, parseWrenchLine, torqueUnits, type TorqueUnit } from '#core/fasten/wrench-line'
import { settingIn, wrenchFaults, wrenchLine, type WrenchFault } from '#core/sim/simulated-wrench'
import { threadConditions, usualFriction, type Joint, type ThreadCondition } from '#core/works/fasteners/data'
import { readJoint } from '#core/works/fasteners/read-joint'
import { useDevice } from '../../stores/device'
import { useJob } from '../../stores/job'
import { newId } from '../../stores/new-id'
import ChoiceKeys from '../ChoiceKeys.vue'
import LengthField from '../LengthField.vue'
import NumberField from '../NumberField.vue'
import StagePhotos from '../StagePhotos.vue'
import { useActs } from '../useActs'
import { useFigures } from '../useFigures'
import BoltPlan from './BoltPlan.vue'

/** The fastener bench: bolts in their order, round by round, ticked off by a wrench that streams, by its reading, or by hand. */
const props = defineProps<{ joint: Joint; cylinder: number | null }>()
const { t } = useI18n()
const { torque, force } = useFigures()
const job = useJob()
const device = useDevice()
const { act, strike, problem } = useActs()
const snapshot = computed(() => job.snapshot!)
const state = computed(() => readJoint(snapshot.value, props.joint, props.cylinder))
const name = computed(() => props.joint.name || t('joint.hold-down'))

/** Each person's wrench keeps its unit. */
const units = useLocalStorage<Record<string, TorqueUnit>>('evenbore.wrench-units', {})
const unit = computed<TorqueUnit>({
  get: () => units.value[device.personId] ?? 'Nm',
  set: (u) => (units.value = { ...units.value, [device.personId]: u }),
})
const condition = ref<ThreadCondition>(props.joint.condition)
const frictionNow = computed(() =>
  condition.value === props.joint.condition ? props.joint.frictionAssumed : usualFriction[condition.value],
)
const aimNm = computed(() => state.value.rounds[Math.min(state.value.round, state.value.rounds.length - 1)]!.torqueNm)
const adapterMm = ref<number | null>(null)
const wrenchMm = ref<number | null>(null)
const figures = computed(() =>
  tighten({
    screw: props.joint.screw,
    torqueNm: aimNm.value,
    frictionAssumed: props.joint.frictionAssumed,
    frictionNow: frictionNow.value,
    adapter:
      adapterMm.value !== null && wrenchMm.value !== null
        ? { wrenchMm: wrenchMm.value, lengthMm: adapterMm.value, angleDeg: 0 }
        : null,
    angle:
      props.joint.angleDeg !== null && props.joint.gripMm !== null
        ? { deg: props.joint.angleDeg, gripMm: props.joint.gripMm, modulusMPa: 205_000, clampRatio: 4 }
        : null,
    washer: props.joint.washer,
  }),
)
const inUnit = (nm: number) => `${settingIn(nm, unit.value)} ${t(`joint.units.${unit.value}`)}`
const percent = (share: number, sign = false) =>
  new Intl.NumberFormat(undefined, {
    style: 'percent',
    maximumFractionDigits: 0,
    signDisplay: sign ? 'exceptZero' : 'auto',
  }).format(share)

function enter(
  torqueNm: number,
  angleDeg: number | null,
  shown: number,
  of: TorqueUnit,
  source: 'wrench' | 'typed' | 'hand',
): void {
  const bolt = chosen.value ?? state.value.next
  if (bolt === null) return
  const round = Math.min(state.value.round, state.value.rounds.length - 1)
  act({
    what: 'tighten-bolt',
    tighteningId: newId(),
    joint: props.joint.code,
    cylinder: props.cylinder,
    bolt,
    round,
    torqueNm,
    angleDeg,
    shown,
    unit: of,
    source,
    condition: condition.value,
  })
  chosen.value = null
}
/** A bolt taken out of its turn: done again, or looked at. */
const chosen = ref<string | null>(null)
const bolt = computed(() => chosen.value ?? state.value.next)
/** A bolt by its number in the order, as the drawing has it. */
const turnOf = (id: string) => state.value.order.indexOf(id) + 1
const last = computed(
  () =>
    state.value.rounds
      .flatMap((r) => r.readings)
      .sort((a, b) => a.seq - b.seq)
      .at(-1) ?? null,
)
const verdicts = computed(() =>
  state.value.rounds
    .flatMap((r, round) => r.judged.bolts.map((b) => ({ ...b, round })))
    .filter((b) => !['ok', 'not-done'].includes(b.verdict)),
)

const typed = ref<number | null>(null)
function enterTyped(): void {
  if (typed.value === null) return
  enter(typed.value * nmPerUnit[unit.value], null, typed.value, unit.value, 'typed')
  typed.value = null
}
function click(): void {
  enter(aimNm.value, null, settingIn(aimNm.value, unit.value), unit.value, 'hand')
}

const wrench = ref(false)
const fault = ref<WrenchFault>('good')
/** What the simulated wrench itself is left on: it may be another unit than the person thinks. */
const wrenchUnit = ref<TorqueUnit>('Nm')
const line = ref('')
const said = computed(() => parseWrenchLine(line.value))
/** The wrench is set to what the book says, as the person reads it; its own unit is its own. */
function pull(): void {
  line.value = wrenchLine(
    settingIn(aimNm.value, unit.value),
    wrenchUnit.value,
    fault.value,
    `${bolt.value} ${Date.now()}`,
  )
  const read = parseWrenchLine(line.value)
  if (read.ok) enter(read.torqueNm, read.angleDeg, read.shown, read.unit, 'wrench')
}
const wrongUnit = computed(() => {
  const l = last.value
  return l && l.source === 'wrench' && l.unit !== unit.value ? l : null
})
const lengths = ref<Record<string, number | null>>({})
function measureLength(mm: number | null): void {
  if (bolt.value === null || mm === null) return
  act({
    what: 'measure-bolt',
    lengthId: newId(),
    joint: props.joint.code,
    cylinder: props.cylinder,
    bolt: bolt.value,
    freeLengthMm: mm,
  })
}
function mark(): void {
  act({ what: 'mark-joint', witnessId: newId(), joint: props.joint.code, cylinder: props.cylinder })
}
</script>

<template>
  <div
    class="grid grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] gap-4 max-[760px]:grid-cols-1"
    data-part="joint-bench"
    :data-done="state.done"
  >
    <div class="flex min-h-0 flex-col">
      <div class="h-[340px]"><BoltPlan :state="state" @choose="(b) => (chosen = b)" /></div>
      <p v-if="state.order.length > 1" class="mt-2 text-small text-soft">
        {{ t(state.ofBook ? 'joint.of-book' : 'joint.none-in-book') }}
      </p>
      <ul v-if="verdicts.length" class="mt-1 text-body" data-part="bolt-verdicts">
        <li v-for="v in verdicts" :key="`${v.round} ${v.bolt}`" class="font-semibold text-outside">
          {{ t('joint.bolt', { bolt: turnOf(v.bolt) }) }}: {{ t(`joint.verdict.${v.verdict}`) }}
        </li>
      </ul>
    </div>
    <div class="flex min-w-0 flex-col gap-3">
      <div>
        <p class="text-body">
          {{ cylinder === null ? name : t('joint.title-at', { joint: name, cylinder }) }}
        </p>
        <p v-if="bolt !== null" class="text-head font-bold" data-part="joint-next">
          {{ t('joint.next', { bolt: turnOf(bolt), torque: inUnit(aimNm) }) }}
        </p>
        <p v-else class="text-head font-bold" data-part="joint-done">{{ t('joint.all-done') }}</p>
        <p class="text-small">
          {{
            t('joint.round', {
              n: Math.min(state.round + 1, state.rounds.length),
              of: state.rounds.length,
              torque: torque(aimNm),
            })
          }}
          <template v-if="adapterMm !== null && wrenchMm !== null">
            · <b>{{ t('joint.with-adapter', { torque: inUnit(figures.wrenchSettingNm) }) }}</b></template
          >
        </p>
      </div>
      <p v-if="problem" class="border-l-4 border-outside pl-2 font-semibold" role="alert">{{ problem }}</p>
      <p v-if="wrongUnit" class="border-l-4 border-outside pl-2 font-semibold" role="alert" data-part="wrong-unit">
        {{
          t('joint.wrong-unit', {
            unit: t(`joint.units.${wrongUnit.unit}`),
            shown: wrongUnit.shown,
            torque: torque(wrongUnit.torqueNm),
            aim: torque(aimNm),
          })
        }}
      </p>
      <div class="flex flex-wrap items-end gap-2">
        <button v-if="bolt !== null && !wrench" type="button" class="key-brass" data-part="clicked" @click="click">
          {{ t('joint.clicked') }}
        </button>
        <button v-if="bolt !== null && wrench" type="button" class="key-brass" data-part="pull-wrench" @click="pull">
          {{ t('joint.pull') }}
        </button>
        <button
          v-if="state.done && !state.witness"
          type="button"
          class="key-brass"
          data-part="mark-joint"
          @click="mark"
        >
          {{ t('joint.mark') }}
        </button>
        <p v-if="state.witness" class="text-body font-semibold" data-part="marked">{{ t('joint.marked') }}</p>
        <button v-if="last" type="button" class="key" data-part="undo-bolt" @click="strike(last.id)">
          {{ t('joint.undo') }}
        </button>
      </div>
      <form v-if="bolt !== null" class="flex items-end gap-2" @submit.prevent="enterTyped">
        <NumberField
          v-model="typed"
          class="w-[130px]"
          :label="`${t('joint.typed')}, ${t(`joint.units.${unit}`)}`"
          data-part="wrench-typed"
        />
        <button type="submit" class="key">{{ t('joint.enter') }}</button>
      </form>
      <fieldset>
        <legend class="mb-1 text-small font-semibold">{{ t('joint.unit') }}</legend>
        <ChoiceKeys
          v-model="unit"
          class="flex flex-wrap gap-1"
          key-class="!px-2 !min-h-[44px]"
          :label="t('joint.unit')"
          :options="torqueUnits"
          :word="(u) => t(`joint.units.${u}`)"
          mark="wrench-unit"
          filled
        />
      </fieldset>
      <fieldset>
        <legend class="mb-1 text-small font-semibold">{{ t('joint.condition') }}</legend>
        <ChoiceKeys
          v-model="condition"
          class="flex flex-wrap gap-1"
          key-class="!px-2 !min-h-[44px]"
          :label="t('joint.condition')"
          :options="threadConditions"
          :word="(c) => t(`joint.conditions.${c}`)"
          mark="condition"
          filled
        />
        <p
          class="mt-1 text-small"
          :class="{ 'font-semibold text-outside': Math.abs(figures.clampChange) > 0.02 }"
          data-part="clamp-change"
        >
          {{
            Math.abs(figures.clampChange) <= 0.02
              ? t('joint.same', { clamp: force(figures.preloadN) })
              : t('joint.changed', {
                  change: percent(figures.clampChange, true),
                  condition: t(`joint.conditions.${joint.condition}`),
                })
          }}
          · {{ t('joint.share', { share: percent(figures.proofShareNow) }) }}
        </p>
        <p v-if="figures.washerMPa !== undefined" class="text-small" data-part="washer-figures">
          {{
            t('joint.washer', {
              pressure: Math.round(figures.washerMPa),
              share: percent(figures.washerShare!),
              torque: torque(figures.torqueAtWasherLimitNm!),
            })
          }}
        </p>
      </fieldset>
      <details>
        <summary class="min-h-[44px] py-2 font-semibold">{{ t('joint.adapter-name') }}</summary>
        <div class="grid grid-cols-2 gap-2">
          <LengthField v-model="adapterMm" rough :label="t('joint.adapter')" />
          <LengthField v-model="wrenchMm" rough :label="t('joint.adapter-wrench')" />
        </div>
      </details>
      <details v-if="joint.freeLengthMaxMm !== null && bolt !== null">
        <summary class="min-h-[44px] py-2 font-semibold">{{ t('joint.free-length', { bolt: turnOf(bolt) }) }}</summary>
        <LengthField
          :model-value="lengths[bolt] ?? null"
          rough
          :label="t('joint.free-max', { max: joint.freeLengthMaxMm })"
          @update:model-value="(mm: number | null) => (lengths[bolt!] = mm)"
        />
        <button type="button" class="key mt-2" data-part="save-length" @click="measureLength(lengths[bolt] ?? null)">
          {{ t('joint.enter') }}
        </button>
      </details>
      <p v-if="state.tooLong.length" class="border-l-4 border-outside pl-2 font-semibold" data-part="too-long">
        {{ t('joint.too-long', { bolts: state.tooLong.map(turnOf).join(', ') }) }}
      </p>
      <details :open="wrench">
        <summary class="min-h-[44px] py-2 font-semibold">{{ t('joint.wrench') }}</summary>
        <div class="flex flex-col gap-2 border border-line bg-plate p-2">
          <button type="button" class="key" data-part="connect-wrench" @click="wrench = !wrench">
            {{ t(wrench ? 'joint.disconnect' : 'joint.connect') }}
          </button>
          <ChoiceKeys
            v-model="fault"
            class="flex flex-wrap gap-1"
            key-class="!px-2 !min-h-[44px]"
            :label="t('joint.fault')"
            :options="wrenchFaults"
            :word="(f) => t(`joint.faults.${f}`)"
            mark="fault"
            filled
          />
          <ChoiceKeys
            v-model="wrenchUnit"
            class="flex flex-wrap gap-1"
            key-class="!px-2 !min-h-[44px]"
            :label="t('joint.wrench')"
            :options="torqueUnits"
            :word="(u) => t(`joint.units.${u}`)"
            mark="own-unit"
            filled
          />
          <p v-if="line" class="figure text-small" data-part="wrench-line">
            {{ t('joint.line', { line: line.trim() }) }}
          </p>
          <p v-if="line && !said.ok" class="font-semibold text-outside" role="alert">
            {{ t(`joint.problem.${said.problem}`, { line: line.trim() }) }}
          </p>
        </div>
      </details>
      <StagePhotos :tag="name" :cylinder="cylinder" />
    </div>
  </div>
</template>
