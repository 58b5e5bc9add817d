import { randomUUID } from 'node:crypto'
import mariadb from 'mariadb'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { readRoute, routeFacts } from '#core/job/route'
import { signatureState, signatureOf } from '#core/job/signature'
import { stageLogic } from '#core/works/logic'
import { openThings } from '#core/works/open-things'
import type { JobAct, ShopAct } from '#contract/commands'
import { commandOf, TestServer } from '../testing/test-store'
import { driverFor } from './store'
import { pullers } from '../demo/strip-world'

let server: TestServer
let person: string
let job: string
let engineId: string

beforeAll(async () => {
  server = await TestServer.start()
  const shop = await server.shop()
  person = shop.people[0]!.id
  engineId = shop.engines.find((e) => e.name.startsWith('Tarrock'))!.id
})
afterAll(() => server.stop())
beforeEach(async () => {
  job = randomUUID()
  await server.send(
    commandOf(
      { what: 'start-job', jobId: job, engineId, title: 'Bow thruster', complaint: 'drinks water' },
      null,
      person,
    ),
  )
})

const only = async (act: JobAct | ShopAct, jobId: string | null = job, at?: string) =>
  (await server.send(commandOf(act, jobId, person, at ? { at } : {})))[0]!
const entryId = () => randomUUID()
const finding = (change: object = {}): JobAct => ({
  what: 'mark-finding',
  findingId: entryId(),
  cylinder: 3,
  on: 'outside',
  kind: 'pitting',
  atDeg: 95,
  spanDeg: 70,
  fromMm: 50,
  toMm: 170.5,
  severity: 3,
  pastSteps: null,
  words: 'deep',
  ...change,
})
const plug = (goesIn: boolean, count = 1, cylinder = 1): JobAct => ({
  what: 'tally-plug',
  tallyId: entryId(),
  cylinder,
  goesIn,
  place: 'crank-hole',
  item: 'rag',
  count,
})

describe('intake', () => {
  it('keeps what was taken in, and makes the route of it', async () => {
    const jobId = randomUUID()
    const usage = { value: 21_000.5, unit: 'hours' as const }
    await only(
      {
        what: 'start-job',
        jobId,
        engineId,
        title: 'Winch',
        complaint: 'smokes',
        complaints: ['white-smoke'],
        usage,
        wantedBy: '2026-12-24',
        work: ['strip', 'check'],
        fromJobId: job,
      },
      null,
    )
    const { job: stored } = await server.snapshot(jobId)
    expect(stored).toMatchObject({
      complaints: ['white-smoke'],
      usage,
      wantedBy: '2026-12-24',
      work: ['strip', 'check'],
      fromJobId: job,
      archived: false,
    })
    expect((await server.shop()).jobs.find((j) => j.id === jobId)).toMatchObject({
      nextStage: 'as-found',
      wantedBy: '2026-12-24',
      archived: false,
    })
  })

  it('is changed until it is signed; work in which something was done stays', async () => {
    expect(
      await only({ what: 'change-job', title: 'Bow thruster 2', usage: null, complaints: ['overhaul'] }),
    ).toMatchObject({ result: 'done' })
    expect((await server.snapshot(job)).job).toMatchObject({
      title: 'Bow thruster 2',
      complaints: ['overhaul'],
      complaint: 'drinks water',
    })
    await only(plug(true))
    expect(await only({ what: 'change-job', work: ['check'] })).toMatchObject({
      code: 'stage-begun',
      details: ['protect'],
    })
    expect(await only({ what: 'change-job', work: ['strip'] })).toMatchObject({ result: 'done' })
    const loader = await server.jobId('loader')
    expect(await only({ what: 'change-job', title: 'other' }, loader)).toMatchObject({ code: 'stage-closed' })
  })

  it('is laid aside and taken back, signed or not', async () => {
    const loader = await server.jobId('loader')
    for (const archived of [true, false]) {
      expect(await only({ what: 'archive-job', archived }, loader)).toMatchObject({ result: 'done' })
      expect((await server.shop()).jobs.find((j) => j.id === loader)!.archived).toBe(archived)
    }
  })
})

