import type { LeakTable } from '#core/works/leaks/leak-table'
import { bySeq } from '#core/job/order'
import type { Transaction } from 'sequelize'
import { lieParts } from '#core/job/apply'
import { asSigned } from '#core/job/kept'
import { ownFirst } from '#core/job/own-first'
import type {
  Closure,
  Gauge,
  Person,
  RuleName,
  ShopWays,
  SchoolName,
  Sheet,
  Snapshot,
  Tooling,
} from '#core/job/snapshot'
import { plainWork, type WorkChoice } from '#core/job/stages'
import { startRenewalCosts, type Puller, type RenewalCosts } from '#core/works/liners/strip'
import { startCrew, type Crew } from '#contract/commands'
import { entryTables, readEntries } from './entries'
import { REDATED } from './work'
import type { Row } from './models'
import { readStock, toRates } from './read-stock'
import { grouped, iso, list, num, numOrNull, rows, select, str } from './read-values'
import type { Store } from './store'
import { unionRows, type Wanted } from './union-rows'

const by = (r: Row) => ({ personId: str(r.personId), at: iso(r.at) })

export function toGauge(r: Row): Gauge {
  return {
    id: str(r.id),
    name: str(r.name),
    serial: str(r.serial),
    kind: r.kind as Gauge['kind'],
    resolutionMm: num(r.resolutionMm),
    repeatabilityMm: num(r.repeatabilityMm),
    ...(r.otherUncertainty == null ? {} : { otherUncertainty: num(r.otherUncertainty) }),
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
    sections: r.sections ? list<Sheet['sections']>(r.sections) : {},
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

export const toPerson = (r: Row): Person => ({
  id: str(r.id),
  name: str(r.name),
  role: r.role as Person['role'],
  ...(r.earlierNames ? { earlierNames: list<Person['earlierNames']>(r.earlierNames) } : {}),
  ...(r.leftAt ? { leftAt: iso(r.leftAt) } : {}),
})

/** Work of a job as it was chosen; one from before work could be chosen has the plain one. */
export const workOf = (r: Row) => (r.work === null ? plainWork : list<WorkChoice[]>(r.work))

export function toPuller(r: Row): Puller {
  return { id: str(r.id), name: str(r.name), ...list<Omit<Puller, 'id' | 'name'>>(r.spec) }
}

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
  judged: c.judged ? list<Closure['judged']>(c.judged) : null,
  ...(c.ended ? { ended: list<NonNullable<Closure['ended']>>(c.ended) } : {}),
})

/** What a job that came as a file brought of another shop: it is this job's alone. */
export type Brought = Pick<Snapshot, 'engine' | 'sheets' | 'people' | 'gauges' | 'pullers' | 'shims' | 'liners'>
export function broughtOf(job: Row): Brought | null {
  if (!job.brought) return null
  const brought = list<Brought>(job.brought)
  // What an earlier version took in says nothing of other works.
  return { ...brought, sheets: brought.sheets.map((s) => ({ ...s, sections: s.sections ?? {} })) }
}

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

/** Acts that count as done when they arrived; left out where there is none. */
function redatedOf({ redated }: Row): Pick<Snapshot, 'redated'> {
  if (!redated) return {}
  const found = list<[number, string, string][]>(redated)
  // Times in JSON are as the store writes them, in UTC.
  const utc = (text: string) => new Date(`${text.replace(' ', 'T')}Z`).toISOString()
  return { redated: found.map(([seq, madeAt, at]) => ({ seq, deviceAt: utc(madeAt), at: utc(at) })).sort(bySeq) }
}

interface Settings {
  ways: ShopWays
  rule: RuleName
  tooling: Tooling
  renewalCosts: RenewalCosts
  leakTable: LeakTable | null
  crew: Crew
}

