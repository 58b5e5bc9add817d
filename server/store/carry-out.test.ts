import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { JobAct, ShopAct } from '#contract/commands'
import type { Snapshot } from '#core/job/snapshot'
import { gateProblems } from '#core/works/logic'
import { nameOn } from '#core/job/name-on'
import { readDeck } from '#core/works/liners/deck'
import { gaugeUncertaintyMm } from '#core/measure/uncertainty'
import { commandOf, TestServer } from '../testing/test-store'

let server: TestServer
let ferry: string
let pump: string
let person: string
let gaugeId: string

beforeAll(async () => {
  server = await TestServer.start()
  ferry = await server.jobId('Long Reach')
  pump = await server.jobId('Pump set B')
  const shop = await server.shop()
  person = shop.people.find((p) => p.name === 'Tom Adeyar')!.id
  gaugeId = shop.gauges.find((g) => g.kind === 'digital-sled')!.id
})
afterAll(() => server.stop())

const inFerry = (act: JobAct) => commandOf(act, ferry, person)
const openSet = (setId: string, cylinder = 1, stage: 'trial-fit' | 'as-found' = 'trial-fit') =>
  inFerry({ what: 'open-set', setId, cylinder, stage, gaugeId, zeroOn: 'deck' })
const reading = (setId: string, valueMm: number, angleDeg = 0) =>
  inFerry({ what: 'take-reading', readingId: randomUUID(), setId, angleDeg, valueMm, source: 'typed' })
const only = async (...commands: unknown[]) => (await server.send(...commands)).at(-1)
const readingsOf = async (setId: string): Promise<Snapshot['readings']> =>
  (await server.snapshot(ferry)).readings.filter((r) => r.setId === setId)

