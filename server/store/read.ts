import { QueryTypes, type Transaction } from 'sequelize'
import type { Gauge, Person, RuleName, SchoolName, Sheet, Snapshot, Tooling } from '#core/job/snapshot'
import { readRoute } from '#core/job/route'
import type { EngineCard, JobCard, Shop } from '#contract/shop'
import type { Row, TableName } from './models'
import { readRates, readStock, readStudies } from './read-stock'
import type { Store } from './store'

export const num = (v: unknown) => Number(v)
export const numOrNull = (v: unknown) => (v === null || v === undefined ? null : Number(v))
export const str = (v: unknown) => v as string
export const iso = (v: unknown) => (v instanceof Date ? v : new Date(`${String(v).replace(' ', 'T')}Z`)).toISOString()
export const list = <T>(v: unknown) => (typeof v === 'string' ? JSON.parse(v) : v) as T
const by = (r: Row) => ({ personId: str(r.personId), at: iso(r.at) })

/** Rows of a table, plain. */
export async function rows(store: Store, table: TableName, where: Row = {}, transaction?: Transaction): Promise<Row[]> {
  return (await store.models[table].findAll({ where, raw: true, ...(transaction ? { transaction } : {}) })) as unknown as Row[]
}

/** Rows of a query written out. Values go in by name, never into the text. */
export async function select(store: Store, sql: string, replacements: Row = {}, transaction?: Transaction): Promise<Row[]> {
  return store.sequelize.query(sql, { type: QueryTypes.SELECT, replacements, ...(transaction ? { transaction } : {}) })
}

function toGauge(r: Row): Gauge {
  return {
    id: str(r.id),
    name: str(r.name),
    serial: str(r.serial),
    kind: r.kind as Gauge['kind'],
    resolutionMm: num(r.resolutionMm),
    repeatabilityMm: num(r.repeatabilityMm),
    basis: r.basis as Gauge['basis'],
    calibrationDue: (r.calibrationDue as string | null) ?? null,
  }
}

function toSheet(r: Row, links: Row[]): Sheet {
  return {
    id: str(r.id),
    version: num(r.version),
    seat: r.seat as Sheet['seat'],
    links: links
      .filter((l) => l.sheetId === r.id)
      .sort((a, b) => num(a.position) - num(b.position))
      .map((l) => ({ kind: l.kind as Sheet['links'][number]['kind'], nominalMm: num(l.nominalMm) })),
    limits: {
      minMm: num(r.minMm),
      maxMm: num(r.maxMm),
      aimMm: num(r.aimMm),
      withinLinerMaxMm: num(r.withinLinerMaxMm),
      adjacentMaxMm: numOrNull(r.adjacentMaxMm),
      headRangeMaxMm: numOrNull(r.headRangeMaxMm),
      maxLedgeDepthMm: numOrNull(r.maxLedgeDepthMm),
      holdDownNm: numOrNull(r.holdDownNm),
    },
    source: str(r.source),
    personId: (r.personId as string | null) ?? null,
    at: iso(r.at),
  }
}

function toEngine(r: Row) {
  return {
    id: str(r.id),
    name: str(r.name),
    layout: r.layout as 'inline' | 'vee',
    boreMm: num(r.boreMm),
    pitchMm: num(r.pitchMm),
    bankAngleDeg: num(r.bankAngleDeg),
    banks: list<number[][]>(r.banks),
    heads: list<number[][]>(r.heads),
    firing: list<number[]>(r.firing),
  }
}

const toPerson = (r: Row): Person => ({ id: str(r.id), name: str(r.name), role: r.role as Person['role'] })

async function readSettings(store: Store, transaction?: Transaction): Promise<{ name: string; rule: RuleName; tooling: Tooling }> {
  const [[settings], leaves] = await Promise.all([rows(store, 'settings', {}, transaction), rows(store, 'leaves', {}, transaction)])
  const s = settings as Row
  return {
    name: str(s.shopName),
    rule: s.rule as RuleName,
    tooling: {
      leavesMm: leaves.map((l) => num(l.thicknessMm)).sort((a, b) => a - b),
      maxLeavesPerPack: num(s.maxLeavesPerPack),
      maxPassMm: num(s.maxPassMm),
      finishMm: num(s.finishMm),
      cutterBiasMm: num(s.cutterBiasMm),
      cleanupMm: num(s.cleanupMm),
    },
  }
}

async function readSheets(store: Store, engineId: string, transaction?: Transaction): Promise<Sheet[]> {
  const found = await rows(store, 'sheets', { engineId }, transaction)
  const links = await rows(store, 'sheetLinks', { sheetId: found.map((s) => s.id) }, transaction)
  return found.map((s) => toSheet(s, links)).sort((a, b) => a.version - b.version)
}