function toSettings(s: Row, leaves: Row[]): Settings {
  return {
    ways: {
      name: str(s.shopName),
      address: str(s.shopAddress),
      currency: str(s.currency),
      zeroEvery: num(s.zeroEvery),
    },
    rule: s.rule as RuleName,
    renewalCosts: s.renewalCosts === null ? startRenewalCosts : list<RenewalCosts>(s.renewalCosts),
    leakTable: s.leakTable ? list<LeakTable>(s.leakTable) : null,
    crew: s.crew === null ? startCrew : { ...startCrew, ...list<Crew>(s.crew) },
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

export async function readSettings(store: Store, transaction?: Transaction): Promise<Settings> {
  const { settings, leaves } = await unionRows(store, [['settings'], ['leaves']], {}, transaction)
  return toSettings(settings[0]!, leaves)
}

/** What of the shop goes into every job. */
const shopTables = [['settings'], ['leaves'], ['gauges'], ['people'], ['pullers'], ['rates', 't.id = 1']] as const
const ofJob = 't.jobId = :jobId'
/** Everything of a job but its readings, which are many. */
const jobTables: readonly Wanted[] = [
  ...entryTables.map((table): Wanted => [table, ofJob]),
  ...(['ledges', 'strikes', 'cuts', 'shimFits', 'closures', 'placements', 'plans', 'readingSets'] as const).map(
    (table): Wanted => [table, ofJob],
  ),
  ['setClosings', 't.setId IN (SELECT s.id FROM readingSets s WHERE s.jobId = :jobId)'],
  ['cutLeaves', 't.cutId IN (SELECT c.id FROM cuts c WHERE c.jobId = :jobId)'],
  ['planBores', 't.planId IN (SELECT p.id FROM plans p WHERE p.jobId = :jobId)'],
]

const byPosition = (a: Row, b: Row) => num(a.position) - num(b.position)

/**
 * Everything about one job, as the device and the core take it; null where there is no such job.
 * A fixed, small number of queries, whatever the works.
 */
export async function readSnapshot(store: Store, jobId: string, transaction?: Transaction): Promise<Snapshot | null> {
  const [job] = await rows(store, 'jobs', { id: jobId }, transaction)
  if (!job) return null
  const brought = broughtOf(job)
  const engineId = str(job.engineId)
  const [unit, ofShop, stock, own, readings, [counted]] = await Promise.all([
    unionRows(
      store,
      [
        ['engines', 't.id = :engineId'],
        ['sheets', 't.engineId = :engineId'],
        ['sheetLinks', 't.sheetId IN (SELECT s.id FROM sheets s WHERE s.engineId = :engineId)'],
      ],
      { engineId },
      transaction,
    ),
    unionRows(store, shopTables, {}, transaction),
    readStock(store, engineId, transaction),
    unionRows(store, jobTables, { jobId }, transaction),
    rows(store, 'readings', { jobId }, transaction),
    select(
      store,
      `SELECT COUNT(*) AS n, (SELECT JSON_ARRAYAGG(JSON_ARRAY(seq, madeAt, at)) FROM events
         WHERE jobId = :jobId AND result = 'done' AND details = :redated) AS redated
       FROM events WHERE jobId = :jobId AND result = 'done'`,
      { jobId, redated: JSON.stringify([REDATED]) },
      transaction,
    ),
  ])
  const settings = toSettings(ofShop.settings[0]!, ofShop.leaves)
  const sheets = unit.sheets.map((s) => toSheet(s, unit.sheetLinks)).sort((a, b) => a.version - b.version)
  const { ledges, strikes, cuts, shimFits: fits, closures, placements, plans, readingSets: sets } = own
  const [strikeOf, closingOf, leavesOf, boresOf] = [
    grouped(strikes, 'targetId'),
    grouped(own.setClosings, 'setId'),
    grouped(own.cutLeaves, 'cutId'),
    grouped(own.planBores, 'planId'),
  ]
  const struck = (targetId: unknown) => {
    const [strike] = strikeOf(targetId)
    return strike ? { ...by(strike), reason: str(strike.reason) } : null
  }
  const entries = readEntries(own, struck)
  const order = (r: Row) => ({ id: str(r.id), seq: num(r.seq), ...by(r) })
  const snapshot: Snapshot = {
    revision: num(counted!.n),
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
    engine: brought?.engine ?? toEngine(unit.engines[0]!),
    takenIn: job.takenIn ? list<Snapshot['takenIn']>(job.takenIn) : [],
    sheet: ownFirst(brought?.sheets ?? [], sheets).find((s) => s.id === job.sheetId) as Sheet,
    ...redatedOf(counted!),
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
        ...(p.told ? { told: list<NonNullable<Snapshot['plans'][number]['told']>>(p.told) } : {}),
        bores: boresOf(p.id)
          .sort(byPosition)
          .map((b) => ({
            cylinder: num(b.cylinder),
            linerId: (b.linerId as string | null) ?? null,
            rotationDeg: num(b.rotationDeg),
            cutMm: num(b.cutMm),
            shimMm: num(b.shimMm),
          })),
      }))
      .sort(bySeq),
    rates: toRates(ofShop.rates[0]),
    pullers: ofShop.pullers.map(toPuller).sort((a, b) => a.name.localeCompare(b.name)),
    renewalCosts: settings.renewalCosts,
    shop: settings.ways,
    leakTable: settings.leakTable,
    gauges: ofShop.gauges.map(toGauge),
    people: ofShop.people.map(toPerson),
    sets: sets
      .map((s) => {
        const [closing] = closingOf(s.id)
        return {
          ...order(s),
          cylinder: numOrNull(s.cylinder),
          place: (s.place as string | null) ?? null,
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
          struck: struck(s.id),
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
        leavesMm: leavesOf(c.id)
          .sort(byPosition)
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
  return asSigned(withBrought(snapshot, brought))
}
