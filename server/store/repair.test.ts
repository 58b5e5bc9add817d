import { randomUUID } from 'node:crypto'
import mariadb from 'mariadb'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { JobAct, NewPart, ShopAct } from '#contract/commands'
import type { Stock } from '#contract/shop'
import { readLedge } from '#core/works/liners/ledges'
import { gaugeUncertaintyMm } from '#core/measure/uncertainty'
import { studyOrder } from '#core/measure/study-plan'
import { commandOf, TestServer } from '../testing/test-store'
import { driverFor } from './store'

let server: TestServer
let ferry: string
let spare: string
let person: string
let depthGauge: string

beforeAll(async () => {
  server = await TestServer.start()
  ferry = await server.jobId('Long Reach')
  spare = await server.jobId('spare')
  const shop = await server.shop()
  person = shop.people.find((p) => p.name === 'Tom Adeyar')!.id
  depthGauge = shop.gauges.find((g) => g.kind === 'depth')!.id
})
afterAll(() => server.stop())

const on = async (jobId: string | null, act: JobAct | ShopAct) => (await server.send(commandOf(act, jobId, person)))[0]!
const inFerry = (act: JobAct) => on(ferry, act)
const inShop = (act: ShopAct) => on(null, act)
const stock = async (): Promise<Stock> => (await server.app.inject('/api/stock')).json()
const cut = (cylinder: number, more: object = {}): JobAct => ({
  what: 'cut-pass',
  cutId: randomUUID(),
  cylinder,
  kind: 'rough',
  leavesMm: [0.1],
  expectMm: 0.05,
  ...more,
})
const place = (jobId: string, cylinder: number, linerId: string | null) =>
  on(jobId, { what: 'place-liner', placementId: randomUUID(), cylinder, linerId, rotationDeg: 90 })

async function trialSet(cylinder: number, valueMm: number): Promise<void> {
  const setId = randomUUID()
  await inFerry({
    what: 'open-set',
    setId,
    cylinder,
    stage: 'trial-fit',
    gaugeId: depthGauge,
    zeroOn: 'deck',
    clampNm: 40,
  })
  for (const angleDeg of [0, 90, 180, 270])
    await inFerry({ what: 'take-reading', readingId: randomUUID(), setId, angleDeg, valueMm, source: 'gauge' })
}

describe('ledges', () => {
  it('of the demo are measured and judged', async () => {
    const snapshot = await server.snapshot(ferry)
    expect([1, 2, 3, 4, 5, 6].map((c) => readLedge(snapshot, c).judgement?.reason)).toEqual([
      'sound',
      'sound',
      'leans',
      'sound',
      'sound',
      'sound',
    ])
    expect(readLedge(snapshot, 3).frettingMm).toBe(0.02)
  })

  it('keep how the gauge was zeroed and the height of its master', async () => {
    const setId = randomUUID()
    expect(
      await inFerry({
        what: 'open-set',
        setId,
        cylinder: 1,
        stage: 'counterbores',
        gaugeId: depthGauge,
        zeroOn: 'master',
        masterMm: 10.5,
      }),
    ).toMatchObject({ result: 'done' })
    await inFerry({
      what: 'take-reading',
      readingId: randomUUID(),
      setId,
      angleDeg: 0,
      valueMm: 10.4957,
      source: 'typed',
    })
    const { sets, readings } = await server.snapshot(ferry)
    expect(sets.find((s) => s.id === setId)).toMatchObject({ zeroOn: 'master', masterMm: 10.5, clampNm: null })
    expect(readings.find((r) => r.setId === setId)!.valueMm).toBe(10.4957)
  })

  it('keep wear marks, struck out rather than taken away', async () => {
    const markId = randomUUID()
    await inFerry({
      what: 'mark-wear',
      markId,
      cylinder: 2,
      kind: 'burr',
      atDeg: 35,
      spanDeg: 20,
      depthMm: 0,
      words: 'sharp',
    })
    expect(await inFerry({ what: 'close-stage', stage: 'counterbores', note: 'all the same' })).toMatchObject({
      result: 'refused',
      code: 'gate',
    })
    expect(await inFerry({ what: 'strike-wear', markId, reason: 'cleaned-off' })).toMatchObject({ result: 'done' })
    expect(await inFerry({ what: 'strike-wear', markId, reason: 'cleaned-off' })).toMatchObject({
      result: 'refused',
      code: 'already-struck',
    })
    expect((await server.snapshot(ferry)).wearMarks.find((m) => m.id === markId)).toMatchObject({
      words: 'sharp',
      struck: { reason: 'cleaned-off' },
    })
  })

  it('refuse a mark on a cylinder the engine has not, and one deeper than no depth', async () => {
    const mark = {
      what: 'mark-wear' as const,
      markId: randomUUID(),
      cylinder: 9,
      kind: 'fretting' as const,
      atDeg: 0,
      spanDeg: 30,
      depthMm: 0.1,
      words: '',
    }
    expect(await inFerry(mark)).toMatchObject({ result: 'refused', code: 'unknown-cylinder' })
    expect(await inFerry({ ...mark, cylinder: 1, depthMm: -0.1 })).toMatchObject({
      result: 'refused',
      code: 'bad-command',
    })
  })
})