describe('a command', () => {
  it('is carried out once, however often it arrives', async () => {
    const setId = randomUUID()
    const one = reading(setId, 0.1)
    await server.send(openSet(setId))
    expect(await server.send(one, one)).toMatchObject([
      { result: 'done', again: false },
      { result: 'done', again: true },
    ])
    expect(await only(one)).toMatchObject({ result: 'done', again: true })
    expect(await readingsOf(setId)).toHaveLength(1)
  })

  it('is carried out once when it arrives many times at the same moment', async () => {
    const setId = randomUUID()
    await server.send(openSet(setId))
    const one = reading(setId, 0.1)
    const answers = await Promise.all(Array.from({ length: 12 }, () => only(one)))
    expect(answers.filter((a) => a?.result === 'done' && !a.again)).toHaveLength(1)
    expect(answers.filter((a) => a?.result === 'done')).toHaveLength(12)
    expect(await readingsOf(setId)).toHaveLength(1)
  })

  it('that comes before what it rests on is sent back, and done when it comes again', async () => {
    const setId = randomUUID()
    const early = reading(setId, 0.101)
    const later = reading(setId, 0.102, 90)
    // What follows an early one is not looked at: the device sends it again in order.
    expect(await server.send(early, later)).toMatchObject([{ result: 'refused', code: 'too-early' }])
    expect(await server.send(openSet(setId), early, later)).toMatchObject([
      { result: 'done' },
      { result: 'done', again: false },
      { result: 'done' },
    ])
    expect((await readingsOf(setId)).map((r) => r.valueMm)).toEqual([0.101, 0.102])
  })

  it('keeps lengths exactly, thou too', async () => {
    const setId = randomUUID()
    await server.send(
      openSet(setId),
      reading(setId, 0.1143),
      reading(setId, 0.1150620001, 90),
      reading(setId, -0.0002540005, 180),
    )
    expect((await readingsOf(setId)).map((r) => r.valueMm)).toEqual(
      [0.1143, 0.115062, -0.000254001].map((v, i) => (i === 2 ? expect.closeTo(v, 8) : v)),
    )
  })

  it('is dated no later than it arrived, however fast the clock of its device is', async () => {
    const setId = randomUUID()
    const [fast, slow] = [60, -60].map((minutes) => new Date(Date.now() + minutes * 60_000).toISOString())
    const sentMs = Date.now()
    await server.send(openSet(setId, 2))
    await server.send({ ...reading(setId, 0.1), at: fast }, { ...reading(setId, 0.101, 90), at: slow })
    const [first, second] = await readingsOf(setId)
    expect(Date.parse(first!.at)).toBeGreaterThanOrEqual(sentMs)
    expect(Date.parse(first!.at)).toBeLessThanOrEqual(Date.now())
    expect(second!.at).toBe(slow)
  })

  it('refuses what is broken, in words that say where', async () => {
    const bad = {
      ...reading(randomUUID(), 0.1),
      act: { what: 'take-reading', readingId: 'x', setId: randomUUID(), angleDeg: 0, valueMm: 1e9, source: 'typed' },
    }
    expect(await only(bad)).toMatchObject({ result: 'refused', code: 'bad-command' })
    expect(await only('nonsense')).toMatchObject({ result: 'refused', code: 'bad-command', commandId: '' })
    expect(await only({ ...reading(randomUUID(), 0.1), at: 'yesterday' })).toMatchObject({
      code: 'bad-command',
      details: ['at must be a time in UTC'].map(() => expect.stringContaining('at ')),
    })
  })

  it.each([
    ['unknown-cylinder', () => openSet(randomUUID(), 9)],
    [
      'unknown-gauge',
      () =>
        inFerry({
          what: 'open-set',
          setId: randomUUID(),
          cylinder: 1,
          stage: 'trial-fit',
          gaugeId: randomUUID(),
          zeroOn: 'deck',
        }),
    ],
    ['stage-closed', () => openSet(randomUUID(), 1, 'as-found')],
    ['unknown-job', () => commandOf({ what: 'close-stage', stage: 'trial-fit', note: '' }, randomUUID(), person)],
    [
      'unknown-job',
      () =>
        commandOf(
          { what: 'open-set', setId: randomUUID(), cylinder: 1, stage: 'trial-fit', gaugeId, zeroOn: 'deck' },
          randomUUID(),
          person,
        ),
    ],
    ['unknown-person', () => commandOf({ what: 'close-stage', stage: 'trial-fit', note: '' }, ferry, randomUUID())],
    ['nobody-named', () => commandOf({ what: 'close-stage', stage: 'trial-fit', note: '' }, ferry, null)],
    ['gate', () => inFerry({ what: 'close-stage', stage: 'trial-fit', note: 'I insist' })],
    ['stale-sheet', () => inFerry({ what: 'adopt-sheet', sheetId: randomUUID() })],
    [
      'unknown-engine',
      () =>
        commandOf(
          { what: 'start-job', jobId: randomUUID(), engineId: randomUUID(), title: 'x', complaint: '' },
          null,
          person,
        ),
    ],
  ] as const)('is refused as %s', async (code, make) => {
    const command = make()
    expect(await only(command)).toMatchObject({ result: 'refused', code })
    // The refusal is kept with the command, and told again.
    expect(await only(command)).toMatchObject({ result: 'refused', code })
  })

  it('leaves the command and its refusal in the log, so that nothing typed is lost', async () => {
    const setId = randomUUID()
    const late = reading(setId, 0.123)
    await server.send(openSet(setId), inFerry({ what: 'close-set', setId, zeroMm: 0 }))
    expect(await only(late)).toMatchObject({ code: 'set-closed' })
    const events = await server.store.models.events.findAll({ where: { commandId: late.commandId }, raw: true })
    expect(JSON.stringify(events)).toContain('0.123')
  })

  it('cannot take the id of something that is there', async () => {
    const setId = randomUUID()
    await server.send(openSet(setId))
    expect(await only(openSet(setId, 2))).toMatchObject({ result: 'refused', code: 'id-taken' })
  })
})

describe('readings', () => {
  it('are struck out, never overwritten', async () => {
    const setId = randomUUID()
    const one = reading(setId, 0.9)
    const strike = inFerry({
      what: 'strike-reading',
      readingId: (one.act as { readingId: string }).readingId,
      reason: 'slip',
    })
    expect(await server.send(openSet(setId), one, strike)).toHaveLength(3)
    expect(await readingsOf(setId)).toMatchObject([{ valueMm: 0.9, struck: { personId: person, reason: 'slip' } }])
    expect(await only({ ...strike, commandId: randomUUID() })).toMatchObject({ code: 'already-struck' })
    expect(await only(inFerry({ what: 'strike-reading', readingId: randomUUID(), reason: '' }))).toMatchObject({
      code: 'too-early',
    })
  })

  it('of many devices at once all arrive, each once', async () => {
    const setId = randomUUID()
    await server.send(openSet(setId))
    const values = Array.from({ length: 60 }, (_, i) => Math.round(100 + i) / 1000)
    await Promise.all(values.map((v) => server.send(reading(setId, v, 90))))
    expect((await readingsOf(setId)).map((r) => r.valueMm).sort()).toEqual(values)
  })

  it('keep the gauge, the rule and the limits they were judged by', async () => {
    const setId = randomUUID()
    await server.send(openSet(setId), commandOf({ what: 'set-rule', rule: 'plain' }, null, person))
    const plainId = randomUUID()
    await server.send(openSet(plainId), commandOf({ what: 'set-rule', rule: 'guarded' }, null, person))
    const { sets, sheet, gauges } = await server.snapshot(ferry)
    const gauge = gauges.find((g) => g.id === gaugeId)!
    const [guarded, plain] = [setId, plainId].map((id) => sets.find((s) => s.id === id)!)
    expect(guarded).toMatchObject({ rule: 'guarded', gaugeId, sheetId: sheet.id })
    expect(guarded!.uncertaintyMm).toBeCloseTo(gaugeUncertaintyMm(gauge.repeatabilityMm, gauge.resolutionMm), 8)
    expect(plain).toMatchObject({ rule: 'plain', uncertaintyMm: 0 })
  })
})

