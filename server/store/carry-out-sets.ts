import { zeroMoved } from '#core/job/apply'
import { gaugeUncertaintyMm, uncertaintyByRuleMm } from '#core/measure/uncertainty'
import { type JobAct } from '#contract/commands'
import { jobLimits } from '#contract/job-file'
import { readSnapshot } from './read'
import { list, rows } from './read-values'
import { closedSql, insert, lastOf, one, Refusal, refuseUnknownPlace, stamp, type Work } from './work'
import { beginStage, countReadings } from './job-card'

/** Refuses what would make a set or a job larger than one can be. What an earlier version let in stays as it is. */
async function refuseFull(work: Work, setId: string, more: number): Promise<void> {
  const counted = await one(
    work,
    `SELECT (SELECT COUNT(*) FROM readings WHERE setId = :setId) AS inSet,
       (SELECT readings FROM jobCards WHERE jobId = :jobId) AS inJob`,
    { setId, jobId: work.command.jobId },
  )
  if (Number(counted?.inSet) + more > jobLimits.readingsInSet)
    throw new Refusal('set-full', [String(jobLimits.readingsInSet)])
  if (Number(counted?.inJob) + more > jobLimits.readings) throw new Refusal('job-full', [String(jobLimits.readings)])
}

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
  const counted = await one(work, 'SELECT COUNT(*) AS n FROM readingSets WHERE jobId = :jobId', {
    jobId: work.command.jobId,
  })
  if (Number(counted?.n) >= jobLimits.sets) throw new Refusal('job-full', [String(jobLimits.sets)])
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
  await refuseFull(work, act.setId, 1)
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
  await refuseFull(work, act.setId, act.readings.length)
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
  await countReadings(work.store, jobId, act.readings.length, lastOf(work), work.transaction)
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

/** Sets of readings, and the readings in them: judged on the set alone, so that a reading waits for nothing else. @returns whether it was such an act */
export async function carryOutInSet(work: Work, act: JobAct): Promise<boolean> {
  if (act.what === 'open-set') await doOpenSet(work, act)
  else if (act.what === 'take-reading') await doTakeReading(work, act)
  else if (act.what === 'hand-over') await doHandOver(work, act)
  else if (act.what === 'close-set') await doCloseSets(work, [act.setId], act.zeroMm)
  else if (act.what === 'close-sets') await doCloseSets(work, act.setIds, act.zeroMm)
  else if (act.what === 'reopen-sets') await doReopenSets(work, act.setIds)
  else return false
  return true
}
