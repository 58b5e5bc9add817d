import { createHash, randomUUID } from 'node:crypto'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { jobFile, JOB_FILE_VERSION } from '#contract/job-file'
import { carryAway, withPlainSeqs } from '#core/job/carry-away'
import { hashText, orderedJson, signatureState } from '#core/job/signature'
import { endedOf } from '#core/job/route'
import type { Snapshot } from '#core/job/snapshot'
import { stageLogic } from '#core/works/logic'
import { openThings } from '#core/works/open-things'
import { demoPhoto } from '../demo/demo-photo'
import { bombOf } from '../testing/bomb'
import { asFile } from '../testing/large-job'
import { commandOf, TestServer } from '../testing/test-store'

let here: TestServer
let there: TestServer
let ferry: string
let loader: string
const ownHand = randomUUID()

beforeAll(async () => {
  here = await TestServer.start()
  there = await TestServer.start({ demo: false })
  ferry = await here.jobId('Long Reach')
  loader = await here.jobId('loader')
  await there.send(
    commandOf({ what: 'add-person', person: { id: ownHand, name: 'Own Hand', role: 'lead' } }, null, null),
  )
})
afterAll(async () => {
  await here.stop()
  await there.stop()
})

const take = async (jobId: string, kind: 'zip' | 'json') =>
  (await here.app.inject(`/api/jobs/${jobId}/job.${kind}`)).rawPayload
