import { entryOf, strikable, type EntryAct } from '#core/job/entries'
import { spotOf } from '#core/job/place'
import { entriesOf, kindOf, rowsName, type EntryWhat } from '#core/works/kinds'
import { pressProblem, sealProblem } from '#core/works/liners/read-fitting'
import { begunStages, isClosed, routeStages } from '#core/job/route'
import { stagesOf } from '#core/job/stages'
import type { Snapshot } from '#core/job/snapshot'
import { kindsOn } from '#core/works/liners/strip'
import { readTally } from '#core/job/tally'
import type { JobAct } from '#contract/commands'
import {
  insert,
  Refusal,
  refuseClosed,
  refuseUnknownCylinder,
  refuseUnknownPlace,
  stamp,
  strike,
  type Work,
} from './work'
import { entryRow, tableOfKind } from './entries'
import { isFull } from '../photos/keep-photo'
import { select } from './read-values'

/** Seals and pressing wait for the dry fit, where there is one on the route. */
function refuseBeforeDryFit(snapshot: Snapshot): void {
  if (routeStages(snapshot).includes('trial-fit') && !isClosed(snapshot, 'trial-fit'))
    throw new Refusal('out-of-order', ['fit-not-open'])
}

async function refuseWrong(work: Work, snapshot: Snapshot, act: EntryAct): Promise<void> {
  const nowMs = Date.parse(work.command.at)
  switch (act.what) {
    case 'tally-plug': {
      if (act.goesIn) return
      const { place = 'bore', item = 'foam-plug', count = 1 } = act
      const there =
        readTally(snapshot).find((s) => s.cylinder === act.cylinder && s.place === place && s.item === item)?.count ?? 0
      if (there < count) throw new Refusal('none-in', [String(act.cylinder)])
      return
    }
    case 'log-pull':
      if (act.pullerId && !snapshot.pullers.some((p) => p.id === act.pullerId)) throw new Refusal('unknown-puller')
      return
    case 'mark-finding':
      if (!kindsOn[act.on].includes(act.kind)) throw new Refusal('not-found-there', [act.kind, act.on])
      if (act.toMm < act.fromMm) throw new Refusal('bad-command', ['a finding ends above where it begins'])
      return
    case 'add-photo': {
      const [stored] = await select(
        work.store,
        'SELECT sha256, jobId FROM photoBytes WHERE id = :id',
        { id: act.photoId },
        work.transaction,
      )
      if (!stored && (await isFull(work.store, snapshot.job.id, act.bytes, work.transaction)))
        throw new Refusal('photo-quota')
      if (!stored || stored.sha256 !== act.sha256 || stored.jobId !== snapshot.job.id)
        throw new Refusal('photo-missing')
      return
    }
    case 'decide-renewals':
      for (const cylinder of act.renew) refuseUnknownCylinder(snapshot, cylinder)
      return
    case 'fit-seal': {
      refuseBeforeDryFit(snapshot)
      const problem = sealProblem(snapshot, act.cylinder, act.groove, act.step, act.lubricant, nowMs)
      if (problem) throw new Refusal('out-of-order', [problem])
      return
    }
    case 'press-liner': {
      refuseBeforeDryFit(snapshot)
      const problem = pressProblem(snapshot, act.cylinder, nowMs)
      if (problem) throw new Refusal('out-of-order', [problem])
      return
    }
  }
}

/** Adds one entry to a job, of whatever kind. */
export async function carryOutEntry(work: Work, snapshot: Snapshot, act: EntryAct): Promise<void> {
  const what = act.what as EntryWhat
  const { stage, grouped } = kindOf[what]
  refuseClosed(snapshot, stage)
  const { cylinder, place } = spotOf(act)
  if (cylinder !== null) refuseUnknownCylinder(snapshot, cylinder)
  if (grouped && place !== null) refuseUnknownPlace(snapshot, stage, place)
  await refuseWrong(work, snapshot, act)
  await insert(work, tableOfKind(what), entryRow(what, entryOf(act), { jobId: snapshot.job.id, ...stamp(work) }))
}

/** Strikes one entry out; it stays beside its strike. */
export async function strikeOutEntry(
  work: Work,
  snapshot: Snapshot,
  act: Extract<JobAct, { what: 'strike-entry' }>,
): Promise<void> {
  const found = strikable.find(({ what }) => entriesOf(snapshot, rowsName(what)).some((e) => e.id === act.entryId))
  if (!found) throw new Refusal('too-early')
  refuseClosed(snapshot, found.struckIn)
  await strike(work, snapshot, entriesOf(snapshot, rowsName(found.what)), act.entryId, act.reason)
}

/** Changes what was taken in, or lays the job aside. Work in which something was done stays. */
export async function changeJob(
  work: Work,
  snapshot: Snapshot,
  act: Extract<JobAct, { what: 'change-job' | 'archive-job' }>,
): Promise<void> {
  const where = { where: { id: snapshot.job.id }, transaction: work.transaction }
  if (act.what === 'archive-job') {
    await work.store.models.jobs.update({ archived: act.archived }, where)
    return
  }
  refuseClosed(snapshot, 'record')
  if (act.work) {
    const wanted = stagesOf(act.work)
    const kept = [...begunStages(snapshot), ...snapshot.closures.map((c) => c.stage)].filter(
      (s) => routeStages(snapshot).includes(s) && !wanted.includes(s),
    )
    if (kept.length > 0) throw new Refusal('stage-begun', [...new Set(kept)])
  }
  const { what: _, usage, ...rest } = act
  const used = usage === undefined ? {} : { usageValue: usage?.value ?? null, usageUnit: usage?.unit ?? null }
  await work.store.models.jobs.update({ ...rest, ...used }, where)
}
