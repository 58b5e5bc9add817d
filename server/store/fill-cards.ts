import type { TakenIn } from '#core/job/snapshot'
import type { StageName } from '#core/job/stages'
import { kindOf, type EntryWhat } from '#core/works/kinds'
import { stageLine, stageNames } from '#core/works/stage-table'
import { collectionTables } from './entries'
import { searchText, standOf } from './job-card'
import { broughtOf, toClosure, toEngine, workOf } from './read'
import { grouped, list, num, rows, select, str } from './read-values'
import type { Row } from './models'
import type { Store } from './store'

const AT_ONCE = 500

/** The stages of some jobs in which something was done, as `begunStages` has it of one. */
const begunSql = [
  'SELECT DISTINCT jobId, stage FROM readingSets WHERE jobId IN (:jobIds)',
  ...stageNames.flatMap((stage) =>
    stageLine[stage].begins.map(
      (collection) => `SELECT DISTINCT jobId, '${stage}' FROM ${collectionTables[collection]} WHERE jobId IN (:jobIds)`,
    ),
  ),
  `SELECT DISTINCT c.jobId, 'cut' FROM cuts c JOIN plans p ON p.jobId = c.jobId WHERE c.jobId IN (:jobIds)`,
  `SELECT DISTINCT t.jobId, 'cut' FROM tallyMarks t JOIN plans p ON p.jobId = t.jobId WHERE t.place = 'bore' AND t.jobId IN (:jobIds)`,
].join(' UNION ')

/** Before anything was done in a job, it was its maker who was at it. */
const makersOf = (store: Store, jobIds: readonly unknown[]) =>
  select(
    store,
    `SELECT JSON_VALUE(body, '$.jobId') AS jobId, madeAt, personId FROM events WHERE what = 'start-job' AND result = 'done' AND JSON_VALUE(body, '$.jobId') IN (:jobIds)`,
    { jobIds },
  )

/** Makes the cards of jobs that have none yet: those of a store that an earlier version filled. @returns how many it made */
export async function fillCards(store: Store): Promise<number> {
  const missing = await select(
    store,
    'SELECT j.id FROM jobs j LEFT JOIN jobCards c ON c.jobId = j.id WHERE c.jobId IS NULL',
  )
  const engines = new Map((await rows(store, 'engines')).map((e) => [e.id, toEngine(e)]))
  for (let i = 0; i < missing.length; i += AT_ONCE) {
    const jobIds = missing.slice(i, i + AT_ONCE).map((r) => r.id)
    const [jobs, closures, begun, entries, counts, last] = await Promise.all([
      rows(store, 'jobs', { id: jobIds }),
      select(store, 'SELECT jobId, seq, personId, at, stage, closes, ended FROM closures WHERE jobId IN (:jobIds)', {
        jobIds,
      }),
      select(store, begunSql, { jobIds }),
      select(store, 'SELECT DISTINCT jobId, what FROM jobEntries WHERE jobId IN (:jobIds)', { jobIds }),
      select(store, 'SELECT jobId, COUNT(*) AS n FROM readings WHERE jobId IN (:jobIds) GROUP BY jobId', { jobIds }),
      select(
        store,
        `SELECT e.jobId, e.madeAt, e.personId FROM events e JOIN (SELECT MAX(seq) AS seq FROM events WHERE result = 'done' AND jobId IN (:jobIds) GROUP BY jobId) m ON m.seq = e.seq`,
        { jobIds },
      ),
    ])
    const untouched = jobIds.filter((id) => !last.some((e) => e.jobId === id))
    const makers = untouched.length > 0 ? await makersOf(store, untouched) : []
    const of = [closures, begun, entries, counts, [...last, ...makers]].map((found) => grouped(found, 'jobId'))
    const cards = jobs.map((j) => {
      const [closed, stages, made, [count], [latest]] = of.map((rowsOf) => rowsOf(j.id)) as [
        Row[],
        Row[],
        Row[],
        Row[],
        Row[],
      ]
      const engine = broughtOf(j)?.engine ?? engines.get(j.engineId)!
      const begunHere = new Set([
        ...stages.map((s) => s.stage as StageName),
        ...made.flatMap((e) => {
          const kind = kindOf[e.what as EntryWhat]
          return kind && !kind.quiet ? kind.stage : []
        }),
      ])
      const text = {
        number: num(j.number),
        title: str(j.title),
        complaint: str(j.complaint),
        engineName: engine.name,
        fromShop: j.takenIn ? (list<TakenIn[]>(j.takenIn).at(-1)?.shop ?? null) : null,
      }
      return {
        jobId: j.id,
        ...text,
        engineId: engine.id,
        cylinders: engine.heads.flat().length,
        work: workOf(j),
        stationsDeg: list(j.stationsDeg),
        wantedBy: j.wantedBy ?? null,
        archived: Boolean(j.archived),
        ...standOf({ work: workOf(j), closures: closed.map(toClosure), begun: begunHere }),
        readings: num(count?.n ?? 0),
        lastAt: latest?.madeAt ?? j.createdAt,
        lastPersonId: latest?.personId ?? null,
        search: searchText(text),
      }
    })
    await store.models.jobCards.bulkCreate(cards, { ignoreDuplicates: true })
  }
  return missing.length
}
