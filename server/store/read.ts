import type { Transaction } from 'sequelize'
import { lieParts } from '#core/job/apply'
import { asSigned, ownFirst } from '#core/job/kept'
import type { Closure, Gauge, Person, RuleName, SchoolName, Sheet, Snapshot, Tooling } from '#core/job/snapshot'
import { plainWork, type WorkName } from '#core/job/stages'
import { startRenewalCosts, type Puller, type RenewalCosts } from '#core/job/strip'
import { startCrew, type Crew } from '#contract/commands'
import { readEntries } from './entries'
import type { Row, TableName } from './models'
import { readRates, readStock } from './read-stock'
import { iso, list, num, numOrNull, rows, str } from './read-values'
import type { Store } from './store'

const by = (r: Row) => ({ personId: str(r.personId), at: iso(r.at) })

export function toGauge(r: Row): Gauge {
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

export function toSheet(r: Row, links: Row[]): Sheet {
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
    page: str(r.page),
    copiedOn: (r.copiedOn as string | null) ?? null,
    liner: r.liner === null ? null : list<Sheet['liner']>(r.liner),
    seals: r.seals === null ? [] : list<Sheet['seals']>(r.seals),
    personId: (r.personId as string | null) ?? null,
    at: iso(r.at),
  }
}

export function toEngine(r: Row) {
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

export const toPerson = (r: Row): Person => ({ id: str(r.id), name: str(r.name), role: r.role as Person['role'] })

/** Work of a job as it was chosen; one from before work could be chosen has the plain one. */
export const workOf = (r: Row) => (r.work === null ? plainWork : list<WorkName[]>(r.work))

export function toPuller(r: Row): Puller {
  return { id: str(r.id), name: str(r.name), ...list<Omit<Puller, 'id' | 'name'>>(r.spec) }
}

/** Closings without what they say and keep: what a list of jobs is made of. */
export const bareClosuresSql = 'SELECT jobId, seq, personId, at, stage, closes FROM closures'

export const toClosure = (c: Row): Closure => ({
  seq: num(c.seq),
  ...by(c),
  stage: c.stage as Closure['stage'],
  closes: Boolean(c.closes),
  note: str(c.note ?? ''),
  hash: str(c.hash ?? ''),
  sealVersion: num(c.sealVersion ?? 1),
  storedAt: c.storedAt ? iso(c.storedAt) : null,
  kept: c.kept ? list<Closure['kept']>(c.kept) : null,
})

/** What a job that came as a file brought of another shop: it is this job's alone. */
export type Brought = Pick<Snapshot, 'engine' | 'sheets' | 'people' | 'gauges' | 'pullers' | 'shims' | 'liners'>
export const broughtOf = (job: Row): Brought | null => (job.brought ? list<Brought>(job.brought) : null)

/** The snapshot of a job from elsewhere: what it brought comes before what this shop has, but for parts, of which our own shelf knows best. */
function withBrought(own: Snapshot, brought: Brought | null): Snapshot {
  if (!brought) return own
  const all = {
    ...own,
    engine: brought.engine,
    sheets: ownFirst(brought.sheets, own.sheets),
    people: ownFirst(brought.people, own.people),
    gauges: ownFirst(brought.gauges, own.gauges),
    pullers: ownFirst(brought.pullers, own.pullers),
    shims: ownFirst(own.shims, brought.shims),
    liners: ownFirst(own.liners, brought.liners),
  }
  const ours = new Set([...own.shims, ...own.liners].map((p) => p.id))
  const lie = lieParts(all)
  const where = <T extends { id: string }>(now: readonly T[], lying: readonly T[]) =>
    now.map((p, i) => (ours.has(p.id) ? p : lying[i]!))
  return { ...all, shims: where(all.shims, lie.shims), liners: where(all.liners, lie.liners) }
}

interface Settings {
  name: string
  rule: RuleName
  tooling: Tooling
  renewalCosts: RenewalCosts
  crew: Crew
}

export async function readSettings(store: Store, transaction?: Transaction): Promise<Settings> {
  const [[settings], leaves] = await Promise.all([
    rows(store, 'settings', {}, transaction),
    rows(store, 'leaves', {}, transaction),
  ])
  const s = settings as Row
  return {
    name: str(s.shopName),
    rule: s.rule as RuleName,
    renewalCosts: s.renewalCosts === null ? startRenewalCosts : list<RenewalCosts>(s.renewalCosts),
    crew: s.crew === null ? startCrew : list<Crew>(s.crew),
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
  const brought = broughtOf(job)
  const settings = await readSettings(store, transaction)
  const sheets = await readSheets(store, str(job.engineId), transaction)
  const [
    ledges,
    stock,
    gauges,
    people,
    sets,
    readings,
    strikes,
    cuts,
    fits,
    closures,
    placements,
    plans,
    pullers,
    rates,
  ] = await Promise.all([
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
    all('placements'),
    all('plans'),
    all('pullers', {}),
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
  const entries = await readEntries(store, jobId, struck, transaction)
  const order = (r: Row) => ({ id: str(r.id), seq: num(r.seq), ...by(r) })
  const bySeq = (a: { seq: number }, b: { seq: number }) => a.seq - b.seq
  const own: Snapshot = {
    revision,
    job: {
      id: str(job.id),
      number: num(job.number),
      title: str(job.title),
      complaint: str(job.complaint),
      simulated: Boolean(job.simulated),
      createdAt: iso(job.createdAt),
      work: workOf(job),
      complaints: job.complaints === null ? [] : list<Snapshot['job']['complaints']>(job.complaints),
      usage: job.usageValue === null ? null : { value: num(job.usageValue), unit: job.usageUnit as 'hours' },
      wantedBy: (job.wantedBy as string | null) ?? null,
      archived: Boolean(job.archived),
      fromJobId: (job.fromJobId as string | null) ?? null,
    },
    engine: brought?.engine ?? toEngine(engineRow as Row),
    takenIn: job.takenIn ? list<Snapshot['takenIn']>(job.takenIn) : [],
    sheet: ownFirst(brought?.sheets ?? [], sheets).find((s) => s.id === job.sheetId) as Sheet,
    sheets,
    stationsDeg: list<number[]>(job.stationsDeg),
    rule: settings.rule,
    tooling: settings.tooling,
    ledges: ledges.map((l) => ({ cylinder: num(l.cylinder), depthMm: num(l.depthMm), frettingMm: num(l.frettingMm) })),
    shims: stock.shims,
    liners: stock.liners,
    ...entries,
    placements: placements
      .map((p) => ({
        ...order(p),
        cylinder: num(p.cylinder),
        linerId: (p.linerId as string | null) ?? null,
        rotationDeg: num(p.rotationDeg),
      }))
      .sort(bySeq),
    plans: plans
      .map((p) => ({
        ...order(p),
        school: p.school as SchoolName,
        changed: Boolean(p.changed),
        targetMm: num(p.targetMm),
        bores: planBores
          .filter((b) => b.planId === p.id)
          .sort((a, b) => num(a.position) - num(b.position))
          .map((b) => ({
            cylinder: num(b.cylinder),
            linerId: (b.linerId as string | null) ?? null,
            rotationDeg: num(b.rotationDeg),
            cutMm: num(b.cutMm),
            shimMm: num(b.shimMm),
          })),
      }))
      .sort(bySeq),
    rates,
    pullers: pullers.map(toPuller).sort((a, b) => a.name.localeCompare(b.name)),
    renewalCosts: settings.renewalCosts,
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
          closed: closing
            ? { ...by(closing), zeroMm: numOrNull(closing.zeroMm), zeroMoved: Boolean(closing.zeroMoved) }
            : null,
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
    closures: closures.map(toClosure).sort(bySeq),
  }
  return asSigned(withBrought(own, brought))
}
