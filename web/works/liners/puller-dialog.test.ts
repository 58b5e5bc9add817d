import { getActivePinia } from 'pinia'
import { createApp, h, nextTick, type App } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Puller } from '#core/works/liners/strip'
import { bridge } from '#core/testing/tarrock'
import { i18n } from '../../app/i18n'
import { useDevice } from '../../stores/device'
import { useShop } from '../../stores/shop'
import { newDevice } from '../../testing/device'
import PullerDialog from './PullerDialog.vue'
import { PATIENT } from '../../testing/patient'
import { letDialogsOpen } from '../../testing/dialogs'

let app: App
const saved = vi.fn()
beforeEach(async () => {
  await newDevice()
  saved.mockClear()
  letDialogsOpen()
})
afterEach(() => {
  app.unmount()
  document.body.innerHTML = ''
})

async function open(puller: Puller | null): Promise<void> {
  document.body.innerHTML = '<div id="host"></div>'
  app = createApp({
    data: () => ({ open: false }),
    mounted() {
      ;(this as unknown as { open: boolean }).open = true
    },
    render() {
      return h(PullerDialog, {
        open: (this as unknown as { open: boolean }).open,
        puller,
        onSaved: saved,
        onClose: () => undefined,
      })
    },
  })
  app.use(i18n).use(getActivePinia()!).mount('#host')
  await vi.waitFor(() => expect(document.querySelector('form')).not.toBeNull(), PATIENT)
  for (let i = 0; i < 4; i++) await nextTick()
}
const wrong = () => document.querySelector('[data-part=puller-wrong]')?.textContent ?? null
async function fill(css: string, text: string): Promise<void> {
  const box = document.querySelector<HTMLInputElement>(css)!
  box.value = text
  box.dispatchEvent(new Event('input'))
  await nextTick()
}
async function save(): Promise<void> {
  document.querySelector('form')!.dispatchEvent(new Event('submit', { cancelable: true }))
  await vi.waitFor(() => nextTick(), PATIENT)
}

describe('a puller being entered', () => {
  it('is not complained about before somebody tries to save it', async () => {
    await open(null)
    expect(wrong()).toBeNull()
    await save()
    expect(wrong()).toBe('Cannot be right yet: Name')
    expect(saved).not.toHaveBeenCalled()
  })

  it('names what cannot be right by the words on the form', async () => {
    await open(bridge)
    await fill('[data-field=lever] input', '')
    await fill('[data-field=bar-spanMm] input', 'wide')
    await fill('[data-field=screw-majorMm] input', '0')
    expect(wrong()).toBe('Cannot be right yet: Screw, outer diameter, Bridge, span between feet, Lever')
  })

  it('is saved with a lever longer than any reading', async () => {
    const act = vi.spyOn(useShop(), 'act').mockResolvedValue(true)
    await open(bridge)
    await fill('[data-field=lever] input', '1250')
    await save()
    expect(act).toHaveBeenCalledWith({ what: 'save-puller', puller: { ...bridge, leverMm: 1250 } })
    await vi.waitFor(() => expect(saved).toHaveBeenCalledWith(bridge.id), PATIENT)
  })

  it('takes inches where thou are read', async () => {
    const act = vi.spyOn(useShop(), 'act').mockResolvedValue(true)
    useDevice().unit = 'thou'
    await open(bridge)
    await fill('[data-field=lever] input', '30')
    await save()
    expect(act).toHaveBeenCalledWith({ what: 'save-puller', puller: { ...bridge, leverMm: 762 } })
  })
})
