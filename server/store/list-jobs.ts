import type { StageName, WorkChoice } from '#core/job/stages'
import type { CardMarks } from '#core/works/card-marks'
import type { Clock } from '#core/works/clock'
import type { JobCard, JobList, JobListQuery, RunningClock } from '#contract/shop'
import type { Row } from './models'
import { iso, list, num, select, str } from './read-values'
import { refreshMarks } from './job-card'
import { searched } from './searched'
import type { Store } from './store'

const whichSql: Record<JobListQuery['which'], string> = {
  open: 'c.archived = 0 AND c.signed = 0',
  signed: 'c.archived = 0 AND c.signed = 1',
  archived: 'c.archived = 1',
  all: 'c.archived = 0',
}
const sortSql: Record<JobListQuery['sort'], string> = {
  number: 'c.number',
  title: 'c.title',
  engine: 'c.engineName',
  // In the order of the trade, signed ones last.
  stage: 'c.stageAt',
  readings: 'c.readings',
  wanted: `COALESCE(c.wantedBy, '9999-12-31')`,
  last: 'c.lastAt',
}

function toCard(r: Row): JobCard {
  return {
    id: str(r.jobId),
    number: num(r.number),
    title: str(r.title),
    complaint: str(r.complaint),
    engineId: str(r.engineId),
    engineName: str(r.engineName),
    cylinders: num(r.cylinders),
    nextStage: (r.nextStage as StageName | null) ?? null,
    signed: Boolean(r.signed),
    ended: Boolean(r.ended),
    lastAt: iso(r.lastAt),
    lastPerson: (r.lastPerson as string | null) ?? null,
    readings: num(r.readings),
    archived: Boolean(r.archived),
    wantedBy: (r.wantedBy as string | null) ?? null,
    work: list<WorkChoice[]>(r.work),
    stationsDeg: list<number[]>(r.stationsDeg),
    from: (r.fromShop as string | null) ?? null,
    marks: r.marks ? list<CardMarks>(r.marks) : null,
    clocks: r.clocks ? list<Clock[]>(r.clocks) : [],
  }
}

const cardsSql = 'SELECT c.*, p.name AS lastPerson FROM jobCards c LEFT JOIN people p ON p.id = c.lastPersonId'

/** One page of the list of jobs, searched and sorted by the store. */
export async function listJobs(store: Store, query: JobListQuery): Promise<JobList> {
  const { which, search, sort, desc, offset, limit, engineId } = query
  const words = searched(search, ['c.search'])
  const where = [whichSql[which], words.where, ...(engineId ? ['c.engineId = :engineId'] : [])].join(' AND ')
  const values = { ...words.values, engineId, offset, limit }
  const turn = desc ? 'DESC' : 'ASC'
  const order = `${sortSql[sort]} ${turn}, c.number ${turn}`
  const [found, [count]] = await Promise.all([
    // Sorted by themselves first: what a row is sorted by is short, the row is not.
    select(
      store,
      `${cardsSql} JOIN (SELECT c.jobId FROM jobCards c WHERE ${where} ORDER BY ${order} LIMIT :limit OFFSET :offset) k ON k.jobId = c.jobId ORDER BY ${order}`,
      values,
    ),

    select(store, `SELECT COUNT(*) AS n FROM jobCards c WHERE ${where}`, values),
  ])
  return { jobs: await withMarks(store, found.map(toCard)), total: num(count!.n) }
}

/** Jobs that were measured since somebody looked, and are looked at while the list waits. */
const LOOKED_AT = 4
const behind = new WeakSet<Store>()

/** The cards with the marks of those that were measured since: a few at once, the others for the next look. */
async function withMarks(store: Store, cards: JobCard[]): Promise<JobCard[]> {
  const unseen = cards.filter((c) => c.marks === null).map((c) => c.id)
  const seen = await refreshMarks(store, unseen.slice(0, LOOKED_AT))
  const later = unseen.slice(LOOKED_AT)
  if (later.length > 0 && !behind.has(store)) {
    behind.add(store)
    void refreshMarks(store, later)
      // A store that is gone by then keeps them for its next start.
      .catch(() => null)
      .finally(() => behind.delete(store))
  }
  return cards.map((c) => ({ ...c, marks: seen.get(c.id) ?? c.marks }))
}

/** Clocks are shown until so long after their end. */
const PAST_H = 12

/** The clocks that run in the open jobs of the shop, the one that ends first at the head. */
export async function listClocks(store: Store): Promise<RunningClock[]> {
  const found = await select(
    store,
    `SELECT jobId, title, clocks FROM jobCards WHERE clockAt > UTC_TIMESTAMP(3) - INTERVAL ${PAST_H} HOUR AND archived = 0`,
  )
  const all = found.flatMap((r) =>
    list<Clock[]>(r.clocks).map((c) => ({ jobId: str(r.jobId), title: str(r.title), ...c })),
  )
  return all.sort((a, b) => Date.parse(a.dueAt) - Date.parse(b.dueAt))
}

/** The card of one job; null where there is none. */
export async function readCard(store: Store, jobId: string): Promise<JobCard | null> {
  const [found] = await select(store, `${cardsSql} WHERE c.jobId = :jobId`, { jobId })
  return found ? toCard(found) : null
}
