import { createHash, randomUUID } from 'node:crypto'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { jobFile } from '#contract/job-file'
import { carryAway, withPlainSeqs } from '#core/job/carry-away'
import { hashText, orderedJson, sealState } from '#core/job/seal'
import type { Snapshot } from '#core/job/snapshot'
import { demoPhoto } from '../demo/demo-photo'
import { commandOf, TestServer } from '../testing/test-store'

let here: TestServer
let there: TestServer
let ferry: string
let loader: string
let person: string

beforeAll(async () => {
  here = await TestServer.start()
  there = await TestServer.start({ demo: false })
  ferry = await here.jobId('Long Reach')
  loader = await here.jobId('loader')
  person = (await here.shop()).people[0]!.id
})
afterAll(async () => {
  await here.stop()
  await there.stop()
})

const take = async (jobId: string, kind: 'zip' | 'json') => (await here.app.inject(`/api/jobs/${jobId}/job.${kind}`)).rawPayload
const bring = async (content: Buffer | string, to = there) => {
  const answer = await to.app.inject({ method: 'POST', url: '/api/jobs/import', payload: content, headers: { 'content-type': 'application/octet-stream' } })
  return { status: answer.statusCode, body: answer.json() as { jobId?: string; number?: number; error?: { code: string; message: string; issues: { path: string }[] } } }
}
const code = async (content: Buffer | string) => (await bring(content)).body.error?.code
/** As it compares whichever store it lies in. */
const comparable = (snapshot: Snapshot) => withPlainSeqs(carryAway(snapshot))
const own = ({ rule: _r, tooling: _t, rates: _c, renewalCosts: _w, ...rest }: Snapshot) => rest

describe('a job file', () => {
  it('goes to another shop whole, with photos, and back is the same', async () => {
    const zip = await take(ferry, 'zip')
    const answer = await bring(zip)
    expect(answer).toMatchObject({ status: 200, body: { jobId: ferry, number: 1 } })
    const [before, after] = [await here.snapshot(ferry), await there.snapshot(ferry)]
    expect(own(comparable(after))).toEqual(own(comparable(before)))
    expect(before.photos).toHaveLength(3)
    for (const photo of after.photos) {
      const bytes = (await there.app.inject(`/api/jobs/${ferry}/photos/${photo.id}`)).rawPayload
      expect(createHash('sha256').update(bytes).digest('hex')).toBe(photo.sha256)
    }
    expect(after.closures.map((c) => sealState(after, c))).toEqual(before.closures.map(() => 'stands'))
    // The shop that took it in has its engine, people and parts now, and can go on with it.
    const shop = await there.shop()
    expect(shop.jobs[0]).toMatchObject({ title: before.job.title, nextStage: 'counterbores', engineName: 'Tarrock 6L-140' })
    expect(shop.people.map((p) => p.name)).toEqual(['Ines Varga', 'Lise Brandt', 'Tom Adeyar'])
    const [outcome] = await there.send(commandOf({ what: 'tally-plug', tallyId: randomUUID(), cylinder: 6, goesIn: true }, ferry, before.people[0]!.id))
    expect(outcome).toMatchObject({ result: 'done' })
    const went = await there.snapshot(ferry)
    expect(went.tally.at(-1)!.seq).toBeGreaterThan(Math.max(...after.closures.map((c) => c.seq)))
  })

  it('that is signed stays signed, with cuts, shims, strikes and presses', async () => {
    expect(await bring(await take(loader, 'json'))).toMatchObject({ status: 200 })
    const [before, after] = [await here.snapshot(loader), await there.snapshot(loader)]
    expect(own(comparable(after))).toEqual(own(comparable(before)))
    expect(after.closures.every((c) => sealState(after, c) === 'stands')).toBe(true)
    expect((await there.shop()).jobs.find((j) => j.id === loader)).toMatchObject({ signed: true, number: 3 })
  })

  it('is not taken in twice, and leaves the first as it is', async () => {
    const before = await there.snapshot(loader)
    expect(await bring(await take(loader, 'json'))).toMatchObject({ status: 409, body: { error: { code: 'job-is-here' } } })
    expect(await there.snapshot(loader)).toEqual(before)
  })

  it('gets the next number where its own is taken', async () => {
    const third = await TestServer.start()
    const strange = jobFile.parse(JSON.parse((await take(ferry, 'json')).toString()))
    const job = { ...strange.job, job: { ...strange.job.job, id: randomUUID() }, photos: [], sets: [], readings: [], closures: [], cuts: [], shimFits: [], placements: [], plans: [], tally: [], pulls: [], findings: [], grades: [], decisions: [], wearMarks: [], liners: [], shims: [] }
    expect(await bring(JSON.stringify({ ...strange, job, check: hashText(orderedJson(job)) }), third)).toMatchObject({ status: 200, body: { number: 5 } })
    await third.stop()
  })

  it('is refused whole, in words, where it is cut off, changed, newer or nothing', async () => {
    const count = async () => Object.values(await there.shop()).flat().length
    const before = await count()
    const [zip, json] = [await take(await here.jobId('Pump'), 'zip'), (await take(await here.jobId('Pump'), 'json')).toString()]
    const file = JSON.parse(json) as { job: Snapshot; version: number }
    const edited = (change: object) => JSON.stringify({ ...file, ...change })
    expect(await code(zip.subarray(0, zip.length - 300))).toBe('file-cut-off')
    expect(await code(json.slice(0, json.length / 2))).toBe('file-cut-off')
    expect(await code(json.replace('0.128', '0.118'))).toBe('file-changed')
    expect(await code(edited({ version: 3, job: { strange: true } }))).toBe('file-newer')
    expect(await code(edited({ format: 'something else' }))).toBe('file-no-job')
    for (const nothing of ['hello', '[1,2]', Buffer.from([0x50, 0x4b, 5, 6, ...Array<number>(18).fill(0)])]) expect(await code(nothing)).toBe('file-no-job')
    const wrong = { ...file.job, readings: [{ ...file.job.readings[0]!, valueMm: 'high' }] }
    const damaged = await bring(edited({ job: wrong, check: hashText(orderedJson(wrong)) }))
    expect(damaged.body.error).toMatchObject({ code: 'file-damaged', issues: [{ path: expect.stringContaining('job.readings.0') }] })
    for (const said of [damaged.body.error!.message, (await bring('hello')).body.error!.message]) expect(said).toMatch(/Nothing was taken in/)
    expect(await count()).toBe(before)
  })

  it('is refused where a photo is missing or is another', async () => {
    const another = await TestServer.start({ demo: false })
    const entries = unzipSync(await take(ferry, 'zip'))
    const photos = Object.keys(entries).filter((name) => name.startsWith('photos/'))
    expect(photos).toHaveLength(3)
    const without = Buffer.from(zipSync({ 'job.json': entries['job.json']! }))
    const swapped = Buffer.from(zipSync({ ...entries, [photos[0]!]: new Uint8Array(demoPhoto(1)) }))
    expect((await bring(without, another)).body.error?.code).toBe('file-photo-missing')
    expect((await bring(swapped, another)).body.error?.code).toBe('file-changed')
    expect((await another.shop()).jobs).toEqual([])
    await another.stop()
  })

  it('of the first version is read too', async () => {
    const other = await TestServer.start({ demo: false })
    const { job } = jobFile.parse(JSON.parse((await take(await here.jobId('spare'), 'json')).toString()))
    const { pullers: _p, pulls: _u, findings: _f, photos: _h, grades: _g, decisions: _d, renewalCosts: _r, sealFits: _s, presses: _e, times: _t, ...old } = job
    const first = { format: 'even-bore-job', version: 1, savedAt: new Date().toISOString(), job: old }
    expect(await bring(JSON.stringify(first), other)).toMatchObject({ status: 200 })
    expect((await other.snapshot(job.job.id)).job.title).toBe(job.job.title)
    await other.stop()
  })

  it('keeps the words of its JSON readable', async () => {
    const text = strFromU8(unzipSync(await take(ferry, 'zip'))['job.json']!)
    expect(text).toContain('"title": "Ferry \\"Long Reach\\", main engine"')
    expect(strToU8(text).length).toBeGreaterThan(10_000)
  })
})

