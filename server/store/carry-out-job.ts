import { laterClosed } from '#core/job/route'
import { keepsOpen } from '#core/job/gate'
import { gateProblems, stageLogic } from '#core/works/logic'
import { cannotEnd, openThings } from '#core/works/open-things'
import { keptOf } from '#core/job/kept'
import { judgedNow } from '#core/job/as-judged'
import { hashText } from '#core/job/signature'
import { SIGNATURE_VERSION } from '#core/job/signature-version'
import { signedText } from '#core/job/signed-text'
import type { StageName } from '#core/job/stages'
import { applyAct } from '#core/job/apply'
import type { Closure, Snapshot } from '#core/job/snapshot'
import { type JobAct } from '#contract/commands'
import { jobLimits } from '#contract/job-file'
import { readSnapshot } from './read'
import { roomForShim } from '#core/works/liners/rings'
import { insert, lastOf, one, Refusal, refuseClosed, refuseUnknownCylinder, stamp, strike, type Work } from './work'
import { putCard } from './job-card'
import { carryOutEntry, changeJob, refuseFullJob, strikeOutEntry } from './carry-out-entry'
import { carryOutRepair, refuseBlindCut, refuseTaken } from './carry-out-repair'

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
  ended?: Closure['ended'],
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
    judged: closes ? judgedNow(snapshot, act.stage) : null,
    ...(ended ? { ended } : {}),
  }
  const round = snapshot.closures.filter((c) => c.stage === act.stage).length
  const text = signedText(snapshot, closure)
  const jobId = snapshot.job.id
  await insert(work, 'closures', { ...closure, jobId, hash: hashText(text), round, storedAt, at })
  await insert(work, 'signedTexts', { seq, jobId, text })
}

/** A full job can still be closed and signed; nobody closes and opens it without end. */
function refuseManyClosings({ closures }: Snapshot): void {
  if (closures.length >= jobLimits.closures) throw new Refusal('job-full', [String(jobLimits.closures)])
}

/** Acts that are judged on the whole job, as it stands. */
export async function carryOutOnJob(work: Work, act: JobAct): Promise<void> {
  const jobId = work.command.jobId as string
  const snapshot = await readSnapshot(work.store, jobId, work.transaction)
  if (!snapshot) throw new Refusal('unknown-job')
  const after = applyAct(snapshot, act, {
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
      refuseFullJob(snapshot)
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
      refuseFullJob(snapshot)
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
      refuseManyClosings(snapshot)
      refuseClosed(snapshot, act.stage)
      const problems = gateProblems(snapshot, act.stage, Date.parse(work.command.at))
      const hard = keepsOpen(problems, act.note)
      if (hard.length > 0)
        throw new Refusal(
          'gate',
          hard.map((p) => `${p.code}:${p.cylinders.join(',')}`),
        )
      await insertClosure(work, snapshot, act, true)
      break
    }
    case 'end-as-it-stands': {
      refuseManyClosings(snapshot)
      refuseClosed(snapshot, 'record')
      const person = snapshot.people.find((p) => p.id === work.command.personId) ?? null
      const open = openThings(snapshot, (stage) => stageLogic[stage], Date.parse(work.command.at))
      const why = cannotEnd(person, act.open, open)
      if (why) throw new Refusal(why)
      await insertClosure(work, snapshot, { stage: 'record', note: act.why }, true, open)
      break
    }
    case 'reopen-stage':
      refuseManyClosings(snapshot)
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
      if (act.what !== 'strike-wear') refuseFullJob(snapshot)
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
