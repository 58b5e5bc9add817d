import { randomUUID } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import fc from 'fast-check'
import type { InjectOptions } from 'fastify'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { jobFile } from '#contract/job-file'
import type { Outcome } from '#contract/commands'
import { hashText, orderedJson } from '#core/job/signature'
import { TestServer } from './testing/test-store'

let server: TestServer
beforeAll(async () => {
  server = await TestServer.start()
})
afterAll(() => server.stop())

const runs = { numRuns: 40, seed: 20261126, endOnFailure: true }
type Method = 'GET' | 'POST' | 'PUT'

/** Values that no form lets in, among those that it does. */
const nasty = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    '',
    0,
    -0,
    -1,
    1e-10,
    1e300,
    -1e300,
    2 ** 53,
    0.1 + 0.2,
    true,
    [],
    {},
    'null',
    '\u0000',
    '\ud83d',
    '％',
    '\u202e',
    'x'.repeat(600),
    '0000-01-01',
    '9999-12-31T23:59:59.999Z',
    '__proto__',
    randomUUID(),
  ),
  fc.jsonValue({ maxDepth: 3 }),
)
const anyParam = fc.oneof(
  fc.constantFrom('%00', '%', '%ff', '..%2f..%2fetc', 'a'.repeat(180), '%F0%9F%98%80', "' OR 1=1 --"),
  fc.uuid(),
  fc.string({ maxLength: 20 }).map(encodeURIComponent),
)
const deep = (n: number) => '['.repeat(n) + ']'.repeat(n)
const anyBody: fc.Arbitrary<Pick<InjectOptions, 'payload' | 'headers'>> = fc.oneof(
  nasty.map((value) => ({ payload: JSON.stringify(value) ?? '', headers: { 'content-type': 'application/json' } })),
  fc.constantFrom(
    { payload: deep(20_000), headers: { 'content-type': 'application/json' } },
    {
      payload: gzipSync('{"commands":[]}'),
      headers: { 'content-type': 'application/json', 'content-encoding': 'gzip' },
    },
    { payload: '{"a":"\u0000"}', headers: { 'content-type': 'application/json' } },
    { payload: '{"__proto__":{"x":1},"commands":[]}', headers: { 'content-type': 'application/json' } },
    { payload: 'a=1', headers: { 'content-type': 'application/x-www-form-urlencoded' } },
    { payload: 'x', headers: { 'content-type': '/;=' } },
    { payload: '', headers: {} },
  ),
  fc
    .uint8Array({ maxLength: 200 })
    .map((bytes) => ({ payload: Buffer.from(bytes), headers: { 'content-type': 'application/octet-stream' } })),
)

/** Every route of the API document, with the parameters it has. */
async function documented(): Promise<{ method: Method; path: string }[]> {
  const { paths } = (await server.app.inject('/api/docs/json')).json() as {
    paths: Record<string, Record<string, unknown>>
  }
  return Object.entries(paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((m) => ({ method: m.toUpperCase() as Method, path })),
  )
}

/** Every page and paper of the shop still answers. */
async function allReadable(): Promise<void> {
  const shop = await server.shop()
  const urls = [
    '/api/shop',
    '/api/stock',
    '/api/schedule',
    '/api/schedule.ics',
    ...shop.jobs.flatMap((j) => [`/api/jobs/${j.id}`, `/api/jobs/${j.id}/readings.csv`, `/api/jobs/${j.id}/job.json`]),
  ]
  for (const url of urls) expect([url, (await server.app.inject(url)).statusCode]).toEqual([url, 200])
  for (const { id } of shop.jobs.slice(0, 4))
    expect((await server.app.inject(`/api/jobs/${id}/record.pdf`)).statusCode).toBe(200)
}

describe('whatever is sent', () => {
  it("to any route, is answered, and never as the server's own fault", async () => {
    const routes = await documented()
    expect(routes.length).toBeGreaterThan(25)
    for (const { method, path } of routes) {
      // The stream of news never ends; it has its own tests.
      if (path.endsWith('/news')) continue
      await fc.assert(
        fc.asyncProperty(anyParam, anyParam, anyBody, nasty, async (a, b, body, query) => {
          const params = [a, b]
          const url = `${path.replaceAll(/\{\w+\}/g, () => params.shift() ?? 'x')}?unit=${encodeURIComponent((JSON.stringify(query) ?? '').replaceAll(/\p{Surrogate}/gu, ''))}`
          const answer = await server.app.inject({ method, url, ...(method === 'GET' ? {} : body) } as InjectOptions)
          expect([method, url, answer.statusCode < 500]).toEqual([method, url, true])
        }),
        { ...runs, numRuns: Math.ceil(runs.numRuns / 3) },
      )
    }
  })

  it('to calculations by odd names, is answered in their words', async () => {
    for (const name of ['%00', '%ff', '__proto__', 'constructor', 'a'.repeat(190), '%2e%2e']) {
      const answer = await server.app.inject({ method: 'POST', url: `/api/calc/${name}`, payload: {} })
      expect([name, [400, 404].includes(answer.statusCode), typeof answer.json().error.code]).toEqual([
        name,
        true,
        'string',
      ])
    }
  })
})

