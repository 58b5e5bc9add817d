import type { StageName, WorkChoice } from '#core/job/stages'
import type { JobCard, JobList, JobListQuery } from '#contract/shop'
import type { Row } from './models'
import { iso, list, num, select, str } from './read-values'
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
    lastAt: iso(r.lastAt),
    lastPerson: (r.lastPerson as string | null) ?? null,
    readings: num(r.readings),
    archived: Boolean(r.archived),
    wantedBy: (r.wantedBy as string | null) ?? null,
    work: list<WorkChoice[]>(r.work),
    stationsDeg: list<number[]>(r.stationsDeg),
    from: (r.fromShop as string | null) ?? null,
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
  return { jobs: found.map(toCard), total: num(count!.n) }
}

/** The card of one job; null where there is none. */
export async function readCard(store: Store, jobId: string): Promise<JobCard | null> {
  const [found] = await select(store, `${cardsSql} WHERE c.jobId = :jobId`, { jobId })
  return found ? toCard(found) : null
}
