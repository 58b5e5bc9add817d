import type { Transaction } from 'sequelize'
import { endedOf, isClosed, readRoute, routeFacts, type RouteFacts } from '#core/job/route'
import type { Snapshot } from '#core/job/snapshot'
import { stageNames, type StageName } from '#core/job/stages'
import { clocksOf, marksOf } from '#core/works/logic'
import type { Clock } from '#core/works/clock'
import type { CardMarks } from '#core/works/card-marks'
import { readSnapshot, toClosure, workOf } from './read'
import { list, rows, select } from './read-values'
import type { Row } from './models'
import type { Store } from './store'

/** What lists show of how far a job is, from the same route as the page of the job. */
export function standOf(facts: RouteFacts): {
  begun: StageName[]
  nextStage: StageName | null
  stageAt: number
  signed: boolean
  ended: boolean
} {
  const next = readRoute(facts).find((r) => r.state === 'next')?.stage ?? null
  return {
    begun: [...facts.begun],
    nextStage: next,
    stageAt: stageAt(next),
    signed: next === null,
    ended: endedOf(facts) !== null,
  }
}

/** Where a stage comes in the order of the trade; a signed job comes behind all. */
const stageAt = (next: StageName | null) => (next === null ? stageNames.length : stageNames.indexOf(next))

/** Puts the jobs in order again where stages came in between since their cards were written. */
export async function orderCards(store: Store): Promise<void> {
  const field = `FIELD(COALESCE(nextStage, 'signed'), ${[...stageNames, 'signed'].map((s) => `'${s}'`).join(', ')}) - 1`
  await store.sequelize.query(`UPDATE jobCards SET stageAt = ${field} WHERE stageAt <> ${field}`)
}

interface CardText {
  number: number
  title: string
  complaint: string
  engineName: string
  fromShop: string | null
}
/** What a job is found by, in small letters. */
export const searchText = (of: CardText) =>
  [of.number, of.title, of.complaint, of.engineName, of.fromShop ?? ''].join(' ').toLowerCase().slice(0, 800)

/** What lists and the head strip show of a job from afar. */
function glanceOf(snapshot: Snapshot): { marks: CardMarks; clocks: Clock[]; clockAt: Date | null } {
  const clocks = snapshot.job.archived || isClosed(snapshot, 'record') ? [] : clocksOf(snapshot)
  return {
    // Nothing measured is told from readings that came since, which are null until somebody looks.
    marks: marksOf(snapshot) ?? { marks: [], worst: null },
    clocks,
    clockAt: clocks.length > 0 ? new Date(clocks.at(-1)!.dueAt) : null,
  }
}

/** Brings the glance of some jobs in step again, if no more was done in them meanwhile. @returns the marks of each */
export async function refreshMarks(store: Store, jobIds: readonly string[]): Promise<Map<string, CardMarks>> {
  const found = new Map<string, CardMarks>()
  for (const jobId of jobIds) {
    const snapshot = await readSnapshot(store, jobId)
    if (!snapshot) continue
    const glance = glanceOf(snapshot)
    found.set(jobId, glance.marks)
    await store.models.jobCards.update({ ...glance }, { where: { jobId, readings: snapshot.readings.length } })
  }
  return found
}

/** The card of a whole job, but for who was at it last. */
export function cardOf(snapshot: Snapshot): Row {
  const { job, engine, stationsDeg, takenIn, readings } = snapshot
  const { number, title, complaint, work, wantedBy, archived } = job
  const text = { number, title, complaint, engineName: engine.name, fromShop: takenIn.at(-1)?.shop ?? null }
  return {
    jobId: job.id,
    ...text,
    engineId: engine.id,
    cylinders: engine.heads.flat().length,
    work,
    stationsDeg,
    wantedBy,
    archived,
    ...standOf(routeFacts(snapshot)),
    readings: readings.length,
    search: searchText(text),
    ...glanceOf(snapshot),
  }
}

interface Last {
  lastAt: Date
  lastPersonId: string | null
}

/** Brings the card of a job in step with it: after an act that was judged on the whole of it. */
export async function putCard(store: Store, after: Snapshot, last: Last, transaction: Transaction): Promise<void> {
  await store.models.jobCards.upsert({ ...cardOf(after), ...last }, { transaction })
}

/** After readings were taken in a job: they change nothing of how far it is. */
export async function countReadings(
  store: Store,
  jobId: string,
  n: number,
  last: Last,
  transaction: Transaction,
): Promise<void> {
  await store.sequelize.query(
    'UPDATE jobCards SET readings = readings + :n, marks = NULL, lastAt = :lastAt, lastPersonId = :lastPersonId WHERE jobId = :jobId',
    { replacements: { n, jobId, ...last }, transaction },
  )
}

/** After a set was begun in a stage: what was passed by may show only now. */
export async function beginStage(
  store: Store,
  jobId: string,
  stage: StageName,
  last: Last,
  transaction: Transaction,
): Promise<void> {
  const [card] = await rows(store, 'jobCards', { jobId }, transaction)
  if (!card) return
  const begun = new Set(list<StageName[]>(card.begun))
  if (!begun.has(stage)) {
    const closures = await select(store, 'SELECT * FROM closures WHERE jobId = :jobId', { jobId }, transaction)
    Object.assign(last, standOf({ work: workOf(card), closures: closures.map(toClosure), begun: begun.add(stage) }))
  }
  await store.models.jobCards.update({ ...last }, { where: { jobId }, transaction })
}
