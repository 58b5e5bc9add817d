<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { parseWrenchLine, type WrenchReading } from '#core/fasten/wrench-line'
import { settingIn, wrenchFaults, wrenchLine, type WrenchFault } from '#core/sim/simulated-wrench'
import { torqueUnits, type TorqueUnit } from '#core/units/torque-units'
import { useDevice } from '../../stores/device'
import ChoiceKeys from '../../bench/ChoiceKeys.vue'

/** A torque wrench that sends what it read, as one that is connected does: simulated, with the ways it goes wrong. */
const props = defineProps<{ aimNm: number; bolt: string }>()
const emit = defineEmits<{ read: [reading: WrenchReading] }>()
const { t } = useI18n()
const device = useDevice()
const connected = ref(false)
const fault = ref<WrenchFault>('good')
/** What the wrench itself is left on: it may be another unit than the person thinks. */
const unit = ref<TorqueUnit>('Nm')
const line = ref('')
const said = computed(() => parseWrenchLine(line.value))

/** The wrench is set to what the book says, as the person reads it; its own unit is its own. */
function pull(): void {
  line.value = wrenchLine(
    settingIn(props.aimNm, device.torqueUnit),
    unit.value,
    fault.value,
    `${props.bolt} ${Date.now()}`,
  )
  if (said.value.ok) emit('read', said.value)
}
</script>

<template>
  <details :open="connected">
    <summary class="min-h-[44px] py-2 font-semibold">{{ t('joint.wrench') }}</summary>
    <div class="flex flex-col gap-2 border border-line bg-plate p-2">
      <div class="flex flex-wrap gap-2">
        <button type="button" class="key" data-part="connect-wrench" @click="connected = !connected">
          {{ t(connected ? 'joint.disconnect' : 'joint.connect') }}
        </button>
        <button v-if="connected" type="button" class="key-brass" data-part="pull-wrench" @click="pull">
          {{ t('joint.pull') }}
        </button>
      </div>
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
        v-model="unit"
        class="flex flex-wrap gap-1"
        key-class="!px-2 !min-h-[44px]"
        :label="t('joint.wrench')"
        :options="torqueUnits"
        :word="(u) => t(`unit.${u}`)"
        mark="own-unit"
        filled
      />
      <p v-if="line" class="figure text-small" data-part="wrench-line">{{ t('joint.line', { line: line.trim() }) }}</p>
      <p v-if="line && !said.ok" class="font-semibold text-outside" role="alert">
        {{ t(`joint.problem.${said.problem}`, { line: line.trim() }) }}
      </p>
    </div>
  </details>
</template>