describe('photos', () => {
  const put = (jobId: string, photoId: string, content: Buffer, type = 'image/png') => here.app.inject({ method: 'PUT', url: `/api/jobs/${jobId}/photos/${photoId}`, payload: content, headers: { 'content-type': type } })
  const add = (photoId: string, sha256: string) => here.send(commandOf({ what: 'add-photo', photoId, cylinder: 1, findingId: null, mime: 'image/png', widthPx: 480, heightPx: 360, bytes: 10, sha256, words: '' }, ferry, person))

  it('come once, and are named only after they have come', async () => {
    const [photoId, content] = [randomUUID(), demoPhoto(9)]
    const sha256 = createHash('sha256').update(content).digest('hex')
    expect(await add(photoId, sha256)).toMatchObject([{ code: 'photo-missing' }])
    for (let i = 0; i < 2; i++) expect((await put(ferry, photoId, content)).json()).toMatchObject({ sha256, mime: 'image/png', bytes: content.length })
    expect((await put(ferry, photoId, demoPhoto(10))).statusCode).toBe(409)
    expect((await put(loader, photoId, content)).statusCode).toBe(409)
    expect(await add(photoId, sha256.replace(/^./, (c) => (c === '0' ? '1' : '0')))).toMatchObject([{ code: 'photo-missing' }])
    expect(await add(photoId, sha256)).toMatchObject([{ result: 'done' }])
    expect((await here.snapshot(ferry)).photos.at(-1)).toMatchObject({ id: photoId, sha256 })
  })

  it('that are none, too large, or of a job that is not there, are refused in words', async () => {
    const not = await put(ferry, randomUUID(), Buffer.from('<svg onload="alert(1)"/>'), 'image/svg+xml')
    expect([not.statusCode, not.json().error.message]).toEqual([422, expect.stringContaining('no photo')])
    const large = await put(ferry, randomUUID(), Buffer.alloc(8_100_000, 1))
    expect([large.statusCode, large.json().error.code]).toEqual([413, 'photo-too-large'])
    expect((await put(randomUUID(), randomUUID(), demoPhoto(9))).statusCode).toBe(404)
    expect((await here.app.inject(`/api/jobs/${ferry}/photos/${randomUUID()}`)).statusCode).toBe(404)
  })
})