/**
 * Everything about one job, as the device and the core take it; null where there is no such job.
 */
export async function readSnapshot(store: Store, jobId: string, transaction?: Transaction): Promise<Snapshot | null> {
  const all = (table: TableName, where: Row = { jobId }) => rows(store, table, where, transaction)
  const [job] = await all('jobs', { id: jobId })
  if (!job) return null
  const [engineRow] = await all('engines', { id: job.engineId })
  const settings = await readSettings(store, transaction)
  const sheets = await readSheets(store, str(job.engineId), transaction)
  const [ledges, stock, gauges, people, sets, readings, strikes, cuts, fits, closures, marks, placements, plans, tally, rates] = await Promise.all([
    all('ledges'),
    readStock(store, str(job.engineId), transaction),
    all('gauges', {}),
    all('people', {}),
    all('readingSets'),
    all('readings'),
    all('strikes'),
    all('cuts'),
    all('shimFits'),
    all('closures'),
    all('wearMarks'),
    all('placements'),
    all('plans'),
    all('tallyMarks'),
    readRates(store, transaction),
  ])
  const [closings, leaves, planBores, revision] = await Promise.all([
    all('setClosings', { setId: sets.map((s) => s.id) }),
    all('cutLeaves', { cutId: cuts.map((c) => c.id) }),
    all('planBores', { planId: plans.map((p) => p.id) }),
    store.models.events.count({ where: { jobId, result: 'done' }, ...(transaction ? { transaction } : {}) }),
  ])
  const struck = (targetId: unknown) => {
    const strike = strikes.find((s) => s.targetId === targetId)
    return strike ? { ...by(strike), reason: str(strike.reason) } : null
  }
  const order = (r: Row) => ({ id: str(r.id), seq: num(r.seq), ...by(r) })
  const bySeq = (a: { seq: number }, b: { seq: number }) => a.seq - b.seq
  return {
    revision,
    job: {
      id: str(job.id),
      number: num(job.number),
      title: str(job.title),
      complaint: str(job.complaint),
      simulated: Boolean(job.simulated),
      createdAt: iso(job.createdAt),
    },
    engine: toEngine(engineRow as Row),
    sheet: sheets.find((s) => s.id === job.sheetId) as Sheet,
    sheets,
    stationsDeg: list<number[]>(job.stationsDeg),
    rule: settings.rule,
    tooling: settings.tooling,
    ledges: ledges.map((l) => ({ cylinder: num(l.cylinder), depthMm: num(l.depthMm), frettingMm: num(l.frettingMm) })),
    shims: stock.shims,
    liners: stock.liners,
    wearMarks: marks
      .map((m) => ({
        ...order(m), cylinder: num(m.cylinder), kind: m.kind as Snapshot['wearMarks'][number]['kind'], atDeg: num(m.atDeg), spanDeg: num(m.spanDeg),
        depthMm: num(m.depthMm), words: str(m.words), struck: struck(m.id),
      }))
      .sort(bySeq),
    placements: placements
      .map((p) => ({ ...order(p), cylinder: num(p.cylinder), linerId: (p.linerId as string | null) ?? null, rotationDeg: num(p.rotationDeg) }))
      .sort(bySeq),
    plans: plans
      .map((p) => ({
        ...order(p), school: p.school as SchoolName, changed: Boolean(p.changed), targetMm: num(p.targetMm),
        bores: planBores
          .filter((b) => b.planId === p.id)
          .sort((a, b) => num(a.position) - num(b.position))
          .map((b) => ({ cylinder: num(b.cylinder), linerId: (b.linerId as string | null) ?? null, rotationDeg: num(b.rotationDeg), cutMm: num(b.cutMm), shimMm: num(b.shimMm) })),
      }))
      .sort(bySeq),
    tally: tally.map((m) => ({ ...order(m), cylinder: num(m.cylinder), goesIn: Boolean(m.goesIn) })).sort(bySeq),
    rates,
    gauges: gauges.map(toGauge),
    people: people.map(toPerson),
    sets: sets
      .map((s) => {
        const closing = closings.find((c) => c.setId === s.id)
        return {
          ...order(s),
          cylinder: num(s.cylinder),
          stage: s.stage as Snapshot['sets'][number]['stage'],
          gaugeId: str(s.gaugeId),
          sheetId: str(s.sheetId),
          uncertaintyMm: num(s.uncertaintyMm),
          rule: s.rule as RuleName,
          zeroOn: s.zeroOn as Snapshot['sets'][number]['zeroOn'],
          masterMm: numOrNull(s.masterMm),
          clampNm: numOrNull(s.clampNm),
          closed: closing ? { ...by(closing), zeroMm: numOrNull(closing.zeroMm), zeroMoved: Boolean(closing.zeroMoved) } : null,
        }
      })
      .sort(bySeq),
    readings: readings
      .map((r) => ({
        ...order(r),
        setId: str(r.setId),
        angleDeg: num(r.angleDeg),
        valueMm: num(r.valueMm),
        source: r.source as 'typed' | 'gauge',
        struck: struck(r.id),
      }))
      .sort(bySeq),
    cuts: cuts
      .map((c) => ({
        ...order(c),
        cylinder: num(c.cylinder),
        kind: c.kind as 'rough' | 'finish',
        leavesMm: leaves
          .filter((l) => l.cutId === c.id)
          .sort((a, b) => num(a.position) - num(b.position))
          .map((l) => num(l.thicknessMm)),
        packMm: num(c.packMm),
        expectMm: num(c.expectMm),
        biasMm: numOrNull(c.biasMm) ?? settings.tooling.cutterBiasMm,
        unmeasured: str(c.unmeasured),
        struck: struck(c.id),
      }))
      .sort(bySeq),
    shimFits: fits
      .map((f) => ({
        ...order(f),
        cylinder: num(f.cylinder),
        shimId: (f.shimId as string | null) ?? null,
        thicknessMm: num(f.thicknessMm),
        expectMm: num(f.expectMm),
        struck: struck(f.id),
      }))
      .sort(bySeq),
    closures: closures
      .map((c) => ({
        seq: num(c.seq),
        ...by(c),
        stage: c.stage as Snapshot['closures'][number]['stage'],
        closes: Boolean(c.closes),
        note: str(c.note),
        hash: str(c.hash),
      }))
      .sort(bySeq),
  }
}

