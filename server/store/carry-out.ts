import { DatabaseError, UniqueConstraintError, type Transaction } from 'sequelize'
import { laterClosed } from '#core/job/route'
import { gateProblems } from '#core/works/logic'
import { keptOf } from '#core/job/kept'
import { orderedJson, SIGNATURE_VERSION, signatureHash } from '#core/job/signature'
import type { StageName } from '#core/job/stages'
import { applyAct, uncertaintyByRuleMm, zeroMoved, type SnapshotAct } from '#core/job/apply'
import { gaugeUncertaintyMm } from '#core/measure/uncertainty'
import type { Closure, Snapshot } from '#core/job/snapshot'
import {
  command as commandSchema,
  isJobAct,
  type Command,
  type JobAct,
  type Outcome,
  type RefusalCode,
} from '#contract/commands'
import { rounded } from '#contract/sensible'
import { readSnapshot } from './read'
import { parseCommand } from './parse-command'
import { gaveWay, holdJob, holdShop, inTransaction } from './holding'
import { roomForShim } from '#core/works/liners/rings'
import { list, rows } from './read-values'
import type { Row } from './models'
import { isDatabaseAway, type Store } from './store'
import {
  closedSql,
  insert,
  lastOf,
  one,
  Refusal,
  refuseClosed,
  refuseUnknownCylinder,
  refuseUnknownPlace,
  stamp,
  strike,
  type Work,
} from './work'
import { beginStage, countReadings, putCard } from './job-card'
import { carryOutInShop } from './carry-out-shop'
import { isKnownPerson } from './known-person'
import { carryOutEntry, changeJob, strikeOutEntry } from './carry-out-entry'
import { carryOutRepair, refuseBlindCut, refuseTaken } from './carry-out-repair'

interface OpenSet {
  stage: string
  gaugeId: string
}

/** The set a reading belongs to, if readings may still be added to it. */
async function openSet(work: Work, setId: string): Promise<OpenSet> {
  const found = await one(
    work,
    `SELECT s.jobId, s.stage, s.gaugeId, z.setId IS NOT NULL AS setClosed,
       (${closedSql('s.stage')}) AS stageClosed
     FROM readingSets s JOIN jobs j ON j.id = s.jobId LEFT JOIN setClosings z ON z.setId = s.id
     WHERE s.id = :setId`,
    { setId },
  )
  if (!found || found.jobId !== work.command.jobId) throw new Refusal('too-early')
  if (Number(found.stageClosed)) throw new Refusal('stage-closed', [String(found.stage)])
  if (Number(found.setClosed)) throw new Refusal('set-closed')
  return { stage: String(found.stage), gaugeId: String(found.gaugeId) }
}

/** A set is read at a cylinder of the engine, or at a place that the stage's work has on this unit. */
async function refuseUnknownSpot(
  work: Work,
  { cylinder, place = null, stage }: Extract<JobAct, { what: 'open-set' }>,
  cylinders: readonly number[],
): Promise<void> {
  if ((cylinder === null) === (place === null)) throw new Refusal('bad-command', ['cylinder'])
  if (cylinder !== null) {
    if (!cylinders.includes(cylinder)) throw new Refusal('unknown-cylinder', [String(cylinder)])
    return
  }
  const snapshot = await readSnapshot(work.store, work.command.jobId as string, work.transaction)
  if (snapshot) refuseUnknownPlace(snapshot, stage, place!)
}

async function doOpenSet(work: Work, act: Extract<JobAct, { what: 'open-set' }>): Promise<void> {
  const job = await one(
    work,
    `SELECT j.sheetId, e.heads, JSON_QUERY(j.brought, '$.engine.heads') AS broughtHeads, (${closedSql(':stage')}) AS stageClosed, (SELECT rule FROM settings WHERE id = 1) AS rule
     FROM jobs j LEFT JOIN engines e ON e.id = j.engineId WHERE j.id = :jobId`,
    { jobId: work.command.jobId, stage: act.stage },
  )
  if (!job) throw new Refusal('unknown-job')
  if (Number(job.stageClosed)) throw new Refusal('stage-closed', [act.stage])
  await refuseUnknownSpot(work, act, list<number[][]>(job.broughtHeads ?? job.heads).flat())
  const [gauge] = await rows(work.store, 'gauges', { id: act.gaugeId }, work.transaction)
  if (!gauge) throw new Refusal('unknown-gauge')
  const rule = job.rule as 'guarded' | 'plain'
  await insert(work, 'readingSets', {
    id: act.setId,
    jobId: work.command.jobId,
    cylinder: act.cylinder,
    place: act.place ?? null,
    stage: act.stage,
    gaugeId: act.gaugeId,
    sheetId: job.sheetId,
    uncertaintyMm: uncertaintyByRuleMm(rule, {
      repeatabilityMm: Number(gauge.repeatabilityMm),
      resolutionMm: Number(gauge.resolutionMm),
    }),
    rule,
    zeroOn: act.zeroOn,
    masterMm: act.masterMm ?? null,
    clampNm: act.clampNm ?? null,
    ...stamp(work),
  })
  await beginStage(work.store, work.command.jobId as string, act.stage, lastOf(work), work.transaction)
}

