import { UniqueConstraintError, type Transaction } from 'sequelize'
import { gateProblems, isClosed, laterClosed } from '#core/job/route'
import { sealOf } from '#core/job/seal'
import type { StageName } from '#core/job/stages'
import { applyAct, uncertaintyByRuleMm, zeroMoved, type SnapshotAct } from '#core/job/apply'
import { gaugeUncertaintyMm } from '#core/measure/uncertainty'
import type { Snapshot } from '#core/job/snapshot'
import { command as commandSchema, isJobAct, type Command, type JobAct, type Outcome, type RefusalCode } from '#contract/commands'
import { tellIssues } from '#core/define'
import { readSnapshot } from './read'
import { rows, select } from './read-values'
import type { Row, TableName } from './models'
import type { Store } from './store'
import { carryOutInShop } from './carry-out-shop'
import { isKnownPerson } from './known-person'
import { carryOutEntry, changeJob, strikeOutEntry } from './carry-out-entry'
import { carryOutRepair, refuseBlindCut, refuseTaken } from './carry-out-repair'

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

export const stamp = (work: Work) => ({ personId: work.command.personId, at: new Date(work.command.at), seq: work.seq })

/** The newest closure of a stage decides whether it is closed; a signed job is closed altogether. `j` is the job. */
export const closedSql = (stage: string) =>
  [stage, `'record'`].map((s) => `COALESCE((SELECT c.closes FROM closures c WHERE c.jobId = j.id AND c.stage = ${s} ORDER BY c.seq DESC LIMIT 1), 0)`).join(' OR ')

async function one(work: Work, sql: string, replacements: Row): Promise<Row | undefined> {
  return (await select(work.store, sql, replacements, work.transaction))[0]
}

interface OpenSet {
  stage: string
  gaugeId: string
}

/** The set a reading belongs to, if readings may still be added to it. The job's row is held against a closing stage. */
async function openSet(work: Work, setId: string): Promise<OpenSet> {
  const found = await one(
    work,
    `SELECT s.jobId, s.stage, s.gaugeId, z.setId IS NOT NULL AS setClosed,
       (${closedSql('s.stage')}) AS stageClosed
     FROM readingSets s JOIN jobs j ON j.id = s.jobId LEFT JOIN setClosings z ON z.setId = s.id
     WHERE s.id = :setId LOCK IN SHARE MODE`,
    { setId },
  )
  if (!found || found.jobId !== work.command.jobId) throw new Refusal('too-early')
  if (Number(found.stageClosed)) throw new Refusal('stage-closed', [String(found.stage)])
  if (Number(found.setClosed)) throw new Refusal('set-closed')
  return { stage: String(found.stage), gaugeId: String(found.gaugeId) }
}

async function doOpenSet(work: Work, act: Extract<JobAct, { what: 'open-set' }>): Promise<void> {
  const job = await one(
    work,
    `SELECT j.sheetId, e.heads, (${closedSql(':stage')}) AS stageClosed, (SELECT rule FROM settings WHERE id = 1) AS rule
     FROM jobs j JOIN engines e ON e.id = j.engineId WHERE j.id = :jobId LOCK IN SHARE MODE`,
    { jobId: work.command.jobId, stage: act.stage },
  )
  if (!job) throw new Refusal('unknown-job')
  if (Number(job.stageClosed)) throw new Refusal('stage-closed', [act.stage])
  const heads = (typeof job.heads === 'string' ? JSON.parse(job.heads) : job.heads) as number[][]
  if (!heads.flat().includes(act.cylinder)) throw new Refusal('unknown-cylinder', [String(act.cylinder)])
  const [gauge] = await rows(work.store, 'gauges', { id: act.gaugeId }, work.transaction)
  if (!gauge) throw new Refusal('unknown-gauge')
  const rule = job.rule as 'guarded' | 'plain'
  await insert(work, 'readingSets', {
    id: act.setId,
    jobId: work.command.jobId,
    cylinder: act.cylinder,
    stage: act.stage,
    gaugeId: act.gaugeId,
    sheetId: job.sheetId,
    uncertaintyMm: uncertaintyByRuleMm(rule, { repeatabilityMm: Number(gauge.repeatabilityMm), resolutionMm: Number(gauge.resolutionMm) }),
    rule,
    zeroOn: act.zeroOn,
    masterMm: act.masterMm ?? null,
    clampNm: act.clampNm ?? null,
    ...stamp(work),
  })
}

async function doTakeReading(work: Work, act: Extract<JobAct, { what: 'take-reading' }>): Promise<void> {
  await openSet(work, act.setId)
  const { what: _, readingId, ...rest } = act
  await insert(work, 'readings', { id: readingId, jobId: work.command.jobId, ...rest, ...stamp(work) })
}

