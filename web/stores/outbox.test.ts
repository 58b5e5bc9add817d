import { forceCloseDatabase } from 'fake-indexeddb'
import { unwrap } from 'idb'
import { beforeEach, describe, expect, it, onTestFinished, vi } from 'vitest'
import type { Command, JobAct } from '#contract/commands'
import { ids } from '#core/testing/make-snapshot'
import { eventually, FakeServer, newDevice, newPage } from '../testing/device'
import { deviceDb } from './device-db'
import { useOutbox } from './outbox'

let server: FakeServer
beforeEach(async () => {
  await newDevice()
  server = new FakeServer()
})

const jobId = '00000000-0000-8000-8000-000000000000'
const open = (setId: string): JobAct => ({
  what: 'open-set',
  setId,
  cylinder: 1,
  stage: 'trial-fit',
  gaugeId: ids.gauge,
  zeroOn: 'deck',
})
const take = (setId: string, valueMm: number): JobAct => ({
  what: 'take-reading',
  readingId: crypto.randomUUID(),
  setId,
  angleDeg: 0,
  valueMm,
  source: 'typed',
})
const values = () => server.received.flatMap((c) => (c.act.what === 'take-reading' ? [c.act.valueMm] : []))

describe('the outbox', () => {
  it('sends in order and keeps nothing that was acknowledged', async () => {
    const outbox = useOutbox()
    const setId = crypto.randomUUID()
    outbox.send(jobId, open(setId))
    for (let i = 1; i <= 30; i++) outbox.send(jobId, take(setId, i / 1000))
    expect(outbox.waiting).toBe(31)
    await eventually(() => outbox.waiting === 0, 'something still waits')
    expect(values()).toEqual(Array.from({ length: 30 }, (_, i) => (i + 1) / 1000))
    expect(await (await deviceDb()).count('outbox')).toBe(0)
    expect(outbox.reachable).toBe(true)
  })

  it('keeps everything while the network is dead, says so, and sends it once when it is back', async () => {
    server.up = false
    const outbox = useOutbox()
    const setId = crypto.randomUUID()
    outbox.send(jobId, open(setId))
    outbox.send(jobId, take(setId, 0.1))
    await eventually(() => !outbox.reachable, 'nobody noticed')
    expect(outbox.waiting).toBe(2)
    expect(await (await deviceDb()).count('outbox')).toBe(2)
    server.up = true
    await eventually(() => outbox.waiting === 0, 'it never tried again')
    expect(server.received.map((c) => c.act.what)).toEqual(['open-set', 'take-reading'])
  })

  it('asks later, not without a pause, for a lock that it was not given', async () => {
    let asked = 0
    let given = false
    const request = async (_name: string, work: () => Promise<void>) => {
      asked += 1
      if (!given) throw new DOMException('the page is going away', 'InvalidStateError')
      await work()
    }
    const own = navigator
    vi.stubGlobal('navigator', { locks: { request } })
    onTestFinished(() => void vi.stubGlobal('navigator', own))
    const outbox = useOutbox()
    outbox.send(jobId, open(crypto.randomUUID()))
    await new Promise((resolve) => setTimeout(resolve, 50))
    expect(asked).toBeLessThan(5)
    expect(outbox.waiting).toBe(1)
    given = true
    await eventually(() => outbox.waiting === 0, 'it never asked again')
  })

  it('finds on a new page what an old one left on the device', async () => {
    server.up = false
    const old = useOutbox()
    old.send(jobId, open(crypto.randomUUID()))
    await eventually(() => !old.reachable, 'nobody noticed')
    const left = (await (await deviceDb()).getAll('outbox'))[0]!.command.commandId
    newPage()
    server.up = true
    const outbox = useOutbox()
    await outbox.load()
    await eventually(() => outbox.waiting === 0, 'it was forgotten')
    // Both pages may send it; it is the same command, so it counts once.
    expect(new Set(server.received.map((c) => c.commandId))).toEqual(new Set([left]))
    expect(server.done.size).toBe(1)
  })

  it('lays a refused act aside with its reason, and sends it again as a new one when told', async () => {
    server.judge = (c) =>
      c.act.what === 'open-set' && server.received.length === 1
        ? { result: 'refused', code: 'stage-closed', details: ['trial-fit'] }
        : null
    const outbox = useOutbox()
    outbox.send(jobId, open(crypto.randomUUID()))
    await eventually(() => outbox.refused.length === 1, 'it was not laid aside')
    expect(outbox.waiting).toBe(0)
    const [entry] = outbox.refused
    expect(entry).toMatchObject({ code: 'stage-closed', details: ['trial-fit'] })
    expect(await (await deviceDb()).count('refused')).toBe(1)
    await outbox.sendAgain(entry!)
    await eventually(() => server.done.size === 1, 'it was not sent again')
    expect(outbox.refused).toEqual([])
    expect(server.received[1]!.commandId).not.toBe(server.received[0]!.commandId)
  })

  it('lays aside with a refused set what rests on it, and nothing else', async () => {
    server.up = false
    const outbox = useOutbox()
    const [bad, good] = [crypto.randomUUID(), crypto.randomUUID()]
    server.judge = (c) =>
      'setId' in c.act && c.act.setId === bad
        ? { result: 'refused', code: c.act.what === 'open-set' ? 'stage-closed' : 'too-early', details: [] }
        : null
    outbox.send(jobId, open(bad))
    outbox.send(jobId, take(bad, 0.1))
    outbox.send(jobId, open(good))
    outbox.send(jobId, take(good, 0.2))
    server.up = true
    await eventually(() => outbox.waiting === 0, 'something still waits')
    expect(outbox.refused.map((r) => [r.command.act.what, r.code])).toEqual([
      ['open-set', 'stage-closed'],
      ['take-reading', 'too-early'],
    ])
    expect(server.done.size).toBe(2)
  })

  it('tries what came too early a few times, then lays it aside rather than block the rest', async () => {
    const orphan = crypto.randomUUID()
    server.judge = (c) =>
      'setId' in c.act && c.act.setId === orphan ? { result: 'refused', code: 'too-early', details: [] } : null
    const outbox = useOutbox()
    const good = crypto.randomUUID()
    outbox.send(jobId, take(orphan, 0.1))
    outbox.send(jobId, open(good))
    await eventually(() => outbox.waiting === 0, 'the rest is blocked')
    expect(outbox.refused.map((r) => r.code)).toEqual(['too-early'])
    expect(server.received.filter((c) => 'setId' in c.act && c.act.setId === orphan).length).toBeGreaterThan(2)
    expect(server.done.size).toBe(1)
  })

  it('sends what joins the queue while an answer is being settled', async () => {
    const outbox = useOutbox()
    let more = 3
    outbox.onDone(() => {
      if (more-- > 0) outbox.send(jobId, open(crypto.randomUUID()))
    })
    outbox.send(jobId, open(crypto.randomUUID()))
    await eventually(() => server.done.size === 4 && outbox.waiting === 0, 'one was left behind')
  })

  it.each([
    ['refuses as a whole, for ever', 500, 'failed'],
    ['finds too large', 413, 'failed'],
  ])('lays the one act aside that the server %s, says so, and goes on', async (_, status, code) => {
    const poisoned = crypto.randomUUID()
    const isPoison = (c: Command) => 'setId' in c.act && c.act.setId === poisoned
    server.status = (commands) => (commands.some(isPoison) ? status : 200)
    const outbox = useOutbox()
    const [before, after] = [crypto.randomUUID(), crypto.randomUUID()]
    for (const setId of [before, poisoned, after]) outbox.send(jobId, open(setId))
    outbox.send(jobId, take(after, 0.1))
    await eventually(() => outbox.waiting === 0, 'it is jammed')
    expect(outbox.refused.map((r) => [r.code, isPoison(r.command)])).toEqual([[code, true]])
    expect(server.done.size).toBe(3)
    expect(outbox.reachable).toBe(true)
    expect(server.received.filter(isPoison).length).toBeGreaterThan(3)
  })

  it('waits as long as it takes where the store is away or the server busy, and lays nothing aside', async () => {
    let asked = 0
    server.status = () => (++asked < 4 ? (asked % 2 ? 503 : 429) : 200)
    const outbox = useOutbox()
    outbox.send(jobId, open(crypto.randomUUID()))
    await eventually(() => outbox.waiting === 0, 'it gave up')
    expect([outbox.refused.length, server.done.size]).toEqual([0, 1])
  })

  it('waits while the shop\u2019s disk is full, says so, lays nothing aside, and goes on by itself', async () => {
    server.status = () => 507
    const outbox = useOutbox()
    outbox.send(jobId, open(crypto.randomUUID()))
    await eventually(() => outbox.shopFull && !outbox.reachable, 'nobody says so')
    // More often than an act is tried that the server fails at.
    await eventually(() => server.received.length > 3, 'it is not tried again')
    expect([outbox.waiting, outbox.refused.length]).toEqual([1, 0])
    server.status = () => 200
    await eventually(() => outbox.waiting === 0, 'it gave up')
    expect([outbox.refused.length, outbox.shopFull, outbox.reachable]).toEqual([0, false, true])
  })

  it('goes on where something on the device is no act at all', async () => {
    const db = await deviceDb()
    await db.add('outbox', {} as never)
    await db.add('outbox', { command: { commandId: 'half' } } as never)
    const outbox = useOutbox()
    await outbox.load()
    outbox.send(jobId, open(crypto.randomUUID()))
    await eventually(() => server.done.size === 1 && outbox.waiting === 0, 'it is jammed')
    expect(outbox.deviceFails).toBe(false)
  })

  it('tries an act a few times that the server fails at, while what follows arrives', async () => {
    const poisoned = crypto.randomUUID()
    server.judge = (c) =>
      'setId' in c.act && c.act.setId === poisoned ? { result: 'refused', code: 'failed', details: [] } : null
    const outbox = useOutbox()
    outbox.send(jobId, open(poisoned))
    outbox.send(jobId, open(crypto.randomUUID()))
    await eventually(() => server.done.size === 1, 'what follows is held up')
    await eventually(() => outbox.waiting === 0, 'it is jammed')
    expect(outbox.refused.map((r) => r.code)).toEqual(['failed'])
  })

  it('keeps figures as the store will have them', async () => {
    const outbox = useOutbox()
    outbox.send(jobId, take(crypto.randomUUID(), 0.1 + 0.2))
    expect(outbox.queue[0]!.command.act).toMatchObject({ valueMm: 0.3 })
    await eventually(() => outbox.waiting === 0, 'something still waits')
  })
})