async function doTakeReading(work: Work, act: Extract<JobAct, { what: 'take-reading' }>): Promise<void> {
  await openSet(work, act.setId)
  const { what: _, readingId, ...rest } = act
  await insert(work, 'readings', { id: readingId, jobId: work.command.jobId, ...rest, ...stamp(work) })
  await countReadings(work.store, work.command.jobId as string, 1, lastOf(work), work.transaction)
}

/** Restates readings of a set under the name of who says that they are theirs; as they were first named they stay, struck out. */
async function doHandOver(work: Work, act: Extract<JobAct, { what: 'hand-over' }>): Promise<void> {
  const jobId = work.command.jobId as string
  await openSet(work, act.setId).catch((why: unknown) => {
    // Whose readings they are can be said also when their set is ended.
    if (!(why instanceof Refusal && why.code === 'set-closed')) throw why
  })
  for (const { readingId, newId } of act.readings) {
    const reading = await one(
      work,
      `SELECT r.*, s.targetId IS NOT NULL AS isStruck FROM readings r LEFT JOIN strikes s ON s.targetId = r.id
       WHERE r.id = :readingId AND r.setId = :setId`,
      { readingId, setId: act.setId },
    )
    if (!reading) throw new Refusal('too-early')
    if (Number(reading.isStruck)) throw new Refusal('already-struck')
    const { angleDeg, valueMm, source } = reading
    await insert(work, 'strikes', { targetId: readingId, jobId, reason: 'handed-over', ...stamp(work) })
    await insert(work, 'readings', { id: newId, jobId, setId: act.setId, angleDeg, valueMm, source, ...stamp(work) })
  }
  await countReadings(work.store, jobId, 0, lastOf(work), work.transaction)
}

/** Ends the sets on one zero; what another hand ended in the meantime stays as it ended. */
async function doCloseSets(work: Work, setIds: readonly string[], zeroMm: number | null): Promise<void> {
  let ended = 0
  for (const setId of new Set(setIds)) {
    const set = await openSet(work, setId).catch((why: unknown) => {
      if (why instanceof Refusal && why.code === 'set-closed') return null
      throw why
    })
    if (!set) continue
    const [gauge] = await rows(work.store, 'gauges', { id: set.gaugeId }, work.transaction)
    const u = gaugeUncertaintyMm(Number(gauge?.repeatabilityMm), Number(gauge?.resolutionMm))
    await insert(work, 'setClosings', { setId, zeroMm, zeroMoved: zeroMoved(zeroMm, u), ...stamp(work) })
    ended++
  }
  if (ended === 0) throw new Refusal('set-closed')
  await countReadings(work.store, work.command.jobId as string, 0, lastOf(work), work.transaction)
}

/** Opens sets again whose zero is taken back; the log keeps that it was taken. */
async function doReopenSets(work: Work, setIds: readonly string[]): Promise<void> {
  for (const setId of new Set(setIds)) {
    await openSet(work, setId).catch((why: unknown) => {
      if (!(why instanceof Refusal && why.code === 'set-closed')) throw why
    })
    await work.store.models.setClosings.destroy({ where: { setId }, transaction: work.transaction })
  }
  await countReadings(work.store, work.command.jobId as string, 0, lastOf(work), work.transaction)
}

/**
 * Brings the shelf in line with what is fitted after an act. The part's own row decides: one that
 * another job took in the meantime is refused, and what is taken out here is let go only if it
 * still lies here.
 */
async function layParts(work: Work, before: Snapshot, after: Snapshot): Promise<void> {
  const jobId = before.job.id
  for (const table of ['liners', 'shims'] as const) {
    const moved = after[table].filter((part) => {
      const was = before[table].find((s) => s.id === part.id)?.fitted ?? null
      return was?.jobId !== part.fitted?.jobId || was?.cylinder !== part.fitted?.cylinder
    })
    for (const part of moved.sort((a, b) => a.id.localeCompare(b.id))) {
      const row = await one(work, `SELECT fittedJobId FROM ${table} WHERE id = :id FOR UPDATE`, { id: part.id })
      // A part that came with a job from another shop lies on no shelf of this one.
      if (!row) continue
      const elsewhere = row.fittedJobId !== null && row.fittedJobId !== jobId
      if (elsewhere && part.fitted) throw new Refusal(table === 'shims' ? 'shim-taken' : 'liner-taken', [part.label])
      if (elsewhere) continue
      await work.store.models[table].update(
        { fittedJobId: part.fitted?.jobId ?? null, fittedCylinder: part.fitted?.cylinder ?? null },
        { where: { id: part.id }, transaction: work.transaction },
      )
    }
  }
}