async function doCloseSet(work: Work, act: Extract<JobAct, { what: 'close-set' }>): Promise<void> {
  const set = await openSet(work, act.setId)
  const [gauge] = await rows(work.store, 'gauges', { id: set.gaugeId }, work.transaction)
  const u = gaugeUncertaintyMm(Number(gauge?.repeatabilityMm), Number(gauge?.resolutionMm))
  await insert(work, 'setClosings', { setId: act.setId, zeroMm: act.zeroMm, zeroMoved: zeroMoved(act.zeroMm, u), ...stamp(work) })
}

export async function strike(work: Work, snapshotRows: { id: string; struck: unknown }[], targetId: string, reason: string): Promise<void> {
  const target = snapshotRows.find((r) => r.id === targetId)
  if (!target) throw new Refusal('too-early')
  if (target.struck) throw new Refusal('already-struck')
  await insert(work, 'strikes', { targetId, jobId: work.command.jobId, reason, ...stamp(work) })
}

export function refuseClosed(snapshot: Snapshot, stage: StageName): void {
  if (isClosed(snapshot, stage)) throw new Refusal('stage-closed', [stage])
}

export function refuseUnknownCylinder(snapshot: Snapshot, cylinder: number): void {
  if (!snapshot.engine.heads.flat().includes(cylinder)) throw new Refusal('unknown-cylinder', [String(cylinder)])
}

/** Brings the shelf in line with what is fitted after an act. */
async function layParts(work: Work, before: Snapshot, after: Snapshot): Promise<void> {
  for (const table of ['shims', 'liners'] as const) {
    for (const part of after[table]) {
      const was = before[table].find((s) => s.id === part.id)?.fitted ?? null
      if (was?.jobId === part.fitted?.jobId && was?.cylinder === part.fitted?.cylinder) continue
      await work.store.models[table].update(
        { fittedJobId: part.fitted?.jobId ?? null, fittedCylinder: part.fitted?.cylinder ?? null },
        { where: { id: part.id }, transaction: work.transaction },
      )
    }
  }
}

/** Acts that are judged on the whole job; the job's row is locked while they are. */
async function doOnWholeJob(work: Work, act: JobAct): Promise<void> {
  const jobId = work.command.jobId as string
  const job = await one(work, 'SELECT id FROM jobs WHERE id = :jobId FOR UPDATE', { jobId })
  const snapshot = job && (await readSnapshot(work.store, jobId, work.transaction))
  if (!snapshot) throw new Refusal('unknown-job')
  const after = applyAct(snapshot, act as SnapshotAct, { seq: work.seq, at: work.command.at, personId: work.command.personId as string })
  switch (act.what) {
    case 'strike-reading': {
      const set = snapshot.sets.find((s) => s.id === snapshot.readings.find((r) => r.id === act.readingId)?.setId)
      if (set) refuseClosed(snapshot, set.stage)
      await strike(work, snapshot.readings, act.readingId, act.reason)
      break
    }
    case 'cut-pass': {
      refuseClosed(snapshot, 'trial-fit')
      refuseUnknownCylinder(snapshot, act.cylinder)
      refuseBlindCut(snapshot, act)
      const { packMm, biasMm, unmeasured } = after.cuts.find((c) => c.id === act.cutId)!
      const { leavesMm, cutId, what: _, ...rest } = act
      await insert(work, 'cuts', { id: cutId, jobId, packMm, ...rest, biasMm, unmeasured, ...stamp(work) })
      for (const [position, thicknessMm] of leavesMm.entries()) await insert(work, 'cutLeaves', { cutId, position, thicknessMm })
      break
    }
    case 'strike-cut':
      refuseClosed(snapshot, 'trial-fit')
      await strike(work, snapshot.cuts, act.cutId, act.reason)
      break
    case 'fit-shim': {
      refuseClosed(snapshot, 'trial-fit')
      refuseUnknownCylinder(snapshot, act.cylinder)
      const shim = snapshot.shims.find((s) => s.id === act.shimId)
      if (act.shimId) refuseTaken(shim, jobId, act.cylinder, 'shim-taken')
      const { fitId, what: _, ...rest } = act
      await insert(work, 'shimFits', { id: fitId, jobId, ...rest, thicknessMm: shim?.actualMm ?? 0, ...stamp(work) })
      break
    }
    case 'strike-shim':
      refuseClosed(snapshot, 'trial-fit')
      await strike(work, snapshot.shimFits, act.fitId, act.reason)
      break
    case 'close-stage': {
      refuseClosed(snapshot, act.stage)
      const problems = gateProblems(snapshot, act.stage)
      const hard = problems.filter((p) => !p.soft || act.note === '')
      if (hard.length > 0) throw new Refusal('gate', hard.map((p) => `${p.code}:${p.cylinders.join(',')}`))
      await insert(work, 'closures', { jobId, stage: act.stage, closes: true, note: act.note, hash: sealOf(snapshot, act.stage, work.seq), sealVersion: 2, ...stamp(work) })
      break
    }
    case 'reopen-stage':
      if (laterClosed(snapshot, act.stage).length > 0) throw new Refusal('gate', laterClosed(snapshot, act.stage).map((s) => `later-closed:${s}`))
      await insert(work, 'closures', { jobId, stage: act.stage, closes: false, note: act.note, hash: sealOf(snapshot, act.stage, work.seq), sealVersion: 2, ...stamp(work) })
      break
    case 'strike-wear':
    case 'place-liner':
    case 'take-plan':
      await carryOutRepair(work, snapshot, act)
      break
    case 'strike-entry':
      await strikeOutEntry(work, snapshot, act)
      break
    case 'change-job':
    case 'archive-job':
      await changeJob(work, snapshot, act)
      break
    case 'open-set':
    case 'take-reading':
    case 'close-set':
      break
    default:
      await carryOutEntry(work, snapshot, act)
      break
    case 'adopt-sheet':
      if (!snapshot.sheets.some((s) => s.id === act.sheetId)) throw new Refusal('stale-sheet')
      refuseClosed(snapshot, 'record')
      await work.store.models.jobs.update({ sheetId: act.sheetId }, { where: { id: jobId }, transaction: work.transaction })
      break
  }
  await layParts(work, snapshot, after)
}