describe('cuts', () => {
  it('follow one another only over a measurement, or with a reason that is kept', async () => {
    expect(await inFerry(cut(5))).toMatchObject({ result: 'done' })
    expect(await inFerry(cut(5))).toMatchObject({ result: 'refused', code: 'not-measured-between', details: ['5'] })
    expect(await inFerry(cut(5, { unmeasured: 'gauge is away' }))).toMatchObject({ result: 'done' })
    await trialSet(5, 0.1)
    expect(await inFerry(cut(5, { biasMm: 0.003 }))).toMatchObject({ result: 'done' })
    const { cuts, sets } = await server.snapshot(ferry)
    expect(cuts.filter((c) => c.cylinder === 5).map((c) => [c.unmeasured, c.biasMm])).toEqual([
      ['', 0],
      ['gauge is away', 0],
      ['', 0.003],
    ])
    expect(sets.find((s) => s.cylinder === 5 && s.stage === 'trial-fit')!.clampNm).toBe(40)
  })

  it('are refused while the liner stands in the bore', async () => {
    const liner = (await server.snapshot(ferry)).liners[0]!
    expect(await place(ferry, 4, liner.id)).toMatchObject({ result: 'done' })
    expect(await inFerry(cut(4))).toMatchObject({ result: 'refused', code: 'liner-in', details: ['4'] })
    await place(ferry, 4, null)
    expect(await inFerry(cut(4))).toMatchObject({ result: 'done' })
  })
})