/** Closes a stage or opens it again: what is here now goes under the signature, and with a signature what surrounds the job. */
async function insertClosure(
  work: Work,
  snapshot: Snapshot,
  act: { stage: StageName; note: string },
  closes: boolean,
): Promise<void> {
  const { personId, at, seq } = stamp(work)
  const storedAt = new Date()
  const closure: Closure = {
    seq,
    personId: personId as string,
    at: at.toISOString(),
    stage: act.stage,
    closes,
    note: act.note,
    hash: '',
    sealVersion: SIGNATURE_VERSION,
    storedAt: storedAt.toISOString(),
    kept: closes && act.stage === 'record' ? keptOf(snapshot) : null,
  }
  const round = snapshot.closures.filter((c) => c.stage === act.stage).length
  await insert(work, 'closures', {
    ...closure,
    jobId: snapshot.job.id,
    hash: signatureHash(snapshot, closure),
    round,
    storedAt,
    at,
  })
}

/** Acts that are judged on the whole job, as it stands. */
async function doOnWholeJob(work: Work, act: JobAct): Promise<void> {
  const jobId = work.command.jobId as string
  const snapshot = await readSnapshot(work.store, jobId, work.transaction)
  if (!snapshot) throw new Refusal('unknown-job')
  const after = applyAct(snapshot, act as SnapshotAct, {
    seq: work.seq,
    at: work.command.at,
    personId: work.command.personId as string,
  })
  switch (act.what) {
    case 'strike-reading': {
      const set = snapshot.sets.find((s) => s.id === snapshot.readings.find((r) => r.id === act.readingId)?.setId)
      if (set) refuseClosed(snapshot, set.stage)
      await strike(work, snapshot, snapshot.readings, act.readingId, act.reason)
      break
    }
    case 'strike-set': {
      const set = snapshot.sets.find((s) => s.id === act.setId)
      if (set) refuseClosed(snapshot, set.stage)
      await strike(work, snapshot, snapshot.sets, act.setId, act.reason)
      break
    }
    case 'cut-pass': {
      refuseClosed(snapshot, 'trial-fit')
      refuseUnknownCylinder(snapshot, act.cylinder)
      refuseBlindCut(snapshot, act)
      const { packMm, biasMm, unmeasured } = after.cuts.find((c) => c.id === act.cutId)!
      const { leavesMm, cutId, what: _, ...rest } = act
      await insert(work, 'cuts', { id: cutId, jobId, packMm, ...rest, biasMm, unmeasured, ...stamp(work) })
      for (const [position, thicknessMm] of leavesMm.entries())
        await insert(work, 'cutLeaves', { cutId, position, thicknessMm })
      break
    }
    case 'strike-cut':
      refuseClosed(snapshot, 'trial-fit')
      await strike(work, snapshot, snapshot.cuts, act.cutId, act.reason)
      break
    case 'fit-shim': {
      refuseClosed(snapshot, 'trial-fit')
      refuseUnknownCylinder(snapshot, act.cylinder)
      const shim = snapshot.shims.find((s) => s.id === act.shimId)
      if (act.shimId) refuseTaken(shim, jobId, act.cylinder, 'shim-taken')
      if (act.shimId && !roomForShim(snapshot, act.cylinder))
        throw new Refusal('too-many-rings', [String(act.cylinder)])
      const { fitId, what: _, ...rest } = act
      await insert(work, 'shimFits', { id: fitId, jobId, ...rest, thicknessMm: shim?.actualMm ?? 0, ...stamp(work) })
      break
    }
    case 'strike-shim':
      refuseClosed(snapshot, 'trial-fit')
      await strike(work, snapshot, snapshot.shimFits, act.fitId, act.reason)
      break
    case 'close-stage': {
      refuseClosed(snapshot, act.stage)
      const problems = gateProblems(snapshot, act.stage)
      const hard = problems.filter((p) => !p.soft || act.note === '')
      if (hard.length > 0)
        throw new Refusal(
          'gate',
          hard.map((p) => `${p.code}:${p.cylinders.join(',')}`),
        )
      await insertClosure(work, snapshot, act, true)
      break
    }
    case 'reopen-stage':
      if (laterClosed(snapshot, act.stage).length > 0)
        throw new Refusal(
          'gate',
          laterClosed(snapshot, act.stage).map((s) => `later-closed:${s}`),
        )
      await insertClosure(work, snapshot, act, false)
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
    case 'hand-over':
    case 'close-set':
    case 'close-sets':
    case 'reopen-sets':
      break
    case 'adopt-sheet':
      if (!snapshot.sheets.some((s) => s.id === act.sheetId)) throw new Refusal('stale-sheet')
      refuseClosed(snapshot, 'record')
      await work.store.models.jobs.update(
        { sheetId: act.sheetId },
        { where: { id: jobId }, transaction: work.transaction },
      )
      break
    default:
      await carryOutEntry(work, snapshot, act)
      break
  }
  await layParts(work, snapshot, after)
  await putCard(work.store, after, lastOf(work), work.transaction)
}