async function doInJob(work: Work, act: JobAct): Promise<void> {
  if (!work.command.jobId) throw new Refusal('unknown-job')
  if (!work.command.personId) throw new Refusal('nobody-named')
  if (!(await isKnownPerson(work.store, work.command.personId, work.transaction))) throw new Refusal('unknown-person')
  if (act.what === 'open-set') return doOpenSet(work, act)
  if (act.what === 'take-reading') return doTakeReading(work, act)
  if (act.what === 'close-set') return doCloseSet(work, act)
  return doOnWholeJob(work, act)
}

async function record(store: Store, command: Command, refusal: Refusal | null, transaction?: Transaction): Promise<number> {
  const row = await store.models.events.create(
    {
      commandId: command.commandId,
      jobId: command.jobId,
      deviceId: command.deviceId,
      personId: command.personId,
      what: command.act.what,
      body: command.act,
      madeAt: new Date(command.at),
      at: new Date(),
      result: refusal ? 'refused' : 'done',
      code: refusal?.code ?? null,
      details: refusal?.details ?? [],
    },
    transaction ? { transaction } : {},
  )
  return Number(row.get('seq'))
}

/** What became of a command that had arrived before. */
async function earlierOutcome(store: Store, commandId: string): Promise<Outcome | null> {
  const [event] = await rows(store, 'events', { commandId })
  if (!event) return null
  if (event.result === 'done') return { commandId, result: 'done', again: true }
  const details = typeof event.details === 'string' ? JSON.parse(event.details) : event.details
  return { commandId, result: 'refused', code: event.code as RefusalCode, details: details as string[] }
}

/** A command as it must be, or null. */
export function parseCommand(raw: unknown): Command | null {
  return commandSchema.safeParse(raw).data ?? null
}

/**
 * Carries out one command, once: its mark in the event log and its effect are one
 * transaction, so a command is stored whole or not at all, and a second arrival
 * answers what became of the first.
 *
 * @param raw what a device sent; nothing about it is trusted
 * @returns what became of it
 * @throws what the driver says where the database is away: the device keeps the command
 */
export async function carryOut(store: Store, raw: unknown): Promise<Outcome> {
  const parsed = commandSchema.safeParse(raw, { reportInput: true })
  if (!parsed.success) {
    const commandId = String((raw as { commandId?: unknown } | null)?.commandId ?? '')
    return { commandId, result: 'refused', code: 'bad-command', details: tellIssues(parsed.error).map((i) => `${i.path} ${i.message}`) }
  }
  const command = parsed.data
  try {
    await store.sequelize.transaction(async (transaction) => {
      const seq = await record(store, command, null, transaction)
      const work: Work = { store, transaction, command, seq }
      const { act } = command
      await (isJobAct(act) ? doInJob(work, act) : carryOutInShop(work, act))
    })
    return { commandId: command.commandId, result: 'done', again: false }
  } catch (error) {
    if (error instanceof UniqueConstraintError) {
      const earlier = await earlierOutcome(store, command.commandId)
      return earlier ?? refuse(store, command, new Refusal('id-taken'))
    }
    if (!(error instanceof Refusal)) throw error
    return refuse(store, command, error)
  }
}

/** A refused command is kept too, so that nothing typed is lost; one that came too early is simply sent again. */
async function refuse(store: Store, command: Command, refusal: Refusal): Promise<Outcome> {
  if (refusal.code !== 'too-early') {
    await record(store, command, refusal).catch((error: unknown) => {
      if (!(error instanceof UniqueConstraintError)) throw error
    })
  }
  return { commandId: command.commandId, result: 'refused', code: refusal.code, details: refusal.details }
}
