import { randomUUID } from 'node:crypto'
import { zipSync } from 'fflate'
import sharp from 'sharp'
import { command, type House } from '../testing/house'
import { demoPhoto } from '../server/demo/demo-photo'
import { asFile, grownJob } from '../server/testing/large-job'
import { percentile, send, type Line } from './bench-line'

const OPEN_JOBS = 400
const READING_EVERY_MS = 20
const LEAST_READINGS = 60
/** Well below what one set can hold. */
const IN_SET = 100
/** A job as large as may be comes in within this, ms. */
const LARGE_IN_MS = 2000
const LARGE_JOBS = 4

/** Sends a reading every 20 ms, one after the other, until what runs beside has ended. @returns how long each took, ms */
async function readBeside(house: House, jobId: string, personId: string, beside: Promise<unknown>): Promise<number[]> {
  const gaugeId = (await house.shop()).gauges[0]!.id
  let setId = ''
  const openSet = async () => {
    setId = randomUUID()
    await house.send([
      command({ what: 'open-set', setId, cylinder: 1, stage: 'as-found', gaugeId, zeroOn: 'deck' }, jobId, personId),
    ])
  }
  let busy = true
  void beside.finally(() => (busy = false))
  const times: number[] = []
  for (let i = 0; busy || times.length < LEAST_READINGS; i++) {
    if (i % IN_SET === 0) await openSet()
    const sent = performance.now()
    await house.send([
      command(
        { what: 'take-reading', readingId: randomUUID(), setId, angleDeg: (i % 4) * 90, valueMm: 0.1, source: 'gauge' },
        jobId,
        personId,
      ),
    ])
    times.push(performance.now() - sent)
    await new Promise((resolve) => setTimeout(resolve, READING_EVERY_MS))
  }
  return times
}

async function openJobs(house: House, personId: string): Promise<void> {
  const engineId = (await house.shop()).engines[0]!.id
  const starts = Array.from({ length: OPEN_JOBS }, (_, i) => ({
    act: { what: 'start-job' as const, jobId: randomUUID(), engineId, title: `Open job ${i}`, complaint: '' },
    jobId: null,
  }))
  await send(house, starts, personId)
}

const drain = async (answer: Promise<Response>) => (await (await answer).arrayBuffer()).byteLength
const times = (n: number, work: (i: number) => Promise<unknown>) =>
  Promise.all(Array.from({ length: n }, (_, i) => work(i)))

/** Readings while the server does each of its heavy works. */
export async function besideLines(house: House): Promise<Line[]> {
  const personId = await house.person('Tom Adeyar')
  const [spare, ferry] = [await house.jobId('spare'), await house.jobId('Long Reach')]
  const get = (path: string) => drain(fetch(house.url + path))
  const post = (path: string, body: BodyInit, type = 'application/json') =>
    drain(fetch(house.url + path, { method: 'POST', body, headers: { 'content-type': type } }))
  const stackUp = JSON.stringify({
    links: ['flange', 'shim', 'plate'].map((name) => ({
      name,
      sign: 1,
      nominalMm: 10.6,
      tolMm: 0.02,
      distribution: 'normal',
    })),
    spec: { minMm: 31, maxMm: 32 },
    samples: 5_000_000,
    seed: 1,
  })
  const bomb = zipSync({ 'job.json': [new Uint8Array(150_000_000), { level: 9 }] })
  const zip = new Uint8Array(await (await fetch(`${house.url}/api/jobs/${ferry}/job.zip`)).arrayBuffer())
  // As a device makes it: JPEG.
  const photo = await sharp(demoPhoto(4, 1600, 1200))
    .jpeg({ quality: 82 })
    .toBuffer()
  await openJobs(house, personId)
  const plain = await house.snapshot(ferry)
  const largeMs: number[] = []
  const works: [string, () => Promise<unknown>][] = [
    ['ten record PDFs at once, each with its photos', () => times(10, () => get(`/api/jobs/${ferry}/record.pdf`))],
    [`the plan of ${OPEN_JOBS} open jobs, asked five times at once`, () => times(5, () => get('/api/schedule'))],
    ['a hundred stack-ups of 5 million samples at once', () => times(100, () => post('/api/calc/stack-up', stackUp))],
    [
      'four bombs of 150 kB that unpack to 150 MB',
      () => times(4, () => post('/api/jobs/import', bomb as BodyInit, 'application/zip')),
    ],
    [
      'the job file with its photos taken away and brought again, four at once',
      () =>
        times(
          4,
          async () => (
            await get(`/api/jobs/${ferry}/job.zip`),
            post('/api/jobs/import', zip as BodyInit, 'application/zip')
          ),
        ),
    ],
    [
      'twenty photos of 1600 × 1200 kept at once',
      () =>
        times(20, () =>
          drain(
            fetch(`${house.url}/api/jobs/${ferry}/photos/${randomUUID()}`, {
              method: 'PUT',
              body: new Uint8Array(photo),
              headers: { 'content-type': 'image/jpeg' },
            }),
          ),
        ),
    ],
  ]
  const large = Array.from({ length: LARGE_JOBS }, () =>
    asFile(grownJob(plain, { sets: 400, inSet: 25, readings: 10_000, entries: 0 })),
  )
  works.push([
    `${LARGE_JOBS} job files brought one after the other, each with 10 000 readings in 400 sets`,
    async () => {
      for (const file of large) {
        const begun = performance.now()
        await post('/api/jobs/import', file, 'application/octet-stream')
        largeMs.push(performance.now() - begun)
      }
    },
  ])
  const lines: Line[] = []
  for (const [what, work] of works) {
    const begun = performance.now()
    let tookMs = 0
    const found = await readBeside(
      house,
      spare,
      personId,
      work().then(() => (tookMs = performance.now() - begun)),
    )
    const p95 = percentile(found, 0.95)
    lines.push({
      what: `A reading beside ${what} (done in ${(tookMs / 1000).toFixed(1)} s): p95 and slowest of ${found.length}`,
      wanted: 'p95 under 100 ms',
      found: `${p95.toFixed(1)} ms, ${Math.max(...found).toFixed(0)} ms`,
      good: p95 < 100,
    })
  }
  const slowest = Math.max(...largeMs)
  return [
    ...lines,
    {
      what: `A job as large as one can be taken in (10 000 readings in 400 sets), slowest of ${LARGE_JOBS}, with readings beside it`,
      wanted: 'under 2 s',
      found: `${(slowest / 1000).toFixed(2)} s`,
      good: slowest < LARGE_IN_MS,
    },
  ]
}
