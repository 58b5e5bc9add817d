import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { watchEffect } from 'vue'
import type { LengthUnit } from '#core/units/convert'

/** What this device remembers: who works at it, in which unit, with which gauge. */
export const useDevice = defineStore('device', () => {
  const deviceId = useLocalStorage('evenbore.device', crypto.randomUUID())
  const unit = useLocalStorage<LengthUnit>('evenbore.unit', 'mm')
  const theme = useLocalStorage<'light' | 'dark'>('evenbore.theme', 'light')
  const personId = useLocalStorage('evenbore.person', '')
  const gaugeId = useLocalStorage('evenbore.gauge', '')
  const zeroOn = useLocalStorage<'deck' | 'liner'>('evenbore.zero-on', 'deck')
  watchEffect(() => {
    document.documentElement.dataset.theme = theme.value
  })
  return { deviceId, unit, theme, personId, gaugeId, zeroOn }
})