describe('cuts and shims', () => {
  const fit = (shimId: string | null, cylinder: number, jobId = ferry) =>
    commandOf({ what: 'fit-shim', fitId: randomUUID(), cylinder, shimId, expectMm: 0.1 }, jobId, person)

  it('put a shim into one bore only', async () => {
    const shim = (await server.snapshot(ferry)).shims.find((s) => s.label === 'A1')!
    expect(await only(fit(shim.id, 2))).toMatchObject({ result: 'done' })
    expect(await only(fit(shim.id, 4))).toMatchObject({ code: 'shim-taken', details: ['A1'] })
    const spare = await server.jobId('spare')
    expect(await only(fit(shim.id, 2, spare))).toMatchObject({ code: 'shim-taken' })
    await server.send(fit(null, 2))
    expect(await only(fit(shim.id, 4))).toMatchObject({ result: 'done' })
  })

  it('take the shim out of a bore that is cut, and put it back when the cut is struck out', async () => {
    const lying = async () =>
      (await server.snapshot(ferry)).shims.find((s) => s.label === 'B1')!.fitted?.cylinder ?? null
    const shim = (await server.snapshot(ferry)).shims.find((s) => s.label === 'B1')!
    const cutId = randomUUID()
    await server.send(fit(shim.id, 5))
    expect(await lying()).toBe(5)
    await server.send(
      inFerry({ what: 'cut-pass', cutId, cylinder: 5, kind: 'rough', leavesMm: [0.03, 0.04], expectMm: 0.1 }),
    )
    expect(await lying()).toBeNull()
    expect((await server.snapshot(ferry)).cuts.find((c) => c.id === cutId)).toMatchObject({
      leavesMm: [0.03, 0.04],
      packMm: 0.07,
    })
    await server.send(inFerry({ what: 'strike-cut', cutId, reason: 'wrong bore' }))
    expect(await lying()).toBe(5)
  })

  it('are held back where the bore is none of this engine', async () => {
    expect(
      await only(
        inFerry({ what: 'cut-pass', cutId: randomUUID(), cylinder: 7, kind: 'rough', leavesMm: [0.03], expectMm: 0 }),
      ),
    ).toMatchObject({ code: 'unknown-cylinder' })
  })
})

describe('stages', () => {
  const inPump = (act: JobAct) => commandOf(act, pump, person)

  it('with a reading on the line close only with a reason, and then take nothing more', async () => {
    const close = (note: string) => inPump({ what: 'close-stage', stage: 'trial-fit', note })
    expect(readDeck(await server.snapshot(pump), 'trial-fit').overall).toBe('unsure')
    expect(await only(close(''))).toMatchObject({ code: 'gate', details: ['unsure:7,4'] })
    expect(await only(close('accepted by the lead'))).toMatchObject({ result: 'done' })
    expect(
      await only(
        inPump({ what: 'open-set', setId: randomUUID(), cylinder: 1, stage: 'trial-fit', gaugeId, zeroOn: 'deck' }),
      ),
    ).toMatchObject({ code: 'stage-closed', details: ['trial-fit'] })
    expect(
      await only(
        inPump({ what: 'cut-pass', cutId: randomUUID(), cylinder: 1, kind: 'rough', leavesMm: [0.03], expectMm: 0 }),
      ),
    ).toMatchObject({ code: 'stage-closed' })
    expect(await only(close('again'))).toMatchObject({ code: 'stage-closed' })
    const { closures } = await server.snapshot(pump)
    expect(closures.at(-1)).toMatchObject({
      stage: 'trial-fit',
      closes: true,
      personId: person,
      note: 'accepted by the lead',
    })
    expect(closures.at(-1)!.hash).toMatch(/^[0-9a-f]{64}$/)
  })

  it('open again for a reason, and take readings again', async () => {
    await server.send(inPump({ what: 'reopen-stage', stage: 'trial-fit', note: 'cylinder 4 once more' }))
    expect(
      await only(
        inPump({ what: 'open-set', setId: randomUUID(), cylinder: 4, stage: 'trial-fit', gaugeId, zeroOn: 'deck' }),
      ),
    ).toMatchObject({ result: 'done' })
  })
})

