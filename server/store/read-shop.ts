import type { TakenIn } from '#core/job/snapshot'
import { stageLine, stageNames, type StageName } from '#core/works/stage-table'
import { collectionTables } from './entries'
import { readRoute } from '#core/job/route'
import type { EngineCard, JobCard, Shop } from '#contract/shop'
import {
  bareClosuresSql,
  broughtOf,
  readSettings,
  toClosure,
  toEngine,
  toGauge,
  toPerson,
  toPuller,
  toSheet,
  workOf,
} from './read'
import { readRates, readStudies } from './read-stock'
import { iso, list, num, rows, select, str } from './read-values'
import type { Store } from './store'

/** The stages of every job in which something was done, as `begunStages` has it of one. */
const begunSql = [
  'SELECT DISTINCT jobId, stage FROM readingSets',
  ...stageNames.flatMap((stage) =>
    stageLine[stage].begins.map((rows) => `SELECT DISTINCT jobId, '${stage}' FROM ${collectionTables[rows]}`),
  ),
  `SELECT DISTINCT c.jobId, 'cut' FROM cuts c JOIN plans p ON p.jobId = c.jobId`,
  `SELECT DISTINCT t.jobId, 'cut' FROM tallyMarks t JOIN plans p ON p.jobId = t.jobId WHERE t.place = 'bore'`,
].join(' UNION ')

/** The shop: people, gauges and their studies, engines with their sheets, and a card for each job, newest first. */
export async function readShop(store: Store): Promise<Shop> {
  const [
    settings,
    people,
    gauges,
    engines,
    sheets,
    links,
    jobs,
    closures,
    counts,
    begun,
    rates,
    studies,
    pullers,
    last,
  ] = await Promise.all([
    readSettings(store),
    rows(store, 'people'),
    rows(store, 'gauges'),
    rows(store, 'engines'),
    rows(store, 'sheets'),
    rows(store, 'sheetLinks'),
    rows(store, 'jobs'),
    select(store, bareClosuresSql),
    select(store, 'SELECT jobId, COUNT(*) AS n FROM readings GROUP BY jobId'),
    select(store, begunSql),
    readRates(store),
    readStudies(store),
    rows(store, 'pullers'),
    select(
      store,
      `SELECT e.jobId, e.madeAt AS at, p.name FROM events e JOIN (SELECT jobId, MAX(seq) AS seq FROM events WHERE result = 'done' GROUP BY jobId) m
       ON m.seq = e.seq LEFT JOIN people p ON p.id = e.personId`,
    ),
  ])
  const engineCards: EngineCard[] = engines.map((e) => ({
    ...toEngine(e),
    sheets: sheets
      .filter((s) => s.engineId === e.id)
      .map((s) => toSheet(s, links))
      .sort((a, b) => a.version - b.version),
  }))
  const jobCards: JobCard[] = jobs.map((j) => {
    const engine = broughtOf(j)?.engine ?? engineCards.find((e) => e.id === j.engineId)!
    const own = closures.filter((c) => c.jobId === j.id).map(toClosure)
    const work = workOf(j)
    const route = readRoute({
      work,
      closures: own,
      begun: new Set(begun.filter((b) => b.jobId === j.id).map((b) => b.stage as StageName)),
    })
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
      archived: Boolean(j.archived),
      wantedBy: (j.wantedBy as string | null) ?? null,
      work,
      stationsDeg: list<number[]>(j.stationsDeg),
      from: j.takenIn ? (list<TakenIn[]>(j.takenIn).at(-1)?.shop ?? null) : null,
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
    pullers: pullers.map(toPuller).sort(byName),
    renewalCosts: settings.renewalCosts,
    crew: settings.crew,
    jobs: jobCards.sort((a, b) => a.number - b.number),
  }
}
