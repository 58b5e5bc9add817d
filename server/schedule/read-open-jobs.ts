import type { Closure } from '#core/job/snapshot'
import { allKinds, withEntries, type Groups, type HasEntries, type Sections } from '#core/works/kinds'
import type { EntryCollection } from '#core/works/stage-table'
import { collectionTables } from '../store/entries'
import { broughtOf, toClosure, workOf } from '../store/read'
import { tables, type Row, type TableName } from '../store/models'
import { grouped, iso, list, num, numOrNull, rows, select, str } from '../store/read-values'
import type { Store } from '../store/store'
import type { PlannedJob } from './lay-schedule'

/** Every collection of entries that the hours of a stage are counted from, as one query: when, where, and by which mark. */
const entriesSql = [
  ...(Object.entries(collectionTables) as [EntryCollection, TableName][])
    .filter(([collection]) => collection !== 'times')
    .map(([collection, table]) => {
      const cylinder = 'cylinder' in tables[table] ? 'cylinder' : 'NULL'
      return `SELECT jobId, '${collection}' AS what, id, at, ${cylinder} AS cylinder, NULL AS place FROM ${table} WHERE jobId IN (:jobIds)`
    }),
  `SELECT jobId, what, id, at, JSON_VALUE(body, '$.cylinder'), place FROM jobEntries WHERE jobId IN (:jobIds)`,
].join(' UNION ALL ')

/**
 * When readings were taken: of each set and minute the first and the last. Hours are made of the
 * pauses between, and a flood of readings is no more work than a few.
 */
async function readingMoments(store: Store, jobIds: unknown[]): Promise<Row[]> {
  if (jobIds.length === 0) return []
  return select(
    store,
    'SELECT jobId, setId, MIN(at) AS first, MAX(at) AS last FROM readings WHERE jobId IN (:jobIds) GROUP BY jobId, setId, FLOOR(UNIX_TIMESTAMP(at) / 60)',
    { jobIds },
  )
}

type ByJob = ReturnType<typeof grouped>

/** The entries of a job as far as hours are counted from them. */
function entriesFrom(found: readonly Row[], struck: ReadonlySet<unknown>): HasEntries {
  const entry = (r: Row) => ({
    at: iso(r.at),
    cylinder: numOrNull(r.cylinder),
    place: (r.place as string | null) ?? null,
    struck: struck.has(r.id) ? {} : null,
  })
  const top = Object.fromEntries(
    Object.keys(collectionTables).map((name) => [name, found.filter((r) => r.what === name).map(entry)]),
  )
  const common = allKinds
    .filter((k) => k.grouped)
    .reduce((job, { what }) => withEntries(job, what, () => found.filter((r) => r.what === what).map(entry) as never), {
      works: {} as Groups,
    })
  return { ...top, ...common }
}

/** Every job that is neither signed nor laid aside, with what its hours are counted from: a fixed number of queries, however many jobs. */
export async function readOpenJobs(store: Store): Promise<PlannedJob[]> {
  const open = await select(
    store,
    'SELECT j.* FROM jobCards c JOIN jobs j ON j.id = c.jobId WHERE c.archived = 0 AND c.signed = 0 ORDER BY c.number',
  )
  if (open.length === 0) return []
  const where = { jobId: open.map((j) => j.id) }
  const jobIds = where.jobId
  const [engines, sheets, sets, readings, times, strikes, closures, entries] = await Promise.all([
    rows(store, 'engines', { id: [...new Set(open.map((j) => j.engineId))] }),
    select(store, 'SELECT id, sections FROM sheets WHERE sections IS NOT NULL'),
    select(
      store,
      'SELECT s.id, s.jobId, s.stage, s.cylinder, s.place, s.at, z.at AS closedAt FROM readingSets s LEFT JOIN setClosings z ON z.setId = s.id WHERE s.jobId IN (:jobIds)',
      { jobIds },
    ),
    readingMoments(store, jobIds),
    rows(store, 'bookedTimes', where),
    select(store, 'SELECT targetId FROM strikes WHERE jobId IN (:jobIds)', { jobIds }),
    select(store, 'SELECT jobId, seq, personId, at, stage, closes, ended FROM closures WHERE jobId IN (:jobIds)', {
      jobIds,
    }),
    select(store, entriesSql, { jobIds }),
  ])
  const struck = new Set(strikes.map((s) => s.targetId))
  const engineOf = new Map(engines.map((e) => [e.id, e]))
  const sectionsOf = new Map(sheets.map((s) => [s.id, list<Sections>(s.sections)]))
  const [ownSets, ownReadings, ownTimes, ownClosures, ownEntries] = [sets, readings, times, closures, entries].map(
    (found) => grouped(found, 'jobId'),
  ) as [ByJob, ByJob, ByJob, ByJob, ByJob]
  return open.map((j): PlannedJob => {
    const brought = broughtOf(j)
    return {
      ...entriesFrom(ownEntries(j.id), struck),
      job: { id: str(j.id), title: str(j.title), wantedBy: (j.wantedBy as string | null) ?? null, work: workOf(j) },
      engine: { heads: brought?.engine.heads ?? list<number[][]>(engineOf.get(j.engineId)!.heads) },
      sheet: {
        sections: brought?.sheets.find((s) => s.id === j.sheetId)?.sections ?? sectionsOf.get(j.sheetId) ?? {},
      },
      sets: ownSets(j.id).map((s) => ({
        id: str(s.id),
        stage: s.stage as Closure['stage'],
        cylinder: numOrNull(s.cylinder),
        place: (s.place as string | null) ?? null,
        at: iso(s.at),
        closed: s.closedAt ? { at: iso(s.closedAt) } : null,
      })),
      readings: ownReadings(j.id).flatMap((r) => [r.first, r.last].map((at) => ({ setId: str(r.setId), at: iso(at) }))),
      closures: ownClosures(j.id).map(toClosure),
      times: ownTimes(j.id).map((t) => ({
        stage: t.stage as Closure['stage'],
        kind: t.kind as 'used',
        hours: num(t.hours),
        seq: num(t.seq),
        struck: struck.has(t.id) ? { personId: '', at: iso(t.at), reason: '' } : null,
      })),
    }
  })
}
