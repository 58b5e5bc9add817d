import { getActivePinia } from 'pinia'
import { createApp, nextTick, type App } from 'vue'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { i18n } from '../app/i18n'
import { useOutbox } from '../stores/outbox'
import { useShopClock } from '../stores/shop-clock'
import { FakeServer, newDevice } from '../testing/device'
import DeviceNotes from './DeviceNotes.vue'

let app: App
let host: HTMLElement
beforeEach(async () => {
  await newDevice()
  new FakeServer()
  host = document.createElement('div')
  app = createApp(DeviceNotes)
  app.use(i18n).use(getActivePinia()!).mount(host)
})
afterEach(() => {
  app.unmount()
  vi.unstubAllGlobals()
})

const said = async (part: string) => {
  await nextTick()
  return host.querySelector(`[data-part=${part}]`)?.textContent?.trim() ?? null
}

it('says nothing of a device whose clock is right', async () => {
  expect(await said('clock-off')).toBeNull()
  useShopClock().behindMs = 40_000
  expect(await said('clock-off')).toBeNull()
})

it.each([
  [-30.5, "This device's clock is fast by 30 min. Times here go by the shop's clock."],
  [12.2, "This device's clock is slow by 12 min. Times here go by the shop's clock."],
])('says by how much a clock is off that is %d minutes behind', async (minutes, words) => {
  useShopClock().behindMs = minutes * 60_000
  expect(await said('clock-off')).toBe(words)
  useShopClock().behindMs = 0
  expect(await said('clock-off')).toBeNull()
})

it('says that a page without TLS must stay open, only while the server is away', async () => {
  vi.stubGlobal('isSecureContext', false)
  expect(await said('insecure')).toBeNull()
  useOutbox().reachable = false
  expect(await said('insecure')).toMatch(/without TLS/)
  useOutbox().reachable = true
  expect(await said('insecure')).toBeNull()
})