/** Something with one of its values put in the place of another. */
function poisoned(value: unknown, at: number, poison: unknown): unknown {
  let leaf = 0
  const walk = (v: unknown): unknown => {
    if (v === null || typeof v !== 'object') return leaf++ === at ? poison : v
    return Array.isArray(v) ? v.map(walk) : Object.fromEntries(Object.entries(v).map(([k, inner]) => [k, walk(inner)]))
  }
  return walk(value)
}

const uuid = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g
/** The same with every id anew, but for those that are there to stay. */
function withNewIds<T>(value: T, stay: ReadonlySet<string> = new Set()): T {
  const fresh = new Map<string, string>()
  return JSON.parse(
    JSON.stringify(value).replaceAll(uuid, (id) =>
      stay.has(id) ? id : (fresh.get(id) ?? fresh.set(id, randomUUID()).get(id)!),
    ),
  ) as T
}
/** What an act points at: everything that is there but was not made by it. */
async function standing(): Promise<Set<string>> {
  const shop = await server.shop()
  const jobs = await Promise.all(shop.jobs.map((j) => server.snapshot(j.id)))
  const rows = jobs.flatMap((j) => [j.sets, j.findings].flat().map((r) => r.id))
  return new Set([
    ...rows,
    ...shop.jobs.map((j) => j.id),
    ...[shop.people, shop.gauges, shop.pullers, shop.studies, shop.engines].flat().map((r) => r.id),
    ...jobs.flatMap((j) => [...j.shims, ...j.liners].map((p) => p.id)),
  ])
}

describe('acts that people really did, with one value spoilt', () => {
  it('are done or refused, hold up nothing, and leave every page readable', async () => {
    const events = (await server.store.models.events.findAll({ where: { result: 'done' }, raw: true })) as unknown as {
      what: string
      body: string | object
      jobId: string | null
      personId: string
    }[]
    const kinds = [...new Map(events.map((e) => [e.what, e])).values()]
    expect(kinds.length).toBeGreaterThan(20)
    const stay = await standing()
    const became = { done: 0, refused: 0 }
    for (const { what, body, jobId, personId } of kinds) {
      const act = typeof body === 'string' ? (JSON.parse(body) as object) : body
      await fc.assert(
        fc.asyncProperty(fc.nat(40), nasty, async (at, poison) => {
          const command = {
            commandId: randomUUID(),
            deviceId: randomUUID(),
            personId,
            jobId,
            at: new Date().toISOString(),
            act: poisoned(withNewIds(act, stay), at, poison),
          }
          const answer = await server.app.inject({
            method: 'POST',
            url: '/api/commands',
            headers: { 'content-type': 'application/json' },
            payload: JSON.stringify({ commands: [command] }),
          })
          expect([what, answer.statusCode]).toEqual([what, 200])
          const [outcome] = (answer.json() as { outcomes: Outcome[] }).outcomes
          became[outcome!.result] += 1
          // What the server itself failed at would be a fault of ours.
          expect([what, JSON.stringify(command.act), outcome && 'code' in outcome ? outcome.code : 'done']).not.toEqual(
            [what, JSON.stringify(command.act), 'failed'],
          )
        }),
        runs,
      )
    }
    expect(became.done).toBeGreaterThan(30)
    expect(became.refused).toBeGreaterThan(300)
    await allReadable()
  }, 600_000)
})

describe('job files that a shop really made, with one value spoilt and their check made anew', () => {
  it('are taken in whole or refused in words, and leave every page readable', async () => {
    const files = await Promise.all(
      (await server.shop()).jobs
        .slice(0, 3)
        .map(async (j) => jobFile.parse((await server.app.inject(`/api/jobs/${j.id}/job.json`)).json())),
    )
    const became = { taken: 0, refused: 0 }
    await fc.assert(
      fc.asyncProperty(fc.nat(2), fc.nat(3000), nasty, async (which, at, poison) => {
        const file = files[which]!
        const job = poisoned(withNewIds({ ...file.job, photos: [] }), at, poison)
        const payload = JSON.stringify({ ...file, job, check: hashText(orderedJson(JSON.parse(JSON.stringify(job)))) })
        const answer = await server.app.inject({
          method: 'POST',
          url: '/api/jobs/import',
          payload,
          headers: { 'content-type': 'application/json' },
        })
        expect([200, 409, 413, 422]).toContain(answer.statusCode)
        became[answer.statusCode === 200 ? 'taken' : 'refused'] += 1
        if (answer.statusCode === 200)
          expect((await server.app.inject(`/api/jobs/${(answer.json() as { jobId: string }).jobId}`)).statusCode).toBe(
            200,
          )
      }),
      { ...runs, numRuns: 2 * runs.numRuns },
    )
    expect(Math.min(became.taken, became.refused)).toBeGreaterThan(5)
    await allReadable()
  }, 600_000)
})