/** The shop: people, gauges and their studies, engines with their sheets, and a card for each job, newest first. */
export async function readShop(store: Store): Promise<Shop> {
  const [settings, people, gauges, engines, sheets, links, jobs, closures, counts, begun, rates, studies, last] = await Promise.all([
    readSettings(store),
    rows(store, 'people'),
    rows(store, 'gauges'),
    rows(store, 'engines'),
    rows(store, 'sheets'),
    rows(store, 'sheetLinks'),
    rows(store, 'jobs'),
    rows(store, 'closures'),
    select(store, 'SELECT jobId, COUNT(*) AS n FROM readings GROUP BY jobId'),
    select(store, "SELECT DISTINCT jobId, stage FROM readingSets UNION SELECT DISTINCT jobId, 'repair-plan' FROM plans UNION SELECT DISTINCT jobId, 'cut' FROM tallyMarks"),
    readRates(store),
    readStudies(store),
    select(
      store,
      `SELECT e.jobId, e.madeAt AS at, p.name FROM events e JOIN (SELECT jobId, MAX(seq) AS seq FROM events WHERE result = 'done' GROUP BY jobId) m
       ON m.seq = e.seq LEFT JOIN people p ON p.id = e.personId`,
    ),
  ])
  const engineCards: EngineCard[] = engines.map((e) => ({
    ...toEngine(e),
    sheets: sheets.filter((s) => s.engineId === e.id).map((s) => toSheet(s, links)).sort((a, b) => a.version - b.version),
  }))
  const jobCards: JobCard[] = jobs.map((j) => {
    const engine = engineCards.find((e) => e.id === j.engineId)!
    const own = closures
      .filter((c) => c.jobId === j.id)
      .map((c) => ({ seq: num(c.seq), ...by(c), stage: c.stage as 'record', closes: Boolean(c.closes), note: '', hash: '' }))
    const done = begun.filter((b) => b.jobId === j.id)
    const of = (stage: string) => done.filter((b) => b.stage === stage)
    const route = readRoute({ closures: own, sets: done as unknown as { stage: string }[], plans: of('repair-plan'), tally: of('cut') })
    const nextStage = route.find((r) => r.state === 'next')?.stage ?? null
    const latest = last.find((l) => l.jobId === j.id)
    return {
      id: str(j.id),
      number: num(j.number),
      title: str(j.title),
      complaint: str(j.complaint),
      engineId: engine.id,
      engineName: engine.name,
      cylinders: engine.heads.flat().length,
      nextStage,
      signed: nextStage === null,
      lastAt: iso(latest?.at ?? j.createdAt),
      lastPerson: (latest?.name as string | null) ?? null,
      readings: num(counts.find((c) => c.jobId === j.id)?.n ?? 0),
    }
  })
  const byName = (a: { name: string }, b: { name: string }) => a.name.localeCompare(b.name)
  return {
    name: settings.name,
    rule: settings.rule,
    tooling: settings.tooling,
    people: people.map(toPerson).sort(byName),
    gauges: gauges.map(toGauge).sort(byName),
    engines: engineCards.sort(byName),
    rates,
    studies,
    jobs: jobCards.sort((a, b) => a.number - b.number),
  }
}