describe('a signed job', () => {
  it('is opened from its end backward, and only for a reason', async () => {
    const loader = await server.jobId('loader')
    const inLoader = (stage: 'record' | 'final-check', note: string) =>
      commandOf({ what: 'reopen-stage', stage, note }, loader, person)
    expect(await only(inLoader('final-check', 'one more look'))).toMatchObject({
      code: 'gate',
      details: ['later-closed:record'],
    })
    expect(await only(inLoader('record', ''))).toMatchObject({ code: 'bad-command' })
    expect(await only(inLoader('record', 'one more look'))).toMatchObject({ result: 'done' })
    expect(await only(inLoader('final-check', 'one more look'))).toMatchObject({ result: 'done' })
  })
})

describe('the shop', () => {
  const inShop = (act: ShopAct) => commandOf(act, null, person)

  it('keeps every version of a sheet; a job keeps its own until it adopts a new one', async () => {
    const engine = (await server.shop()).engines.find((e) => e.name === 'Tarrock 6L-140')!
    const { seat, links, limits } = engine.sheets[0]!
    const id = randomUUID()
    expect(
      await only(
        inShop({
          what: 'save-sheet',
          engineId: engine.id,
          sheet: { id, seat, links, limits: { ...limits, maxMm: 0.13 }, source: 'bulletin' },
        }),
      ),
    ).toMatchObject({ result: 'done' })
    expect(
      (await server.shop()).engines.find((e) => e.id === engine.id)!.sheets.map((s) => [s.version, s.limits.maxMm]),
    ).toEqual([
      [1, 0.14],
      [2, 0.13],
    ])
    expect((await server.snapshot(ferry)).sheet.version).toBe(1)
    await server.send(inFerry({ what: 'adopt-sheet', sheetId: id }))
    expect((await server.snapshot(ferry)).sheet.version).toBe(2)
    expect((await server.snapshot(ferry)).sets[0]!.sheetId).not.toBe(id)
  })

  it('refuses limits that cross, and links of another seat', async () => {
    const engine = (await server.shop()).engines[0]!
    const { seat, links, limits } = engine.sheets[0]!
    const sheet = { id: randomUUID(), seat, links, limits, source: '' }
    expect(
      await only(
        inShop({ what: 'save-sheet', engineId: engine.id, sheet: { ...sheet, limits: { ...limits, minMm: 0.5 } } }),
      ),
    ).toMatchObject({ code: 'bad-command', details: [expect.stringContaining('limits-crossed')] })
    const other = seat === 'mid-stop' ? ('top-stop' as const) : ('mid-stop' as const)
    expect(
      await only(inShop({ what: 'save-sheet', engineId: engine.id, sheet: { ...sheet, seat: other } })),
    ).toMatchObject({ code: 'bad-command' })
  })

  it('starts a job with the next number, on the newest sheet', async () => {
    const engine = (await server.shop()).engines.find((e) => e.name === 'Tarrock 6L-140')!
    const jobId = randomUUID()
    await server.send(inShop({ what: 'start-job', jobId, engineId: engine.id, title: 'Winch engine', complaint: '' }))
    const { job, sheet } = await server.snapshot(jobId)
    expect(job).toMatchObject({ number: 10, title: 'Winch engine' })
    expect(sheet.version).toBe(engine.sheets.at(-1)!.version)
  })

  it('takes new tools', async () => {
    const tooling = {
      leavesMm: [0.05, 0.1],
      maxLeavesPerPack: 2,
      maxPassMm: 0.2,
      finishMm: 0.04,
      cutterBiasMm: -0.002,
      cleanupMm: 0.03,
    }
    await server.send(inShop({ what: 'set-tooling', tooling }))
    expect((await server.shop()).tooling).toEqual(tooling)
  })
})

