import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readPartsCsv, writePartsCsv } from '#contract/parts-csv'
import type { JobAct } from '#contract/commands'
import { commandOf, TestServer } from '../testing/test-store'

let server: TestServer
let ferry: string
let person: string
let engineId: string
const ringed = randomUUID()

beforeAll(async () => {
  server = await TestServer.start()
  ferry = await server.jobId('Long Reach')
  const shop = await server.shop()
  person = shop.people.find((p) => p.name === 'Tom Adeyar')!.id
  engineId = (await server.snapshot(ferry)).engine.id
  const part = { id: ringed, engineId, label: 'R9', nominalMm: 10.8, material: '', onlyCylinder: null, readings: [] }
  await server.send(commandOf({ what: 'add-parts', parts: [{ kind: 'liner', ...part, ringsMm: [0.2] }] }, null, person))
})
afterAll(() => server.stop())

const does = async (act: JobAct) => (await server.send(commandOf(act, ferry, person))).at(-1)
const fit = async (label: string | null, cylinder: number) => {
  const { shims } = await server.snapshot(ferry)
  const shimId = shims.find((s) => s.label === label)?.id ?? null
  return does({ what: 'fit-shim', fitId: randomUUID(), cylinder, shimId, expectMm: 0.1 })
}
const place = (cylinder: number, linerId: string | null) =>
  does({ what: 'place-liner', placementId: randomUUID(), cylinder, linerId, rotationDeg: 0 })

describe('a liner with a ring of its own', () => {
  it('is kept with it, and leaves the stock and comes back by its file', async () => {
    const { liners } = await server.snapshot(ferry)
    expect(liners.find((l) => l.id === ringed)).toMatchObject({ label: 'R9', ringsMm: [0.2] })
    expect(liners.find((l) => l.id !== ringed)).not.toHaveProperty('ringsMm')
    const engines = (await server.shop()).engines
    const file = writePartsCsv({ liners: liners.filter((l) => l.id === ringed), shims: [] }, engines)
    const { parts, problems } = readPartsCsv(file, engines, randomUUID)
    expect(problems).toEqual([])
    expect(parts[0]).toMatchObject({ label: 'R9', ringsMm: [0.2] })
    const bad = readPartsCsv(file.replace(/0\.2\r?\n?$/, 'thick'), engines, randomUUID)
    expect(bad.problems).toMatchObject([{ line: 2, code: 'bad-rings' }])
  })

  it('takes no shim under it, and stands on none, where the sheet allows one ring', async () => {
    expect(await place(2, ringed)).toMatchObject({ result: 'done' })
    expect(await fit('A1', 2)).toMatchObject({ code: 'too-many-rings', details: ['2'] })
    expect(await place(2, null)).toMatchObject({ result: 'done' })
    expect(await fit('A1', 2)).toMatchObject({ result: 'done' })
    expect(await place(2, ringed)).toMatchObject({ code: 'too-many-rings' })
    expect(await fit(null, 2)).toMatchObject({ result: 'done' })
    expect(await place(2, ringed)).toMatchObject({ result: 'done' })
    expect((await server.snapshot(ferry)).shims.find((s) => s.label === 'A1')!.fitted).toBeNull()
  })
})
