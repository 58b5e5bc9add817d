import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { JobAct, Outcome, ShopAct } from '#contract/commands'
import { signatureState, signatureOf } from '#core/job/signature'
import type { Snapshot } from '#core/job/snapshot'
import { commandOf, TestServer } from '../testing/test-store'
import { openStore, type Store } from './store'
import { buildApp } from '../app'

let server: TestServer
let ines: string
let gaugeId: string

beforeAll(async () => {
  server = await TestServer.start()
  const shop = await server.shop()
  ines = shop.people.find((p) => p.name === 'Ines Varga')!.id
  gaugeId = shop.gauges.find((g) => g.kind === 'digital-sled')!.id
})
afterAll(() => server.stop())

const TRIALS = 12
const many = <T>(n: number, make: (i: number) => T) => Array.from({ length: n }, (_, i) => make(i))
const engineId = async () => (await server.shop()).engines.find((e) => e.name === 'Tarrock 6L-140')!.id
/** A job without any work: it is ready to be signed once its as-found is closed. */
async function newJob(work: ('dry-fit' | 'check')[] = []): Promise<string> {
  const jobId = randomUUID()
  await server.send(
    commandOf({ what: 'start-job', jobId, engineId: await engineId(), title: 'Race', complaint: '', work }, null, ines),
  )
  return jobId
}
/** Somebody no copy of the server has met yet: the first look at a person is the one that used to be too early. */
async function newPerson(): Promise<string> {
  const id = randomUUID()
  // Put there past the server, as another copy of it would have.
  await server.store.models.people.create({ id, name: `P ${id}`, role: 'technician' })
  return id
}
const act = (what: JobAct | ShopAct, jobId: string | null, person = ines) => commandOf(what, jobId, person)
const sign = (jobId: string, person: string) =>
  server.send(act({ what: 'close-stage', stage: 'record', note: '' }, jobId, person))
const done = (answers: Outcome[][]) => answers.flat().filter((a) => a.result === 'done').length
const closeAsFound = (jobId: string) =>
  server.send(act({ what: 'close-stage', stage: 'as-found', note: 'none' }, jobId))
const signatures = ({ closures }: Snapshot) => closures.filter((c) => c.stage === 'record' && c.closes)

describe('two hands at one job', () => {
  it('sign it once, even when both are new to the server', async () => {
    for (let trial = 0; trial < TRIALS; trial++) {
      const jobId = await newJob()
      await closeAsFound(jobId)
      const people = await Promise.all(many(3, newPerson))
      const answers = await Promise.all(people.map((p) => sign(jobId, p)))
      expect(done(answers)).toBe(1)
      expect(
        answers
          .flat()
          .filter((a) => a.result === 'refused')
          .map((a) => 'code' in a && a.code),
      ).toEqual(['stage-closed', 'stage-closed'])
      expect(signatures(await server.snapshot(jobId))).toHaveLength(1)
    }
  })

  it('add nothing after the signature, nor before it in its order, and never break it', async () => {
    for (let trial = 0; trial < TRIALS; trial++) {
      const jobId = await newJob()
      const setId = randomUUID()
      await server.send(
        act({ what: 'open-set', setId, cylinder: 1, stage: 'as-found', gaugeId, zeroOn: 'deck' }, jobId),
      )
      const writers = await Promise.all(many(4, newPerson))
      const readings = writers.map((p, i) =>
        server.send(
          act(
            { what: 'take-reading', readingId: randomUUID(), setId, angleDeg: i * 90, valueMm: 0.1, source: 'typed' },
            jobId,
            p,
          ),
        ),
      )
      const hours = writers.map((p) =>
        server.send(
          act(
            { what: 'book-time', timeId: randomUUID(), stage: 'as-found', kind: 'used', hours: 1, words: '' },
            jobId,
            p,
          ),
        ),
      )
      const signing = (async () => {
        await server.send(act({ what: 'close-stage', stage: 'as-found', note: 'some' }, jobId))
        return sign(jobId, await newPerson())
      })()
      await Promise.all([...readings, ...hours, signing])
      const job = await server.snapshot(jobId)
      const signature = signatureOf(job)!
      for (const { seq } of [...job.readings, ...job.times, ...job.sets]) expect(seq).toBeLessThan(signature.seq)
      expect(signatureState(job, signature)).toBe('stands')
    }
  })

  it('close nothing twice even past the lock: the schema itself refuses it', async () => {
    const jobId = await newJob()
    await closeAsFound(jobId)
    const [row] = await server.store.models.closures.findAll({ where: { jobId }, raw: true })
    await expect(server.store.models.closures.create({ ...(row as object), seq: 9_000_001 })).rejects.toThrow(
      /Validation error/,
    )
  })

  it('gather readings over two jobs, which are held one by one, and lose none to a stage that closes', async () => {
    const jobs = await Promise.all(many(2, () => newJob()))
    const sets = jobs.map((jobId) => ({ jobId, setId: randomUUID() }))
    for (const { jobId, setId } of sets)
      await server.send(
        act({ what: 'open-set', setId, cylinder: 1, stage: 'as-found', gaugeId, zeroOn: 'deck' }, jobId),
      )
    const readings = many(60, (i) => {
      const { jobId, setId } = sets[i % 2]!
      return server.send(
        act(
          { what: 'take-reading', readingId: randomUUID(), setId, angleDeg: 0, valueMm: i / 1000, source: 'typed' },
          jobId,
        ),
      )
    })
    const closing = jobs.map((jobId) => closeAsFound(jobId))
    const stored = done(await Promise.all(readings))
    await Promise.all(closing)
    const after = await Promise.all(jobs.map((j) => server.snapshot(j)))
    expect(after.flatMap((j) => j.readings)).toHaveLength(stored)
    for (const job of after) {
      expect(job.closures.filter((c) => c.closes).map((c) => signatureState(job, c))).toEqual(['stands'])
      expect(job.readings.every((r) => r.seq < job.closures[0]!.seq)).toBe(true)
    }
  })
})