describe('one look at the zero', () => {
  const closingsOf = async (...setIds: string[]) => {
    const { sets } = await server.snapshot(ferry)
    return setIds.map((id) => sets.find((s) => s.id === id)!.closed)
  }

  it('ends every set it names, marks them all where it moved, and is taken back whole', async () => {
    const [a, b] = [randomUUID(), randomUUID()]
    await server.send(openSet(a), openSet(b, 2), reading(a, 0.1), reading(b, 0.1))
    expect(await only(inFerry({ what: 'close-sets', setIds: [a, b], zeroMm: 0.05 }))).toMatchObject({ result: 'done' })
    expect(await closingsOf(a, b)).toMatchObject([
      { zeroMm: 0.05, zeroMoved: true },
      { zeroMm: 0.05, zeroMoved: true },
    ])
    expect(await only(inFerry({ what: 'reopen-sets', setIds: [a, b] }))).toMatchObject({ result: 'done' })
    expect(await closingsOf(a, b)).toEqual([null, null])
    expect(await only(reading(a, 0.101, 90))).toMatchObject({ result: 'done' })
  })

  it('leaves what another hand ended as it ended, and is refused where nothing is left to end', async () => {
    const [a, b] = [randomUUID(), randomUUID()]
    await server.send(openSet(a), openSet(b, 2), inFerry({ what: 'close-set', setId: a, zeroMm: 0.001 }))
    const both = await Promise.all(
      [0.002, 0.003].map((zeroMm) => only(inFerry({ what: 'close-sets', setIds: [a, b], zeroMm }))),
    )
    expect(both.map((o) => (o!.result === 'done' ? 'done' : o!.code)).sort()).toEqual(['done', 'set-closed'])
    const [first, second] = await closingsOf(a, b)
    expect(first!.zeroMm).toBe(0.001)
    expect([0.002, 0.003]).toContain(second!.zeroMm)
  })

  it('ends nothing at all where one of its sets is of another job or not here yet', async () => {
    const a = randomUUID()
    await server.send(openSet(a))
    expect(await only(inFerry({ what: 'close-sets', setIds: [a, randomUUID()], zeroMm: 0 }))).toMatchObject({
      code: 'too-early',
    })
    expect(await closingsOf(a)).toEqual([null])
    expect(await only(inFerry({ what: 'reopen-sets', setIds: [randomUUID()] }))).toMatchObject({ code: 'too-early' })
  })
})

describe('two people at one liner', () => {
  it('have a set each, and what does not count is struck out', async () => {
    const [mine, theirs] = [randomUUID(), randomUUID()]
    const lise = (await server.shop()).people.find((p) => p.name === 'Lise Brandt')!.id
    const byLise = (act: JobAct) => commandOf(act, ferry, lise)
    const open = { ...openSet(mine, 4).act } as Extract<JobAct, { what: 'open-set' }>
    await server.send(openSet(mine, 4), reading(mine, 0.1))
    await server.send(
      byLise({ ...open, setId: theirs }),
      byLise({
        what: 'take-reading',
        readingId: randomUUID(),
        setId: theirs,
        angleDeg: 0,
        valueMm: 0.12,
        source: 'typed',
      }),
    )
    const before = await server.snapshot(ferry)
    const at = (me?: string) => readDeck(before, 'trial-fit', me).cylinders[3]!
    expect([at(person).set!.id, at(lise).set!.id]).toEqual([mine, theirs])
    expect(at(person).rivals.map((s) => s.id)).toEqual([theirs])
    expect(gateProblems(before, 'trial-fit', 0)).toContainEqual({ code: 'two-sets', cylinders: [4], soft: true })
    const refused = await only(inFerry({ what: 'strike-set', setId: randomUUID(), reason: 'other-counts' }))
    expect(refused).toMatchObject({ code: 'too-early' })
    await server.send(inFerry({ what: 'strike-set', setId: theirs, reason: 'other-counts' }))
    expect(await only(inFerry({ what: 'strike-set', setId: theirs, reason: 'other-counts' }))).toMatchObject({
      code: 'already-struck',
    })
    const after = await server.snapshot(ferry)
    expect(readDeck(after, 'trial-fit').cylinders[3]).toMatchObject({ set: { id: mine }, rivals: [] })
    expect(after.sets.find((s) => s.id === theirs)!.struck).toMatchObject({ personId: person })
    const csv = (await server.app.inject(`/api/jobs/${ferry}/readings.csv`)).body
    expect(csv.split('\n').find((line) => line.includes(theirs))).toContain('other-counts')
  })

  it('hand readings over: struck under the wrong name, restated under the right one, once', async () => {
    const setId = randomUUID()
    const lise = (await server.shop()).people.find((p) => p.name === 'Lise Brandt')!.id
    await server.send(openSet(setId, 5), reading(setId, 0.1), reading(setId, 0.101, 90))
    const readings = (await readingsOf(setId)).map((r) => ({ readingId: r.id, newId: randomUUID() }))
    const act: JobAct = { what: 'hand-over', setId, readings }
    const [first, again] = await Promise.all([
      only(commandOf(act, ferry, lise)),
      only(commandOf({ ...act, readings: readings.map((r) => ({ ...r, newId: randomUUID() })) }, ferry, lise)),
    ])
    expect([first!.result, again!.result].sort()).toEqual(['done', 'refused'])
    // Both were restated in one act: the station tells them apart.
    const now = (await readingsOf(setId)).sort((a, b) => a.angleDeg - b.angleDeg)
    expect(now.filter((r) => !r.struck).map((r) => [r.valueMm, r.angleDeg, r.personId])).toEqual([
      [0.1, 0, lise],
      [0.101, 90, lise],
    ])
    expect(now.filter((r) => r.struck).map((r) => [r.personId, r.struck!.personId, r.struck!.reason])).toEqual([
      [person, lise, 'handed-over'],
      [person, lise, 'handed-over'],
    ])
  })
})

