import { getActivePinia } from 'pinia'
import { createApp, h, nextTick, ref, type App, type Ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { i18n } from '../app/i18n'
import { useDevice } from '../stores/device'
import { newDevice } from '../testing/device'
import LengthField from './LengthField.vue'

let host: HTMLElement
let app: App
let value: Ref<number | null>
beforeEach(newDevice)
afterEach(() => app.unmount())

async function draw(startMm: number | null, rough: boolean): Promise<void> {
  host = document.createElement('div')
  value = ref(startMm)
  app = createApp({ render: () => h(LengthField, { modelValue: value.value, 'onUpdate:modelValue': (mm: number | null) => (value.value = mm), label: 'lever', rough }) })
  app.use(i18n).use(getActivePinia()!).mount(host)
  await nextTick()
}
const box = () => host.querySelector('input')!
const wrong = () => host.querySelector('[data-part=field-wrong]')?.textContent ?? null
async function type(text: string): Promise<void> {
  box().value = text
  box().dispatchEvent(new Event('input'))
  await nextTick()
}

describe('a length field', () => {
  it('keeps mm, whatever unit is typed', async () => {
    await draw(0.1, false)
    expect(box().value).toBe('0.100')
    await type('0,25')
    expect(value.value).toBe(0.25)
    useDevice().unit = 'thou'
    await nextTick()
    expect(box().value).toBe('9.84')
    await type('4.5')
    expect(value.value).toBe(0.1143)
    expect(host.querySelector('label')!.textContent).toContain('thou')
  })

  it('takes a tool’s length in mm or inches, long levers too', async () => {
    await draw(600, true)
    expect(box().value).toBe('600')
    await type('1250')
    expect([value.value, wrong()]).toEqual([1250, null])
    useDevice().unit = 'thou'
    await nextTick()
    expect(box().value).toBe('49.2126')
    expect(host.querySelector('label')!.textContent).toMatch(/\bin\b/)
    await type('23.5')
    expect(value.value).toBe(596.9)
  })

  it.each([['about 5', 'no number'], ['1 2', 'more than one'], ['900000', 'too large']])('says what is wrong with %j and keeps it in the box', async (text, words) => {
    await draw(5, true)
    await type(text)
    expect([value.value, box().value, box().getAttribute('aria-invalid')]).toEqual([null, text, 'true'])
    expect(wrong()).toContain(words)
    await type('')
    expect([value.value, wrong()]).toEqual([null, null])
  })
})