const bring = async (content: Buffer | string, to = there) => {
  const answer = await to.app.inject({
    method: 'POST',
    url: '/api/jobs/import',
    payload: content,
    headers: { 'content-type': 'application/octet-stream' },
  })
  return {
    status: answer.statusCode,
    body: answer.json() as {
      jobId?: string
      number?: number
      error?: { code: string; message: string; issues: { path: string }[] }
    },
  }
}
const code = async (content: Buffer | string) => (await bring(content)).body.error?.code
/** As it compares whichever store it lies in. */
const comparable = (snapshot: Snapshot) => withPlainSeqs(carryAway(snapshot))
/** What is the job's own: the number and the way it came are the store's, rates and tools the shop's. */
const own = ({
  rule: _r,
  tooling: _t,
  rates: _c,
  renewalCosts: _w,
  shop: _s,
  takenIn: _i,
  job: { number: _n, ...job },
  ...rest
}: Snapshot) => ({ job, ...rest })

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
    expect(after.closures.map((c) => signatureState(after, c))).toEqual(before.closures.map(() => 'stands'))
    // The shop that took it in can go on with it, by its own people; what came with it belongs to the job alone.
    const shop = await there.shop()
    expect(shop.jobs[0]).toMatchObject({
      title: before.job.title,
      nextStage: 'counterbores',
      engineName: 'Tarrock 6L-140',
    })
    expect([
      shop.people.map((p) => p.name),
      shop.gauges,
      shop.engines,
      shop.pullers,
      (await there.app.inject('/api/stock')).json(),
    ]).toEqual([['Own Hand'], [], [], [], { liners: [], shims: [] }])
    expect(after.takenIn).toEqual([
      { shop: 'Skerrow Reach Works', number: 1, savedAt: expect.any(String), at: expect.any(String) },
    ])
    const tally = (who: string) =>
      there.send(commandOf({ what: 'tally-plug', tallyId: randomUUID(), cylinder: 6, goesIn: true }, ferry, who))
    expect(await tally(before.people[0]!.id)).toMatchObject([{ code: 'unknown-person' }])
    expect(await tally(ownHand)).toMatchObject([{ result: 'done' }])
    const went = await there.snapshot(ferry)
    expect(went.tally.at(-1)!.seq).toBeGreaterThan(Math.max(...after.closures.map((c) => c.seq)))
  })

  it('that is signed stays signed, with cuts, shims, strikes and presses', async () => {
    expect(await bring(await take(loader, 'json'))).toMatchObject({ status: 200 })
    const [before, after] = [await here.snapshot(loader), await there.snapshot(loader)]
    expect(own(comparable(after))).toEqual(own(comparable(before)))
    expect(after.closures.every((c) => signatureState(after, c) === 'stands')).toBe(true)
    expect((await there.shop()).jobs.find((j) => j.id === loader)).toMatchObject({ signed: true, number: 2 })
  })

  it('that was ended as it stands is that in the other shop, too: every thing named, its mark good', async () => {
    const gearbox = await here.jobId('Tide gate')
    const lead = (await here.shop()).people.find((p) => p.role === 'lead')!.id
    const open = openThings(await here.snapshot(gearbox), (stage) => stageLogic[stage], Date.now())
    const act = { what: 'end-as-it-stands', why: 'scored through', open } as const
    expect(await here.send(commandOf(act, gearbox, lead))).toMatchObject([{ result: 'done' }])
    expect(await bring(await take(gearbox, 'json'))).toMatchObject({ status: 200 })
    const [before, after] = [await here.snapshot(gearbox), await there.snapshot(gearbox)]
    expect(own(comparable(after))).toEqual(own(comparable(before)))
    expect(endedOf(after)).toMatchObject({ note: 'scored through', ended: open })
    expect(signatureState(after, endedOf(after)!)).toBe('stands')
    expect((await there.shop()).jobs.find((j) => j.id === gearbox)).toMatchObject({ signed: true, ended: true })
  })

  it('is not taken in twice, and leaves the first as it is', async () => {
    const before = await there.snapshot(loader)
    expect(await bring(await take(loader, 'json'))).toMatchObject({
      status: 409,
      body: { error: { code: 'job-is-here' } },
    })
    expect(await there.snapshot(loader)).toEqual(before)
  })

  it('gets the next number of the shop, whatever number it says', async () => {
    const third = await TestServer.start()
    const strange = jobFile.parse(JSON.parse((await take(ferry, 'json')).toString()))
    const job = {
      ...strange.job,
      job: { ...strange.job.job, id: randomUUID(), number: 2_147_483_647 },
      photos: [],
      sets: [],
      readings: [],
      closures: [],
      cuts: [],
      shimFits: [],
      placements: [],
      plans: [],
      tally: [],
      pulls: [],
      findings: [],
      grades: [],
      decisions: [],
      wearMarks: [],
      works: {},
      liners: [],
      shims: [],
    }
    expect(await bring(JSON.stringify({ ...strange, job, check: hashText(orderedJson(job)) }), third)).toMatchObject({
      status: 200,
      body: { number: 10 },
    })
    await third.stop()
  })

  it('is refused whole, in words, where it is cut off, changed, newer or nothing', async () => {
    const count = async () => Object.values(await there.shop()).flat().length
    const before = await count()
    const [zip, json] = [
      await take(await here.jobId('Pump set B'), 'zip'),
      (await take(await here.jobId('Pump set B'), 'json')).toString(),
    ]
    const file = JSON.parse(json) as { job: Snapshot; version: number }
    const edited = (change: object) => JSON.stringify({ ...file, ...change })
    expect(await code(zip.subarray(0, zip.length - 300))).toBe('file-cut-off')
    expect(await code(json.slice(0, json.length / 2))).toBe('file-cut-off')
    expect(await code(json.replace('0.128', '0.118'))).toBe('file-changed')
    expect(await code(edited({ version: JOB_FILE_VERSION + 1, job: { strange: true } }))).toBe('file-newer')
    expect(await code(edited({ format: 'something else' }))).toBe('file-no-job')
    for (const nothing of ['hello', '[1,2]', Buffer.from([0x50, 0x4b, 5, 6, ...Array<number>(18).fill(0)])])
      expect(await code(nothing)).toBe('file-no-job')
    const wrong = { ...file.job, readings: [{ ...file.job.readings[0]!, valueMm: 'high' }] }
    const damaged = await bring(edited({ job: wrong, check: hashText(orderedJson(wrong)) }))
    expect(damaged.body.error).toMatchObject({
      code: 'file-damaged',
      issues: [{ path: expect.stringContaining('job.readings.0') }],
    })
    for (const said of [damaged.body.error!.message, (await bring('hello')).body.error!.message])
      expect(said).toMatch(/Nothing was taken in/)
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
    const {
      pullers: _p,
      pulls: _u,
      findings: _f,
      photos: _h,
      grades: _g,
      decisions: _d,
      renewalCosts: _r,
      sealFits: _s,
      presses: _e,
      times: _t,
      ...old
    } = job
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

/** A job file with something in it changed, and its check made anew, as somebody with time could. */
async function forged(title: string, change: (job: Snapshot) => Snapshot): Promise<string> {
  const file = jobFile.parse(JSON.parse((await take(await here.jobId(title), 'json')).toString()))
  const job = change({ ...file.job, photos: [] })
  return JSON.stringify({ ...file, job, check: hashText(orderedJson(job)) })
}

describe('the shop\u2019s own figures', () => {
  it('count nothing of jobs that came as files: neither causes of leaks nor how liners settled', async () => {
    const shop = await TestServer.start()
    const { jobs, people } = await shop.shop()
    const looked = jobs.find((j) => j.work.includes('find-leak'))!.id
    const settled = { cause: 'sleeve-seat', cylinder: 1, chance: 0.9, words: '' } as const
    expect(
      await shop.send(commandOf({ what: 'settle-cause', settledId: randomUUID(), ...settled }, looked, people[0]!.id)),
    ).toMatchObject([{ result: 'done' }])
    // However far a job says it is.
    const signAll = () => shop.store.sequelize.query('UPDATE jobCards SET signed = 1')
    await signAll()
    const figures = async () => [
      (await shop.app.inject('/api/leak-counts')).json(),
      ...(await Promise.all(
        (await shop.shop()).engines.map(async (e) => (await shop.app.inject(`/api/engines/${e.id}/settling`)).json()),
      )),
    ]
    const before = await figures()
    expect(before[0]).not.toEqual({})
    expect(JSON.stringify(before)).toContain('"pairs":[{')
    // Every job of a shop like this one, under marks of their own, sent as files: causes, comebacks and all.
    const ids = new Map<string, string>()
    const engines = new Set((await shop.shop()).engines.map((e) => e.id))
    const anew = (id: string) => {
      if (engines.has(id)) return id
      ids.set(id, ids.get(id) ?? randomUUID())
      return ids.get(id)!
    }
    for (const { id } of jobs) {
      const file = JSON.parse((await shop.app.inject(`/api/jobs/${id}/job.json`)).body) as { job: Snapshot }
      const renamed = JSON.stringify({ ...file.job, photos: [] }).replaceAll(
        /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g,
        anew,
      )
      expect(await bring(asFile(JSON.parse(renamed) as Snapshot), shop)).toMatchObject({ status: 200 })
    }
    await signAll()
    expect(await figures()).toEqual(before)
    await shop.stop()
  })
})

describe('a forged job file', () => {
  it('changes nothing in the shop: its limits, parts and people are its own', async () => {
    const shop = await TestServer.start()
    const [before, stock] = [await shop.shop(), (await shop.app.inject('/api/stock')).json()]
    const text = await forged('spare', (job) => {
      const sheet = { ...job.sheet, version: 99, limits: { ...job.sheet.limits, maxMm: 0.5 } }
      const fake = { id: randomUUID(), name: 'Nobody Here', role: 'lead' as const }
      return { ...job, job: { ...job.job, id: randomUUID() }, sheet, sheets: [sheet], people: [fake] }
    })
    const { body } = await bring(text, shop)
    const taken = await shop.snapshot(body.jobId!)
    expect(taken.sheet).toMatchObject({ version: 99, limits: { maxMm: 0.5 } })
    const after = await shop.shop()
    expect({ ...after, jobs: 0 }).toEqual({ ...before, jobs: 0 })
    expect((await shop.app.inject('/api/stock')).json()).toEqual(stock)
    const jobId = randomUUID()
    await shop.send(
      commandOf(
        { what: 'start-job', jobId, engineId: taken.engine.id, title: 'After it', complaint: '' },
        null,
        before.people[0]!.id,
      ),
    )
    expect((await shop.snapshot(jobId)).sheet.limits.maxMm).toBe(
      before.engines.find((e) => e.id === taken.engine.id)!.sheets.at(-1)!.limits.maxMm,
    )
    // Our own sheets are there to be chosen, and a person may say so.
    const ours = before.engines.find((e) => e.id === taken.engine.id)!.sheets.at(-1)!
    expect(ours.id).toBe(taken.sheet.id)
    await shop.stop()
  })

  it.each<[string, (job: Snapshot) => Snapshot, string]>([
    [
      'a reading of no set',
      (job) => ({ ...job, readings: job.readings.map((r, i) => (i === 0 ? { ...r, setId: randomUUID() } : r)) }),
      'readings.0',
    ],
    ['a set by no gauge', (job) => ({ ...job, gauges: [] }), 'sets.0'],
    [
      'a cylinder too many',
      (job) => ({ ...job, sets: job.sets.map((s, i) => (i === 0 ? { ...s, cylinder: 9 } : s)) }),
      'sets.0',
    ],
    ['a shim of nowhere', (job) => ({ ...job, shims: [] }), 'shimFits.0'],
    ['a person of nowhere', (job) => ({ ...job, people: [] }), 'sets.0'],
    ['the same mark twice', (job) => ({ ...job, readings: [...job.readings, job.readings[0]!] }), 'readings'],
    ['a bore of 1e-10', (job) => ({ ...job, engine: { ...job.engine, boreMm: 1e-10 } }), 'job.engine.boreMm'],
  ])('with %s is refused by where it stands', async (_, change, path) => {
    const { status, body } = await bring(
      await forged('loader', (job) => change({ ...job, job: { ...job.job, id: randomUUID() } })),
    )
    expect([status, body.error?.code]).toEqual([422, 'file-damaged'])
    expect(body.error!.issues.map((i) => i.path).join(' ')).toContain(path.replace('job.', ''))
  })

  it('with ids of another job is refused, and leaves that one as it is', async () => {
    const before = await here.snapshot(loader)
    const text = await forged(
      'loader',
      (job) => JSON.parse(JSON.stringify(job).replaceAll(loader, randomUUID())) as Snapshot,
    )
    expect(await bring(text, here)).toMatchObject({ status: 409, body: { error: { code: 'file-ids-here' } } })
    expect(await here.snapshot(loader)).toEqual(before)
  })

  const another = randomUUID()
  it.each<[string, (kept: NonNullable<Snapshot['closures'][number]['kept']>) => void, string]>([
    ['another job', (kept) => (kept.job.id = another), 'kept.job'],
    ['another engine', (kept) => (kept.engine.id = another), 'kept.engine'],
    ['other limits', (kept) => (kept.sheet.limits.maxMm += 0.5), 'kept.sheet'],
    ['limits that are not in the job', (kept) => (kept.sheet.id = another), 'kept.sheet'],
    ['a part in another job', (kept) => (kept.shims[0]!.fitted = { jobId: another, cylinder: 1 }), 'kept'],
    ['an engine with a cylinder less', (kept) => kept.engine.heads[0]!.pop(), 'kept.sets'],
    ['a person twice', (kept) => kept.people.push(kept.people[0]!), 'kept.people'],
  ])('whose signature keeps %s is refused when it comes', async (_, change, path) => {
    const text = await forged('loader', (job) => {
      const copy = JSON.parse(JSON.stringify(job).replaceAll(loader, randomUUID())) as Snapshot
      change(copy.closures.find((c) => c.kept)!.kept!)
      return copy
    })
    const { status, body } = await bring(text)
    expect([status, body.error?.code]).toEqual([422, 'file-damaged'])
    expect(body.error!.issues.map((i) => i.path).join(' ')).toContain(path)
  })

  it('that was let in by an earlier version with another job in what it keeps changes nothing of that one', async () => {
    const shop = await TestServer.start()
    const [victim, text] = [
      await shop.snapshot(ferry),
      await forged('loader', (job) => JSON.parse(JSON.stringify(job).replaceAll(loader, another)) as Snapshot),
    ]
    expect((await bring(text, shop)).status).toBe(409)
    // As the store of before has it: the id in what is kept is another job's.
    await shop.store.sequelize.query(
      `UPDATE closures SET kept = JSON_SET(kept, '$.job.id', :ferry, '$.job.title', 'FORGED') WHERE jobId = :loader AND kept IS NOT NULL`,
      { replacements: { ferry, loader } },
    )
    expect((await shop.snapshot(loader)).job.id).toBe(loader)
    const ines = (await shop.shop()).people[0]!.id
    await shop.send(commandOf({ what: 'archive-job', archived: true }, loader, ines))
    const cards = (await shop.shop()).jobs
    expect(cards.find((j) => j.id === ferry)).toMatchObject({ title: victim.job.title, archived: false })
    expect(cards.find((j) => j.id === loader)).toMatchObject({ archived: true })
    await shop.stop()
  })

  it('nested a thousand deep is refused', async () => {
    const deep = `{"format":"even-bore-job","version":3,"job":${'['.repeat(100_000)}${']'.repeat(100_000)}}`
    expect(await code(deep)).toBe('file-damaged')
  })
})

describe('the largest honest job', () => {
  it('of a hundred photos, or of nine as large as any, is taken away and taken in elsewhere', async () => {
    const [from, to] = [await TestServer.start(), await TestServer.start({ demo: false })]
    const lead = (await from.shop()).people[0]!.id
    const noise = await sharp(
      Buffer.from(Uint8Array.from({ length: 1600 * 1650 * 3 }, (_, i) => (i * 2_654_435_761) >>> 24)),
      { raw: { width: 1600, height: 1650, channels: 3 } },
    )
      .png({ compressionLevel: 0 })
      .toBuffer()
    const usual = await sharp(noise).resize(1200).jpeg({ quality: 55 }).toBuffer()
    expect(noise.length).toBeGreaterThan(7_900_000)
    expect(noise.length).toBeLessThan(8_000_000)
    expect(usual.length).toBeGreaterThan(200_000)
    expect(usual.length).toBeLessThan(1_000_000)
    for (const [title, content, mime, count] of [
      ['spare', usual, 'image/jpeg', 100],
      ['Pump', noise, 'image/png', 9],
    ] as const) {
      const jobId = await from.jobId(title)
      const sha256 = createHash('sha256').update(content).digest('hex')
      for (let i = 0; i < count; i++) {
        const photoId = randomUUID()
        expect(
          (
            await from.app.inject({
              method: 'PUT',
              url: `/api/jobs/${jobId}/photos/${photoId}`,
              payload: content,
              headers: { 'content-type': mime },
            })
          ).statusCode,
        ).toBe(200)
        await from.send(
          commandOf(
            {
              what: 'add-photo',
              photoId,
              cylinder: 1,
              findingId: null,
              mime,
              widthPx: 1600,
              heightPx: 1650,
              bytes: content.length,
              sha256,
              words: '',
            },
            jobId,
            lead,
          ),
        )
      }
      const zip = (await from.app.inject(`/api/jobs/${jobId}/job.zip`)).rawPayload
      expect(zip.length).toBeGreaterThan(count * content.length)
      expect(await bring(zip, to)).toMatchObject({ status: 200 })
      expect((await to.snapshot(jobId)).photos).toHaveLength(count)
    }
    await from.stop()
    await to.stop()
  }, 600_000)
})

describe('a bomb', () => {
  it('of a hundred kilobytes is not unpacked, whatever it says of itself', async () => {
    // A zip that says what it is, one whose table says it is small, and one of thousands of nothings.
    const large = await bombOf(150_000_000)
    expect(large.length).toBeLessThan(200_000)
    const lying = Buffer.from(large)
    const table = lying.indexOf(Buffer.from([0x50, 0x4b, 1, 2]))
    lying.writeUInt32LE(1000, table + 24)
    const many = Buffer.from(
      zipSync(Object.fromEntries(Array.from({ length: 2000 }, (_, i) => [`photos/${i}.png`, new Uint8Array(10)]))),
    )
    expect(await code(large)).toBe('file-too-large')
    expect(await code(lying)).toBe('file-too-large')
    expect(await code(many)).toBe('file-too-large')
    expect(process.memoryUsage().rss).toBeLessThan(2_500_000_000)
  })
})
