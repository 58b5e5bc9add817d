import { getActivePinia } from 'pinia'
import { createApp, type App } from 'vue'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { ids } from '#core/testing/make-snapshot'
import { bridge, wholeJob } from '#core/testing/tarrock'
import { pull } from '#core/works/liners/pull/steps'
import { i18n } from '../../app/i18n'
import { useDevice } from '../../stores/device'
import { useJob } from '../../stores/job'
import { allSent, FakeServer, newDevice } from '../../testing/device'
import { PATIENT } from '../../testing/patient'
import { useTurn } from './useTurn'

let app: App | null = null
let server: FakeServer
let turn: ReturnType<typeof useTurn>
beforeEach(async () => {
  await newDevice()
  localStorage.removeItem('evenbore.turns')
  server = new FakeServer(wholeJob())
  useDevice().personId = ids.person
  await useJob().open(server.snapshot.job.id)
  const job = useJob()
  app = createApp({
    setup: () => {
      const hand = () => ({ cylinder: job.selected, nowMs: 0, toolId: bridge.id })
      const act = (entry: Parameters<typeof job.act>[0]) => (job.act(entry), true)
      turn = useTurn('pull', pull, () => pull.doing!(job.snapshot!, hand()), act, vi.fn<() => void>())
      return () => null
    },
  })
  app.use(getActivePinia()!).use(i18n).mount(document.createElement('div'))
})
afterEach(async () => {
  app?.unmount()
  app = null
  await allSent()
})
const received = async (n: number) => {
  await vi.waitFor(() => expect(server.received.length).toBe(n), PATIENT)
  return server.received.map((c) => c.act as unknown as Record<string, unknown>)
}

it('makes of a liner an entry with its figures alone, as its own table keeps them', async () => {
  expect(turn.answer(80)).toBe(true)
  turn.more()
  expect(turn.answer('coolant')).toBe(true)
  expect(turn.answer(12)).toBe(true)
  const [made] = await received(1)
  expect(made).toMatchObject({ what: 'log-pull', peakNm: 80, ranOut: 'coolant', tightMm: [12], pullerId: bridge.id })
  expect(Object.keys(made!)).not.toEqual(expect.arrayContaining(['fromAt']))
})

it('corrects it by striking out what was wrong, and why, before what takes its place', async () => {
  for (const answer of [80, 'coolant']) expect(turn.answer(answer)).toBe(true)
  const [made] = await received(1)
  turn.correct('log-pull', useJob().snapshot!.pulls[0]!, { cylinder: 1, place: null })
  turn.choose('peakNm')
  turn.answer(90)
  turn.answer('slip of the key')
  const [, struck, again] = await received(3)
  expect(struck).toEqual({ what: 'strike-entry', entryId: made!.pullId, reason: 'slip of the key' })
  // The puller that drew it, whichever is in hand by now.
  expect(again).toMatchObject({
    what: 'log-pull',
    cylinder: 1,
    pullerId: bridge.id,
    peakNm: 90,
    ranOut: 'coolant',
  })
  expect(again).not.toHaveProperty('replaces')
})