describe('parts', () => {
  it('go back to the shelf by the pull that takes them out; a pull struck out puts them back, but not from another engine', async () => {
    const liner = (await stock()).liners[2]!
    const fitted = async () => (await stock()).liners.find((l) => l.id === liner.id)!.fitted
    await place(spare, 4, liner.id)
    expect(await fitted()).toEqual({ jobId: spare, cylinder: 4 })
    const pullId = randomUUID()
    const log = { pullerId: null, peakNm: null, tightMm: [], ranOut: 'coolant' as const, words: '' }
    expect(await on(spare, { what: 'log-pull', pullId, cylinder: 4, ...log })).toMatchObject({ result: 'done' })
    expect(await fitted()).toBeNull()
    const strike = { what: 'strike-entry', entryId: pullId, reason: 'another cylinder' } as const
    await place(ferry, 6, liner.id)
    expect(await on(spare, strike)).toMatchObject({ result: 'refused', code: 'liner-taken' })
    await place(ferry, 6, null)
    expect(await on(spare, strike)).toMatchObject({ result: 'done' })
    expect(await fitted()).toEqual({ jobId: spare, cylinder: 4 })
    await place(spare, 4, null)
  })

  it('lie in one engine only', async () => {
    const liner = (await stock()).liners[1]!
    await place(ferry, 1, liner.id)
    expect((await stock()).liners.find((l) => l.id === liner.id)!.fitted).toEqual({ jobId: ferry, cylinder: 1 })
    expect(await place(spare, 1, liner.id)).toMatchObject({
      result: 'refused',
      code: 'liner-taken',
      details: [liner.label],
    })
    expect(await place(ferry, 2, liner.id)).toMatchObject({ result: 'refused', code: 'liner-taken' })
    await place(ferry, 1, null)
    expect(await place(spare, 1, liner.id)).toMatchObject({ result: 'done' })
  })

  it('come in many at once or not at all, and keep the readings they were measured by', async () => {
    const { engineId } = (await stock()).liners[0]!
    const part = (label: string, more: object = {}): NewPart =>
      ({
        kind: 'shim',
        id: randomUUID(),
        engineId,
        label,
        nominalMm: 0.4,
        material: 'brass',
        chamfer: 'outside',
        readings: [0, 120, 240].map((angleDeg, i) => ({ angleDeg, valueMm: 0.4 + i / 1000 })),
        ...more,
      }) as NewPart
    const before = (await stock()).shims.length
    expect(
      await inShop({ what: 'add-parts', parts: [part('X1'), part('X2', { engineId: randomUUID() })] }),
    ).toMatchObject({ result: 'refused', code: 'unknown-engine' })
    expect(await inShop({ what: 'add-parts', parts: [part('X1'), part('X2', { nominalMm: 0 })] })).toMatchObject({
      result: 'refused',
      code: 'bad-command',
    })
    expect((await stock()).shims).toHaveLength(before)
    const [one, two] = [part('X1'), part('X2', { readings: [] })]
    expect(await inShop({ what: 'add-parts', parts: [one, two] })).toMatchObject({ result: 'done' })
    const found = (await stock()).shims.filter((s) => s.label.startsWith('X'))
    expect(found.map((s) => [s.label, s.actualMm, s.chamfer])).toEqual([
      ['X2', 0.4, 'outside'],
      ['X1', expect.closeTo(0.401, 9), 'outside'],
    ])
    // Measured again, the later figures count.
    await inShop({
      what: 'measure-part',
      measureId: randomUUID(),
      partId: two.id,
      readings: [0, 120, 240].map((angleDeg) => ({ angleDeg, valueMm: 0.407 })),
    })
    expect((await stock()).shims.find((s) => s.id === two.id)!.actualMm).toBeCloseTo(0.407, 9)
    expect(
      await inShop({
        what: 'measure-part',
        measureId: randomUUID(),
        partId: randomUUID(),
        readings: [{ angleDeg: 0, valueMm: 1 }],
      }),
    ).toMatchObject({ result: 'refused', code: 'unknown-part' })
  })
})

