import { nextTick, watch } from 'vue'
import { beforeEach, describe, expect, it } from 'vitest'
import { ids } from '#core/testing/make-snapshot'
import { eventually, FakeServer, newDevice, newPage } from '../testing/device'
import { useDevice } from './device'
import { useJob } from './job'
import { useOutbox } from './outbox'

let server: FakeServer
let jobId: string
beforeEach(async () => {
  await newDevice()
  server = new FakeServer()
  jobId = server.snapshot.job.id
  useDevice().personId = ids.person
})

function measure(valueMm: number): void {
  const setId = crypto.randomUUID()
  useJob().act({ what: 'open-set', setId, cylinder: 1, stage: 'trial-fit', gaugeId: ids.gauge, zeroOn: 'deck' })
  useJob().act({ what: 'take-reading', readingId: crypto.randomUUID(), setId, angleDeg: 0, valueMm, source: 'typed' })
}
const shown = () => useJob().decks!['trial-fit'].cylinders[0]!.stations[0]!.valueMm

describe('the job in hand', () => {
  it('counts an act at once, before anybody answered', async () => {
    await useJob().open(jobId)
    server.up = false
    measure(0.123)
    expect(shown()).toBe(0.123)
    expect(useJob().decks!['trial-fit'].cylinders[0]!.verdict).toBe('in')
  })

  it('never loses sight of it while a stale snapshot is on its way', async () => {
    const job = useJob()
    await job.open(jobId)
    server.hold = true
    const stale = job.refresh()
    measure(0.111)
    await eventually(() => useOutbox().waiting === 0, 'it was not sent')
    expect(shown()).toBe(0.111)
    server.letGo()
    await stale
    expect(shown()).toBe(0.111)
    await eventually(() => job.snapshot!.readings.length === 1, 'it is there twice, or not at all')
    expect(server.snapshot.readings).toHaveLength(1)
  })

  it('is laid out anew when something is entered or read, and not as that goes on its way to the server', async () => {
    const job = useJob()
    await job.open(jobId)
    await eventually(() => job.live, 'it does not listen')
    await job.refresh()
    const laidOut: unknown[] = []
    watch(
      () => job.snapshot,
      (now) => laidOut.push(now),
    )
    const { route } = job
    server.hold = true
    measure(0.111)
    await nextTick()
    expect(laidOut).toHaveLength(1)
    // Both acts are kept on the device, sent, and acknowledged.
    await eventually(() => useOutbox().waiting === 0, 'it was not sent')
    await nextTick()
    expect(laidOut).toHaveLength(1)
    expect(shown()).toBe(0.111)
    const begun = job.route
    expect(begun).not.toBe(route)
    const read = job.refresh()
    server.letGo()
    await read
    await nextTick()
    expect(laidOut).toHaveLength(2)
    expect(job.snapshot!.readings[0]!.seq).toBeLessThan(1000)
    // The route says what it said before: it is that very list.
    expect(job.route).toBe(begun)
  })

  it('opens from the device when the server is away, with what still waits', async () => {
    await useJob().open(jobId)
    await eventually(() => useJob().snapshot !== null, 'it did not open')
    server.up = false
    measure(0.105)
    await eventually(() => !useOutbox().reachable, 'nobody noticed')
    newPage()
    useDevice().personId = ids.person
    await useOutbox().load()
    await useJob().open(jobId)
    expect(shown()).toBe(0.105)
    expect(useJob().problem).toBeNull()
  })

  it('says so when it was never seen and the server is away', async () => {
    server.up = false
    await useJob().open(crypto.randomUUID())
    expect(useJob().problem).toBe('never-seen')
  })
})
