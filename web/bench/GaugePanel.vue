<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { clockHour } from '#core/measure/angle'
import type { SetStage } from '#core/job/stages'
import { isSled, type Snapshot } from '#core/job/snapshot'
import TorqueField from './TorqueField.vue'
import { useFigures } from './useFigures'
import { useDevice } from '../stores/device'
import { useGauge } from '../stores/gauge'
import { useShop } from '../stores/shop'

const props = defineProps<{
  snapshot: Snapshot
  stage: SetStage
  cylinder: number
  stationDeg: number | null
  masterMm: number
}>()
/** `did`: the gauge was moved or zeroed; the hands go back to the box. */
const emit = defineEmits<{ hide: []; did: []; barred: [] }>()
const { t } = useI18n()
const { length, unit } = useFigures()
const device = useDevice()
/** 0 is no torque to clamp to: the book's counts. */
const clampNm = computed({ get: () => device.clampNm || null, set: (nm) => (device.clampNm = nm || null) })
/** The liner is read as it lies, not clamped at all. */
const loose = computed({ get: () => device.clampNm === 0, set: (is) => (device.clampNm = is ? 0 : null) })
const gauge = useGauge()
const shop = useShop()
/** Gauges of this shop: one that came with a job from elsewhere is not at hand. */
const gauges = computed(() =>
  (shop.shop?.gauges ?? props.snapshot.gauges).filter((g) => isSled(g.kind) || g.kind === 'depth'),
)

const secure = globalThis.isSecureContext
const onLedges = computed(() => props.stage === 'counterbores')
const onLiner = computed(() => (gauge.place.on === 'liner' || gauge.place.on === 'ledge' ? gauge.place : null))
const place = computed(() =>
  onLiner.value
    ? t(onLedges.value ? 'gauge.on-ledge' : 'gauge.on-liner', {
        cylinder: onLiner.value.cylinder,
        clock: clockHour(onLiner.value.angleDeg),
      })
    : t(gauge.place.on === 'master' ? 'gauge.on-master' : 'gauge.on-deck'),
)
const target = computed(() => ({
  on: onLedges.value ? ('ledge' as const) : ('liner' as const),
  cylinder: props.cylinder,
  angleDeg: props.stationDeg ?? 0,
}))
/** Where the gauge goes to be zeroed: the deck, or its setting master. */
const home = computed(() =>
  onLedges.value && device.ledgeZeroOn === 'master'
    ? { on: 'master' as const, heightMm: props.masterMm }
    : { on: 'deck' as const },
)
const zeroPlaces = computed(() =>
  onLedges.value ? (['deck', 'plate', 'master'] as const) : (['deck', 'liner'] as const),
)
const zeroOn = computed({
  get: () => (onLedges.value ? device.ledgeZeroOn : device.zeroOn),
  set: (where) => {
    if (where === 'liner') device.zeroOn = where
    else if (onLedges.value) device.ledgeZeroOn = where
    else device.zeroOn = 'deck'
  },
})
const gaugeId = computed({
  get: () => (onLedges.value ? device.depthGaugeId : device.gaugeId),
  set: (id) => {
    if (onLedges.value) device.depthGaugeId = id
    else device.gaugeId = id
  },
})
const live = computed(() => (gauge.valueMm === null || !gauge.live ? '— —' : length(gauge.valueMm, [], true)))

function number(event: Event): number {
  return Number((event.target as HTMLInputElement).value)
}

function control(what: Parameters<typeof gauge.control>[0]): void {
  gauge.control(what)
  emit('did')
}
</script>