describe('plan and tally', () => {
  it('keep what was taken bore by bore, and the latest counts', async () => {
    const bores = [
      { cylinder: 3, linerId: null, rotationDeg: 270, cutMm: 0.123456789, shimMm: 0.2 },
      { cylinder: 1, linerId: null, rotationDeg: 0, cutMm: 0, shimMm: 0 },
    ]
    expect(
      await inFerry({ what: 'take-plan', planId: randomUUID(), school: 'skim', changed: true, targetMm: 0.1, bores }),
    ).toMatchObject({ result: 'done' })
    expect(
      await inFerry({
        what: 'take-plan',
        planId: randomUUID(),
        school: 'skim',
        changed: true,
        targetMm: 0.1,
        bores: [{ ...bores[0]!, cylinder: 7 }],
      }),
    ).toMatchObject({ result: 'refused', code: 'unknown-cylinder' })
    expect((await server.snapshot(ferry)).plans.at(-1)).toMatchObject({ school: 'skim', changed: true, bores })
    expect((await server.shop()).jobs.find((j) => j.id === ferry)!.nextStage).toBe('counterbores')
  })

  it('do not let the cutting be closed over a plug, nor without a word over what the plan still wants', async () => {
    await inFerry({ what: 'tally-plug', tallyId: randomUUID(), cylinder: 3, goesIn: true })
    expect(await inFerry({ what: 'close-stage', stage: 'cut', note: '' })).toMatchObject({
      result: 'refused',
      code: 'gate',
      details: ['plug-in:3', 'not-as-planned:3,1'],
    })
    await inFerry({ what: 'tally-plug', tallyId: randomUUID(), cylinder: 3, goesIn: false })
    // What the plan still wants is answered for.
    expect(await inFerry({ what: 'close-stage', stage: 'cut', note: '' })).toMatchObject({
      result: 'refused',
      details: ['not-as-planned:3,1'],
    })
    expect(await inFerry({ what: 'close-stage', stage: 'cut', note: 'the rest is left' })).toMatchObject({
      result: 'done',
    })
  })

  it('keep what work costs', async () => {
    const rates = { hourMoney: 71.5, boreHours: 0.75, passHours: 0.25, shimHours: 0.1, shimMoney: 12 }
    await inShop({ what: 'set-rates', rates })
    expect((await server.shop()).rates).toEqual(rates)
    expect((await server.snapshot(ferry)).rates).toEqual(rates)
    expect(await inShop({ what: 'set-rates', rates: { ...rates, hourMoney: -1 } })).toMatchObject({
      result: 'refused',
      code: 'bad-command',
    })
  })
})

describe('a repeat study', () => {
  it('sets the uncertainty of its gauge once it is whole, and never by a half', async () => {
    const studyId = randomUUID()
    const [parts, operators, trials] = [['P1', 'P2', 'P3'], ['Tom', 'Lise'], 2]
    await inShop({ what: 'open-study', studyId, gaugeId: depthGauge, parts, operators, trials })
    const order = studyOrder(parts, operators, trials)
    for (const [i, place] of order.entries()) {
      if (i === order.length - 1) {
        expect(await inShop({ what: 'end-study', studyId })).toMatchObject({
          result: 'refused',
          code: 'study-incomplete',
        })
        expect((await server.shop()).gauges.find((g) => g.id === depthGauge)).toMatchObject({
          basis: 'entered',
          repeatabilityMm: 0.0022,
        })
      }
      await inShop({
        what: 'study-reading',
        id: randomUUID(),
        studyId,
        ...place,
        valueMm: 0.1 + Number(place.part[1]) / 50 + (i % 3) / 1000,
      })
    }
    expect(await inShop({ what: 'end-study', studyId })).toMatchObject({ result: 'done' })
    const gauge = (await server.shop()).gauges.find((g) => g.id === depthGauge)!
    expect(gauge.basis).toBe('study')
    expect(gauge.repeatabilityMm).not.toBe(0.0022)
    expect(
      await inShop({ what: 'study-reading', id: randomUUID(), studyId, ...order[0]!, valueMm: 0.1 }),
    ).toMatchObject({ result: 'refused', code: 'study-ended' })
    expect(await inShop({ what: 'end-study', studyId: randomUUID() })).toMatchObject({
      result: 'refused',
      code: 'unknown-study',
    })
    // A set begun from now on carries it.
    const setId = randomUUID()
    await on(spare, {
      what: 'open-set',
      setId,
      cylinder: 1,
      stage: 'counterbores',
      gaugeId: depthGauge,
      zeroOn: 'deck',
    })
    expect((await server.snapshot(spare)).sets.find((s) => s.id === setId)!.uncertaintyMm).toBeCloseTo(
      gaugeUncertaintyMm(gauge.repeatabilityMm, gauge.resolutionMm),
      8,
    )
  })
})

