import { beforeEach, describe, expect, it, onTestFinished, vi } from 'vitest'
import { startCrew } from '#contract/commands'
import { eventually, FakeServer, newDevice } from '../testing/device'
import { useClocks } from './clocks'
import { useOutbox } from './outbox'
import { useShopClock } from './shop-clock'

const MINUTE = 60_000
beforeEach(() => newDevice())

/** A clock that heard the server's time: how far it is from the device's, and how long the answer took. */
function heard(...answers: { offMs: number; wayMs: number }[]) {
  const clock = useShopClock()
  const sentMs = 1_800_000_000_000
  for (const { offMs, wayMs } of answers) clock.hear(sentMs + wayMs / 2 + offMs, sentMs, sentMs + wayMs)
  return clock
}

describe("the shop's clock", () => {
  it.each([
    ['as good as the shop’s', 0, 0, 40],
    ['a second off: as good', 1000, 0, 40],
    ['four seconds off by a way of five hundredths', 4000, 4000, 50],
    ['thirty minutes fast', -30 * MINUTE, -30 * MINUTE, 200],
    ['two hours slow', 120 * MINUTE, 120 * MINUTE, 200],
    ['off by no more than a slow way may have made', 3000, 0, 3000],
    ['off, by an answer that was too long on its way', 30 * MINUTE, 0, 5000],
    ['off by what is no time', NaN, 0, 40],
  ])('takes one that is %s so', (_, offMs, behindMs, wayMs) => {
    expect(heard({ offMs, wayMs }).behindMs).toBe(behindMs)
  })

  it('does not follow each answer back and forth, but what a person set, and back to its own where that is good again', () => {
    const clock = heard({ offMs: -30 * MINUTE, wayMs: 40 }, { offMs: -30 * MINUTE + 700, wayMs: 40 })
    expect(clock.behindMs).toBe(-30 * MINUTE)
    expect(heard({ offMs: -31 * MINUTE, wayMs: 40 }).behindMs).toBe(-31 * MINUTE)
    expect(heard({ offMs: 300, wayMs: 40 }).behindMs).toBe(0)
  })

  it('tells a person of full minutes only', () => {
    expect(heard({ offMs: -59_000, wayMs: 40 }).minutesAhead()).toBe(0)
    expect(heard({ offMs: -150_000, wayMs: 40 }).minutesAhead()).toBe(2)
    expect(heard({ offMs: 61_500, wayMs: 40 }).minutesAhead()).toBe(-1)
  })

  it('is what acts are dated by, and is kept while the server is away', async () => {
    heard({ offMs: -30 * MINUTE, wayMs: 40 })
    const server = new FakeServer()
    server.up = false
    const at = Date.parse(useOutbox().send(null, { what: 'set-crew', crew: startCrew }).at)
    expect(Math.abs(at - (Date.now() - 30 * MINUTE))).toBeLessThan(5000)
  })

  it('is heard with the clocks that run in the shop, which are counted by it', async () => {
    new FakeServer()
    const shopMs = Date.now() - 30 * MINUTE
    const id = crypto.randomUUID()
    const due = {
      id: `${id}:1`,
      jobId: id,
      title: 'Crane',
      stage: 'fit',
      code: 'band',
      name: '',
      cylinder: 1,
      place: null,
    }
    const [fromAt, dueAt] = [shopMs, shopMs + MINUTE].map((ms) => new Date(ms).toISOString())
    const running = { ...due, fromAt, dueAt, ends: 'ready' }
    vi.stubGlobal('fetch', async () => Response.json([running], { headers: { 'shop-time': String(shopMs) } }))
    const clocks = useClocks()
    // It asks again every few seconds, for as long as there is a page.
    onTestFinished(() => clocks.$dispose())
    await eventually(() => clocks.all.length > 0, 'no clock came')
    expect(clocks.all[0]!.leftMs).toBeGreaterThan(MINUTE - 10_000)
    expect(clocks.all[0]!.leftMs).toBeLessThanOrEqual(MINUTE + 1000)
    expect(useShopClock().minutesAhead()).toBe(30)
  })
})