describe('a device whose store is cleared under the page', () => {
  /** What a browser does where a person clears a site's data: all is gone, and the line to it is cut. */
  async function cleared(): Promise<void> {
    const db = await deviceDb()
    await Promise.all([...db.objectStoreNames].map((name) => db.clear(name)))
    forceCloseDatabase(unwrap(db) as never)
  }

  it('opens it anew, puts back what waited in its order, and loses nothing', async () => {
    server.up = false
    const outbox = useOutbox()
    const setId = crypto.randomUUID()
    outbox.send(jobId, open(setId))
    for (const mm of [0.1, 0.2]) outbox.send(jobId, take(setId, mm))
    await eventually(() => !outbox.reachable && outbox.queue.every((q) => q.order > 0), 'it is not kept')
    await cleared()
    await eventually(() => outbox.cleared !== null, 'nobody noticed')
    outbox.send(jobId, take(setId, 0.3))
    await eventually(() => outbox.queue.every((q) => q.order > 0), 'it is not kept')
    expect([outbox.cleared, outbox.deviceFails]).toEqual([{ photos: 0 }, false])
    const left = await (await deviceDb()).getAll('outbox')
    expect(left.map((q) => q.command.act.what)).toEqual(['open-set', ...Array(3).fill('take-reading')])
    newPage()
    server.up = true
    const next = useOutbox()
    await next.load()
    await eventually(() => next.waiting === 0, 'something was lost')
    expect(values()).toEqual([0.1, 0.2, 0.3])
  })

  it('says which photos it cannot put back, and nothing where nothing waited', async () => {
    server.up = false
    const outbox = useOutbox()
    const act: JobAct = {
      what: 'add-photo',
      photoId: crypto.randomUUID(),
      cylinder: 1,
      findingId: null,
      mime: 'image/jpeg',
      widthPx: 4,
      heightPx: 3,
      bytes: 3,
      sha256: 'a'.repeat(64),
      words: '',
    }
    await cleared()
    await eventually(() => !outbox.deviceFails, 'it stays broken')
    expect(outbox.cleared).toBeNull()
    outbox.send(jobId, act)
    await eventually(() => !outbox.reachable && outbox.queue.every((q) => q.order > 0), 'it is not kept')
    await cleared()
    await eventually(() => outbox.cleared !== null, 'nobody noticed')
    expect(outbox.cleared).toEqual({ photos: 1 })
  })
})
