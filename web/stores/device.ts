import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, watchEffect } from 'vue'
import type { LengthUnit } from '#core/units/convert'
import { usualTorqueUnit, type TorqueUnit } from '#core/units/torque-units'
import { newId } from './new-id'

/** What this device remembers: who works at it, in which unit, with which gauge. */
export const useDevice = defineStore('device', () => {
  const deviceId = useLocalStorage('evenbore.device', newId())
  const unit = useLocalStorage<LengthUnit>('evenbore.unit', 'mm')
  /** The unit each person's wrench is on, where it is not the usual one. */
  const wrenches = useLocalStorage<Record<string, TorqueUnit>>('evenbore.wrench-units', {})
  const torqueUnit = computed<TorqueUnit>({
    get: () => wrenches.value[personId.value] ?? usualTorqueUnit[unit.value],
    set: (of) => (wrenches.value = { ...wrenches.value, [personId.value]: of }),
  })
  const theme = useLocalStorage<'light' | 'dark'>('evenbore.theme', 'light')
  const personId = useLocalStorage('evenbore.person', '')
  const gaugeId = useLocalStorage('evenbore.gauge', '')
  const zeroOn = useLocalStorage<'deck' | 'liner'>('evenbore.zero-on', 'deck')
  const depthGaugeId = useLocalStorage('evenbore.depth-gauge', '')
  const ledgeZeroOn = useLocalStorage<'deck' | 'plate' | 'master'>('evenbore.ledge-zero-on', 'deck')
  /** The gauge in hand by what it reads, where that is neither sled nor depth: `bore`, `outside`. */
  const gaugeBy = useLocalStorage<Record<string, string>>('evenbore.gauge-by', {})
  /** Each figure is answered by a tone, and the next one is said aloud. */
  const ears = useLocalStorage('evenbore.ears', false)
  /** Hold-down torque of the sets to come, where it is not the book's; asked anew each day. */
  const clampNm = ref<number | null>(null)
  watchEffect(() => {
    document.documentElement.dataset.theme = theme.value
  })
  return {
    deviceId,
    unit,
    torqueUnit,
    theme,
    personId,
    gaugeId,
    zeroOn,
    depthGaugeId,
    ledgeZeroOn,
    gaugeBy,
    ears,
    clampNm,
  }
})
