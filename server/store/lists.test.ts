import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { NewPart, ShopAct } from '#contract/commands'
import type { PartList, PartListQuery, PeopleList } from '#contract/shop'
import { partStand } from '#core/plan/read-repair'
import { stageNames } from '#core/works/stage-table'
import { commandOf, TestServer } from '../testing/test-store'
import { fillCards } from './fill-cards'
import { refreshMarks } from './job-card'
import { list, rows } from './read-values'
import { fillStands } from './part-stands'
import { orderCards } from './job-card'

let server: TestServer
let person: string
let engineId: string
beforeAll(async () => {
  server = await TestServer.start()
  const shop = await server.shop()
  person = shop.people[0]!.id
  engineId = shop.engines.find((e) => e.name.startsWith('Orrin'))!.id
  await act({ what: 'add-parts', parts: Array.from({ length: 60 }, (_, i) => shimOf(`Q${60 - i}`, i)) })
})
afterAll(() => server.stop())

const shimOf = (label: string, i: number): NewPart => ({
  kind: 'shim',
  id: randomUUID(),
  engineId,
  label,
  nominalMm: i % 2 === 0 ? 7.5 : 8.25,
  material: 'brass',
  chamfer: 'none',
  readings: i % 3 === 0 ? readings(i % 6 === 0 ? 7.6 : 8.25, 0) : [],
})
const readings = (mm: number, wedgeMm: number) =>
  [0, 120, 240].map((angleDeg, k) => ({ angleDeg, valueMm: mm + (k === 0 ? wedgeMm : 0) }))
async function act(a: ShopAct) {
  const [outcome] = await server.send(commandOf(a, null, person))
  expect(outcome).toMatchObject({ result: 'done' })
}
const ask = async <T>(path: string, query: object): Promise<T> =>
  (await server.app.inject(`${path}?${new URLSearchParams(query as Record<string, string>)}`)).json()
const parts = (query: Partial<Record<keyof PartListQuery, string>>) =>
  ask<PartList>('/api/parts', { kind: 'shim', search: 'q brass', ...query })
const labels = (list: PartList) => list.shims.map((s) => s.label)

describe('the list of parts', () => {
  it('counts as people do: Q2 before Q10', async () => {
    const { shims, total } = await parts({ limit: '60' })
    expect(total).toBe(60)
    expect(shims.map((s) => s.label)).toEqual(Array.from({ length: 60 }, (_, i) => `Q${i + 1}`))
  })

  it.each(['label', 'engine', 'nominal', 'actual', 'wedge', 'flag', 'material', 'where'])(
    'gives by %s, forwards and backwards, every part once, a piece at a time',
    async (sort) => {
      for (const desc of ['false', 'true']) {
        const whole = labels(await parts({ sort, desc, limit: '200' }))
        const pieces: string[] = []
        for (let offset = 0; offset < 60; offset += 25)
          pieces.push(...labels(await parts({ sort, desc, limit: '25', offset: String(offset) })))
        expect(pieces).toEqual(whole)
        expect(new Set(whole).size).toBe(60)
      }
    },
  )

  it('puts what is odd first, and sorts by what was measured', async () => {
    const flagged = (await parts({ sort: 'flag', limit: '60' })).shims.map((s) => partStand(s, 'shim').flag)
    const turns = flagged.filter((f, i) => f !== flagged[i - 1])
    expect(turns).toEqual(['unmeasured', 'off-nominal', 'good'])
    const measured = (await parts({ sort: 'actual', desc: 'true', limit: '10' })).shims
    expect(measured.map((s) => partStand(s, 'shim').actualMm)).toEqual(Array(10).fill(8.25))
  })

  it('says how many there are of each size, on the shelf and fitted, of all and not of the search', async () => {
    const { of, sizes, total } = await parts({ search: 'Q7' })
    expect(total).toBe(1)
    expect(of.shim).toBeGreaterThan(60)
    expect(sizes.filter((s) => s.nominalMm > 7)).toEqual([
      { nominalMm: 7.5, free: 30, used: 0 },
      { nominalMm: 8.25, free: 30, used: 0 },
    ])
  })

  it('keeps in step with a measurement', async () => {
    const part = (await parts({ search: 'Q60' })).shims[0]!
    await act({ what: 'measure-part', measureId: randomUUID(), partId: part.id, readings: readings(9.9, 0.02) })
    expect(labels(await parts({ sort: 'actual', desc: 'true', limit: '1' }))).toEqual(['Q60'])
    expect(labels(await parts({ sort: 'wedge', desc: 'true', limit: '1' }))).toEqual(['Q60'])
    await act({ what: 'measure-part', measureId: randomUUID(), partId: part.id, readings: readings(7.5, 0) })
    expect(labels(await parts({ sort: 'actual', desc: 'true', limit: '1' }))).not.toEqual(['Q60'])
  })

  it('is made anew for parts of an earlier version, the same', async () => {
    const before = await parts({ sort: 'actual', limit: '60' })
    await server.store.sequelize.query('UPDATE shims SET labelKey = NULL, standMm = NULL, wedgeMm = NULL, flag = NULL')
    expect(await fillStands(server.store)).toBe(before.of.shim)
    expect(await parts({ sort: 'actual', limit: '60' })).toEqual(before)
    expect(await fillStands(server.store)).toBe(0)
  })

  it('finds one by its mark, and nothing by a mark that is none', async () => {
    const part = (await parts({ search: 'Q11' })).shims[0]!
    expect((await parts({ search: '', id: part.id })).shims).toEqual([part])
    expect((await parts({ search: '', id: randomUUID() })).total).toBe(0)
    expect((await server.app.inject('/api/parts?kind=bolt')).statusCode).toBe(422)
  })
})

