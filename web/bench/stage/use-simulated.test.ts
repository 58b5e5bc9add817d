import { createApp, type App } from 'vue'
import { getActivePinia } from 'pinia'
import { createMemoryHistory, createRouter } from 'vue-router'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { Doing } from '#core/works/stage-logic'
import { ids, sixCylinders } from '#core/testing/make-snapshot'
import { i18n } from '../../app/i18n'
import { useDevice } from '../../stores/device'
import { useJob } from '../../stores/job'
import { newId } from '../../stores/new-id'
import { FakeServer, newDevice } from '../../testing/device'
import { PATIENT } from '../../testing/patient'
import { useSimulated } from './useSimulated'

let server: FakeServer
let app: App
let engine: ReturnType<typeof useSimulated>
/** How many acts had arrived when the simulated engine was asked, each time. */
let asked: number[]
let answer: () => Promise<Response>
/** What is to be sent waits for this. */
let way: Promise<void>

beforeEach(async () => {
  await newDevice()
  const simulated = sixCylinders()
  simulated.job.simulated = true
  server = new FakeServer(simulated)
  asked = []
  answer = async () => Response.json({ foundMm: 0.1 })
  way = Promise.resolve()
  const others = globalThis.fetch
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    if (url.endsWith('/commands')) await way
    if (!url.endsWith('/engine')) return others(url, init)
    asked.push(server.received.length)
    return answer()
  })
  useDevice().personId = ids.person
  await useJob().open(server.snapshot.job.id)
  app = createApp({ setup: () => ((engine = useSimulated()), () => null) })
  const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/', component: {} }] })
  app.use(getActivePinia()!).use(i18n).use(router).mount(document.createElement('div'))
})
afterEach(() => app.unmount())

const tip = { entry: 'measure-tip', cylinder: 1, place: null } as Doing
const play = () => engine.answersTo('tips', tip, {}, 1)
const read = () =>
  useJob().act({
    what: 'open-set',
    setId: newId(),
    cylinder: 1,
    stage: 'trial-fit',
    gaugeId: ids.gauge,
    zeroOn: 'deck',
  })

it('is asked when all that was done has arrived, and not a moment before', async () => {
  let letGo!: () => void
  way = new Promise((resolve) => (letGo = resolve))
  read()
  read()
  const played = play()
  await new Promise((resolve) => setTimeout(resolve, 50))
  expect(asked).toEqual([])
  letGo()
  await played
  expect(asked).toEqual([2])
  expect(engine.away.value).toBe(false)
})

it('is not asked where what was done cannot arrive: it would answer of an engine as it was before', async () => {
  server.up = false
  read()
  expect(await play()).toBeNull()
  expect([engine.away.value, engine.asking.value, asked]).toEqual([true, false, []])
  // It is there again with the server.
  server.up = true
  await vi.waitFor(async () => {
    await play()
    expect(engine.away.value).toBe(false)
  }, PATIENT)
  expect(asked.at(-1)).toBe(1)
})

it.each([
  ['refuses', async () => Response.json({ error: {} }, { status: 422 })],
  ['says what is no answer', async () => Response.json([1, 2])],
  ['does not answer', () => Promise.reject(new TypeError('no network'))],
])('leaves it to the person where it %s', async (_, says) => {
  answer = says
  expect(await play()).toBeNull()
  expect(engine.away.value).toBe(true)
})

it('is not there where somebody enters what they saw themselves, or the job has none', async () => {
  expect([engine.there.value, engine.on.value]).toEqual([true, true])
  engine.wanted.value = false
  expect([engine.there.value, engine.on.value]).toEqual([true, false])
  engine.wanted.value = true
  server.snapshot.job.simulated = false
  await useJob().refresh()
  expect([engine.there.value, engine.on.value]).toEqual([false, false])
})
