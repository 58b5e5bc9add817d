import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { signatureState } from '#core/job/signature'
import { carryAway, withPlainSeqs } from '#core/job/carry-away'
import { playDoing } from '#core/sim/plays'
import { unitTruth } from '#core/sim/unit-truth'
import { stageLogic } from '#core/works/logic'
import { en } from '#contract/words/all'
import { sayMove } from '#contract/words/say-move'
import { recordContent } from './record/pdf'
import { commandOf, TestServer } from './testing/test-store'

let server: TestServer
let there: TestServer
const person = randomUUID()
const jobId = randomUUID()
beforeAll(async () => {
  server = await TestServer.start({ demo: false })
  there = await TestServer.start({ demo: false })
  await server.send(
    commandOf({ what: 'add-person', person: { id: person, name: 'Mara Quill', role: 'lead' } }, null, null),
  )
})
afterAll(async () => {
  await server.stop()
  await there.stop()
})
const act = async (what: object, job: string | null = jobId) =>
  (await server.send(commandOf(what as never, job, person)))[0]
const writer = {
  length: (mm: number) => mm.toFixed(2),
  rough: String,
  torque: String,
  force: String,
  pressure: String,
  whole: String,
  money: String,
  leaves: String,
  list: (items: readonly string[]) => items.join(', '),
}

it('is carried from intake to a signed record, its paper and a round trip', async () => {
  const engineId = randomUUID()
  const shape = {
    name: 'Box',
    layout: 'unit',
    boreMm: 0,
    pitchMm: 0,
    bankAngleDeg: 0,
    banks: [],
    heads: [],
    firing: [],
  }
  const limits = {
    minMm: 0,
    maxMm: 0,
    aimMm: 0,
    withinLinerMaxMm: 0,
    adjacentMaxMm: null,
    headRangeMaxMm: null,
    maxLedgeDepthMm: null,
    holdDownNm: null,
  }
  const sections = { gaskets: { pads: ['lid-1', 'lid-2'], thicknessMm: 0.8 } }
  const sheet = { id: randomUUID(), seat: 'none', links: [], limits, source: '', sections }
  expect(await act({ what: 'add-engine', engineId, shape, sheet }, null)).toMatchObject({ result: 'done' })
  const start = { what: 'start-job', jobId, engineId, title: 'Box on the bench', complaint: '' }
  expect(await act(start, null)).toMatchObject({ code: 'not-on-this-unit' })
  expect(await act({ ...start, work: ['gaskets'] }, null)).toMatchObject({ result: 'done' })
  expect((await server.shop()).jobs[0]).toMatchObject({ nextStage: 'lay-gaskets', cylinders: 0 })

  const move = async () => stageLogic['lay-gaskets'].move(await server.snapshot(jobId), { cylinder: 1, place: 'lid-2' })
  expect(await move()).toMatchObject({ action: 'lay', place: 'lid-2', figures: { thickMm: 0.8 } })
  const said = sayMove(await move(), writer)
  expect(said.head).toMatchObject({ key: 'move.lay-gaskets.head.lay', params: { thick: '0.80', placeN: '2' } })
  expect((en.place as Record<string, string>).lid).toContain('{placeN}')

  const by = { gaugeId: null, uncertaintyMm: 0.005 }
  const lay = (place: string) =>
    act({ what: 'lay-gasket', gasketId: randomUUID(), place, thicknessMm: 0.8, gapMm: 0.3, ...by })
  expect(await lay('lid-9')).toMatchObject({ code: 'unknown-place' })
  expect(await act({ what: 'close-stage', stage: 'lay-gaskets', note: 'so be it' })).toMatchObject({ code: 'gate' })
  // The turn asks two figures, each by its instrument; what the simulated unit answers is the entry.
  const now = await server.snapshot(jobId)
  const doing = stageLogic['lay-gaskets'].doing!(now, { cylinder: 1, place: 'lid-2' })!
  expect(doing.asks({}).map((a) => [a.key, a.quantity, a.by])).toEqual([
    ['thicknessMm', 'length', ['outside']],
    ['gapMm', 'length', ['feeler']],
  ])
  const truth = unitTruth.parse({ leaks: [], washers: {}, boreOffMm: {}, flows: {} })
  const [entry] = doing.make(playDoing(truth, now, doing, {}), by, randomUUID)!
  expect(await act(entry!)).toMatchObject({ result: 'done' })
  expect(await lay('lid-1')).toMatchObject({ result: 'done' })
  expect(await lay('lid-2')).toMatchObject({ code: 'out-of-order', details: ['already-laid'] })
  // One gapes: nothing is to be done about it, and closing wants words.
  expect(await move()).toMatchObject({ action: 'close-stage', head: 'gapes' })
  expect(await act({ what: 'close-stage', stage: 'lay-gaskets', note: '' })).toMatchObject({ code: 'gate' })
  const gaskets = (await server.snapshot(jobId)).works.gaskets!.gaskets
  expect(gaskets).toMatchObject([
    { place: 'lid-2', gapMm: 0.02, struck: null },
    { place: 'lid-1', thicknessMm: 0.8, words: '' },
  ])
  for (const stage of ['lay-gaskets', 'record'])
    expect(await act({ what: 'close-stage', stage, note: 'it may gape' })).toMatchObject({ result: 'done' })
  expect(await act({ what: 'strike-entry', entryId: gaskets[0]!.id, reason: 'no' })).toMatchObject({
    code: 'stage-closed',
  })
  expect((await server.shop()).jobs[0]).toMatchObject({ signed: true, nextStage: null })

  const signed = await server.snapshot(jobId)
  expect(signed.closures.map((c) => signatureState(signed, c))).toEqual(['stands', 'stands'])
  const broken = structuredClone(signed)
  broken.works.gaskets!.gaskets[0]!.thicknessMm = 0.9
  expect(broken.closures.map((c) => signatureState(broken, c))).toEqual(['broken', 'broken'])
  const paper = JSON.stringify(await recordContent(signed, { unit: 'mm', paper: 'A4' }))
  expect(paper).toContain('lid-1 0.80')
  expect(paper).not.toContain('Limits')
  for (const name of ['record', 'owner'])
    expect((await server.app.inject(`/api/jobs/${jobId}/${name}.pdf`)).statusCode).toBe(200)
  expect((await server.app.inject('/api/schedule')).statusCode).toBe(200)

  const file = (await server.app.inject(`/api/jobs/${jobId}/job.json`)).rawPayload
  const taken = await there.app.inject({
    method: 'POST',
    url: '/api/jobs/import',
    headers: { 'content-type': 'application/octet-stream' },
    payload: file,
  })
  expect(taken.statusCode, taken.body).toBe(200)
  const back = await there.snapshot(jobId)
  expect(back.closures.map((c) => signatureState(back, c))).toEqual(['stands', 'stands'])
  expect(withPlainSeqs(carryAway(back)).works).toEqual(withPlainSeqs(carryAway(signed)).works)
  expect((await there.app.inject(`/api/jobs/${jobId}/record.pdf`)).statusCode).toBe(200)
})
