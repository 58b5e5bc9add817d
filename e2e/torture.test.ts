import { randomUUID } from 'node:crypto'
import { request } from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import WebSocket from 'ws'
import type { Command, JobAct } from '#contract/commands'
import { signatureState } from '#core/job/signature'
import { demoPhoto } from '../server/demo/demo-photo'
import { bombOf } from '../server/testing/bomb'
import { asFile, grownJob } from '../server/testing/large-job'
import { command, House } from '../testing/house'

let house: House
let ferry: string
let tom: string
let gaugeId: string
let large: string[]
beforeAll(async () => {
  house = await House.open({ own: true })
  ferry = await house.jobId('Long Reach')
  tom = await house.person('Tom Adeyar')
  gaugeId = (await house.shop()).gauges.find((g) => g.kind === 'digital-sled')!.id
  large = await files()
})
afterAll(() => house.kill())

const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
/** Every status that was answered, whatever was asked. */
const statuses = new Map<number, number>()
async function ask(path: string, init: RequestInit = {}): Promise<Response | null> {
  try {
    const answer = await fetch(house.url + path, { ...init, signal: AbortSignal.timeout(300_000) })
    statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1)
    await answer.arrayBuffer().catch(() => undefined)
    return answer
  } catch {
    return null
  }
}
const post = (path: string, body: BodyInit, type = 'application/json') =>
  ask(path, { method: 'POST', body, headers: { 'content-type': type } })

/** Asks by a host of its own choosing, which fetch does not let anybody do. */
function askAs(host: string): Promise<number> {
  return new Promise((resolve) => {
    request({ port: house.port, host: '127.0.0.1', path: '/api/shop', headers: { host } }, (answer) =>
      resolve((answer.resume(), answer.statusCode ?? 0)),
    )
      .once('error', () => resolve(0))
      .end()
  })
}

/** A device that sends readings one after the other, each until it is acknowledged. */
async function device(cylinder: number, count: number, acknowledged: string[]): Promise<void> {
  const setId = randomUUID()
  const open: JobAct = { what: 'open-set', setId, cylinder, stage: 'trial-fit', gaugeId, zeroOn: 'deck' }
  const takes = Array.from({ length: count }, (_, i): JobAct => ({
    what: 'take-reading',
    readingId: randomUUID(),
    setId,
    angleDeg: (i % 4) * 90,
    valueMm: i / 1000,
    source: 'typed',
  }))
  for (const one of [open, ...takes].map((act) => command(act, ferry, tom))) {
    while (!(await sent(one))) await sleep(30)
    if (one.act.what === 'take-reading') acknowledged.push(one.act.readingId)
  }
}
const sent = (one: Command) =>
  house.send([one]).then(
    ([answer]) => answer?.result === 'done',
    () => false,
  )

const twin = (bytes: Buffer, change: (b: Buffer) => void) => {
  const other = Buffer.from(bytes)
  change(other)
  return other
}
const picture = demoPhoto(3)
const pictures = [
  twin(picture, (b) => b.writeUInt32BE(60_000, 16)),
  twin(picture, (b) => b.writeInt32BE(-12, picture.indexOf('IDAT') - 4)),
  twin(picture, (b) => b.fill(0, 60, 200)),
  picture.subarray(0, 900),
]
const bomb = await bombOf(120_000_000)
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
const deepAct = () => ({
  ...command({ what: 'archive-job', archived: false }, ferry, tom),
  act: JSON.parse(`${'['.repeat(900)}${']'.repeat(900)}`) as unknown,
})

/** A job of another shop as large as one can be, one larger, and one whose signature keeps another job. */
const files = async () => {
  const plain = await house.snapshot(ferry)
  const size = { sets: 400, inSet: 25, readings: 10_000, entries: 0 }
  const forged = await house.snapshot(await house.jobId('loader'))
  const other = randomUUID()
  const renamed = JSON.parse(JSON.stringify(forged).replaceAll(forged.job.id, other)) as typeof forged
  renamed.closures.find((c) => c.kept)!.kept!.job.id = ferry
  return [grownJob(plain, size), grownJob(plain, { ...size, sets: 401 }), renamed].map((job) => asFile(job))
}