describe('stripping', () => {
  it('keeps stoppers, pulls, findings, grades and decisions as they were entered', async () => {
    const pull: JobAct = {
      what: 'log-pull',
      pullId: entryId(),
      cylinder: 2,
      pullerId: pullers.bridge.id,
      peakNm: 85.5,
      tightMm: [12, 84.25],
      ranOut: 'sludge',
      words: 'hard',
    }
    const { renewalCosts } = await server.snapshot(job)
    const grade: JobAct = {
      what: 'grade-cylinder',
      gradeId: entryId(),
      cylinder: 3,
      grade: 'scrap',
      suggested: 'scrap',
      words: '',
    }
    const decision: JobAct = {
      what: 'decide-renewals',
      decisionId: entryId(),
      renew: [3],
      costs: renewalCosts,
      nowCost: 500,
      comebackChance: 0.123456789,
      expectedCost: 1234.5,
      words: 'one',
    }
    for (const act of [
      plug(true, 2),
      pull,
      finding({ on: 'outside', kind: 'coolant-track', pastSteps: 1 }),
      grade,
      decision,
    ])
      expect(await only(act)).toMatchObject({ result: 'done' })
    const { tally, pulls, findings, grades, decisions } = await server.snapshot(job)
    expect(tally[0]).toMatchObject({ place: 'crank-hole', item: 'rag', count: 2, goesIn: true })
    expect(pulls[0]).toMatchObject({
      pullerId: pullers.bridge.id,
      peakNm: 85.5,
      tightMm: [12, 84.25],
      ranOut: 'sludge',
      struck: null,
      personId: person,
    })
    expect(findings[0]).toMatchObject({ kind: 'coolant-track', toMm: 170.5, pastSteps: 1 })
    expect(grades[0]).toMatchObject({ grade: 'scrap' })
    expect(decisions[0]).toMatchObject({
      renew: [3],
      costs: renewalCosts,
      comebackChance: 0.123456789,
      expectedCost: 1234.5,
    })
  })

  it('refuses what cannot be, in a code that has words', async () => {
    expect(await only(plug(false))).toMatchObject({ code: 'none-in' })
    await only(plug(true))
    expect(await only(plug(false, 2))).toMatchObject({ code: 'none-in' })
    expect(await only(finding({ on: 'bore', kind: 'scale' }))).toMatchObject({ code: 'not-found-there' })
    expect(await only(finding({ toMm: 10 }))).toMatchObject({ code: 'bad-command' })
    expect(await only(finding({ cylinder: 9 }))).toMatchObject({ code: 'unknown-cylinder' })
    expect(
      await only({
        what: 'log-pull',
        pullId: entryId(),
        cylinder: 2,
        pullerId: randomUUID(),
        peakNm: null,
        tightMm: [],
        ranOut: 'nothing',
        words: '',
      }),
    ).toMatchObject({ code: 'unknown-puller' })
    expect(await only({ what: 'strike-entry', entryId: randomUUID(), reason: '' })).toMatchObject({ code: 'too-early' })
    expect((await server.snapshot(job)).findings).toEqual([])
  })

  it('strikes an entry out once, and not under a closed stage', async () => {
    const act = finding() as Extract<JobAct, { what: 'mark-finding' }>
    await only(act)
    expect(await only({ what: 'strike-entry', entryId: act.findingId, reason: 'dirt' })).toMatchObject({
      result: 'done',
    })
    expect(await only({ what: 'strike-entry', entryId: act.findingId, reason: 'again' })).toMatchObject({
      code: 'already-struck',
    })
    expect((await server.snapshot(job)).findings[0]).toMatchObject({ struck: { reason: 'dirt', personId: person } })
    await only({ what: 'close-stage', stage: 'look', note: 'came stripped' })
    expect(await only(finding())).toMatchObject({ code: 'stage-closed', details: ['look'] })
  })
})

