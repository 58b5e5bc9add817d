import type { Transaction } from 'sequelize'
import { readRoute, routeFacts, type RouteFacts } from '#core/job/route'
import type { Snapshot } from '#core/job/snapshot'
import { stageNames, type StageName } from '#core/job/stages'
import { toClosure, workOf } from './read'
import { list, rows, select } from './read-values'
import type { Row } from './models'
import type { Store } from './store'

/** What lists show of how far a job is, from the same route as the page of the job. */
export function standOf(facts: RouteFacts): {
  begun: StageName[]
  nextStage: StageName | null
  stageAt: number
  signed: boolean
} {
  const next = readRoute(facts).find((r) => r.state === 'next')?.stage ?? null
  return { begun: [...facts.begun], nextStage: next, stageAt: stageAt(next), signed: next === null }
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
    'UPDATE jobCards SET readings = readings + :n, lastAt = :lastAt, lastPersonId = :lastPersonId WHERE jobId = :jobId',
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
