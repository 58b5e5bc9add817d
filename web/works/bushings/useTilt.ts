import { useDeviceOrientation } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { rollByTilt } from './roll-by-tilt'

/** Asks for leave to be told the tilt, where a device wants to be asked. */
interface AsksLeave {
  requestPermission?: () => Promise<'granted' | 'denied'>
}

/**
 * The block's roll by the device's own tilt, where it has one and may tell it.
 *
 * @param rolled what to do with each new angle, degrees clockwise as the eye sees the screen
 */
export function useTilt(rolled: (deg: number) => void) {
  const { isSupported, beta, gamma } = useDeviceOrientation()
  const on = ref(false)
  const can = computed(() => isSupported.value && window.isSecureContext && navigator.maxTouchPoints > 0)
  async function turn(): Promise<void> {
    if (on.value) {
      on.value = false
      return
    }
    const { requestPermission } = window.DeviceOrientationEvent as unknown as AsksLeave
    on.value = requestPermission === undefined || (await requestPermission().catch(() => 'denied')) === 'granted'
  }
  watch([beta, gamma], ([b, g]) => {
    if (!on.value || b === null || g === null) return
    const deg = rollByTilt(b, g)
    if (deg !== null) rolled(deg)
  })
  return { can, on, turn }
}
