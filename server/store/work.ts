import type { Transaction } from 'sequelize'
import { isClosed } from '#core/job/route'
import { signedIn } from '#core/job/signature'
import type { Snapshot } from '#core/job/snapshot'
import { worksOf, type StageName } from '#core/job/stages'
import { placesOf } from '#core/works/kinds'
import { stageLine } from '#core/works/stage-table'
import type { Command, RefusalCode } from '#contract/commands'
import type { Row, TableName } from './models'
import { select } from './read-values'
import type { Store } from './store'

/** Noted of a command whose device's clock could not be right: `madeAt` is what that said. */
export const REDATED = 'dated-by-arrival'

/** A command that will not be carried out, with what a person needs to know of it. */
export class Refusal extends Error {
  constructor(
    readonly code: RefusalCode,
    readonly details: string[] = [],
  ) {
    super(code)
    this.name = 'Refusal'
  }
}

/** What a handler works with: the store, its transaction and the command's place in the order of acts. */
export interface Work {
  store: Store
  transaction: Transaction
  command: Command
  seq: number
}

/** Writes one row. */
export async function insert(work: Work, table: TableName, row: Row): Promise<void> {
  await work.store.models[table].create(row, { transaction: work.transaction, returning: false })
}

/** Who, when and its place, as every row of an act carries it. */
export const stamp = (work: Work) => ({ personId: work.command.personId, at: new Date(work.command.at), seq: work.seq })

/** Who was at a job last, and when, by this act. */
export const lastOf = (work: Work) => ({ lastAt: new Date(work.command.at), lastPersonId: work.command.personId })

/** The newest closure of a stage decides whether it is closed; a signed job is closed altogether. `j` is the job. */
export const closedSql = (stage: string) =>
  [stage, `'record'`]
    .map(
      (s) =>
        `COALESCE((SELECT c.closes FROM closures c WHERE c.jobId = j.id AND c.stage = ${s} ORDER BY c.seq DESC LIMIT 1), 0)`,
    )
    .join(' OR ')

/** The first row that a query brings. */
export async function one(work: Work, sql: string, replacements: Row): Promise<Row | undefined> {
  return (await select(work.store, sql, replacements, work.transaction))[0]
}

/** Strikes an entry out, unless it is under a signature that stands: that stage is opened first. */
export async function strike(
  work: Work,
  snapshot: Snapshot,
  snapshotRows: readonly { id: string; struck?: unknown }[],
  targetId: string,
  reason: string,
): Promise<void> {
  const target = snapshotRows.find((r) => r.id === targetId)
  if (!target) throw new Refusal('too-early')
  if (target.struck) throw new Refusal('already-struck')
  const sealed = signedIn(snapshot, targetId)
  if (sealed) throw new Refusal('stage-closed', [sealed])
  await insert(work, 'strikes', { targetId, jobId: work.command.jobId, reason, ...stamp(work) })
}

/** Nothing is added to a closed stage. */
export function refuseClosed(snapshot: Snapshot, stage: StageName): void {
  if (isClosed(snapshot, stage)) throw new Refusal('stage-closed', [stage])
}

/** Nothing happens at a cylinder that the engine does not have. */
export function refuseUnknownCylinder(snapshot: Snapshot, cylinder: number): void {
  if (!snapshot.engine.heads.flat().includes(cylinder)) throw new Refusal('unknown-cylinder', [String(cylinder)])
}

/** Nothing happens at a place that the work of the stage does not have on this unit. */
export function refuseUnknownPlace(snapshot: Snapshot, stage: StageName, place: string): void {
  // A bolt is of the record, and of whatever place of the job it holds.
  const works = stage === 'record' ? worksOf(snapshot.job.work) : [stageLine[stage].work]
  const places = works.flatMap((work) => placesOf(work, snapshot.engine, snapshot.sheet.sections))
  if (!places.some((p) => p.place === place)) throw new Refusal('unknown-place', [place])
}