describe('one part and two jobs', () => {
  let jobs: string[]
  let shop: { shims: Snapshot['shims']; liners: Snapshot['liners'] }
  beforeEach(async () => {
    jobs = await Promise.all(many(2, () => newJob(['dry-fit'])))
    const { shims, liners } = await server.snapshot(jobs[0]!)
    shop = { shims: shims.filter((s) => !s.fitted), liners: liners.filter((l) => !l.fitted && l.onlyCylinder === null) }
  })
  const fit = (jobId: string, shimId: string | null, fitId = randomUUID()) =>
    server.send(act({ what: 'fit-shim', fitId, cylinder: 1, shimId, expectMm: 0.1 }, jobId))

  it('lie in one of them', async () => {
    for (let trial = 0; trial < TRIALS; trial++) {
      const shim = shop.shims[trial % 2]!
      const answers = await Promise.all(jobs.map((j) => fit(j, shim.id)))
      expect(done(answers)).toBe(1)
      const lying = await Promise.all(
        jobs.map(
          async (j) => (await server.snapshot(j)).shimFits.filter((f) => f.shimId === shim.id && !f.struck).length,
        ),
      )
      expect(lying.reduce((a, b) => a + b)).toBe(1 + Math.floor(trial / 2))
      await Promise.all(jobs.map((j) => fit(j, null)))
    }
    const place = (jobId: string, linerId: string | null) =>
      server.send(act({ what: 'place-liner', placementId: randomUUID(), cylinder: 1, linerId, rotationDeg: 0 }, jobId))
    for (const liner of shop.liners.slice(0, 4)) {
      expect(done(await Promise.all(jobs.map((j) => place(j, liner.id))))).toBe(1)
      await Promise.all(jobs.map((j) => place(j, null)))
    }
  })

  it('are not taken back out of the other one by striking out what came after', async () => {
    const [first, second] = jobs as [string, string]
    const [a, b] = shop.shims as [Snapshot['shims'][number], Snapshot['shims'][number]]
    const later = randomUUID()
    await fit(first, a.id)
    await fit(first, b.id, later)
    expect(done([await fit(second, a.id)])).toBe(1)
    expect(await server.send(act({ what: 'strike-shim', fitId: later, reason: 'x' }, first))).toMatchObject([
      { result: 'refused', code: 'shim-taken' },
    ])
    expect((await server.snapshot(second)).shims.find((s) => s.id === a.id)!.fitted).toMatchObject({ jobId: second })
  })
})

describe('many hands in the shop', () => {
  it('start jobs and save limits at once: each number once, each version once, none refused', async () => {
    const id = await engineId()
    const { sheets } = (await server.shop()).engines.find((e) => e.id === id)!
    const { id: _i, version: _v, at: _a, personId: _p, ...sheet } = sheets[0]!
    // A second copy of the server beside the first, as behind one address.
    const other: Store = await openStore(server.address)
    const app = await buildApp({ store: other })
    const send = (command: unknown, i: number) =>
      i % 2
        ? server.send(command)
        : app
            .inject({ method: 'POST', url: '/api/commands', payload: { commands: [command] } })
            .then((r) => (r.json() as { outcomes: Outcome[] }).outcomes)
    const starts = many(60, (i) =>
      send(act({ what: 'start-job', jobId: randomUUID(), engineId: id, title: `Job ${i}`, complaint: '' }, null), i),
    )
    const saves = many(10, (i) =>
      send(act({ what: 'save-sheet', engineId: id, sheet: { ...sheet, id: randomUUID() } }, null), i),
    )
    expect(done(await Promise.all([...starts, ...saves]))).toBe(70)
    await app.close()
    await other.close()
    const shop = await server.shop()
    const numbers = shop.jobs.map((j) => j.number)
    expect(new Set(numbers).size).toBe(numbers.length)
    const versions = shop.engines.find((e) => e.id === id)!.sheets.map((s) => s.version)
    expect(versions).toEqual(many(sheets.length + 10, (i) => i + 1))
  })

  it('do nothing without a name, but for the first people of a shop', async () => {
    expect(await server.send(commandOf({ what: 'set-rule', rule: 'plain' }, null, null))).toMatchObject([
      { code: 'nobody-named' },
    ])
    expect(await server.send(commandOf({ what: 'set-rule', rule: 'plain' }, null, randomUUID()))).toMatchObject([
      { code: 'unknown-person' },
    ])
    expect(
      await server.send(
        commandOf({ what: 'add-person', person: { id: randomUUID(), name: 'Ghost', role: 'lead' } }, null, null),
      ),
    ).toMatchObject([{ code: 'nobody-named' }])
    expect((await server.shop()).rule).toBe('guarded')
    const empty = await TestServer.start({ demo: false })
    const first = { id: randomUUID(), name: 'First', role: 'lead' as const }
    expect(await empty.send(commandOf({ what: 'add-person', person: first }, null, null))).toMatchObject([
      { result: 'done' },
    ])
    await empty.stop()
  })
})