describe('the list of people', () => {
  it('is searched, turned round and given in pieces', async () => {
    const all = await ask<PeopleList>('/api/people', { limit: '200' })
    const names = all.people.map((p) => p.name)
    expect(names).toEqual([...names].sort((a, b) => a.localeCompare(b)))
    const back = await ask<PeopleList>('/api/people', { desc: 'true', limit: '2', offset: '1' })
    expect(back.people.map((p) => p.name)).toEqual([...names].reverse().slice(1, 3))
    expect((await ask<PeopleList>('/api/people', { search: 'LISE' })).people.map((p) => p.name)).toEqual([
      'Lise Brandt',
    ])
  })
})

describe('the cards of jobs', () => {
  it('are made of a store that has none the same as each act kept them', async () => {
    const jobs = () => ask<{ jobs: object[] }>('/api/jobs', { limit: '200' })
    const kept = async () =>
      (await rows(server.store, 'jobCards')).map((r) => ({ ...r, begun: [...list<string[]>(r.begun)].sort() }))
    // What was measured since somebody looked is looked at: all of them, so that none is left for later.
    const look = async () =>
      refreshMarks(
        server.store,
        (await rows(server.store, 'jobCards')).map((r) => String(r.jobId)),
      )
    await look()
    const [before, cards] = [await jobs(), await kept()]
    await server.store.sequelize.query('DELETE FROM jobCards')
    expect(await fillCards(server.store)).toBe(cards.length)
    await look()
    expect(await jobs()).toEqual(before)
    expect(await kept()).toEqual(cards)
  })
})

describe('the list of jobs by stage', () => {
  it('is in the order of the trade, and is put in order again when stages came in between', async () => {
    const stages = async () =>
      (await ask<{ jobs: { nextStage: string | null }[] }>('/api/jobs', { sort: 'stage' })).jobs.map((j) => j.nextStage)
    const order = [...stageNames, null] as (string | null)[]
    const found = await stages()
    expect(found.map((s) => order.indexOf(s))).toEqual(found.map((s) => order.indexOf(s)).sort((a, b) => a - b))
    expect(new Set(found).size).toBeGreaterThan(2)
    await server.store.sequelize.query('UPDATE jobCards SET stageAt = 40 - stageAt')
    expect(await stages()).not.toEqual(found)
    await orderCards(server.store)
    expect(await stages()).toEqual(found)
  })
})
