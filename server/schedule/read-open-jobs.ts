import { isClosed } from '#core/job/route'
import type { Closure } from '#core/job/snapshot'
import { bareClosuresSql, broughtOf, toClosure, workOf } from '../store/read'
import type { Row, TableName } from '../store/models'
import { iso, list, num, rows, select, str } from '../store/read-values'
import type { Store } from '../store/store'
import type { PlannedJob } from './lay-schedule'

/** Tables of which only the moments count, and where they stand in a job. */
const moments = {
  tally: 'tallyMarks',
  findings: 'findings',
  photos: 'photos',
  decisions: 'decisions',
  wearMarks: 'wearMarks',
  plans: 'plans',
  cuts: 'cuts',
  shimFits: 'shimFits',
  sealFits: 'sealFits',
} as const satisfies Record<string, TableName>

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

/** Rows by the job they belong to. */
function byJob(found: readonly Row[]): (jobId: unknown) => Row[] {
  const groups = new Map<unknown, Row[]>()
  for (const r of found) {
    const group = groups.get(r.jobId)
    if (group) group.push(r)
    else groups.set(r.jobId, [r])
  }
  return (jobId) => groups.get(jobId) ?? []
}

/** Every job that is neither signed nor laid aside, with what its hours are counted from: one query a table, however many jobs. */
export async function readOpenJobs(store: Store): Promise<PlannedJob[]> {
  const [jobs, closures] = await Promise.all([rows(store, 'jobs', { archived: false }), select(store, bareClosuresSql)])
  const closed = byJob(closures)
  const open = jobs
    .filter((j) => !isClosed({ closures: closed(j.id).map(toClosure) }, 'record'))
    .sort((a, b) => num(a.number) - num(b.number))
  const where = { jobId: open.map((j) => j.id) }
  const of = (table: TableName) => rows(store, table, where)
  const names = Object.keys(moments) as (keyof typeof moments)[]
  const [engines, sets, readings, pulls, presses, grades, times, strikes, ...rest] = await Promise.all([
    rows(store, 'engines', { id: open.map((j) => j.engineId) }),
    of('readingSets'),
    readingMoments(store, where.jobId),
    of('pullLogs'),
    of('pressLogs'),
    of('grades'),
    of('bookedTimes'),
    of('strikes'),
    ...names.map((n) => of(moments[n])),
  ])
  const closings = new Map(
    (await rows(store, 'setClosings', { setId: sets.map((s) => s.id) })).map((c) => [c.setId, c]),
  )
  const struck = new Set(strikes.map((s) => s.targetId))
  const engineOf = new Map(engines.map((e) => [e.id, e]))
  const own = {
    sets: byJob(sets),
    readings: byJob(readings),
    pulls: byJob(pulls),
    presses: byJob(presses),
    grades: byJob(grades),
    times: byJob(times),
  }
  const moment = names.map((name, i) => ({ name, of: byJob(rest[i]!) }))
  const withStrike = (r: Row) => ({ at: iso(r.at), cylinder: num(r.cylinder), struck: struck.has(r.id) ? {} : null })
  return open.map((j): PlannedJob => ({
    job: { id: str(j.id), title: str(j.title), wantedBy: (j.wantedBy as string | null) ?? null, work: workOf(j) },
    engine: { heads: broughtOf(j)?.engine.heads ?? list<number[][]>(engineOf.get(j.engineId)!.heads) },
    sets: own.sets(j.id).map((s) => {
      const closing = closings.get(s.id)
      return {
        id: str(s.id),
        stage: s.stage as Closure['stage'],
        cylinder: num(s.cylinder),
        at: iso(s.at),
        closed: closing ? { at: iso(closing.at) } : null,
      }
    }),
    readings: own.readings(j.id).flatMap((r) => [r.first, r.last].map((at) => ({ setId: str(r.setId), at: iso(at) }))),
    closures: closed(j.id).map(toClosure),
    pulls: own.pulls(j.id).map(withStrike),
    presses: own.presses(j.id).map(withStrike),
    grades: own.grades(j.id).map(withStrike),
    times: own
      .times(j.id)
      .map((t) => ({
        stage: t.stage as Closure['stage'],
        kind: t.kind as 'used',
        hours: num(t.hours),
        seq: num(t.seq),
        struck: struck.has(t.id) ? { personId: '', at: iso(t.at), reason: '' } : null,
      })),
    ...(Object.fromEntries(moment.map(({ name, of }) => [name, of(j.id).map((r) => ({ at: iso(r.at) }))])) as Pick<
      PlannedJob,
      keyof typeof moments
    >),
  }))
}
