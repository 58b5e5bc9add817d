import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { signatureState } from '#core/job/signature'
import type { JobAct } from '#contract/commands'
import { recordContent } from '../record/pdf'
import { asFile } from '../testing/large-job'
import { commandOf, TestServer } from '../testing/test-store'

let server: TestServer
let jobId: string
let ines: string
beforeAll(async () => {
  server = await TestServer.start()
  const { engines, people } = await server.shop()
  ines = people.find((p) => p.name === 'Ines Varga')!.id
  jobId = randomUUID()
  await server.send(
    commandOf(
      { what: 'start-job', jobId, engineId: engines[0]!.id, title: 'Dead clock', complaint: '', work: [] },
      null,
      ines,
    ),
  )
})
afterAll(() => server.stop())

const DEAD = '1970-01-01T00:03:00.000Z'
const send = (act: JobAct, at?: string) => server.send(commandOf(act, jobId, ines, at ? { at } : {}))

describe('what comes from a device whose clock died', () => {
  it('is kept, counts as done when it arrived, in the order it came, and both clocks are told', async () => {
    const gaugeId = (await server.shop()).gauges[0]!.id
    const [setId, early, late] = [randomUUID(), randomUUID(), randomUUID()]
    const read = (readingId: string): JobAct => ({
      what: 'take-reading',
      readingId,
      setId,
      angleDeg: 0,
      valueMm: 0.1,
      source: 'typed',
    })
    const startedMs = Date.now()
    await send({ what: 'open-set', setId, cylinder: 1, stage: 'as-found', gaugeId, zeroOn: 'deck' })
    // Alone, and among others that are stored together with it.
    await Promise.all([send(read(early), DEAD), send(read(late)), send(read(randomUUID()))])
    const one = commandOf({ what: 'tally-plug', tallyId: randomUUID(), cylinder: 1, goesIn: true }, jobId, ines, {
      at: DEAD,
    })
    expect(await server.send(one)).toMatchObject([{ result: 'done', again: false }])
    expect(await server.send(one)).toMatchObject([{ result: 'done', again: true }])
    const job = await server.snapshot(jobId)
    const own = job.readings.find((r) => r.id === early)!
    expect(Date.parse(own.at)).toBeGreaterThanOrEqual(startedMs)
    expect(Date.parse(job.tally[0]!.at)).toBeGreaterThanOrEqual(startedMs)
    expect(job.redated!.map((r) => [r.seq, r.deviceAt])).toEqual([
      [own.seq, DEAD],
      [job.tally[0]!.seq, DEAD],
    ])
    await send({ what: 'tally-plug', tallyId: randomUUID(), cylinder: 1, goesIn: false })
    await send({ what: 'close-stage', stage: 'as-found', note: 'enough' })
    const closed = await server.snapshot(jobId)
    const content = JSON.stringify(await recordContent(closed, { unit: 'mm', paper: 'A4' }))
    expect(content).toContain('1970-01-01 00:03 UTC by the device, counted as 20')
    // It is under the signature.
    const closure = closed.closures[0]!
    expect(signatureState(closed, closure)).toBe('stands')
    const hidden = { ...closed, redated: closed.redated!.slice(1) }
    expect(signatureState(hidden, closure)).toBe('broken')
  })

  it('is told of wherever the job is taken', async () => {
    const there = await TestServer.start({ demo: false })
    const job = await server.snapshot(jobId)
    const brought = await there.app.inject({
      method: 'POST',
      url: '/api/jobs/import',
      payload: asFile({ ...job, job: { ...job.job, simulated: false } }),
      headers: { 'content-type': 'application/octet-stream' },
    })
    expect(brought.statusCode, brought.body).toBe(200)
    const after = await there.snapshot(jobId)
    expect(after.redated!.map((r) => r.deviceAt)).toEqual([DEAD, DEAD])
    expect(signatureState(after, after.closures[0]!)).toBe('stands')
    await there.stop()
  })
})
