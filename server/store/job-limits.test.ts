import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { JobAct } from '#contract/commands'
import { jobLimits } from '#contract/job-file'
import type { Snapshot } from '#core/job/snapshot'
import { asFile, grownJob } from '../testing/large-job'
import { commandOf, TestServer } from '../testing/test-store'

let server: TestServer
let from: Snapshot
let ines: string
beforeAll(async () => {
  server = await TestServer.start()
  from = await server.snapshot(await server.jobId('Long Reach'))
  ines = (await server.shop()).people.find((p) => p.name === 'Ines Varga')!.id
})
afterAll(() => server.stop())

const full = { sets: jobLimits.sets, inSet: 25, readings: jobLimits.readings, entries: jobLimits.entries }
const bring = async (job: Snapshot) =>
  (
    await server.app.inject({
      method: 'POST',
      url: '/api/jobs/import',
      payload: asFile(job),
      headers: { 'content-type': 'application/octet-stream' },
    })
  ).json() as { jobId?: string; error?: { code: string; message: string } }
const act = (what: JobAct, jobId: string) => server.send(commandOf(what, jobId, ines))
const take = (setId: string): JobAct => ({
  what: 'take-reading',
  readingId: randomUUID(),
  setId,
  angleDeg: 12,
  valueMm: 0.1,
  source: 'typed',
})

describe('a job as large as one can be', () => {
  it('is taken in, read and judged; nothing more goes into it, in words, and it can still be closed', async () => {
    const job = grownJob(from, full)
    expect(job.readings).toHaveLength(jobLimits.readings)
    const { jobId } = await bring(job)
    const card = (await server.shop()).jobs.find((j) => j.id === jobId)!
    expect([card.readings, card.marks!.marks.length]).toEqual([jobLimits.readings, 6])
    // The last set of the file was ended; one more cannot be begun.
    const open = { what: 'open-set', setId: randomUUID(), cylinder: 1, stage: 'as-found', zeroOn: 'deck' } as const
    const gaugeId = (await server.shop()).gauges[0]!.id
    expect(await act({ ...open, gaugeId }, jobId!)).toMatchObject([{ code: 'job-full', details: ['400'] }])
    const tally: JobAct = { what: 'tally-plug', tallyId: randomUUID(), cylinder: 1, goesIn: true }
    expect(await act(tally, jobId!)).toMatchObject([{ code: 'job-full', details: ['10000'] }])
    expect(await act({ what: 'close-stage', stage: 'as-found', note: 'as large as may be' }, jobId!)).toMatchObject([
      { result: 'done' },
    ])
    expect((await server.snapshot(jobId!)).closures).toHaveLength(1)
  })

  it('is not taken in where it is larger, in words', async () => {
    for (const more of [
      { ...full, sets: jobLimits.sets + 1 },
      { ...full, sets: 30, inSet: jobLimits.readingsInSet + 1 },
      { ...full, inSet: 26, readings: jobLimits.readings + 1 },
      { ...full, entries: jobLimits.entries + 1 },
    ]) {
      const { error } = await bring(grownJob(from, more))
      expect(error).toMatchObject({ code: 'file-job-too-large', message: expect.stringContaining('400 sets') })
    }
  })

  it('stays readable where an earlier version let it grow larger', async () => {
    const { jobId } = await bring(grownJob(from, { sets: 1, inSet: 300, readings: 300, entries: 0 }))
    const [set] = (await server.snapshot(jobId!)).sets
    const rows = Array.from({ length: 800 }, (_, i) => ({
      id: randomUUID(),
      jobId,
      setId: set!.id,
      angleDeg: i * 0.4,
      valueMm: 0.1,
      source: 'typed',
      personId: ines,
      at: new Date(),
      seq: set!.seq,
    }))
    await server.store.models.readings.bulkCreate(rows)
    expect((await server.snapshot(jobId!)).readings).toHaveLength(1100)
    expect((await server.app.inject(`/api/jobs/${jobId}/record`)).statusCode).toBeLessThan(500)
  })
})

describe('a set as large as one can be', () => {
  it('takes no more, one by one, many together or handed over, and the next set does', async () => {
    const { jobId } = await bring(grownJob(from, { sets: 0, inSet: 0, readings: 0, entries: 0 }))
    const gaugeId = (await server.shop()).gauges[0]!.id
    const [first, next] = [randomUUID(), randomUUID()]
    const open = (setId: string) =>
      act({ what: 'open-set', setId, cylinder: 1, stage: 'as-found', zeroOn: 'deck', gaugeId }, jobId!)
    await open(first)
    // As many hands at once as there are readings: those that arrive together are stored together.
    const answers = await Promise.all(
      Array.from({ length: jobLimits.readingsInSet + 40 }, () => act(take(first), jobId!)),
    )
    const refused = answers.flat().filter((a) => a.result === 'refused')
    expect(refused).toHaveLength(40)
    expect(refused[0]).toMatchObject({ code: 'set-full', details: ['360'] })
    const readings = (await server.snapshot(jobId!)).readings.filter((r) => r.setId === first)
    expect(readings).toHaveLength(jobLimits.readingsInSet)
    const over = [{ readingId: readings[0]!.id, newId: randomUUID() }]
    expect(await act({ what: 'hand-over', setId: first, readings: over }, jobId!)).toMatchObject([{ code: 'set-full' }])
    await open(next)
    expect(await act(take(next), jobId!)).toMatchObject([{ result: 'done' }])
    const cardReadings = async () => (await server.shop()).jobs.find((j) => j.id === jobId)!.readings
    expect(await cardReadings()).toBe(jobLimits.readingsInSet + 1)
    // What is handed over stands twice in the job, and is counted so.
    const own = (await server.snapshot(jobId!)).readings.find((r) => r.setId === next)!
    await act({ what: 'hand-over', setId: next, readings: [{ readingId: own.id, newId: randomUUID() }] }, jobId!)
    expect(await cardReadings()).toBe(jobLimits.readingsInSet + 2)
  })
})