describe('seals', () => {
  const beganMs = Date.now() - 3_600_000
  const after = (minutes: number) => new Date(beganMs + minutes * 60_000).toISOString()
  const seal = (
    groove: number,
    step: 'on' | 'wetted',
    lubricant: 'oil' | 'rubber-lube',
    at: string,
    sealFitId = entryId(),
  ) => only({ what: 'fit-seal', sealFitId, cylinder: 1, groove, step, lubricant }, job, at)
  const press = (at: string) =>
    only({ what: 'press-liner', pressId: entryId(), cylinder: 1, peakNm: 30, atDeg: null, words: '' }, job, at)

  it('come on in order and in time, or not at all', async () => {
    expect(await seal(1, 'on', 'rubber-lube', after(0))).toMatchObject({
      code: 'out-of-order',
      details: ['fit-not-open'],
    })
    await only({ what: 'change-job', work: ['seals', 'check'] })
    expect(await seal(2, 'on', 'oil', after(0))).toMatchObject({ details: ['ring-order'] })
    expect(await seal(1, 'on', 'oil', after(0))).toMatchObject({ details: ['wrong-lubricant'] })
    expect(await seal(1, 'on', 'rubber-lube', after(0))).toMatchObject({ result: 'done' })
    expect(await seal(2, 'on', 'oil', after(1))).toMatchObject({ result: 'done' })
    expect(await press(after(1))).toMatchObject({ details: ['rings-missing'] })
    const wet = entryId()
    expect(await seal(0, 'wetted', 'oil', after(2), wet)).toMatchObject({ result: 'done' })
    expect(await seal(0, 'on', 'oil', after(13))).toMatchObject({ details: ['band-late'] })
    await only({ what: 'strike-entry', entryId: wet, reason: 'swollen' })
    await seal(0, 'wetted', 'oil', after(20))
    expect(await seal(0, 'on', 'oil', after(21))).toMatchObject({ result: 'done' })
    expect(await press(after(31))).toMatchObject({ details: ['band-late'] })
    expect(await press(after(29))).toMatchObject({ result: 'done' })
    expect(await press(after(30))).toMatchObject({ details: ['already-in'] })
    const { sealFits, presses } = await server.snapshot(job)
    expect(sealFits.map((s) => [s.groove, s.step, s.struck !== null])).toEqual([
      [1, 'on', false],
      [2, 'on', false],
      [0, 'wetted', true],
      [0, 'wetted', false],
      [0, 'on', false],
    ])
    expect(presses).toHaveLength(1)
  })
})

describe('the signature', () => {
  it('covers what the record shows, by both clocks: what changes in the shop afterwards changes nothing on it', async () => {
    const loader = await server.jobId('loader')
    const before = await server.snapshot(loader)
    const signed = signatureOf(before)!
    expect(signed).toMatchObject({
      sealVersion: 4,
      kept: { job: { title: before.job.title }, engine: { name: before.engine.name } },
    })
    expect(Math.abs(Date.parse(signed.storedAt!) - Date.now())).toBeLessThan(6 * 3_600_000)
    expect(signed.at).not.toBe(signed.storedAt)
    const used = before.gauges.find((g) => before.sets.some((s) => s.gaugeId === g.id))!
    await only({ what: 'save-gauge', gauge: { ...used, name: 'Renamed since', repeatabilityMm: 0.5 } }, null)
    await server.store.sequelize.query(`UPDATE engines SET name = 'Other engine' WHERE id = '${before.engine.id}'`)
    await server.store.sequelize.query(`UPDATE people SET name = 'Other name' WHERE id = '${signed.personId}'`)
    await server.store.sequelize.query(`UPDATE jobs SET title = 'Other title' WHERE id = '${loader}'`)
    await server.store.sequelize.query(`UPDATE ledges SET depthMm = depthMm + 1 WHERE jobId = '${loader}'`)
    const after = await server.snapshot(loader)
    expect({ ...after, people: 0 }).toEqual({ ...before, people: 0 })
    expect(after.people.find((p) => p.id === signed.personId)!.name).toBe('Ines Varga')
    expect(signatureState(after, signed)).toBe('stands')
    await only({ what: 'save-gauge', gauge: used }, null)
    await server.store.sequelize.query(`UPDATE jobs SET title = '${before.job.title}' WHERE id = '${loader}'`)
  })

  it('and every other seal that stands keep what is under them from being struck out', async () => {
    const jobId = randomUUID()
    const inJob = (act: JobAct) => only(act, jobId)
    await only(
      {
        what: 'start-job',
        jobId,
        engineId: (await server.snapshot(job)).engine.id,
        title: 'Sealed cut',
        complaint: '',
        work: ['ledges', 'dry-fit'],
      },
      null,
    )
    const cutId = entryId()
    const { engine } = await server.snapshot(jobId)
    expect(
      await inJob({ what: 'cut-pass', cutId, cylinder: 1, kind: 'rough', leavesMm: [0.1], expectMm: 0.1 }),
    ).toMatchObject({ result: 'done' })
    expect(await inJob({ what: 'close-stage', stage: 'cut', note: 'all' })).toMatchObject({ result: 'done' })
    expect(await inJob({ what: 'strike-cut', cutId, reason: 'x' })).toMatchObject({
      code: 'stage-closed',
      details: ['cut'],
    })
    const sealed = await server.snapshot(jobId)
    expect(signatureState(sealed, sealed.closures[0]!)).toBe('stands')
    await inJob({ what: 'reopen-stage', stage: 'cut', note: 'again' })
    expect(await inJob({ what: 'strike-cut', cutId, reason: 'x' })).toMatchObject({ result: 'done' })
    expect(engine.heads.flat()).toContain(1)
  })

  it('waits for every stopper, and is broken by what is struck out under it', async () => {
    const loader = await server.jobId('loader')
    const reopen = async (stage: 'record' | 'final-check') =>
      only({ what: 'reopen-stage', stage, note: 'second look' }, loader)
    const signed = signatureOf(await server.snapshot(loader))!
    expect(signatureState(await server.snapshot(loader), signed)).toBe('stands')
    expect(await only(plug(true), loader)).toMatchObject({ code: 'stage-closed' })
    await reopen('record')
    await only(plug(true), loader)
    expect(await only({ what: 'close-stage', stage: 'record', note: 'in a hurry' }, loader)).toMatchObject({
      code: 'gate',
      details: ['plug-in:1'],
    })
    await only(plug(false), loader)
    await reopen('final-check')
    const { readings, sets } = await server.snapshot(loader)
    const struck = readings.find((r) => sets.find((s) => s.id === r.setId)!.stage === 'final-check')!
    await only({ what: 'strike-reading', readingId: struck.id, reason: 'gauge slipped' }, loader)
    const after = await server.snapshot(loader)
    expect(signatureState(after, signed)).toBe('broken')
    expect(after.closures.filter((c) => c.closes && signatureState(after, c) === 'broken').map((c) => c.stage)).toEqual(
      ['final-check', 'record'],
    )
  })
})