async function doInJob(work: Work, act: JobAct): Promise<void> {
  if (act.what === 'open-set') return doOpenSet(work, act)
  if (act.what === 'take-reading') return doTakeReading(work, act)
  if (act.what === 'hand-over') return doHandOver(work, act)
  if (act.what === 'close-set') return doCloseSets(work, [act.setId], act.zeroMm)
  if (act.what === 'close-sets') return doCloseSets(work, act.setIds, act.zeroMm)
  if (act.what === 'reopen-sets') return doReopenSets(work, act.setIds)
  return doOnWholeJob(work, act)
}

async function record(
  store: Store,
  command: Command,
  refusal: Refusal | null,
  transaction?: Transaction,
): Promise<number> {
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

/** Whether an event is of this very command: the same act, by the same person, in the same job. */
function isOf(event: Row, command: Command): boolean {
  // An act that an earlier version stored is read as this one reads it: it may round otherwise.
  const stored = commandSchema.shape.act.safeParse(rounded(list<unknown>(event.body))).data
  const same = stored === undefined || orderedJson(stored) === orderedJson(JSON.parse(JSON.stringify(command.act)))
  return same && event.jobId === command.jobId && event.personId === command.personId
}

/** What became of a command that had arrived before; null where another one had its id. */
async function earlierOutcome(store: Store, command: Command): Promise<Outcome | null> {
  const { commandId } = command
  const [event] = await rows(store, 'events', { commandId })
  if (!event || !isOf(event, command)) return null
  if (event.result === 'done') return { commandId, result: 'done', again: true }
  return { commandId, result: 'refused', code: event.code as RefusalCode, details: list<string[]>(event.details) }
}

/** Does what a command says, inside its transaction. What it is about is held before anything is read, and its place given after. */
async function doCommand(store: Store, command: Command, transaction: Transaction): Promise<void> {
  const { act, jobId } = command
  if (!isJobAct(act)) await holdShop(store, transaction)
  else if (jobId === null || !(await holdJob(store, jobId, transaction))) throw new Refusal('unknown-job')
  const seq = await record(store, command, null, transaction)
  await refuseNobody(store, command, transaction)
  const work: Work = { store, transaction, command, seq }
  await (isJobAct(act) ? doInJob(work, act) : carryOutInShop(work, act))
}

/** Every act has somebody's name; only the first of a shop is entered by nobody, or by that very person. */
async function refuseNobody(store: Store, { act, personId }: Command, transaction: Transaction): Promise<void> {
  if (personId !== null && (await isKnownPerson(store, personId, transaction))) return
  const first = act.what === 'add-person' && (personId === null || personId === act.person.id)
  if (first && (await store.models.people.count({ transaction })) === 0) return
  throw new Refusal(personId === null ? 'nobody-named' : 'unknown-person')
}

/** Whether the store would not have what was given to it: sent again, it would not either. */
const cannotBeKept = (error: unknown) => error instanceof DatabaseError && !gaveWay(error)

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
  const { command, issues } = parseCommand(raw)
  if (!command) {
    const commandId = String((raw as { commandId?: unknown } | null)?.commandId ?? '')
    return { commandId, result: 'refused', code: 'bad-command', details: issues.map((i) => `${i.path} ${i.message}`) }
  }
  try {
    await inTransaction(store, (transaction) => doCommand(store, command, transaction))
    return { commandId: command.commandId, result: 'done', again: false }
  } catch (error) {
    if (error instanceof UniqueConstraintError) {
      const earlier = await earlierOutcome(store, command)
      if (earlier) return earlier
      const closedTwice = command.act.what === 'close-stage' && 'closures_round' in error.fields
      return refuse(
        store,
        command,
        closedTwice ? new Refusal('stage-closed', [(command.act as { stage: string }).stage]) : new Refusal('id-taken'),
      )
    }
    if (error instanceof Refusal) return refuse(store, command, error)
    if (isDatabaseAway(error)) throw error
    // One act that cannot be kept, or that the server fails at, holds up nothing behind it.
    console.error(`act ${command.act.what} ${command.commandId} failed:`, error)
    return {
      commandId: command.commandId,
      result: 'refused',
      code: cannotBeKept(error) ? 'cannot-be-kept' : 'failed',
      details: [],
    }
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