describe('people', () => {
  it('are mended and laid aside, and what they did keeps the name of its day', async () => {
    const id = randomUUID()
    const by = (act: ShopAct) => ({ ...inFerry({ what: 'archive-job', archived: false }), jobId: null, act })
    await server.send(by({ what: 'add-person', person: { id, name: 'Lise Brant', role: 'technician' } }))
    await server.send(by({ what: 'change-person', changedId: id, name: 'Lise Brandt-Olsen', role: 'lead' }))
    await server.send(by({ what: 'lay-person-aside', asideId: id, left: true }))
    const found = (await server.shop()).people.find((p) => p.id === id)!
    expect(found).toMatchObject({ name: 'Lise Brandt-Olsen', role: 'lead', leftAt: expect.any(String) })
    const { people } = await server.snapshot(ferry)
    const until = found.earlierNames![0]!.until
    expect(nameOn(people, id, new Date(Date.parse(until) - 1).toISOString())).toBe('Lise Brant')
    expect(nameOn(people, id, until)).toBe('Lise Brandt-Olsen')
    await server.send(by({ what: 'lay-person-aside', asideId: id, left: false }))
    expect((await server.shop()).people.find((p) => p.id === id)!.leftAt).toBeUndefined()
    expect(await only(by({ what: 'lay-person-aside', asideId: randomUUID(), left: true }))).toMatchObject({
      code: 'unknown-person',
    })
  })
})

describe('readings that arrive together', () => {
  it('are stored together, and an odd one among them spoils none', async () => {
    const [setId, ended, unknown] = [randomUUID(), randomUUID(), randomUUID()]
    const twice = reading(setId, 0.2)
    await server.send(
      openSet(setId),
      openSet(ended, 2),
      inFerry({ what: 'close-set', setId: ended, zeroMm: null }),
      twice,
    )
    const good = Array.from({ length: 10 }, (_, i) => reading(setId, (110 + i) / 1000, 90))
    const odd = [twice, reading(ended, 0.3), reading(unknown, 0.3), { ...reading(setId, 0.3), jobId: pump }]
    const answers = await Promise.all([...good.slice(0, 5), ...odd, ...good.slice(5)].map((c) => only(c)))
    expect(answers.map((a) => (a!.result === 'done' ? (a!.again ? 'again' : 'done') : a!.code))).toEqual([
      ...Array<string>(5).fill('done'),
      'again',
      'set-closed',
      'too-early',
      'too-early',
      ...Array<string>(5).fill('done'),
    ])
    const stored = await readingsOf(setId)
    expect(stored.map((r) => r.valueMm).sort()).toEqual(
      [...good.map((g) => (g.act as { valueMm: number }).valueMm), 0.2].sort(),
    )
    expect(new Set(stored.map((r) => r.seq)).size).toBe(11)
  })
})
