import { getActivePinia } from 'pinia'
import { createApp, nextTick, type App } from 'vue'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { i18n } from '../app/i18n'
import { useOutbox } from '../stores/outbox'
import { useShopClock } from '../stores/shop-clock'
import { useShopHealth } from '../stores/shop-health'
import { FakeServer, newDevice } from '../testing/device'
import DeviceNotes from './DeviceNotes.vue'

let app: App
let server: FakeServer
let host: HTMLElement
beforeEach(async () => {
  await newDevice()
  server = new FakeServer()
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

it('says that the shop\u2019s disk is full while nothing is taken, and that only photos wait where only they do', async () => {
  expect(await said('shop-full')).toBeNull()
  Object.assign(useOutbox(), { shopFull: true, reachable: false })
  expect(await said('shop-full')).toMatch(/is full\. What you enter is kept/)
  useOutbox().reachable = true
  expect(await said('shop-full')).toMatch(/photos wait on this device/)
  useOutbox().shopFull = false
  expect(await said('shop-full')).toBeNull()
  server.health = { ...server.health, ok: false, disk: 'full' }
  await useShopHealth().look()
  expect(await said('shop-full')).toMatch(/is full/)
})

it('says that a part of the shop keeps ending, when it is started again, and that it did so often', async () => {
  const trouble = { part: 'database', times: 1, how: 'signal SIGKILL', at: '2026-11-02T08:00:00.000Z' } as const
  const tell = async (troubles: typeof server.health.troubles) => {
    server.health = { ...server.health, troubles }
    await useShopHealth().look()
    return said('trouble-database')
  }
  expect(await tell([{ ...trouble, nextAt: '2026-11-02T08:00:15.000Z' }])).toMatch(
    /database has ended 1 time in a row; it is started again at \d\d:00:15\./,
  )
  // Once is no news when it runs again; again and again is.
  expect(await tell([{ ...trouble, nextAt: null }])).toBeNull()
  expect(await tell([{ ...trouble, times: 7, nextAt: null }])).toMatch(/ended 7 times in a row and runs again since/)
  // A full disk is why, where it is one: that alone is said.
  useOutbox().shopFull = true
  expect(await said('trouble-database')).toBeNull()
  useOutbox().shopFull = false
  // What was heard last stands where nothing answers.
  server.up = false
  await useShopHealth().look()
  expect(await said('trouble-database')).toMatch(/ended 7 times/)
})

it('says that the device was cleared and what of it is lost, until that was seen', async () => {
  useOutbox().cleared = { photos: 0 }
  expect(await said('store-cleared')).toMatch(/nothing of it is lost/)
  useOutbox().cleared = { photos: 2 }
  expect(await said('store-cleared')).toMatch(/but for 2 photos: take them again/)
  host.querySelector<HTMLElement>('[data-part=store-cleared] button')!.click()
  expect(await said('store-cleared')).toBeNull()
})
