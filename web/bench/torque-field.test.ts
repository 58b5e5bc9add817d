import { getActivePinia } from 'pinia'
import { createApp, h, nextTick, ref, type App, type Ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { NM_PER_LBF_FT } from '#core/units/convert'
import { i18n } from '../app/i18n'
import { useDevice } from '../stores/device'
import { newDevice } from '../testing/device'
import TorqueField from './TorqueField.vue'

let host: HTMLElement
let app: App
let value: Ref<number | null>
beforeEach(async () => {
  await newDevice()
  host = document.createElement('div')
  value = ref<number | null>(55)
  app = createApp({ render: () => h(TorqueField, { modelValue: value.value, 'onUpdate:modelValue': (nm: number | null) => (value.value = nm), label: 'Clamped', usualNm: 60, 'data-part': 'clamp' }) })
  app.use(i18n).use(getActivePinia()!).mount(host)
  await nextTick()
})
afterEach(() => app.unmount())

const box = () => host.querySelector<HTMLInputElement>('input[data-part=clamp]')!
async function type(text: string): Promise<void> {
  box().value = text
  box().dispatchEvent(new Event('input'))
  await nextTick()
}

describe('a torque field', () => {
  it('keeps N·m, whatever wrench is in the hand', async () => {
    expect([box().value, box().placeholder, host.querySelector('label')!.textContent]).toEqual(['55', '60', 'Clamped N·m'])
    useDevice().unit = 'thou'
    await nextTick()
    expect([box().value, box().placeholder, host.querySelector('label')!.textContent]).toEqual(['40.6', '44.3', 'Clamped lb·ft'])
    expect(value.value).toBe(55)
    await type('41')
    expect(value.value).toBeCloseTo(41 * NM_PER_LBF_FT, 9)
    expect(box().value).toBe('41')
  })

  it('says what is no torque, keeps it in the box, and takes an empty one for none', async () => {
    await type('tight')
    expect([value.value, box().value, host.querySelector('[data-part=field-wrong]')?.textContent]).toEqual([null, 'tight', 'That is no torque a wrench gives. Type a figure such as 55.'])
    await type('')
    expect([value.value, host.querySelector('[data-part=field-wrong]')]).toEqual([null, null])
  })

  it('shows what is set from outside', async () => {
    value.value = 80
    await nextTick()
    expect(box().value).toBe('80')
    value.value = null
    await nextTick()
    expect(box().value).toBe('')
  })
})