<template>
  <section
    class="flex h-full min-h-0 flex-col justify-between gap-2 overflow-y-auto bg-plate p-3"
    :aria-label="t('gauge.panel')"
    data-part="gauge-panel"
  >
    <div class="flex items-start gap-3">
      <div class="w-[262px] shrink-0">
        <p class="figure whitespace-nowrap text-live leading-none" data-part="live-value">
          {{ live }}<span class="ml-1 font-sans text-body text-soft">{{ t(`unit.${unit}`) }}</span>
        </p>
        <p class="text-small" role="status" data-part="gauge-note">
          <template v-if="gauge.source === 'none'">{{
            t(gauge.failed ? `gauge.${gauge.failed}` : 'gauge.none')
          }}</template>
          <template v-else-if="gauge.failed">{{ t(`gauge.${gauge.failed}`) }}</template>
          <template v-else-if="gauge.silent">{{ t('gauge.silent') }}</template>
          <template v-else-if="gauge.rubbish">{{ t('gauge.rubbish', { text: gauge.rubbish }) }}</template>
          <template v-else-if="gauge.source === 'simulated'">{{ place }}</template>
        </p>
      </div>
      <div v-if="gauge.source === 'none'" class="flex flex-wrap gap-2">
        <button
          v-if="snapshot.job.simulated"
          type="button"
          class="key"
          data-part="connect-simulated"
          @click="gauge.connectSimulated(snapshot.job.id, stage)"
        >
          {{ t('gauge.connect-simulated') }}
        </button>
        <button v-if="gauge.hasSerial" type="button" class="key" @click="gauge.connectSerial()">
          {{ t('gauge.connect-serial') }}
        </button>
        <p class="max-w-[44ch] text-small text-soft">
          {{ t('gauge.keyboard-note') }}<template v-if="!secure"> {{ t('secure.serial') }}</template>
        </p>
      </div>
      <div v-else class="flex flex-wrap gap-1.5">
        <template v-if="gauge.source === 'simulated'">
          <button type="button" class="key" data-part="slide-deck" @click="control({ do: 'slide', to: home })">
            {{ t(home.on === 'master' ? 'gauge.slide-master' : 'gauge.slide-deck') }}
          </button>
          <button type="button" class="key" data-part="slide-liner" @click="control({ do: 'slide', to: target })">
            {{
              t(onLedges ? 'gauge.slide-ledge' : 'gauge.slide-liner', { cylinder, clock: clockHour(stationDeg ?? 0) })
            }}
          </button>
          <button type="button" class="key" data-part="gauge-zero" @click="control({ do: 'zero' })">
            {{ t('gauge.zero') }}
          </button>
          <button type="button" class="key" data-part="gauge-button" @click="control({ do: 'button' })">
            {{ t('gauge.button') }}
          </button>
        </template>
      </div>
    </div>
    <fieldset
      v-if="gauge.source === 'simulated'"
      class="order-last flex flex-wrap gap-x-5 border-t border-dashed border-control pt-1 text-small"
      data-part="simulator"
    >
      <legend class="float-left mr-2 w-full text-fine text-soft">{{ t('gauge.simulator') }}</legend>
      <label class="flex items-center gap-2 font-semibold"
        >{{ t('gauge.noise')
        }}<input
          class="w-[92px] accent-[var(--ink)]"
          type="range"
          min="0"
          max="0.02"
          step="0.0001"
          value="0.0007"
          data-part="noise"
          @input="gauge.control({ do: 'noise', mm: number($event) })"
      /></label>
      <label class="flex items-center gap-2 font-semibold"
        >{{ t('gauge.drift')
        }}<input
          class="w-[92px] accent-[var(--ink)]"
          type="range"
          min="-0.5"
          max="0.5"
          step="0.02"
          value="0"
          data-part="drift"
          @input="gauge.control({ do: 'drift', mmPerMinute: number($event) })"
      /></label>
      <label class="flex items-center gap-2 font-semibold"
        >{{ t('gauge.drop-outs')
        }}<input
          class="w-[92px] accent-[var(--ink)]"
          type="range"
          min="0"
          max="1"
          step="0.05"
          value="0"
          data-part="drop-outs"
          @input="gauge.control({ do: 'drop-outs', share: number($event) })"
      /></label>
    </fieldset>
    <div class="flex items-end gap-3">
      <label class="field min-w-0 flex-1 text-small"
        >{{ t('gauge.which') }}
        <select v-model="gaugeId" class="min-w-0" data-part="gauge-choice">
          <option v-for="g in gauges" :key="g.id" :value="g.id">{{ g.name }}</option>
        </select>
      </label>
      <fieldset class="text-small">
        <legend class="font-semibold">{{ t('gauge.zeroed-on') }}</legend>
        <div class="mt-1 flex gap-1">
          <label
            v-for="where in zeroPlaces"
            :key="where"
            class="key !px-2"
            :class="{ '!border-ink border-2': zeroOn === where }"
          >
            <input v-model="zeroOn" type="radio" :value="where" name="zero-on" class="accent-[var(--ink)]" />{{
              t(`gauge.zero-on.${where}`)
            }}
          </label>
        </div>
      </fieldset>
      <TorqueField
        v-if="!onLedges"
        v-model="clampNm"
        class="w-[96px] text-small"
        narrow
        :label="t('gauge.clamped')"
        :usual-nm="snapshot.sheet.limits.holdDownNm"
        data-part="clamp"
      />
      <label v-if="!onLedges" class="key !px-2 text-small" :class="{ '!border-ink border-2': loose }">
        <input v-model="loose" type="checkbox" class="h-5 w-5 accent-[var(--ink)]" data-part="loose" />{{
          t('gauge.loose')
        }}
      </label>
      <button
        v-if="!onLedges && stage !== 'final-check'"
        type="button"
        class="key !px-2 text-small"
        data-part="open-barred"
        @click="emit('barred')"
      >
        {{ t('gauge.barred') }}
      </button>
      <button
        v-if="gauge.source !== 'none'"
        type="button"
        class="key !px-3"
        data-part="disconnect"
        @click="gauge.disconnect()"
      >
        {{ t('gauge.disconnect') }}
      </button>
      <button type="button" class="key !px-3" data-part="hide-gauge" @click="emit('hide')">
        {{ t('gauge.hide') }}
      </button>
    </div>
  </section>
</template>