describe('the shop', () => {
  it('keeps pullers, prices of renewing, and its crew', async () => {
    const made = { ...pullers.bridge, id: randomUUID(), name: 'Second bridge', discBaseMm: 150.25 }
    await only({ what: 'save-puller', puller: made }, null)
    await only({ what: 'save-puller', puller: { ...made, leverMm: 700 } }, null)
    expect((await server.shop()).pullers.find((p) => p.id === made.id)).toEqual({ ...made, leverMm: 700 })
    const { renewalCosts, crew } = await server.shop()
    await only({ what: 'set-renewal-costs', costs: { ...renewalCosts, downtime: 9000 } }, null)
    await only({ what: 'set-crew', crew: { ...crew, technicians: 3 } }, null)
    expect(await server.shop()).toMatchObject({ renewalCosts: { downtime: 9000 }, crew: { technicians: 3 } })
    expect((await server.snapshot(job)).renewalCosts.downtime).toBe(9000)
    expect(await only({ what: 'set-crew', crew: { ...crew, technicians: 0 } }, null)).toMatchObject({
      code: 'bad-command',
    })
    expect(await only({ what: 'set-crew', crew: { ...crew, fromHour: 16, toHour: 7 } }, null)).toMatchObject({
      code: 'bad-command',
    })
  })

  it('keeps liner measures, the seal set and the source of a sheet', async () => {
    const { sheet } = await server.snapshot(job)
    expect(sheet).toMatchObject({
      page: '4-17',
      copiedOn: '2026-11-02',
      liner: { flangeOuterMm: 162, lowerBoreMm: 154.4 },
      seals: [{ swellMinutes: 10 }, { lubricant: 'rubber-lube' }, { colour: 'brown' }],
    })
  })

  it('books hours by stage, until the record is signed', async () => {
    expect(
      await only({
        what: 'book-time',
        timeId: entryId(),
        stage: 'pull',
        kind: 'used',
        hours: 2.25,
        words: 'two of us',
      }),
    ).toMatchObject({ result: 'done' })
    expect((await server.snapshot(job)).times).toEqual([
      expect.objectContaining({ stage: 'pull', hours: 2.25, kind: 'used', struck: null }),
    ])
  })
})

