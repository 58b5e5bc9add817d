import { entryOf, strikable, strikeEntry, type EntryAct } from '#core/job/entries'
import { sameSpot, spotOf } from '#core/job/place'
import { allCollections, entriesOf, kindOf, rowsName, type EntryWhat } from '#core/works/kinds'
import { begunStages, routeStages } from '#core/job/route'
import { stagesOf } from '#core/job/stages'
import type { Snapshot } from '#core/job/snapshot'
import { pointsNowhere } from '#core/works/check-entry'
import { stageLogic } from '#core/works/logic'
import { readTally } from '#core/job/tally'
import type { JobAct, RefusalCode } from '#contract/commands'
import { jobLimits } from '#contract/job-file'
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

/** What the store alone knows: whether a photo's bytes are here. */
async function refuseLackingPhoto(work: Work, snapshot: Snapshot, act: Extract<EntryAct, { what: 'add-photo' }>) {
  const [stored] = await select(
    work.store,
    'SELECT sha256, jobId FROM photoBytes WHERE id = :id',
    { id: act.photoId },
    work.transaction,
  )
  if (!stored && (await isFull(work.store, snapshot.job.id, act.bytes, work.transaction)))
    throw new Refusal('photo-quota')
  if (!stored || stored.sha256 !== act.sha256 || stored.jobId !== snapshot.job.id) throw new Refusal('photo-missing')
}

/** More cannot come out of an opening than is in it. */
function refuseNotIn(snapshot: Snapshot, act: Extract<EntryAct, { what: 'tally-plug' }>): void {
  const { place = 'bore', item = 'foam-plug', count = 1 } = act
  const there =
    readTally(snapshot).find((s) => s.cylinder === act.cylinder && s.place === place && s.item === item)?.count ?? 0
  if (!act.goesIn && there < count) throw new Refusal('none-in', [String(act.cylinder)])
}

async function refuseWrong(work: Work, snapshot: Snapshot, act: EntryAct): Promise<void> {
  const nowhere = pointsNowhere(snapshot, act)
  if (nowhere) throw new Refusal(nowhere.code as RefusalCode, nowhere.details)
  if (act.what === 'tally-plug') return refuseNotIn(snapshot, act)
  if (act.what === 'add-photo') return refuseLackingPhoto(work, snapshot, act)
  const { stage } = kindOf[act.what as EntryWhat]
  const refused = stageLogic[stage].refuse?.(snapshot, act, Date.parse(work.command.at))
  if (refused) throw new Refusal(refused.code as RefusalCode, refused.details)
}

/** No job grows without end: each act in it is judged on the whole of it. */
export function refuseFullJob(snapshot: Snapshot): void {
  const there = allCollections.reduce((n, rows) => n + entriesOf(snapshot, rows).length, 0)
  if (there >= jobLimits.entries) throw new Refusal('job-full', [String(jobLimits.entries)])
}

/** Adds one entry to a job, of whatever kind. */
export async function carryOutEntry(work: Work, snapshot: Snapshot, act: EntryAct): Promise<void> {
  const what = act.what as EntryWhat
  const { stage, grouped } = kindOf[what]
  refuseClosed(snapshot, stage)
  refuseFullJob(snapshot)
  const { cylinder, place } = spotOf(act)
  if (cylinder !== null) refuseUnknownCylinder(snapshot, cylinder)
  if (grouped && place !== null) refuseUnknownPlace(snapshot, stage, place)
  const { replaces } = act
  if (replaces) await strikeReplaced(work, snapshot, act, replaces)
  await refuseWrong(
    work,
    replaces ? strikeEntry(snapshot, replaces.id, struckNow(work, replaces.reason)) : snapshot,
    act,
  )
  const by = { jobId: snapshot.job.id, ...stamp(work) }
  await insert(work, tableOfKind(what), entryRow(what, entryOf(act, snapshot), by, snapshot.sheet.id))
}

const struckNow = ({ command }: Work, reason: string) => ({ personId: command.personId ?? '', at: command.at, reason })

/** A corrected entry takes the place of one of its own kind at its own place, which stays beside its strike. */
async function strikeReplaced(
  work: Work,
  snapshot: Snapshot,
  act: EntryAct,
  { id, reason }: NonNullable<EntryAct['replaces']>,
): Promise<void> {
  const rows = entriesOf(snapshot, rowsName(act.what as EntryWhat))
  const there = rows.find((e) => e.id === id)
  if (there && !sameSpot(spotOf(there), spotOf(act))) throw new Refusal('unknown-entry')
  await strike(work, snapshot, rows, id, reason)
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