/** What somebody who means no good does, over and over, until it is enough. */
const attacks: (() => Promise<unknown>)[] = [
  () =>
    Promise.all(
      pictures.map((bytes) =>
        ask(`/api/jobs/${ferry}/photos/${randomUUID()}`, {
          method: 'PUT',
          body: new Uint8Array(bytes),
          headers: { 'content-type': 'image/png' },
        }),
      ),
    ),
  () => post('/api/jobs/import', bomb as BodyInit, 'application/zip'),
  () => Promise.all(large.map((file) => post('/api/jobs/import', file, 'application/octet-stream'))),
  () => Promise.all(Array.from({ length: 30 }, () => post('/api/calc/stack-up', stackUp))),
  () => Promise.all([ask(`/api/jobs/${ferry}/record.pdf`), ask(`/api/jobs/${ferry}/owner.pdf`), ask('/api/schedule')]),
  () =>
    post(
      '/api/commands',
      JSON.stringify({ commands: [deepAct(), { ...deepAct(), act: { what: 'book-time', words: '\ud83d' } }] }),
    ),
  () =>
    post(
      '/api/commands',
      JSON.stringify({ commands: [command({ what: 'archive-job', archived: false }, ferry, tom)] }),
      'text/csv',
    ),
  async () =>
    expect(
      [await askAs('evil.example'), await askAs(`127.0.0.1.evil.example:${house.port}`)].every(
        (s) => s === 403 || s === 0,
      ),
    ).toBe(true),
  async () => {
    const sockets = Array.from(
      { length: 40 },
      () =>
        new WebSocket(`${house.url.replace('http', 'ws')}/api/gauge/simulated?jobId=${ferry}`, {
          origin: 'http://evil.example',
        }),
    )
    await Promise.all(sockets.map((s) => new Promise((resolve) => s.once('error', resolve).once('open', resolve))))
    expect(sockets.filter((s) => s.readyState === WebSocket.OPEN)).toHaveLength(0)
  },
]

describe('a server under attack, that is killed again and again meanwhile', () => {
  it('loses nothing, doubles nothing, answers nothing with a fault of its own, and stands afterwards', async () => {
    const before = new Set((await house.snapshot(ferry)).readings.map((r) => r.id))
    const acknowledged: string[] = []
    let measuring = true
    const attacking = attacks.map(async (attack) => {
      while (measuring) {
        await attack()
        await sleep(50)
      }
    })
    const devices = Promise.all([1, 2, 3, 4, 5, 6].map((cylinder) => device(cylinder, 24, acknowledged)))
    for (const mark of [20, 50, 80, 110, 130]) {
      while (acknowledged.length < mark) await sleep(10)
      await house.kill()
      await house.start()
    }
    await devices
    measuring = false
    await Promise.all(attacking)
    const job = await house.snapshot(ferry)
    expect(
      job.readings
        .map((r) => r.id)
        .filter((id) => !before.has(id))
        .sort(),
    ).toEqual([...acknowledged].sort())
    expect(acknowledged).toHaveLength(144)
    expect(job.closures.filter((c) => c.closes && signatureState(job, c) === 'broken')).toEqual([])
    // A store that is away may say so; nothing else may be the server's own fault.
    expect([...statuses.keys()].filter((s) => s >= 500 && s !== 503)).toEqual([])
    expect([...statuses.keys()]).toEqual(expect.arrayContaining([200, 413, 415, 422, 429]))
    expect((await ask(`/api/jobs/${ferry}/record.pdf`))?.status).toBe(200)
    // What was forged is not in, and changed nothing of the job it named.
    expect((await house.snapshot(ferry)).job.title).toBe('Ferry "Long Reach", main engine')
    expect((await house.shop()).jobs.filter((j) => j.title === 'Gravel yard loader')).toHaveLength(1)
  }, 600_000)
})