describe('a store from before the whole job', () => {
  it('takes the new tables and columns, keeps what it had, and the route its jobs had', async () => {
    const old = await TestServer.start()
    const jobId = await old.jobId('spare')
    const before = await old.snapshot(jobId)
    await old.stop()
    const connection = await mariadb.createConnection({ ...driverFor(old.address), multipleStatements: true })
    await connection.query(`
      DROP TABLE pullers, pullLogs, findings, photos, photoBytes, grades, decisions, sealFits, pressLogs, bookedTimes;
      ALTER TABLE settings DROP COLUMN renewalCosts, DROP COLUMN crew; ALTER TABLE sheets DROP COLUMN page, DROP COLUMN copiedOn, DROP COLUMN liner, DROP COLUMN seals;
      ALTER TABLE tallyMarks DROP COLUMN place, DROP COLUMN item, DROP COLUMN count; ALTER TABLE closures DROP INDEX closures_round, DROP COLUMN sealVersion, DROP COLUMN round, DROP COLUMN storedAt, DROP COLUMN kept, DROP COLUMN judged, DROP COLUMN ended;
      INSERT INTO closures SELECT seq + 1000000, jobId, stage, closes, note, hash, personId, at FROM closures WHERE closes;
      ALTER TABLE jobs DROP COLUMN work, DROP COLUMN complaints, DROP COLUMN usageValue, DROP COLUMN usageUnit, DROP COLUMN wantedBy, DROP COLUMN archived, DROP COLUMN fromJobId, DROP COLUMN takenIn, DROP COLUMN brought;
      DELETE FROM migrations WHERE name > '003'`)
    await connection.end()
    const anew = await TestServer.start({ demo: true }, old.address)
    const after = await anew.snapshot(jobId)
    expect(after.job).toEqual({
      ...before.job,
      work: ['ledges', 'dry-fit', 'check'],
      complaints: [],
      usage: null,
      wantedBy: null,
    })
    expect(readRoute(routeFacts(after)).map((r) => r.stage)).toEqual([
      'as-found',
      'counterbores',
      'parts',
      'repair-plan',
      'cut',
      'trial-fit',
      'final-check',
      'record',
    ])
    expect(after.sheet).toMatchObject({ limits: before.sheet.limits, page: '', liner: null, seals: [] })
    const ferry = await anew.snapshot(await anew.jobId('Long Reach'))
    expect(ferry.tally.map((t) => [t.place, t.item, t.count])).toEqual(ferry.tally.map(() => ['bore', 'foam-plug', 1]))
    expect(ferry.closures.every((c) => signatureState(ferry, c) === 'unknown')).toBe(true)
    expect(ferry.readings.length).toBeGreaterThan(40)
    await anew.stop()
  })
})

describe('a job that is ended as it stands', () => {
  const openNow = async () => {
    const snapshot = await server.snapshot(job)
    return openThings(snapshot, (stage) => stageLogic[stage], Date.now())
  }
  const end = async (open?: Awaited<ReturnType<typeof openNow>>, by = person) =>
    (
      await server.send(
        commandOf({ what: 'end-as-it-stands', why: 'the block is cracked', open: open ?? (await openNow()) }, job, by),
      )
    )[0]!
  const technician = async () => (await server.shop()).people.find((p) => p.role === 'technician')!.id
  const card = async () => (await server.shop()).jobs.find((j) => j.id === job)!

  it('is closed by a lead alone, who saw all that is open, once', async () => {
    expect(await end(undefined, await technician())).toMatchObject({ result: 'refused', code: 'lead-only' })
    const seen = await openNow()
    await only(plug(true))
    expect(await end(seen)).toMatchObject({ result: 'refused', code: 'open-changed' })
    expect(await end()).toMatchObject({ result: 'done' })
    expect(await end([])).toMatchObject({ result: 'refused', code: 'stage-closed' })
    expect(await card()).toMatchObject({ signed: true, ended: true, nextStage: null })
    const snapshot = await server.snapshot(job)
    expect(signatureState(snapshot, signatureOf(snapshot)!)).toBe('stands')
    expect(signatureOf(snapshot)!.ended).toContainEqual({ stage: 'record', code: 'plug-in', place: '1' })
  })
  it('takes nothing more until it is opened again, then goes on', async () => {
    expect(await end()).toMatchObject({ result: 'done' })
    expect(await only(finding())).toMatchObject({ result: 'refused', code: 'stage-closed' })
    expect(await only(plug(true))).toMatchObject({ result: 'refused', code: 'stage-closed' })
    expect(await only({ what: 'reopen-stage', stage: 'record', note: 'another block' })).toMatchObject({
      result: 'done',
    })
    expect(await card()).toMatchObject({ signed: false, ended: false })
    expect(await only(finding())).toMatchObject({ result: 'done' })
  })
  it('is ended once where two leads do it at the same moment', async () => {
    const open = await openNow()
    const both = await Promise.all([end(open), end(open)])
    expect(both.map((o) => o.result).sort()).toEqual(['done', 'refused'])
    expect((await server.snapshot(job)).closures).toHaveLength(1)
  })
})