describe('one command', () => {
  it('with other content under the same mark is not told as done', async () => {
    const jobId = await newJob()
    const one = act(
      { what: 'book-time', timeId: randomUUID(), stage: 'as-found', kind: 'used', hours: 1.00004, words: '' },
      jobId,
    )
    expect(await server.send(one)).toMatchObject([{ result: 'done', again: false }])
    expect(await server.send(one)).toMatchObject([{ result: 'done', again: true }])
    const others = [
      { ...one, act: { ...one.act, hours: 2 } },
      { ...one, personId: await newPerson() },
      { ...one, jobId: await newJob() },
    ]
    for (const other of others)
      expect(await server.send(other)).toMatchObject([{ result: 'refused', code: 'id-taken' }])
    expect((await server.snapshot(jobId)).times.map((t) => t.hours)).toEqual([1])
  })

  it('that cannot be kept is refused by itself, and what follows it arrives', async () => {
    const jobId = await newJob(['dry-fit'])
    const good = () =>
      act(
        {
          what: 'book-time',
          timeId: randomUUID(),
          stage: 'as-found',
          kind: 'used',
          hours: 1,
          words: 'half \ud83d an emoji\u0000',
        },
        jobId,
      )
    const deep = { ...good(), act: JSON.parse(`{"a":${'['.repeat(500)}${']'.repeat(500)}}`) as unknown }
    const poisoned: unknown[] = [
      act(
        { what: 'place-liner', placementId: randomUUID(), cylinder: 1, linerId: null, rotationDeg: 1_000_000 },
        jobId,
      ),
      act(
        { what: 'cut-pass', cutId: randomUUID(), cylinder: 1, kind: 'rough', leavesMm: [6000, 6000], expectMm: 0.1 },
        jobId,
      ),
      { ...good(), at: '0000-01-01T00:00:00Z' },
      deep,
    ]
    for (const poison of poisoned) {
      const before = (await server.snapshot(jobId)).times.length
      const answers = await server.send(poison, good())
      expect(answers).toMatchObject([{ result: 'refused' }, { result: 'done' }])
      expect((await server.snapshot(jobId)).times).toHaveLength(before + 1)
    }
    expect((await server.snapshot(jobId)).times[0]!.words).toBe('half  an emoji')
  })

  it('cannot put anything into the shop that makes its pages unreadable', async () => {
    const shop = await server.shop()
    const engine = shop.engines[0]!
    const { id: _, sheets: __, ...shape } = engine
    const sheet = { ...engine.sheets[0]!, id: randomUUID() }
    const { version: _v, at: _a, personId: _p, ...typed } = sheet
    const refused = [
      act({ what: 'add-engine', engineId: randomUUID(), shape: { ...shape, boreMm: 1e-10 }, sheet: typed }, null),
      act({ what: 'save-gauge', gauge: { ...shop.gauges[0]!, resolutionMm: 1e-10 } }, null),
      act({ what: 'set-tooling', tooling: { ...shop.tooling, leavesMm: [1e-10] } }, null),
    ]
    for (const command of refused)
      expect(await server.send(command)).toMatchObject([
        {
          result: 'refused',
          code: 'bad-command',
          details: [expect.stringMatching(/must lie between|must be more than zero/)],
        },
      ])
    // What an earlier version took is still read.
    await server.store.sequelize.query(`UPDATE gauges SET resolutionMm = 0 WHERE id = '${shop.gauges[0]!.id}'`)
    expect((await server.app.inject('/api/shop')).statusCode).toBe(200)
    await server.store.sequelize.query(
      `UPDATE gauges SET resolutionMm = ${shop.gauges[0]!.resolutionMm} WHERE id = '${shop.gauges[0]!.id}'`,
    )
  })
})