describe('a job', () => {
  it('is read at the stations it was taken in with, unless they carry no plane', async () => {
    const engineId = (await server.shop()).engines[0]!.id
    const start = (jobId: string, stationsDeg?: number[]): ShopAct => ({
      what: 'start-job',
      jobId,
      engineId,
      title: 'eight',
      complaint: '',
      ...(stationsDeg ? { stationsDeg } : {}),
    })
    const [eight, four] = [randomUUID(), randomUUID()]
    expect(await inShop(start(eight, [0, 45, 90, 135, 180, 225, 270, 315]))).toMatchObject({ result: 'done' })
    expect(await inShop(start(four))).toMatchObject({ result: 'done' })
    expect(await inShop(start(randomUUID(), [0, 5, 10, 15]))).toMatchObject({
      result: 'refused',
      code: 'bad-command',
      details: [expect.stringContaining('too close together')],
    })
    expect((await server.snapshot(eight)).stationsDeg).toHaveLength(8)
    expect((await server.snapshot(four)).stationsDeg).toEqual([0, 90, 180, 270])
  })
})

describe('a signed job', () => {
  it('takes nothing more, not even in a stage it had passed by', async () => {
    const loader = await server.jobId('loader')
    const openSet: JobAct = {
      what: 'open-set',
      setId: randomUUID(),
      cylinder: 1,
      stage: 'counterbores',
      gaugeId: depthGauge,
      zeroOn: 'deck',
    }
    expect(await on(loader, openSet)).toMatchObject({ result: 'refused', code: 'stage-closed' })
    expect(
      await on(loader, {
        what: 'mark-wear',
        markId: randomUUID(),
        cylinder: 1,
        kind: 'burr',
        atDeg: 0,
        spanDeg: 10,
        depthMm: 0,
        words: '',
      }),
    ).toMatchObject({ result: 'refused', code: 'stage-closed' })
    expect(
      await on(loader, {
        what: 'take-plan',
        planId: randomUUID(),
        school: 'aim',
        changed: false,
        targetMm: 0.1,
        bores: [{ cylinder: 1, linerId: null, rotationDeg: 0, cutMm: 0, shimMm: 0 }],
      }),
    ).toMatchObject({ result: 'refused', code: 'stage-closed' })
    await on(loader, { what: 'reopen-stage', stage: 'record', note: 'a ledge was forgotten' })
    expect(await on(loader, openSet)).toMatchObject({ result: 'done' })
  })
})

describe('a store from before the ledges', () => {
  it('takes the new tables and columns and keeps what it had', async () => {
    const old = await TestServer.start()
    const jobId = await old.jobId('loader')
    const before = await old.snapshot(jobId)
    await old.stop()
    const connection = await mariadb.createConnection({ ...driverFor(old.address), multipleStatements: true })
    await connection.query(`
      DROP TABLE liners, partReadings, wearMarks, placements, plans, planBores, tallyMarks, rates, studies, studyReadings;
      ALTER TABLE shims DROP COLUMN chamfer; ALTER TABLE readingSets DROP COLUMN masterMm, DROP COLUMN clampNm; ALTER TABLE cuts DROP COLUMN biasMm, DROP COLUMN unmeasured;
      DELETE FROM migrations WHERE name LIKE '002%' OR name >= '006'`)
    await connection.end()
    const anew = await TestServer.start({ demo: true }, old.address)
    const after = await anew.snapshot(jobId)
    expect(after.readings).toEqual(before.readings)
    expect(after.cuts).toEqual(before.cuts)
    expect(after.shims.map((s) => [s.label, s.actualMm, s.chamfer])).toEqual(
      before.shims.map((s) => [s.label, s.actualMm, 'none']),
    )
    expect(after.liners).toEqual([])
    await anew.stop()
  })
})
